package baddle.app;

import static org.assertj.core.api.Assertions.assertThat;

import baddle.app.check.CheckResult;
import baddle.app.check.ProjectCheck;
import baddle.app.close.PeriodClose;
import baddle.app.compare.Cause;
import baddle.app.compare.Comparison;
import baddle.app.compare.Movement;
import baddle.app.compare.RowChange;
import baddle.app.compare.SummaryComparison;
import baddle.app.consolidate.ConsolidateResult;
import baddle.app.consolidate.Consolidation;
import baddle.app.history.BatchReturn;
import baddle.app.history.StoreShrink;
import baddle.app.session.ProjectSession;
import baddle.app.summarize.Summarizer;
import baddle.app.trace.FigureTrace;
import baddle.app.trace.TracedFigure;
import baddle.app.trace.TracedRows;
import baddle.core.finding.Finding;
import baddle.core.outcome.RowCounts;
import baddle.core.table.Block;
import baddle.core.table.Schema;
import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Stream;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/**
 * Whatever happens to the files of a project, each batch has what its files come to, stays as it
 * was, and differs from the one before by what its causes say.
 */
class ProjectHistoryTests {

  private static final int STEPS = 10;
  private static final String SUMMARY = "regions";

  @TempDir private Path folder;
  private ProjectFolder project;
  private BranchFiles files;
  private final Map<Integer, BranchFiles.Expected> batches = new TreeMap<>();

  private void play(long seed) throws Exception {
    play(seed, true);
  }

  private void play(long seed, boolean copies) throws Exception {
    project = new ProjectFolder(folder, BranchFiles.PLAN);
    files = new BranchFiles(project, seed, copies);
    String what = "the beginning";
    for (int step = 0; step < STEPS; step++) {
      BranchFiles.Expected expected = files.expected();
      ConsolidateResult result = project.consolidate();

      assertThat(result.addsUp()).as(what).isTrue();
      assertThat(result.rows())
          .as(what)
          .isEqualTo(
              new RowCounts(
                  expected.kept() + expected.leftOut() + expected.held(),
                  expected.kept(),
                  expected.leftOut(),
                  expected.held()));
      int batch = result.current().orElseThrow().number();
      assertThat(cells(batch)).as(what).isEqualTo(expected.cells());
      batches.put(batch, expected);
      what = "batch " + batch + ", then " + files.step();
    }
  }

  private Map<String, BigDecimal> cells(int batch) throws Exception {
    Project now = project.project();
    return CrosstabCells.of(
        Summarizer.figures(now, List.of(now.plan().summaries().get(SUMMARY)), OptionalInt.of(batch))
            .crosstabs()
            .get(0));
  }

  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3, 4, 5, 6})
  void every_batch_has_what_its_files_come_to_and_keeps_it(long seed) throws Exception {
    play(seed);

    for (Map.Entry<Integer, BranchFiles.Expected> batch : batches.entrySet()) {
      assertThat(cells(batch.getKey()))
          .as("batch %s", batch.getKey())
          .isEqualTo(batch.getValue().cells());
    }
  }

  @ParameterizedTest
  @ValueSource(longs = {11, 12, 13})
  void causes_add_up_to_what_moved(long seed) throws Exception {
    play(seed);
    SummaryComparison comparing = new SummaryComparison(project.project());

    for (int batch : batches.keySet()) {
      if (!batches.containsKey(batch - 1)) {
        continue;
      }
      Comparison.Summary compared =
          comparing
              .batches(
                  List.of(project.project().plan().summaries().get(SUMMARY)),
                  OptionalInt.of(batch - 1),
                  OptionalInt.of(batch))
              .summaries()
              .get(0);
      BigDecimal moved = batches.get(batch).total().subtract(batches.get(batch - 1).total());

      assertThat(sum(compared.totals())).as("batch %s", batch).isEqualByComparingTo(moved);
      assertThat(sum(compared.movements())).isEqualByComparingTo(moved);
      assertThat(sum(compared.causes().stream().map(Cause::movement).toList()))
          .isEqualByComparingTo(moved);
      for (Cause cause : compared.causes()) {
        BigDecimal parts = BigDecimal.ZERO;
        for (RowChange kind : RowChange.values()) {
          parts = parts.add(cause.part(kind).amount());
        }
        assertThat(parts).as("%s", cause).isEqualByComparingTo(cause.movement().amount());
      }
    }
  }

  private static BigDecimal sum(List<Movement> movements) {
    return movements.stream().map(Movement::amount).reduce(BigDecimal.ZERO, BigDecimal::add);
  }

  @ParameterizedTest
  @ValueSource(longs = {21, 22, 23})
  void every_figure_is_proved_by_its_rows(long seed) throws Exception {
    play(seed);
    Project now = project.project();
    int last = batches.keySet().stream().max(Integer::compare).orElseThrow();

    for (Map.Entry<String, BigDecimal> cell : batches.get(last).cells().entrySet()) {
      String[] items = cell.getKey().split("\\|");
      String at = "region=" + items[0] + ",branch=" + items[1] + ",source_period=" + items[2];
      Rows rows = new Rows();
      TracedFigure figure =
          new FigureTrace(now, now.plan().summaries().get(SUMMARY), at, Optional.empty()).run(rows);

      assertThat(rows.sum()).as(at).isEqualByComparingTo(cell.getValue());
      assertThat(figure.rows()).isEqualTo(rows.rows.size());
      assertThat(rows.rows)
          .allSatisfy(
              row -> assertThat(row.get(0)).isEqualTo("in/" + items[1] + " " + items[2] + ".csv"));
    }
  }

  private static final class Rows implements TracedRows {

    private final List<List<String>> rows = new ArrayList<>();

    @Override
    public void begin(Schema schema, int numbers) {
      assertThat(schema.names()).startsWith("source_file");
      assertThat(numbers).isEqualTo(1);
    }

    @Override
    public void accept(Block block, int from, int to) {
      for (int row = from; row < to; row++) {
        List<String> cells = new ArrayList<>();
        for (int column = 0; column < block.schema().size(); column++) {
          cells.add(block.vector(column).shown(row, block.schema().column(column).type()));
        }
        rows.add(cells);
      }
    }

    BigDecimal sum() {
      return rows.stream()
          .map(row -> new BigDecimal(row.get(row.size() - 1)))
          .reduce(BigDecimal.ZERO, BigDecimal::add);
    }
  }

  @ParameterizedTest
  @ValueSource(longs = {31, 32, 33})
  void going_back_brings_what_there_was_and_shrinking_removes_nothing_that_is_kept(long seed)
      throws Exception {
    play(seed);
    List<Integer> numbers = List.copyOf(batches.keySet());
    int first = numbers.get(0);
    int last = numbers.get(numbers.size() - 1);

    BatchReturn returning = BatchReturn.to(first, project.project(), ProjectFolder.CLOCK);
    int again = returning.made().orElseThrow().number();
    assertThat(again).isGreaterThan(last);
    assertThat(cells(again)).isEqualTo(batches.get(first).cells());
    assertThat(cells(last)).isEqualTo(batches.get(last).cells());

    StoreShrink.of(project.project(), 2, true);
    assertThat(cells(again)).isEqualTo(batches.get(first).cells());
    assertThat(cells(last)).isEqualTo(batches.get(last).cells());
  }

  @ParameterizedTest
  @ValueSource(longs = {41, 42})
  void an_answer_that_stands_is_what_looking_would_say(long seed) throws Exception {
    play(seed);
    for (int step = 0; step < STEPS; step++) {
      project.consolidate();
      Optional<ConsolidateResult> kept = Consolidation.kept(project.plan()).get();
      assertThat(kept).isPresent();
      assertThat(project.consolidate()).isEqualTo(kept.get());

      String what = files.step();
      assertThat(Consolidation.kept(project.plan()).get()).as(what).isEmpty();
    }
  }

  @ParameterizedTest
  @ValueSource(longs = {61, 62, 63, 64})
  void what_is_kept_of_a_check_is_what_checking_from_nothing_shows(long seed) throws Exception {
    play(seed);
    for (int step = 0; step < STEPS; step++) {
      int last = last();
      CheckResult added = ProjectCheck.run(project.project(), ProjectCheck.HeldRows.COUNTED);
      Map<String, BigDecimal> cells = cells(last);

      assertThat(ProjectCheck.kept(project.plan()).get()).contains(added);
      Path kept = project.at(".baddle/cells");
      Path aside = project.at("aside");
      Files.move(kept, aside);
      Files.delete(project.at(".baddle/check baddle.yaml"));
      assertThat(ProjectCheck.run(project.project(), ProjectCheck.HeldRows.COUNTED))
          .isEqualTo(added);
      assertThat(cells(last)).isEqualTo(cells);
      try (Stream<Path> made = Files.list(kept)) {
        for (Path file : made.toList()) {
          Files.delete(file);
        }
      }
      Files.delete(kept);
      Files.move(aside, kept);

      String what = files.step();
      assertThat(ProjectCheck.kept(project.plan()).get()).as(what).isEmpty();
    }
  }

  private ProjectCheck.NowAndThen nowAndAtBatch() throws Exception {
    try (ProjectSession session = ProjectSession.open(project.project())) {
      return ProjectCheck.nowAndAtBatch(session, List.of());
    }
  }

  @ParameterizedTest
  @ValueSource(longs = {71, 72, 73})
  void what_is_open_at_a_batch_does_not_depend_on_what_came_since(long seed) throws Exception {
    play(seed);
    for (int step = 0; step < STEPS; step++) {
      int last = last();
      List<Finding> open = ProjectCheck.openAt(project.project(), last);
      assertThat(nowAndAtBatch().openAtBatch()).isEqualTo(open);

      String what = files.step();
      if (what.startsWith("regions")) {
        continue;
      }
      ProjectCheck.NowAndThen since = nowAndAtBatch();
      assertThat(since.openAtBatch()).as(what).isEqualTo(open);
      assertThat(since.now().findings()).as(what).isNotEqualTo(open);
    }
  }

  @ParameterizedTest
  @ValueSource(longs = {51, 52, 53, 54})
  void what_is_closed_stays_and_is_read_again_once_it_is_open(long seed) throws Exception {
    play(seed, false);
    files.expected();
    project.consolidate();
    PeriodClose closing = new PeriodClose(project.project(), ProjectFolder.CLOCK);
    Map<String, BigDecimal> before = cells(last());
    Set<String> closed = new TreeSet<>();
    for (String cell : before.keySet()) {
      String period = cell.substring(cell.lastIndexOf('|') + 1);
      if (period.compareTo("2026-07") < 0 && closed.add(period)) {
        closing.close(period, Optional.of("held rows are known"));
      }
    }
    Map<String, BigDecimal> kept = ofPeriods(before, closed);
    BranchFiles.Expected expected = files.expected();
    for (int step = 0; step < STEPS; step++) {
      String what = files.step();
      expected = files.expected();
      assertThat(project.consolidate().addsUp()).as(what).isTrue();
      assertThat(ofPeriods(cells(last()), closed)).as(what).isEqualTo(kept);
    }

    for (String period : closed) {
      closing.reopen(period, "all corrections are in");
    }
    project.consolidate();
    assertThat(cells(last())).isEqualTo(expected.cells());
  }

  private int last() throws Exception {
    return project.consolidate().current().orElseThrow().number();
  }

  private static Map<String, BigDecimal> ofPeriods(
      Map<String, BigDecimal> cells, Set<String> periods) {
    Map<String, BigDecimal> some = new TreeMap<>(cells);
    some.keySet().removeIf(cell -> !periods.contains(cell.substring(cell.lastIndexOf('|') + 1)));
    return some;
  }
}
