package baddle.plan.read;

import static org.assertj.core.api.Assertions.assertThat;

import baddle.core.crosstab.spec.ChartKind;
import baddle.core.crosstab.spec.SummaryLook;
import baddle.plan.PlanException;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;

class PlanEditTests {

  private static String plan(String column) {
    return """
        # what we keep
        baddle: 1
        datasets:
          sales:            # of all sites
            columns:
              day: date
        %s
              site: {type: text}   # last
        # and the feeds
        feeds: {a: {files: 'in/*.csv'}}
        """
        .formatted(column.indent(6).stripTrailing());
  }

  static Stream<Arguments> columns() {
    return Stream.of(
        Arguments.of(
            "amount: decimal   # money", "amount: {type: decimal, headings: [\"N\"]}   # money"),
        Arguments.of(
            "amount: {type: decimal, places: 2}  # x",
            "amount: {type: decimal, places: 2, headings: [\"N\"]}  # x"),
        Arguments.of("amount: {headings: [Net, Sum]}", "amount: {headings: [Net, Sum, \"N\"]}"),
        Arguments.of("amount: {headings: []}", "amount: {headings: [\"N\"]}"),
        Arguments.of("amount: {headings: Net}", "amount: {headings: [Net, \"N\"]}"),
        Arguments.of(
            "amount:\n  type: decimal  # x\n  places: 2 # y",
            "amount:\n  type: decimal  # x\n  places: 2 # y\n  headings: [\"N\"]"),
        Arguments.of(
            "amount:\n  headings:\n    - Net   # old\n  places: 2",
            "amount:\n  headings:\n    - Net   # old\n    - \"N\"\n  places: 2"),
        Arguments.of(
            "amount: {type: decimal,\n  places: 2\n  }",
            "amount: {type: decimal,\n  places: 2, headings: [\"N\"]\n  }"));
  }

  @ParameterizedTest
  @MethodSource("columns")
  void a_heading_is_added_and_nothing_else_changes(String before, String after) throws Exception {
    String text = PlanEdit.addHeading(plan(before), "sales", "amount", "N").orElseThrow();

    assertThat(text).isEqualTo(plan(after));
    assertThat(PlanEdit.addHeading(plan(before), "sales", "other", "N")).isEmpty();
  }

  @Test
  void a_column_is_added_behind_the_last_and_comments_stay() {
    assertThat(PlanEdit.addColumn(plan("amount: decimal"), "sales", "till", "{type: text}"))
        .hasValueSatisfying(
            text ->
                assertThat(text)
                    .contains(
                        "      site: {type: text}   # last\n      till: {type: text}\n# and the feeds"));
    assertThat(PlanEdit.addColumn("datasets: {d: {columns: {a: text}}}", "d", "b", "integer"))
        .contains("datasets: {d: {columns: {a: text, b: integer}}}");
    assertThat(PlanEdit.addColumn("datasets:\n  d:\n    columns:\n      a: text", "d", "b", "date"))
        .contains("datasets:\n  d:\n    columns:\n      a: text\n      b: date\n");
  }

  @Test
  void other_line_ends_and_characters_beyond_the_first_plane_stay() {
    String text = "# \ud83c\udf31 plants\r\ndatasets:\r\n  d:\r\n    columns:\r\n      a: text\r\n";

    assertThat(PlanEdit.addColumn(text, "d", "b", "date")).contains(text + "      b: date\r\n");
    assertThat(PlanEdit.addHeading(text, "d", "a", "x\"y"))
        .contains(text.replace("a: text", "a: {type: text, headings: [\"x\\\"y\"]}"));
  }

  @Test
  void a_sheet_is_added_where_sheets_are_named() {
    List<String> plans =
        List.of("feeds: {a: {sheets: [Jan, Feb]}}", "feeds:\n  a:\n    sheets: Jan # first\n");

    assertThat(PlanEdit.addSheet(plans.get(0), "a", "Mar"))
        .contains("feeds: {a: {sheets: [Jan, Feb, \"Mar\"]}}");
    assertThat(PlanEdit.addSheet(plans.get(1), "a", "Mar"))
        .contains("feeds:\n  a:\n    sheets: [Jan, \"Mar\"] # first\n");
    assertThat(PlanEdit.addSheet("feeds: {a: {files: x}}", "a", "Mar")).isEmpty();
  }

  private static SummaryDraft summary() throws PlanException {
    SummaryDraft draft = new SummaryDraft("by site");
    draft.add("of", "sales");
    draft.add("down", "site");
    draft.add("measures", "sum(amount)");
    return draft;
  }

  static Stream<Arguments> summaries() {
    String own = "of: sales\n%1$sdown: [site]\n%1$smeasures: {sum(amount): sum(amount)}\n";
    return Stream.of(
        Arguments.of("baddle: 1 # ours", "baddle: 1 # ours\n\nsummaries:\n  by site:\n    " + own),
        Arguments.of(
            "summaries:\n   a: {of: s}   # old\nreports: {}\n",
            "summaries:\n   a: {of: s}   # old\n   by site:\n     "
                + own.replace("%1$s", "%1$s ")
                + "reports: {}\n"),
        Arguments.of(
            "summaries: {a: {of: s}} # end\n",
            "summaries: {a: {of: s}, by site: {of: sales, down: [site],"
                + " measures: {sum(amount): sum(amount)}}} # end\n"));
  }

  @ParameterizedTest
  @MethodSource("summaries")
  void a_summary_is_added_and_nothing_else_changes(String before, String after) throws Exception {
    assertThat(PlanEdit.addSummary(before, "by site", summary())).contains(after.formatted("    "));
  }

  @Test
  void a_summary_is_put_into_a_report_or_a_new_one() {
    SummaryLook look = new SummaryLook("By site", false, Optional.of(ChartKind.LINES), false);
    String plan = "reports:\n  a.xlsx:\n    summaries: [one]\n  r.csv: {rows: sales}\n";

    assertThat(PlanEdit.addToReport(plan, "a.xlsx", "two", look))
        .contains(plan.replace("[one]", "[one, {two: {title: By site, chart: lines}}]"));
    assertThat(PlanEdit.addToReport(plan, "b.xlsx", "two", SummaryLook.PLAIN))
        .contains(plan + "  b.xlsx:\n    summaries: [two]\n");
    assertThat(PlanEdit.addToReport(plan, "r.csv", "two", look)).isEmpty();
  }
}
