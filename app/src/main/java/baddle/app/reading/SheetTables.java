package baddle.app.reading;

import baddle.core.finding.Place;
import baddle.core.grid.CellRange;
import baddle.core.grid.GridSheet;
import baddle.core.grid.ReadAgainException;
import baddle.core.grid.UnreadableFileException;
import baddle.core.intake.Intake;
import baddle.core.intake.IntakeSpec;
import baddle.core.intake.SourceIntake;
import baddle.core.table.BlockBuilder;
import java.io.IOException;
import java.util.ArrayDeque;
import java.util.Deque;

/** Reads all the tables of a sheet, each as a source, and again where it has to be. */
public final class SheetTables {

  /** A table is read once, again in its real charset, and again as its values are written. */
  private static final int MOST_READINGS = 4;

  private static final int MOST_TABLES = 10_000;

  /** Told of each source once it is read. */
  @FunctionalInterface
  public interface Results {

    /**
     * What came of the source that was begun last.
     *
     * @param region the cells in which it was looked for
     */
    void ended(CellRange region, SourceIntake result) throws IOException;
  }

  private final IntakeSpec spec;
  private final Place place;
  private final GridSheet sheet;
  private final BlockBuilder blocks;
  private final SourceSink sink;

  /** Tables of one sheet. */
  public SheetTables(
      IntakeSpec spec, Place place, GridSheet sheet, BlockBuilder blocks, SourceSink sink) {
    this.spec = spec;
    this.place = place;
    this.sheet = sheet;
    this.blocks = blocks;
    this.sink = sink;
  }

  /** Reads the table in a region, and those that turn out to be beside or below it. */
  public void read(CellRange region, Results results) throws IOException {
    Deque<CellRange> regions = new ArrayDeque<>();
    regions.add(region);
    for (int tables = 0; !regions.isEmpty(); tables++) {
      if (tables == MOST_TABLES) {
        throw new UnreadableFileException(
            "more than 10,000 tables on a sheet", regions.element().firstRow());
      }
      CellRange one = regions.remove();
      SourceIntake result = readOne(one);
      results.ended(one, result);
      regions.addAll(result.more());
    }
  }

  /** Reads the first table in a region. */
  public SourceIntake readOne(CellRange region) throws IOException {
    IntakeSpec known = spec;
    for (int reading = 1; ; reading++) {
      Intake intake = new Intake(known, place, sheet, region, blocks, sink.begin());
      try {
        sheet.read(intake);
        SourceIntake result = intake.result();
        if (!result.isToReadAgain() || reading == MOST_READINGS) {
          return result;
        }
        known = known.with(result.shown());
      } catch (ReadAgainException e) {
        if (reading == MOST_READINGS) {
          throw e;
        }
      }
      sink.drop();
    }
  }
}
