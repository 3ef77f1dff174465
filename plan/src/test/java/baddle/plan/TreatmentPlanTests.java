package baddle.plan;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import baddle.core.derivation.DerivationStep;
import baddle.core.intake.LeaveOut;
import baddle.core.intake.heading.HeadingLabels;
import baddle.core.lookup.LookupSpec;
import baddle.core.value.Ignored;
import baddle.plan.read.PlanReader;
import java.io.IOException;
import java.io.StringReader;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What a plan says of rows between reading and trusting them. */
class TreatmentPlanTests {

  private static final String START =
      """
      baddle: 1
      datasets:
        sales:
          columns:
            sold_on: {type: date, required: true}
            site: {type: text, corrections: {Aldermill: Alder Mill}}
            code: text
            channel: {type: text, otherwise: till}
            units: integer
            price: {type: decimal, places: 2}
      """;
  private static final String DERIVED =
      """
            revenue: {type: decimal, places: 2, calc: units * price}
            range: {type: text, lookup: ranges}
            buyer: {type: text, lookup: buyers}
      lookups:
        buyers: {file: b.csv, match: {range: Range}, bring: {buyer: Buyer}, when_missing: hold}
        ranges:
          file: r.csv
          match: {code: Code}
          ignoring: [case, leading zeros]
          bring: {range: Range}
          carry_down: [Range]
          when_missing: {range: none}
      """;

  private static Plan read(String text) throws IOException, PlanException {
    return PlanReader.read(new StringReader(text), "baddle.yaml");
  }

  @Test
  void puts_derived_columns_into_an_order_in_which_each_finds_what_it_needs() throws Exception {
    Plan plan = read(START + DERIVED);
    DatasetPlan sales = plan.datasets().get("sales");

    assertThat(sales.steps())
        .extracting(
            step -> step instanceof DerivationStep.LookedUp lookedUp ? lookedUp.lookup() : "calc")
        .containsExactly("calc", "ranges", "buyers");
    assertThat(sales.schema().names())
        .containsExactly(
            "sold_on",
            "site",
            "code",
            "channel",
            "units",
            "price",
            "revenue",
            "range",
            "buyer",
            "site_as_sent");
    assertThat(sales.amount()).contains("revenue");
    LookupPlan ranges = plan.lookups().get("ranges");
    assertThat(ranges.spec().ignoring()).containsOnly(Ignored.CASE, Ignored.LEADING_ZEROS);
    assertThat(ranges.spec().defaults()).containsEntry("range", "none");
    assertThat(ranges.feed().orElseThrow().shaping().carryDown()).containsExactly("Range");
    assertThat(plan.lookups().get("buyers").spec().whenMissing()).isEqualTo(LookupSpec.Policy.HOLD);
  }

  @Test
  void reads_how_a_feed_treats_its_rows() throws Exception {
    FeedPlan feed =
        read(START
                + """
                      revenue: {type: decimal, places: 2, calc: units * price}
                feeds:
                  a:
                    files: "*.csv"
                    carry_down: {columns: [site], until: blank row}
                    leave_out:
                      - code is null
                      - {when: "\\"Date\\" = 'Total'", because: total, control_total: {revenue: Sum, rows: No}}
                    set: {channel: trade}
                    expect: {every: month, per: site}
                """)
            .feeds()
            .get("a");

    assertThat(feed.shaping().untilBlankRow()).isTrue();
    assertThat(feed.shaping().leaveOut())
        .extracting(LeaveOut::because)
        .containsExactly("code is null", "total");
    assertThat(feed.shaping().leaveOut().get(1).stated())
        .containsEntry("revenue", "Sum")
        .containsEntry("rows", "No");
    assertThat(feed.constants()).containsEntry("channel", "trade");
    assertThat(feed.expect()).map(ExpectPlan::per).contains(List.of("site"));
  }

  @ParameterizedTest
  @CsvSource({
    "Jan, 2026, 2026-01-01",
    "February, 2026, 2026-02-01",
    "Mar 2025, 2026, 2025-03-01",
    "2025-04, , 2025-04-01",
    "Jan, , ",
    "Total, 2026, ",
  })
  void headings_are_read_as_periods(String heading, String source, String label) throws Exception {
    Plan plan =
        read(
            """
            baddle: 1
            datasets: {b: {columns: {month: date, amount: decimal}}}
            feeds:
              a:
                files: x.csv
                headings_to_rows: {headings: "{period}", label: month, value: amount}
            """);
    HeadingLabels labels =
        plan.feeds()
            .get("a")
            .shaping()
            .inSourceOf(Optional.ofNullable(source).flatMap(plan.periods()::parse))
            .headingsToRows()
            .orElseThrow()
            .labels();

    assertThat(labels.label(heading)).isEqualTo(Optional.ofNullable(label));
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '#',
      value = {
        "\u00b7\u00b7\u00b7\u00b7\u00b7\u00b7total: {type: decimal, calc: unitz * price} # 11:36: column total: no column unitz; did you mean units? (columns: sold_on, site, code, channel, units, price, site_as_sent)",
        "\u00b7\u00b7\u00b7\u00b7\u00b7\u00b7total: {type: text, calc: units * price} # 11:33: column total: the column is text, the expression gives decimal(2)",
        "\u00b7\u00b7\u00b7\u00b7\u00b7\u00b7a: {type: integer, calc: b}§      b: {type: integer, calc: a} # 4:5: columns that need each other: a needs b needs a",
        "\u00b7\u00b7\u00b7\u00b7\u00b7\u00b7total: {type: decimal, calc: 'units *'} # 11:36: expected a value, found the end",
        "\u00b7\u00b7\u00b7\u00b7\u00b7\u00b7total: {type: decimal, calc: units, headings: [T]} # 11:43: no key headings in column total, which is calculated (known: type, places, required, calc)",
        "\u00b7\u00b7\u00b7\u00b7\u00b7\u00b7range: {type: text, lookup: rangs} # 11:35: column range: no lookup rangs",
        "\u00b7\u00b7\u00b7\u00b7key: [sit] # 11:11: no column sit; did you mean site?",
        "\u00b7\u00b7\u00b7\u00b7on_duplicate: hold # 11:19: on_duplicate: needs key:, the columns that identify a row",
        "\u00b7\u00b7\u00b7\u00b7key: code§    on_duplicate: drop # 12:19: on_duplicate: should be one of report, hold, keep latest, not drop",
        "\u00b7\u00b7\u00b7\u00b7amount: site # 11:13: no column of numbers site",
        "feeds: {a: {files: x, carry_down: sit}} # 11:35: no column sit; did you mean site?",
        "feeds: {a: {files: x, carry_down: {columns: site, until: blank}}} # 11:58: until: should be \"blank row\", not blank",
        "feeds: {a: {files: x, set: {units: many}}} # 11:36: many: expected a whole number, such as 12",
        "feeds: {a: {files: x, leave_out: \"code = 7\"}} # 11:34: can't compare text with integer; texts go in single quotes",
        "feeds: {a: {files: x, leave_out: units}} # 11:34: expected a condition, found integer",
        "feeds: {a: {files: x, leave_out: {because: x}}} # 11:34: leave_out: needs when:, a condition such as customer = 'Grand total'",
        "feeds: {a: {files: x, leave_out: {when: units = 1, control_total: [cod]}}} # 11:67: control_total: no column of numbers cod",
        "feeds: {a: {files: x, leave_out: {when: units = 1, control_total: [rows]}}} # 11:67: control_total: name the heading over the total of rows: {rows: HEADING}",
        "feeds: {a: {files: x, leave_out: {when: units = 1, ends: [code]}}} # 11:59: ends: code isn't carried down; the feed has no carry_down:",
        "feeds: {a: {files: x, carry_down: [code], leave_out: {when: units = 1, ends: [cod]}}} # 11:79: ends: cod isn't carried down; did you mean code?",
        "feeds: {a: {files: x, leave_out: \"cod = 'x'\"}} # 11:34: no column that is read cod; a heading goes in double quotes; did you mean code?",
        "feeds: {a: {files: x, headings_to_rows: {headings: [A], value: units}}} # 11:41: headings_to_rows: needs label:",
        "feeds: {a: {files: x, expect: {every: hour}}} # 11:39: every: should be day, week, month, quarter or year",
        "lookups: {l: {match: {code: C}, bring: {x: X}}} # 11:14: lookup l needs either file: or dataset:",
        "lookups: {l: {file: f, bring: {x: X}}} # 11:14: lookup l needs match:, such as {code: Code}",
        "lookups: {l: {file: f, match: {code: C}, bring: {site: S}}} # 11:50: column site doesn't say that this lookup brings it: lookup: NAME",
        "lookups: {l: {file: [a, b], match: {code: C}, bring: {x: X}}} # 11:55: bring: no dataset has a column x",
        "checks: [{finding: rows-held, count_as: note, because: x, at: 'a{'}] # 11:63: { without a name and } in a{",
        "\u00b7\u00b7\u00b7\u00b7\u00b7\u00b7site_as_sent: text # 5:7: site_as_sent is the column that keeps what corrections of site replace",
        "\u00b7\u00b7\u00b7\u00b7\u00b7\u00b7held_because: text # 11:7: held_because is a column of the store's own",
        "feeds: {a: {files: x, cells: {sold_on: A1}, carry_down: site}} # 11:57: carry_down: is about rows; a form with cells: is one row",
        "checks: [{finding: rows-hled, count_as: note, because: x}] # 11:20: no finding rows-hled; did you mean rows-held?",
        "checks: [{finding: rows-held, count_as: fine, because: x}] # 11:41: count_as should be accepted, note, warning or error, not fine",
        "checks: [{finding: rows-held, count_as: note}] # 11:10: a rule of checks: needs because:",
      })
  void says_what_is_wrong_and_where(String lines, String message) {
    assertThatThrownBy(
            () -> read(START + lines.replace('\u00b7', ' ').replace('\u00a7', '\n') + "\n"))
        .isInstanceOf(PlanException.class)
        .hasMessageStartingWith("baddle.yaml:" + message);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '#',
      value = {
        "r*.csv # file: names one file, not a pattern",
        "[a, b] # file should be a single value, not a list"
      })
  void a_lookups_file_is_one_file(String file, String message) {
    String plan = START + DERIVED.replace("file: r.csv", "file: " + file);

    assertThatThrownBy(() -> read(plan)).hasMessageContaining(message);
  }

  @Test
  void a_dataset_that_looks_things_up_in_itself_is_refused() {
    String plan =
        START
            + """
                  last: {type: text, lookup: own}
            lookups:
              own: {dataset: sales, match: {code: code}, bring: {last: site}}
            """;

    assertThatThrownBy(() -> read(plan))
        .hasMessage("baddle.yaml:4:5: dataset sales looks things up in itself, by sales");
  }

  @Test
  void a_circle_of_lookups_is_named() {
    String circle = DERIVED.replace("match: {code: Code}", "match: {buyer: Buyer}");

    assertThatThrownBy(() -> read(START + circle))
        .hasMessage(
            "baddle.yaml:4:5: columns that need each other:"
                + " lookup ranges needs lookup buyers needs lookup ranges");
  }
}
