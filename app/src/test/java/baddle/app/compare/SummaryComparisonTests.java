package baddle.app.compare;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.tuple;

import baddle.app.Project;
import baddle.app.ProjectFolder;
import baddle.app.close.PeriodClose;
import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What moved between two batches is told with its reason and its exact amount. */
class SummaryComparisonTests {

  private static final String PLAN =
      """
      baddle: 1
      datasets:
        sales:
          key: [doc]
          columns:
            doc: text
            code: text
            amount: decimal
            region: {type: text, lookup: regions}
      feeds:
        tills:
          files: "in/*.csv"
      lookups:
        regions:
          file: regions.csv
          match: {code: Code}
          bring: {region: Region}
          when_missing: {region: none}
      summaries:
        by-region: {of: sales, down: region, measures: {Amount: sum(amount), Lines: count(*)}}
      """;

  @TempDir private Path folder;
  private ProjectFolder project;

  @BeforeEach
  void layOut() throws Exception {
    project = new ProjectFolder(folder, PLAN);
    project.write("regions.csv", "Code,Region\nA,North\nB,West\n");
    project.write("in/a.csv", "doc,code,amount\nD1,A,10.00\nD2,B,5.00\n");
    project.write("in/b.csv", "doc,code,amount\nD3,A,1.00\n");
    project.consolidate();
  }

  private Comparison.Summary compared() throws Exception {
    project.consolidate();
    Project now = project.project();
    return new SummaryComparison(now)
        .batches(
            List.copyOf(now.plan().summaries().values()), OptionalInt.of(1), OptionalInt.empty())
        .summaries()
        .get(0);
  }

  private void happens(String what) throws Exception {
    switch (what) {
      case "new" -> project.write("in/c.csv", "doc,code,amount\nD4,B,7.00\n");
      case "changed" -> project.write("in/a.csv", "doc,code,amount\nD1,A,12.00\nD2,B,5.00\n");
      case "gone" -> Files.delete(project.at("in/b.csv"));
      case "lookup" -> project.write("regions.csv", "Code,Region\nA,North\nB,North\n");
      case "plan" ->
          project.write(
              "baddle.yaml",
              PLAN.replace(
                  "in/*.csv\"",
                  "in/*.csv\"\n    leave_out: {when: \"doc = 'D1'\", because: known}"));
      default -> throw new IllegalArgumentException(what);
    }
  }

  @ParameterizedTest
  @CsvSource({
    "new, FILE_NEW, in/c.csv, 7.00",
    "changed, FILE_CHANGED, in/a.csv, 2.00",
    "gone, FILE_GONE, in/b.csv, -1.00",
    "plan, PLAN_CHANGED, in/a.csv, -10.00",
  })
  void a_cause_names_its_file_reason_and_amount(
      String what, Reason reason, String file, BigDecimal amount) throws Exception {
    happens(what);

    Comparison.Summary compared = compared();

    assertThat(compared.totals())
        .filteredOn(movement -> movement.measure().equals("Amount"))
        .singleElement()
        .satisfies(movement -> assertThat(movement.amount()).isEqualByComparingTo(amount));
    assertThat(compared.causes())
        .filteredOn(cause -> cause.movement().measure().equals("Amount"))
        .singleElement()
        .satisfies(
            cause -> {
              assertThat(cause.reason()).isEqualTo(reason);
              assertThat(cause.movement().items()).contains(file);
              assertThat(cause.movement().amount()).isEqualByComparingTo(amount);
            });
  }

  @Test
  void what_a_mapping_moves_between_items_leaves_the_total() throws Exception {
    happens("lookup");

    Comparison.Summary compared = compared();

    assertThat(compared.totals()).isEmpty();
    assertThat(compared.movements())
        .filteredOn(movement -> movement.measure().equals("Amount"))
        .extracting(Movement::place, movement -> movement.amount().toPlainString())
        .containsExactlyInAnyOrder(tuple("North", "5.00"), tuple("West", "-5.00"));
    assertThat(compared.derived()).contains(Reason.LOOKUP_CHANGED);
  }

  @Test
  void rows_of_a_changed_file_are_told_apart_by_their_key() throws Exception {
    project.write("in/a.csv", "doc,code,amount\nD1,A,12.00\nD9,B,4.00\n");

    Cause cause =
        compared().causes().stream()
            .filter(one -> one.movement().measure().equals("Amount"))
            .findFirst()
            .orElseThrow();

    assertThat(cause.parts().get(RowChange.ALTERED))
        .isEqualTo(new Cause.Part(1, new BigDecimal("2.00")));
    assertThat(cause.parts().get(RowChange.ADDED))
        .isEqualTo(new Cause.Part(1, new BigDecimal("4.00")));
    assertThat(cause.parts().get(RowChange.REMOVED))
        .isEqualTo(new Cause.Part(1, new BigDecimal("-5.00")));
  }

  @Test
  void where_nothing_happened_nothing_moved() throws Exception {
    Comparison.Summary compared = compared();

    assertThat(compared.totals()).isEmpty();
    assertThat(compared.movements()).isEmpty();
    assertThat(compared.causes()).isEmpty();
  }

  @Test
  void two_changes_that_cancel_are_both_told() throws Exception {
    project.write("in/a.csv", "doc,code,amount\nD1,A,12.00\nD2,B,5.00\n");
    project.write("in/b.csv", "doc,code,amount\nD3,A,-1.00\n");

    Comparison.Summary compared = compared();

    assertThat(compared.totals())
        .filteredOn(movement -> movement.measure().equals("Amount"))
        .isEmpty();
    assertThat(compared.causes())
        .filteredOn(cause -> cause.movement().measure().equals("Amount"))
        .extracting(cause -> cause.movement().amount().toPlainString())
        .containsExactlyInAnyOrder("2.00", "-2.00");
  }

  @ParameterizedTest
  @CsvSource({"reopened, PERIOD_REOPENED", "booked, PLAN_CHANGED"})
  void what_lets_a_late_row_in_is_told(String how, Reason reason) throws Exception {
    String plan =
        PLAN.replace("    key: [doc]", "    key: [doc]\n    dated_by: day")
            .replace("      doc: text", "      doc: text\n      day: date");
    project.write("baddle.yaml", plan);
    project.write("in/a.csv", "doc,day,code,amount\nD1,2026-01-05,A,10.00\n");
    project.write("in/b.csv", "doc,day,code,amount\nD3,2026-02-05,A,1.00\n");
    project.consolidate();
    PeriodClose closing = new PeriodClose(project.project(), ProjectFolder.CLOCK);
    closing.close("2026-01", Optional.empty());
    project.write("in/b.csv", "doc,day,code,amount\nD3,2026-02-05,A,1.00\nD4,2026-01-31,A,4.00\n");
    int before = project.consolidate().current().orElseThrow().number();
    if (how.equals("reopened")) {
      closing.reopen("2026-01", "late");
    } else {
      project.write("baddle.yaml", plan + "closing: {restatements: book}\n");
    }
    project.consolidate();
    Project now = project.project();

    Comparison.Summary compared =
        new SummaryComparison(now)
            .batches(
                List.copyOf(now.plan().summaries().values()),
                OptionalInt.of(before),
                OptionalInt.empty())
            .summaries()
            .get(0);

    assertThat(compared.causes())
        .filteredOn(cause -> cause.movement().measure().equals("Amount"))
        .singleElement()
        .satisfies(
            cause -> {
              assertThat(cause.reason()).isEqualTo(reason);
              assertThat(cause.movement().amount()).isEqualByComparingTo("4.00");
            });
  }

  @Test
  void the_largest_movement_comes_first() throws Exception {
    project.write("in/c.csv", "doc,code,amount\nD4,B,7.00\nD5,A,1.00\nD6,Z,100.00\n");

    assertThat(compared().movements())
        .filteredOn(movement -> movement.measure().equals("Amount"))
        .extracting(Movement::place)
        .containsExactly("none", "West", "North");
  }
}
