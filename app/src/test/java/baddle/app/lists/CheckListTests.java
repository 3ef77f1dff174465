package baddle.app.lists;

import static org.assertj.core.api.Assertions.assertThat;

import baddle.app.Project;
import baddle.app.ProjectFolder;
import baddle.app.check.CheckResult;
import baddle.app.check.HeldTable;
import baddle.app.check.ProjectCheck;
import baddle.app.compare.SummaryComparison;
import java.math.BigDecimal;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.OptionalInt;
import java.util.stream.Collectors;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;

/** Each list of a month in which everything went wrong, whole. */
class CheckListTests {

  private static final String PLAN =
      """
      baddle: 1
      datasets:
        sales:
          key: [doc]
          on_duplicate: hold
          columns:
            doc: text
            day: {type: date, headings: [Date, Sale date]}
            code: text
            units: {type: integer, unreadable: blank}
            amount: {type: decimal, required: true}
            range: {type: text, lookup: ranges}
            site: text
      feeds:
        tills:
          files: "in/{site} {period}.csv"
          leave_out:
            - {when: code = 'Total', because: total, control_total: [amount]}
          expect: {every: month, per: site}
      lookups:
        ranges: {file: ranges.csv, match: {code: Code}, bring: {range: Range}, when_missing: {range: none}}
      summaries:
        by-range: {of: sales, down: range, measures: {Amount: sum(amount)}}
      """;

  @TempDir private Path folder;
  private ProjectFolder project;

  @BeforeEach
  void layOut() throws Exception {
    project = new ProjectFolder(folder, PLAN);
    project.write("ranges.csv", "Code,Range\nA,Trees\nB,Shrubs\nB,Roses\nZ,Seeds\n");
    project.write(
        "in/Foxholt 2026-01.csv",
        """
        doc,Date,code,units,amount
        D1,2026-01-05,A,3,10.00
        D2,2026-01-06,B,x,5.00
        ,,Total,,16.00
        """);
    project.write(
        "in/Foxholt 2026-03.csv",
        """
        doc,Sale date,code,amount,remark
        D3,2026-03-05,C,2.00,late
        D4,31.04.2026,A,1.00,
        D5,2026-03-06,A,some,
        ,,Total,3.00,
        """);
    project.write(
        "in/Dunmere 2026-02.csv",
        "doc,Date,code,units,amount\nD6,2026-02-05,C,1,4.00\nD6,2026-02-06,A,1,7.00\n");
    project.consolidate();
  }

  static List<Arguments> lists() {
    return List.of(
        Arguments.of(
            "left-out",
            """
            feed|file|sheet|because|rows_left_out|rows_read
            tills|in/Foxholt 2026-01.csv||total|1|3
            tills|in/Dunmere 2026-02.csv||total|0|2
            tills|in/Foxholt 2026-03.csv||total|1|4
            """),
        Arguments.of(
            "blanked",
            """
            feed|file|sheet|row|heading|sent|expected
            tills|in/Foxholt 2026-01.csv||3|units|x|a whole number, such as 12
            """),
        Arguments.of(
            "held",
            """
            feed|file|sheet|row|heading|found|expected
            tills|in/Foxholt 2026-03.csv||3|Sale date|31.04.2026|a day that exists
            tills|in/Foxholt 2026-03.csv||4|amount|some|a number, such as 1234.50
            sales|in/Dunmere 2026-02.csv||3|doc|D6|a key of its own; in/Dunmere 2026-02.csv, row 2 has it too
            """),
        Arguments.of(
            "duplicates",
            """
            feed|file|sheet|row|heading|found|expected
            sales|in/Dunmere 2026-02.csv||3|doc|D6|a key of its own; in/Dunmere 2026-02.csv, row 2 has it too
            """),
        Arguments.of(
            "control-totals",
            """
            feed|file|sheet|row|column|label|stated|computed|difference|rows_held|ties
            tills|in/Foxholt 2026-01.csv||4|amount||16.00|15.00|1.00|0|no
            tills|in/Foxholt 2026-03.csv||5|amount||3.00|3.00|0.00|2|yes
            """),
        Arguments.of(
            "not-read",
            """
            feed|file|sheet|heading|range|cells|numbers|sum
            tills|in/Foxholt 2026-03.csv||remark|E2|1|0|
            """),
        Arguments.of(
            "missing-periods",
            """
            feed|expected|state|what
            tills|every month per site|missing|Dunmere 2026-03
            tills|every month per site|missing|Foxholt 2026-02
            """),
        Arguments.of(
            "unmatched",
            """
            dataset|lookup|state|key|rows|amount
            sales|ranges|missing|C|2|6.00
            sales|ranges|ambiguous|B|1|5.00
            """),
        Arguments.of(
            "headings",
            """
            feed|file|sheet|column|state|at|heading|before
            tills|in/Foxholt 2026-01.csv||doc|found|A|doc|
            tills|in/Foxholt 2026-01.csv||day|found|B|Date|
            tills|in/Foxholt 2026-01.csv||code|found|C|code|
            tills|in/Foxholt 2026-01.csv||units|found|D|units|
            tills|in/Foxholt 2026-01.csv||amount|found|E|amount|
            tills|in/Dunmere 2026-02.csv||doc|found|A|doc|
            tills|in/Dunmere 2026-02.csv||day|found|B|Date|
            tills|in/Dunmere 2026-02.csv||code|found|C|code|
            tills|in/Dunmere 2026-02.csv||units|found|D|units|
            tills|in/Dunmere 2026-02.csv||amount|found|E|amount|
            tills|in/Foxholt 2026-03.csv||doc|found|A|doc|
            tills|in/Foxholt 2026-03.csv||day|renamed|B|Sale date|Date
            tills|in/Foxholt 2026-03.csv||code|found|C|code|
            tills|in/Foxholt 2026-03.csv||amount|found|D|amount|
            tills|in/Foxholt 2026-03.csv|||extra|E|remark|
            tills|in/Foxholt 2026-03.csv||units|absent|||units
            """),
        Arguments.of(
            "findings",
            """
            severity|finding|file|sheet|row|heading|message|to_do
            error|control-total-differs|in/Foxholt 2026-01.csv||4||amount: stated 16.00, the rows above add up to 15.00, difference 1.00|ask the sender which of the two is right
            error|rows-held|in/Foxholt 2026-03.csv||3|Sale date|1 row held: found "31.04.2026", expected a day that exists|ask the sender which day is meant, and consolidate again
            error|rows-held|in/Foxholt 2026-03.csv||4|amount|1 row held: found "some", expected a number, such as 1234.50|correct the file, or give the column a type that fits, and consolidate again
            error|lookup-ambiguous|ranges.csv||4||lookup ranges: key "B" (1 row, amount 5.00) appears in rows 3 and 4 with "Shrubs" and "Roses"; the rows get neither|remove one of the two
            warning|values-blanked|in/Foxholt 2026-01.csv||3|units|1 row kept with a blank: found "x", expected a whole number, such as 12|correct the file, or give the column a type that fits
            warning|heading-absent|in/Foxholt 2026-03.csv||1||no heading for units, which earlier files of the feed have; blank in all its rows; perhaps "remark", which no column wants|if it was renamed, add its new name to headings: in the plan; else ask the sender
            warning|duplicate-in-source|in/Dunmere 2026-02.csv||3||1 row has a key that appears again in one source: D6 is also at in/Dunmere 2026-02.csv, row 2|ask the sender whether both are meant
            warning|lookup-missing|ranges.csv||||lookup ranges has no row for 1 key of 2 rows of sales: "C" (2 rows, amount 6.00)|add the keys to the file, or correct them in the sources
            warning|period-missing|||||feed tills has no source for Dunmere 2026-03, Foxholt 2026-02, though it should have one every month per site|ask the sender for the files
            note|heading-not-used|in/Foxholt 2026-03.csv||||heading no column wants: "remark"|
            """));
  }

  private CheckResult check() throws Exception {
    return ProjectCheck.run(project.project(), ProjectCheck.HeldRows.GATHERED);
  }

  private static String shown(ListTable table) {
    StringBuilder text = new StringBuilder(String.join("|", table.schema().names()) + "\n");
    table.rows().forEach(row -> text.append(String.join("|", row)).append('\n'));
    return text.toString();
  }

  @ParameterizedTest(name = "{0}")
  @MethodSource("lists")
  void is_told_whole(String word, String expected) throws Exception {
    CheckList list = CheckList.of(word).orElseThrow();

    assertThat(shown(list.of(project.project(), check(), OptionalInt.empty()))).isEqualTo(expected);
  }

  @Test
  void every_list_is_among_these() {
    assertThat(lists().stream().map(one -> one.get()[0]).collect(Collectors.toSet()))
        .containsExactlyInAnyOrderElementsOf(
            Arrays.stream(CheckList.values()).map(CheckList::word).toList());
    assertThat(CheckList.of("nothing")).isEmpty();
  }

  @Test
  void every_row_that_is_read_is_in_the_dataset_or_in_a_list() throws Exception {
    CheckResult check = check();

    assertThat(check.addsUp()).isTrue();
    assertThat(check.rows().read())
        .isEqualTo(check.inDataset() + check.rows().leftOut() + check.rows().held());
  }

  @Test
  void left_out_rows_are_read_again_in_the_shape_of_their_sources() throws Exception {
    List<String> lines = new ArrayList<>();
    for (HeldTable table : LeftOutTables.of(project.project(), "sales", 1)) {
      lines.add(String.join("|", table.headings()));
      table.rows().forEach(row -> lines.add(String.join("|", row)));
    }

    assertThat(lines)
        .containsExactly(
            "file|sheet|row|because|doc|Date|code|units|amount",
            "in/Foxholt 2026-01.csv||4|total|||Total||16.00",
            "file|sheet|row|because|doc|Sale date|code|amount|remark",
            "in/Foxholt 2026-03.csv||5|total|||Total|3.00|");
  }

  @Test
  void what_moved_is_a_table_of_figures_sources_and_totals() throws Exception {
    project.write(
        "in/Foxholt 2026-01.csv", "doc,Date,code,units,amount\nD1,2026-01-05,A,3,12.50\n");
    project.consolidate();
    Project now = project.project();

    ListTable table =
        MovementTable.of(
            new SummaryComparison(now)
                .batches(
                    List.copyOf(now.plan().summaries().values()),
                    OptionalInt.of(1),
                    OptionalInt.empty()),
            BigDecimal.ZERO);

    assertThat(shown(table))
        .isEqualTo(
            """
            summary|kind|place|measure|before|after|movement|because|rows_added|rows_removed|rows_altered
            by-range|figure|(blank)|Amount|5.00||-5.00||||
            by-range|figure|Trees|Amount|10.00|12.50|2.50||||
            by-range|source|in/Foxholt 2026-01.csv|Amount|15.00|12.50|-2.50|file changed|0|1|1
            by-range|total|total|Amount|21.00|18.50|-2.50||||
            """);
  }
}
