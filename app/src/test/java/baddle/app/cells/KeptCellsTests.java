package baddle.app.cells;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import baddle.app.BranchFiles;
import baddle.app.CrosstabCells;
import baddle.app.Progress;
import baddle.app.Project;
import baddle.app.ProjectFolder;
import baddle.app.session.ProjectSession;
import baddle.core.crosstab.Crosstab;
import baddle.core.crosstab.Item;
import baddle.core.crosstab.spec.CrosstabSpec;
import baddle.core.crosstab.spec.Measure;
import baddle.core.crosstab.spec.SpecException;
import baddle.core.expression.AxisItem;
import baddle.store.DatasetReader;
import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Random;
import java.util.Set;
import java.util.TreeSet;
import java.util.concurrent.atomic.AtomicLong;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** What is asked ahead comes to what it comes to alone, and the rows are gone over once for it. */
class KeptCellsTests {

  @TempDir private Path folder;
  private ProjectFolder project;
  private final AtomicLong rowsGoneOver = new AtomicLong();

  private static CrosstabSpec spec(List<String> down, List<String> across, String... measures) {
    return CrosstabSpec.of(
        "",
        down.stream().map(AxisItem::parse).toList(),
        across.stream().map(AxisItem::parse).toList(),
        Stream.of(measures).map(value -> Measure.of(value, value)).toList());
  }

  private static List<CrosstabSpec> specs() {
    return List.of(
        spec(List.of("branch"), List.of("source_period"), "sum(amount)"),
        spec(List.of("code", "region"), List.of(), "sum(amount)", "count(*)", "max(amount)"),
        spec(List.of("source_file"), List.of("code"), "count(amount)", "avg(amount)"),
        spec(List.of("branch"), List.of(), "sum(amount)").whereAlso("code = 'A1' or amount < 0"),
        spec(List.of("region"), List.of(), "median(amount)", "count(distinct code)"),
        spec(List.of(), List.of(), "count(*)"));
  }

  private void consolidated(long seed, int steps) throws Exception {
    project = new ProjectFolder(folder, BranchFiles.PLAN);
    BranchFiles files = new BranchFiles(project, seed, false);
    project.consolidate();
    for (int step = 0; step < steps; step++) {
      files.step();
      project.consolidate();
    }
  }

  private ProjectSession session() throws Exception {
    Project watched =
        project
            .project()
            .with(
                new Progress() {
                  @Override
                  public void begin(Work work, long items, long bytes) {
                    if (work == Work.GOING_OVER) {
                      rowsGoneOver.addAndGet(items);
                    }
                  }

                  @Override
                  public void step(Work work, long items, long bytes, long rows) {}

                  @Override
                  public void end(Work work) {}
                });
    return ProjectSession.open(watched);
  }

  private static List<Map<String, BigDecimal>> answer(ProjectSession session, RowQuestion question)
      throws Exception {
    return answer(session.cells(), question);
  }

  private static List<Map<String, BigDecimal>> answer(KeptCells cells, RowQuestion question)
      throws Exception {
    Crosstab crosstab = cells.builder(List.of(question)).build();
    List<Map<String, BigDecimal>> answers = new ArrayList<>();
    for (int measure = 0; measure < crosstab.spec().measures().size(); measure++) {
      answers.add(CrosstabCells.of(crosstab, measure));
    }
    return answers;
  }

  private static RowQuestion question(ProjectSession session, CrosstabSpec spec, int batch)
      throws Exception {
    return RowQuestion.ofOwn(spec, session.reader("sales", batch));
  }

  private static RowQuestion question(
      ProjectSession session, CrosstabSpec spec, int batch, OneValue only) throws Exception {
    DatasetReader reader = session.reader("sales", batch);
    return new RowQuestion(spec, reader, "", reader, Optional.of(only));
  }

  private static String condition(OneValue only) {
    return only.value().isEmpty()
        ? only.column() + " is null"
        : only.column() + " = '" + only.value() + "'";
  }

  private void forgetCells() throws Exception {
    Path cells = project.at(".baddle/cells");
    if (Files.isDirectory(cells)) {
      try (Stream<Path> all = Files.list(cells)) {
        for (Path file : all.toList()) {
          Files.delete(file);
        }
      }
    }
  }

  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3, 4, 5, 6})
  void what_is_asked_ahead_comes_to_what_it_comes_to_alone(long seed) throws Exception {
    consolidated(seed, 6);
    Random random = new Random(seed);
    int batches;
    try (ProjectSession session = session()) {
      batches = session.batch(OptionalInt.empty()).number();
    }
    for (int round = 0; round < 8; round++) {
      int batch = 1 + random.nextInt(batches);
      List<CrosstabSpec> specs = new ArrayList<>(specs());
      Collections.shuffle(specs, random);
      Map<CrosstabSpec, List<Map<String, BigDecimal>>> alone = new HashMap<>();
      for (CrosstabSpec spec : specs) {
        forgetCells();
        try (ProjectSession session = session()) {
          alone.put(spec, answer(session, question(session, spec, batch)));
        }
      }
      forgetCells();
      try (ProjectSession session = session()) {
        for (CrosstabSpec known : specs.subList(0, random.nextInt(3))) {
          answer(session, question(session, known, 1 + random.nextInt(batches)));
        }
        List<RowQuestion> questions = new ArrayList<>();
        for (CrosstabSpec spec : specs) {
          questions.add(question(session, spec, batch));
        }
        new KeptCells(session.project(), 1 + random.nextInt(60)).ahead(questions);
        session.cells().ahead(questions);
        for (RowQuestion question : questions) {
          assertThat(answer(session, question)).isEqualTo(alone.get(question.spec()));
        }
      }
    }
  }

  @ParameterizedTest
  @CsvSource({"1, branch", "2, branch", "3, region", "4, code", "5, region"})
  void rows_with_one_value_come_to_what_a_condition_gives(long seed, String column)
      throws Exception {
    consolidated(seed, 6);
    try (ProjectSession session = session()) {
      int batch = session.batch(OptionalInt.empty()).number();
      Set<String> values = new TreeSet<>(Set.of("", "nobody"));
      Item all =
          session
              .cells()
              .builder(spec(List.of(column), List.of(), "count(*)"), session.reader("sales", batch))
              .build()
              .down();
      all.children().forEach(item -> values.add(item.label()));
      values.remove(Item.BLANK_LABEL);
      assertThat(values.size()).isGreaterThan(3);
      forgetCells();

      List<RowQuestion> questions = new ArrayList<>();
      for (CrosstabSpec spec : specs()) {
        for (String value : values) {
          questions.add(question(session, spec, batch, new OneValue(column, value)));
        }
      }
      session.cells().ahead(questions.subList(0, (int) (seed % 3) * values.size()));
      for (RowQuestion question : questions) {
        OneValue only = question.only().orElseThrow();
        assertThat(answer(session, question))
            .as("%s of %s", question.spec().measures(), only)
            .isEqualTo(
                answer(
                    session, question(session, question.spec().whereAlso(condition(only)), batch)));
      }
    }
  }

  @Test
  void what_is_wrong_with_other_values_is_not_in_the_way_of_one() throws Exception {
    consolidated(3, 6);
    CrosstabSpec failing =
        spec(List.of("branch"), List.of(), "sum(amount / case code when 'B2' then 0 else 1 end)");
    CrosstabSpec many = spec(List.of("source_file", "branch"), List.of("region"), "sum(amount)");
    try (ProjectSession session = session()) {
      int batch = session.batch(OptionalInt.empty()).number();
      KeptCells few = new KeptCells(session.project(), 3);
      for (String value : List.of("A1", "C3", "D4")) {
        OneValue only = new OneValue("code", value);
        for (CrosstabSpec spec : List.of(failing, many)) {
          forgetCells();
          assertThat(answer(few, question(session, spec, batch, only)))
              .as("%s of %s", spec.measures(), value)
              .isEqualTo(
                  answer(session, question(session, spec.whereAlso(condition(only)), batch)));
        }
      }
      assertThatThrownBy(
              () -> answer(few, question(session, failing, batch, new OneValue("code", "B2"))))
          .isInstanceOf(SpecException.class)
          .hasMessageContaining("guard it with nullif or case");
    }
  }

  @Test
  void rows_are_gone_over_once_for_the_files_of_all_values() throws Exception {
    consolidated(12, 5);
    try (ProjectSession session = session()) {
      DatasetReader reader = session.reader("sales", session.batch(OptionalInt.empty()).number());
      forgetCells();
      rowsGoneOver.set(0);
      for (String value : List.of("A1", "B2", "C3", "D4", "E5")) {
        List<RowQuestion> questions = new ArrayList<>();
        for (CrosstabSpec spec : specs().subList(0, 4)) {
          questions.add(
              new RowQuestion(spec, reader, "", reader, Optional.of(new OneValue("code", value))));
        }
        session.cells().ahead(questions);
        for (RowQuestion question : questions) {
          answer(session, question);
        }
      }
      assertThat(rowsGoneOver.get()).isEqualTo(reader.storedRows());
    }
  }

  @Test
  void rows_are_gone_over_once_for_all_that_can_be_kept() throws Exception {
    consolidated(7, 4);
    try (ProjectSession session = session()) {
      DatasetReader reader = session.reader("sales", session.batch(OptionalInt.empty()).number());
      List<RowQuestion> questions =
          specs().stream().map(spec -> RowQuestion.ofOwn(spec, reader)).toList();
      forgetCells();
      rowsGoneOver.set(0);

      session.cells().ahead(questions);
      assertThat(rowsGoneOver.getAndSet(0)).isEqualTo(reader.storedRows());

      for (RowQuestion question : questions) {
        answer(session, question);
      }
      assertThat(rowsGoneOver.get()).as("the median's").isEqualTo(reader.storedRows());
    }
  }

  @Test
  void what_was_found_is_known_where_no_file_can_be_written() throws Exception {
    consolidated(8, 3);
    forgetCells();
    Files.deleteIfExists(project.at(".baddle/cells"));
    Files.createFile(project.at(".baddle/cells"));
    CrosstabSpec one = specs().get(0);
    CrosstabSpec other = specs().get(1);
    try (ProjectSession session = session()) {
      List<RowQuestion> questions = List.of(question(session, one, 1), question(session, other, 1));
      session.cells().ahead(questions);
      rowsGoneOver.set(0);
      for (RowQuestion question : questions) {
        answer(session, question);
      }
      assertThat(rowsGoneOver.get()).isZero();
    }
  }

  @Test
  void a_question_without_an_answer_is_left_to_the_one_that_asks() throws Exception {
    consolidated(9, 1);
    try (ProjectSession session = session()) {
      RowQuestion wrong = question(session, spec(List.of("branche"), List.of(), "sum(amount)"), 1);
      List<RowQuestion> right =
          List.of(question(session, specs().get(0), 1), question(session, specs().get(1), 1));
      forgetCells();
      session.cells().ahead(List.of(right.get(0), wrong, right.get(1)));
      rowsGoneOver.set(0);

      answer(session, right.get(0));
      answer(session, right.get(1));
      assertThat(rowsGoneOver.get()).isZero();
      assertThatThrownBy(() -> answer(session, wrong))
          .isInstanceOf(SpecException.class)
          .hasMessageStartingWith("no column branche; did you mean branch?");
    }
  }

  @Test
  void a_question_with_many_cells_is_left_to_the_one_that_asks() throws Exception {
    consolidated(10, 5);
    try (ProjectSession session = session()) {
      int batch = session.batch(OptionalInt.empty()).number();
      RowQuestion many = question(session, specs().get(2), batch);
      List<RowQuestion> few =
          List.of(
              question(session, specs().get(5), batch), question(session, specs().get(3), batch));
      forgetCells();
      new KeptCells(session.project(), 6).ahead(List.of(few.get(0), many, few.get(1)));
      rowsGoneOver.set(0);

      answer(session, few.get(0));
      assertThat(rowsGoneOver.get()).isZero();
      answer(session, many);
      assertThat(rowsGoneOver.get()).isPositive();
    }
  }
}
