package baddle.app.cells;

import baddle.app.Project;
import baddle.app.ThisProgram;
import baddle.core.calendar.Calendar;
import baddle.core.crosstab.CellsOfRows;
import baddle.core.crosstab.CrosstabBuilder;
import baddle.core.crosstab.spec.CrosstabSpec;
import baddle.core.crosstab.spec.SpecException;
import baddle.core.table.BlockSink;
import baddle.core.table.Column;
import baddle.core.table.Schema;
import baddle.store.DatasetReader;
import java.io.IOException;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * Builds cross-tabs of a dataset's rows, of which each part's cells are kept: what a part of the
 * store comes to is the same until its rows change, and parts add up. Where an aggregate needs all
 * values, or a part has nearly as many cells as rows, the rows are gone over each time.
 */
public final class KeptCells {

  /** Where fewer rows come to a number it takes as long to read the numbers. */
  private static final int LEAST_ROWS_FOR_A_NUMBER = 2;

  /** So few numbers are kept of any part. */
  private static final int ALWAYS = 32768;

  /** So many numbers are kept for a question, some 16 MB; beyond, rows are gone over. */
  private static final long MOST_NUMBERS = 2_000_000;

  private final Path folder;
  private final Calendar calendar;

  /** Beside the store of a project. */
  public KeptCells(Project project) {
    this.folder = project.storeFolder().resolve("cells");
    this.calendar = project.plan().calendar();
  }

  /**
   * A cross-tab's builder that has taken all rows of its own dataset.
   *
   * @param columns what the cross-tab reads
   */
  public CrosstabBuilder builder(CrosstabSpec spec, DatasetReader reader, List<String> columns)
      throws IOException {
    return built(spec, reader, columns, false);
  }

  private CrosstabBuilder built(
      CrosstabSpec spec, DatasetReader reader, List<String> columns, boolean onlyFew)
      throws IOException {
    Schema schema = reader.schema().only(columns);
    CrosstabBuilder builder = new CrosstabBuilder(spec, schema, calendar);
    scan(
        spec,
        "",
        reader,
        columns,
        builder,
        builder,
        onlyFew,
        () -> {
          CrosstabBuilder one = new CrosstabBuilder(spec, schema, calendar);
          return new Own(one, one);
        });
    return builder;
  }

  /**
   * A builder that has taken all rows, where there are far fewer groups of them than rows, so that
   * what is asked of each group takes less than asking each row.
   *
   * @param spec of levels that are columns, with aggregates that add up
   * @return empty where there are many groups
   */
  public Optional<CrosstabBuilder> fewGroups(
      CrosstabSpec spec, DatasetReader reader, List<String> columns) throws IOException {
    try {
      return Optional.of(built(spec, reader, columns, true));
    } catch (ManyGroupsException | SpecException e) {
      return Optional.empty();
    }
  }

  /** A part has nearly as many groups as rows. */
  private static final class ManyGroupsException extends IOException {
    private static final long serialVersionUID = 1L;
  }

  /**
   * Adds all rows of another dataset to a builder.
   *
   * @param own the columns of the cross-tab's own dataset
   * @param columns what the cross-tab reads of the other
   */
  public void add(
      CrosstabSpec spec,
      Schema own,
      String dataset,
      DatasetReader reader,
      List<String> columns,
      CrosstabBuilder builder)
      throws IOException {
    Schema schema = reader.schema().only(columns);
    scan(
        spec,
        dataset,
        reader,
        columns,
        builder,
        builder.input(dataset, schema),
        false,
        () -> {
          CrosstabBuilder one = new CrosstabBuilder(spec, own, calendar);
          return new Own(one, one.input(dataset, schema));
        });
  }

  /** A builder for one part's rows alone, and where it takes them. */
  private record Own(CrosstabBuilder builder, BlockSink sink) {}

  private interface Making {
    Own make();
  }

  private void scan(
      CrosstabSpec spec,
      String dataset,
      DatasetReader reader,
      List<String> columns,
      CrosstabBuilder builder,
      BlockSink rows,
      boolean onlyFew,
      Making making)
      throws IOException {
    if (!CellsOfRows.arePossible(builder, dataset)) {
      reader.scan(columns, rows);
      return;
    }
    CellsFile file = new CellsFile(folder, key(spec, dataset, reader.schema().only(columns)));
    Map<String, CellsOfRows> known = new LinkedHashMap<>();
    boolean isNew = false;
    boolean isWorth = true;
    long size = 0;
    for (int part : reader.parts()) {
      Optional<String> content = isWorth ? reader.content(part, columns) : Optional.empty();
      if (content.isEmpty()) {
        reader.scanPart(part, columns, rows);
        continue;
      }
      Optional<CellsOfRows> found = file.cells(content.get());
      CellsOfRows cells;
      if (found.isPresent()) {
        cells = found.get();
      } else {
        Own own = making.make();
        long count = scan(reader, part, columns, own.sink);
        cells = CellsOfRows.of(own.builder, dataset);
        isWorth = cells.size() <= Math.max(ALWAYS, count / LEAST_ROWS_FOR_A_NUMBER);
      }
      cells.addTo(builder, dataset);
      size += cells.size();
      isWorth &= size <= MOST_NUMBERS;
      if (isWorth) {
        isNew |= found.isEmpty();
        known.put(content.get(), cells);
      } else if (onlyFew) {
        throw new ManyGroupsException();
      }
    }
    if (isNew) {
      file.keep(known);
    }
  }

  /** Goes over the rows of a part; returns how many there are. */
  private static long scan(DatasetReader reader, int part, List<String> columns, BlockSink sink)
      throws IOException {
    long[] count = new long[1];
    reader.scanPart(
        part,
        columns,
        (block, from, to) -> {
          count[0] += to - from;
          sink.accept(block, from, to);
        });
    return count[0];
  }

  private String key(CrosstabSpec spec, String dataset, Schema schema) {
    StringBuilder key = new StringBuilder(ThisProgram.parts());
    key.append('\n').append(calendar.fiscalYearStarts());
    for (Column column : schema.columns()) {
      key.append('\n').append(column.name()).append(' ').append(column.type());
    }
    return key.append('\n').append(CellsOfRows.description(spec, dataset)).toString();
  }
}
