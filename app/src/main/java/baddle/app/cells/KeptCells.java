package baddle.app.cells;

import baddle.app.Project;
import baddle.core.calendar.Calendar;
import baddle.core.crosstab.CellsOfRows;
import baddle.core.crosstab.CrosstabBuilder;
import baddle.core.crosstab.spec.CrosstabSpec;
import baddle.core.crosstab.spec.SpecException;
import baddle.core.table.BlockSink;
import baddle.store.DatasetReader;
import java.io.IOException;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

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
  static final long MOST_NUMBERS = 2_000_000;

  /** So many cells are gathered at a time for several questions, some 50 MB. */
  private static final int MOST_CELLS = 500_000;

  private final KeptAnswers answers;
  private final Calendar calendar;
  private final int mostCells;

  /**
   * Questions with too many cells to be asked beside others, and those not worth keeping at all.
   */
  private final Set<String> asksAlone = new HashSet<>();

  private final Set<String> notWorth = new HashSet<>();

  /** Beside the store of a project. */
  public KeptCells(Project project) {
    this(project, MOST_CELLS);
  }

  /**
   * Beside the store of a project.
   *
   * @param mostCells how many cells are gathered at a time for several questions
   */
  KeptCells(Project project, int mostCells) {
    this.mostCells = mostCells;
    this.calendar = project.plan().calendar();
    this.answers = new KeptAnswers(project.storeFolder().resolve("cells"), calendar);
  }

  /**
   * Goes over the rows of each dataset once for all questions that will be asked, as far as what
   * they come to isn't known yet and may be kept. A question that can't be answered is left to
   * whoever asks it.
   */
  public void ahead(List<RowQuestion> questions) throws IOException {
    Map<DatasetReader, Map<String, RowQuestion>> ofReaders = new LinkedHashMap<>();
    for (RowQuestion asked : questions) {
      RowQuestion question = asked.kept();
      if (mayBeKept(question)) {
        String key = answers.key(question);
        if (!asksAlone.contains(key)) {
          ofReaders
              .computeIfAbsent(question.reader(), reader -> new LinkedHashMap<>())
              .putIfAbsent(key, question);
        }
      }
    }
    for (Map.Entry<DatasetReader, Map<String, RowQuestion>> one : ofReaders.entrySet()) {
      SharedPass pass = new SharedPass(one.getKey(), mostCells);
      one.getValue()
          .forEach(
              (key, question) ->
                  pass.add(new SharedPass.Asked(this, key, question, answers.file(key))));
      asksAlone.addAll(pass.run());
    }
  }

  /** Whether the answer may be kept; whoever asks what can't be answered is told why. */
  private boolean mayBeKept(RowQuestion question) {
    try {
      return CellsOfRows.arePossible(inputs(question).builder(), question.dataset());
    } catch (SpecException e) {
      return false;
    }
  }

  /** A builder, and where it takes the rows that are asked. */
  record Inputs(CrosstabBuilder builder, BlockSink rows) {}

  Inputs inputs(RowQuestion question) {
    CrosstabBuilder builder = question.builder(calendar);
    return new Inputs(builder, question.sink(builder));
  }

  /** Whether cells of so many rows are worth keeping. */
  static boolean areWorth(CellsOfRows cells, long rows) {
    return cells.size() <= Math.max(ALWAYS, rows / LEAST_ROWS_FOR_A_NUMBER);
  }

  /** A cross-tab's builder that has taken all rows of its own dataset. */
  public CrosstabBuilder builder(CrosstabSpec spec, DatasetReader reader) throws IOException {
    return builder(List.of(RowQuestion.ofOwn(spec, reader)));
  }

  /**
   * A cross-tab's builder that has taken all rows.
   *
   * @param questions what one cross-tab asks of each of its datasets, of its own first
   */
  public CrosstabBuilder builder(List<RowQuestion> questions) throws IOException {
    CrosstabBuilder builder = questions.get(0).builder(calendar);
    for (RowQuestion question : questions) {
      take(question, builder, false);
    }
    return builder;
  }

  /**
   * A builder that has taken all rows, where there are far fewer groups of them than rows, so that
   * what is asked of each group takes less than asking each row.
   *
   * @param spec of levels that are columns, with aggregates that add up
   * @return empty where there are many groups
   */
  public Optional<CrosstabBuilder> fewGroups(CrosstabSpec spec, DatasetReader reader)
      throws IOException {
    RowQuestion question = RowQuestion.ofOwn(spec, reader);
    try {
      CrosstabBuilder builder = question.builder(calendar);
      take(question, builder, true);
      return Optional.of(builder);
    } catch (ManyGroupsException | SpecException e) {
      return Optional.empty();
    }
  }

  /** There are too many groups of rows to be worth it. */
  private static final class ManyGroupsException extends IOException {
    private static final long serialVersionUID = 1L;
  }

  private void take(RowQuestion question, CrosstabBuilder builder, boolean onlyFew)
      throws IOException {
    DatasetReader reader = question.reader();
    BlockSink rows = question.sink(builder);
    if (!CellsOfRows.arePossible(builder, question.dataset())) {
      question.scan(rows);
      return;
    }
    RowQuestion kept = question.kept();
    List<String> columns = kept.columns();
    Optional<String> item = question.only().map(OneValue::value);
    String key = answers.key(kept);
    CellsFile file = answers.file(key);
    Map<String, CellsOfRows> known = new LinkedHashMap<>();
    boolean isNew = false;
    boolean isWorth = !notWorth.contains(key);
    long size = 0;
    for (int part : reader.parts()) {
      Optional<String> content = isWorth ? reader.content(part, columns) : Optional.empty();
      if (content.isEmpty()) {
        question.scanPart(part, rows);
        continue;
      }
      Optional<CellsOfRows> before = file.cells(content.get());
      CellsOfRows cells;
      if (before.isPresent()) {
        cells = before.get();
      } else {
        try {
          Gathered gathered = gathered(kept, part, question.only().isPresent());
          cells = gathered.cells;
          isWorth = areWorth(cells, gathered.rows);
        } catch (ManyGroupsException | SpecException e) {
          if (question.only().isEmpty()) {
            throw e;
          }
          isWorth = false;
          question.scanPart(part, rows);
          continue;
        }
      }
      cells.addTo(builder, question.dataset(), item);
      size += cells.size();
      isWorth &= size <= MOST_NUMBERS;
      if (isWorth) {
        isNew |= before.isEmpty();
        known.put(content.get(), cells);
      } else if (onlyFew) {
        notWorth.add(key);
        asksAlone.add(key);
        throw new ManyGroupsException();
      }
    }
    if (isNew) {
      file.keep(known.keySet(), known);
    }
    if (!isWorth) {
      notWorth.add(key);
      asksAlone.add(key);
    }
  }

  /** What so many rows come to. */
  private record Gathered(CellsOfRows cells, long rows) {}

  /**
   * Goes over the rows of a part.
   *
   * @param ofAll whether more is asked than is needed, all values where one is wanted; then neither
   *     many cells nor a row of another value may be in the way
   */
  private Gathered gathered(RowQuestion kept, int part, boolean ofAll) throws IOException {
    Inputs own = inputs(kept);
    long[] count = new long[1];
    kept.reader()
        .scanPart(
            part,
            kept.columns(),
            (block, from, to) -> {
              own.rows.accept(block, from, to);
              count[0] += to - from;
              if (ofAll && own.builder.cellCount() > mostCells) {
                throw new ManyGroupsException();
              }
            });
    return new Gathered(CellsOfRows.of(own.builder, kept.dataset()), count[0]);
  }
}
