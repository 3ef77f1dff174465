package baddle.app.consolidate;

import baddle.core.finding.Finding;
import baddle.core.finding.FindingCode;
import baddle.core.finding.Place;
import baddle.core.grid.GridFile;
import baddle.core.grid.GridOpener;
import baddle.core.grid.GridSheet;
import baddle.core.grid.UnreadableFileException;
import baddle.core.intake.Intake;
import baddle.core.intake.IntakeColumn;
import baddle.core.intake.IntakeSpec;
import baddle.core.intake.SourceIntake;
import baddle.core.table.BlockBuilder;
import baddle.core.value.Period;
import baddle.plan.NamePattern;
import baddle.store.PartWriter;
import baddle.store.StoreException;
import java.io.IOException;
import java.nio.file.AccessDeniedException;
import java.nio.file.NoSuchFileException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;

/** Reads the files of one part into it, one after the other. */
final class FileIntake {

  private final GridOpener opener;
  private final List<IntakeColumn> columns;
  private final BlockBuilder blocks;
  private final PartWriter part;
  private int sourcesBegun;

  FileIntake(GridOpener opener, List<IntakeColumn> columns, BlockBuilder blocks, PartWriter part) {
    this.opener = opener;
    this.columns = columns;
    this.blocks = blocks;
    this.part = part;
  }

  /**
   * Reads one file. A file that can't be read gives a finding, and none of its rows count.
   *
   * @throws StoreException if the store can't take the rows
   */
  FileOutcome read(CheckedFile file) throws StoreException {
    Reading reading = new Reading(file);
    int sourcesBefore = sourcesBegun;
    try {
      reading.read();
    } catch (StoreException e) {
      throw e;
    } catch (IOException e) {
      long row = e instanceof UnreadableFileException broken ? broken.row() : 0;
      reading.fail(unreadable(file.file().path(), e, row));
    }
    if (reading.sources.isEmpty()) {
      for (int source = sourcesBefore + 1; source <= sourcesBegun; source++) {
        part.forget(source);
      }
    }
    return new FileOutcome(file, part.part(), reading.sources, reading.findings);
  }

  static Finding unreadable(String path, IOException e, long row) {
    String what =
        e instanceof NoSuchFileException
            ? "it vanished while it was being read"
            : e instanceof AccessDeniedException
                ? "no permission to read it"
                : String.valueOf(e.getMessage());
    return Finding.of(
        FindingCode.FILE_UNREADABLE,
        Place.file(path).atRow(row),
        what + "; none of its rows are taken",
        "mend the file or ask the sender for it again, then consolidate again");
  }

  private final class Reading {

    private final CheckedFile checked;
    private final FoundFile file;
    private final List<FileOutcome.ReadSource> sources = new ArrayList<>();
    private final List<Finding> findings = new ArrayList<>();

    Reading(CheckedFile checked) {
      this.checked = checked;
      this.file = checked.file();
    }

    void fail(Finding finding) {
      sources.clear();
      findings.clear();
      findings.add(finding);
    }

    void read() throws IOException {
      List<Finding> passedOver = new ArrayList<>();
      try (GridFile grid = opener.open(file.file())) {
        boolean oneSheet = grid.sheets().size() == 1;
        for (GridSheet sheet : grid.sheets()) {
          read(sheet, oneSheet, passedOver);
        }
        boolean nothing = sources.isEmpty() && findings.stream().noneMatch(Finding::isError);
        if (nothing) {
          findings.add(noTable(grid));
        }
      }
      findings.addAll(passedOver);
    }

    private void read(GridSheet sheet, boolean oneSheet, List<Finding> passedOver)
        throws IOException {
      Optional<Map<String, String>> parts =
          file.feed()
              .sheets()
              .map(pattern -> pattern.match(sheet.name()))
              .orElse(Optional.of(Map.of()));
      boolean byName = file.feed().sheets().isPresent();
      Place place = Place.source(file.path(), sheet.name());
      if (parts.isEmpty() && !sheet.name().isEmpty()) {
        passedOver.add(note(FindingCode.SHEET_PASSED_OVER, place, "its name isn't the feed's"));
      } else if (!sheet.visible()) {
        passedOver.add(note(FindingCode.SHEET_HIDDEN, place, "a hidden sheet is not read"));
      } else {
        SourceIntake intake = intake(sheet, place, parts.orElse(Map.of()));
        boolean stray = !byName && !oneSheet;
        if (stray && intake.outcome() == SourceIntake.Outcome.NO_TABLE) {
          passedOver.add(
              note(FindingCode.SHEET_PASSED_OVER, place, "no row has the feed's headings"));
        } else {
          findings.addAll(intake.findings());
        }
      }
    }

    private SourceIntake intake(GridSheet sheet, Place place, Map<String, String> parts)
        throws IOException {
      Map<String, String> named = new HashMap<>(file.named());
      named.putAll(parts);
      Optional<Period> period =
          Optional.ofNullable(parts.get(NamePattern.PERIOD))
              .flatMap(Period::parse)
              .or(file::period);
      period.ifPresent(stated -> named.put(NamePattern.PERIOD, stated.toString()));
      named.keySet().retainAll(columns.stream().map(c -> c.column().name()).toList());
      int number = ++sourcesBegun;
      long firstRow = blocks.rowsEnded();
      Intake intake =
          new Intake(
              new IntakeSpec(columns, named),
              place,
              sheet.fixedWidth(),
              blocks,
              row -> part.held(number, row));
      sheet.read(intake);
      SourceIntake result = intake.result();
      if (result.outcome() == SourceIntake.Outcome.READ) {
        String stated = period.map(Period::toString).orElse("");
        sources.add(new FileOutcome.ReadSource(number, sheet.name(), stated, firstRow, result));
      }
      return result;
    }

    private Finding note(FindingCode code, Place place, String message) {
      return Finding.of(code, place, message, "");
    }

    private Finding noTable(GridFile grid) {
      String sheets = grid.sheets().stream().map(GridSheet::name).collect(Collectors.joining(", "));
      String wanted =
          file.feed()
              .sheets()
              .map(pattern -> "no visible sheet is named as " + pattern)
              .orElse("no visible sheet has the feed's headings");
      return Finding.of(
          FindingCode.NO_TABLE,
          Place.file(checked.file().path()),
          wanted + "; its sheets: " + sheets,
          "mend sheets: or the headings in the plan, or ask the sender for the right file");
    }
  }
}
