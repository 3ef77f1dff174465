package baddle.plan.read;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import baddle.core.intake.IntakeColumn;
import baddle.plan.FeedPlan;
import baddle.plan.PeriodChoice;
import baddle.plan.Plan;
import baddle.plan.PlanException;
import baddle.plan.TableChoice;
import baddle.plan.output.SummaryPlan;
import java.io.IOException;
import java.io.StringReader;
import java.nio.file.Path;
import java.time.Month;
import java.util.Collections;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class PlanReaderTests {

  private static final String START =
      """
      baddle: 1
      datasets:
        sales:
          columns:
            sold_on: {type: date, headings: [Date], required: true}
            site: text
            revenue: {type: decimal, places: 3}
      """;

  private static Plan read(String text) throws IOException, PlanException {
    return PlanReader.read(new StringReader(text), "baddle.yaml");
  }

  @Test
  void reads_the_plan_of_the_documentation() throws IOException, PlanException {
    Plan plan = PlanReader.read(Path.of("../docs/example/baddle.yaml"));

    assertThat(plan.calendar().fiscalYearStarts()).isEqualTo(Month.APRIL);
    assertThat(plan.datasets()).containsOnlyKeys("sales", "cash", "budget", "site_returns");
    assertThat(plan.feeds()).containsOnlyKeys("tills", "trade", "cashbook", "budget", "returns");
    assertThat(plan.lookups()).containsOnlyKeys("sites", "ranges", "prices");
    assertThat(plan.summaries()).isNotEmpty();
    FeedPlan trade = plan.feeds().get("trade");
    assertThat(trade.sheets()).hasToString("Trade {period}");
  }

  @Test
  void fills_in_what_is_left_out() throws IOException, PlanException {
    Plan plan =
        read(
            START
                + """
                feeds:
                  tills: {files: "in/{site}.csv"}
                summaries:
                  by-site: {down: site, across: [sold_on by month], measures: {Sum: sum(revenue)}}
                """);

    assertThat(plan.feeds().get("tills").dataset()).isEqualTo("sales");
    SummaryPlan summary = plan.summaries().get("by-site");
    assertThat(summary.crosstab().across())
        .extracting(level -> level.item().text())
        .containsExactly("sold_on by month");
    assertThat(summary.crosstab().totals().down()).isTrue();
    assertThat(summary.crosstab().blanks()).isEmpty();
    assertThat(plan.datasets().get("sales").columns())
        .extracting(IntakeColumn::required)
        .containsExactly(true, false, false);
    assertThat(plan.datasets().get("sales").columns().get(2).column().type())
        .hasToString("decimal(3)");
  }

  @Test
  void reads_all_that_a_feed_may_say() throws IOException, PlanException {
    FeedPlan feed =
        read(START
                + """
                    feeds:
                      tills:
                        files: ["in/{site}.xlsx", "old/*.xls"]
                        sheets: [Trade *, 2]
                        except_sheets: "* draft"
                        period: sold_on
                        text: {separator: tab, quote: "'", charset: windows-1252}
                        cells: {site: $C$4, revenue: total_amount, sold_on: A1}
                        decimal: comma
                        dates: month first
                        two_digit_years: 1950
                        lone_dash: zero
                        unreadable: blank
                        day_numbers: 1904
                    """)
            .feeds()
            .get("tills");

    assertThat(feed.sheets()).hasToString("Trade *, 2, not * draft");
    assertThat(feed.sheets().match("Trade 1", 5)).isPresent();
    assertThat(feed.sheets().match("Other", 2)).isPresent();
    assertThat(feed.sheets().match("Other", 3)).isEmpty();
    assertThat(feed.sheets().match("Trade draft", 2)).isEmpty();
    assertThat(feed.period()).isEqualTo(new PeriodChoice(PeriodChoice.Kind.COLUMN, "sold_on"));
    assertThat(feed.dialect().text()).isEqualTo("\t'windows-1252");
    assertThat(feed.cells().get("site").address().orElseThrow()).hasToString("C4");
    assertThat(feed.cells().get("revenue").address()).isEmpty();
    assertThat(feed.rules().text())
        .isEqualTo("comma|month first|1950 to 2049|en|ZERO|BLANK|1904|Z");
  }

  @Test
  void a_table_is_a_range_or_a_name() throws IOException, PlanException {
    Plan plan =
        read(
            START
                + "feeds: {a: {files: x, table: b4:H}, b: {files: y, table: orders*}, c: {files: z}}");

    assertThat(plan.feeds().get("a").table()).hasToString("B4:H");
    assertThat(plan.feeds().get("b").table()).hasToString("orders*");
    assertThat(plan.feeds().get("c").table()).isEqualTo(TableChoice.AUTO);
  }

  @Test
  void an_alias_is_what_its_anchor_names() throws IOException, PlanException {
    Plan plan =
        read(
            START
                + """
                feeds:
                  shops: &shop {files: &names "in/{site}.csv", decimal: comma, dates: day first}
                  stalls: {<<: *shop, files: "stalls/{site}.csv"}
                  carts: {files: *names}
                """);

    FeedPlan stalls = plan.feeds().get("stalls");
    assertThat(stalls.rules()).isEqualTo(plan.feeds().get("shops").rules());
    assertThat(stalls.files()).hasToString("[stalls/{site}.csv]");
    assertThat(plan.feeds().get("carts").files()).hasToString("[in/{site}.csv]");
  }

  @Test
  void aliases_that_repeat_aliases_without_end_are_refused() {
    StringBuilder text = new StringBuilder("a: &a0 [x, x, x, x, x, x, x, x, x, x]\n");
    for (int i = 1; i < 10; i++) {
      String last = "*a" + (i - 1);
      text.append(
          "b%d: &a%d [%s]\n".formatted(i, i, String.join(", ", Collections.nCopies(10, last))));
    }
    assertThatThrownBy(() -> read(text.toString())).hasMessageContaining("more than 100000 values");
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "a: *lab | undefined alias lab",
        "a: &x [*x] | more than 50 levels deep",
        "a: {<<: text} | << takes an alias of a mapping",
        "'a: 1\n---\nb: 2' | but found another document",
        "a: b: c | belongs in quotes",
        "'a: {site} x\nb: 1' | belongs in quotes",
      })
  void names_what_keeps_a_text_from_being_a_plan(String text, String message) {
    assertThatThrownBy(() -> read(text.replace("\\n", "\n")))
        .isInstanceOf(PlanException.class)
        .hasMessageContaining(message);
  }

  @Test
  void reads_json_too() throws IOException, PlanException {
    assertThat(
            read("{\"baddle\": 1, \"datasets\": {\"d\": {\"columns\": {\"a\": \"text\"}}}}")
                .datasets())
        .containsOnlyKeys("d");
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "feds: {} | 8:1: no key feds in the plan; did you mean feeds? (known: baddle, parameters, store, calendar,"
            + " languages, databases, datasets, feeds, lookups, summaries, reports, fills, checks, closing, style)",
        "feeds: {tills: {file: x.csv}} | 8:17: no key file in feed tills; did you mean files?"
            + " (known: into, files, except, sheets, except_sheets, table, period, text, cells, when_gone,"
            + " expect, control_list, database, query, query_file, for_each, unchanged_while, decimal, dates, two_digit_years, lone_dash, unreadable, day_numbers, day_numbers_from,"
            + " carry_down, leave_out, set, headings_to_rows, ignore)",
        "feeds: {tills: {files: a.csv, decimal: coma}} | 8:40: decimal: should be one of comma,"
            + " point, not coma; did you mean comma?",
        "feeds: {tills: {files: a.csv, dates: 'day'}} | 8:38: dates: should be one of day first,"
            + " month first, not day",
        "feeds: {tills: {files: a.csv, text: {separator: x}}} | 8:49: separator: should be one of"
            + " comma, pipe, semicolon, tab, not x",
        "feeds: {tills: {files: a.csv, text: {charset: utf9}}} | 8:47: utf9 is no charset; expected"
            + " one such as utf-8 or windows-1252",
        "feeds: {tills: {files: a.csv, table: B4:2}} | 8:38: B4:2 is no range of cells; expected"
            + " one such as B4:H or B4:H120",
        "feeds: {tills: {files: a.csv, period: file nam}} | 8:39: period: should be one of"
            + " {period}, file name, folder name, folder year and month, sheet name, message date, sold_on,"
            + " not file nam;"
            + " did you mean file name?",
        "feeds: {tills: {files: a.csv, cells: {site: 4C, sold_on: A1}}} | 8:45: 4C is no cell; expected an"
            + " address such as C4, or a name of the workbook's",
        "feeds: {tills: {files: a.csv, cells: {sit: C4, sold_on: A1}}} | 8:39: no column sit in sales; did you"
            + " mean site?",
        "feeds: {tills: {files: a.csv, two_digit_years: 50}} | 8:48: two_digit_years: should be the"
            + " first of a hundred years, such as 1950",
        "feeds: {tills: {files: '{site}.ods', table: B4:H, cells: {sold_on: A1}}} | 8:45: table: and"
            + " cells: exclude each other",
        "feeds: {tills: {files: '{site}.ods', cells: {site: A1}}} | 8:45: cells: has none for the"
            + " required column sold_on",
        "languages: xx | 8:12: xx is no language; expected a code such as en or de",
        "calendar: {zone: Nowhere/City} | 8:18: zone: should be a time zone such as Europe/London"
            + " or UTC",
        "feeds: {tills: {files: '{shop}.csv'}} | 8:24: {shop} is no column of sales",
        "feeds: {tills: {files: '{sit}.csv'}} | 8:24: {sit} is no column of sales; did you mean"
            + " site?",
        "feeds: {tills: {files: '{revenue}.csv'}} | 8:24: {revenue} should be a text column to"
            + " come from a name",
        "feeds: {tills: {files: 'a{.csv'}} | 8:24: { without a name and } in a{.csv",
        "feeds: {tills: {files: a.csv, into: sale}} | 8:37: no dataset sale; did you mean sales?",
        "summaries: {s: {measures: {A: sum(revenu)}}} | 8:16: summary s: no column revenu; did"
            + " you mean revenue? (columns: sold_on, site, revenue, source_file,"
            + " source_sheet, source_row, source_period, batch, batch_time)",
        "summaries: {s: {measures: {A: {value: sum(revenue), show: '0,0'}}}} | 8:59: show should"
            + " be a number pattern such as #,##0.00, not \"0,0\"",
        "summaries: {s: {measures: {A: count(*)}, totals: {down: no}}} | 8:57: down should be"
            + " true or false, not \"no\"",
        "summaries: {s: {measures: {}}} | 8:27: measures: needs at least one, such as {Revenue:"
            + " sum(revenue)}",
        "summaries: {s: {down: site}} | 8:16: a summary needs measures:, such as {Revenue:"
            + " sum(revenue)}",
        "calendar: {fiscal_year_starts: Apil} | 8:32: fiscal_year_starts should be a month's"
            + " name, not Apil; did you mean April?",
        "feeds: [a] | 8:8: feeds should be keys with values, not a list",
        "baddle: 1 | 8:1: baddle appears twice",
      })
  void names_line_column_and_the_nearest_right_word(String line, String message) {
    assertThatThrownBy(() -> read(START + line + "\n"))
        .isInstanceOf(PlanException.class)
        .hasMessage("baddle.yaml:" + message);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "a: txt | 5:8: no type txt; did you mean text? (known: text, integer, decimal, date,"
            + " timestamp, boolean)",
        "a: {type: text, places: 2} | 5:29: places belong to decimal, not text",
        "a: decimal(13) | 5:8: places should be a whole number from 0 to 12",
        "a: {type: decimal(3), places: 3} | 5:35: the type states its places: decimal(3)",
        "a: decimals(2) | 5:8: no type decimals(2); did you mean decimal? (known: text, integer,"
            + " decimal, date, timestamp, boolean)",
        "a: decimal(2x) | 5:8: no type decimal(2x); did you mean decimal? (known: text, integer,"
            + " decimal, date, timestamp, boolean)",
        "a: {type: decimal, places: 13} | 5:32: places should be a whole number from 0 to 12",
        "batch: text | 5:5: batch is a column of the origin, which every dataset has",
        "a: {headings: [B]} | 5:8: column a needs a type: text, integer, decimal, date,"
            + " timestamp, boolean",
      })
  void checks_columns(String column, String message) {
    String plan = "baddle: 1\ndatasets:\n  d:\n   columns:\n    " + column + "\n";

    assertThatThrownBy(() -> read(plan)).hasMessage("baddle.yaml:" + message);
  }

  @Test
  void reports_every_problem_at_once_in_the_order_of_the_text() {
    assertThatThrownBy(
            () -> read("baddle: 2\ndatasets: {d: {columns: {a: txt, b: {type: text, head: x}}}}"))
        .hasMessageMatching(
            "(?s)baddle.yaml:1:9: baddle: should be 1.*baddle.yaml:2:29: no type txt.*"
                + "baddle.yaml:2:50: no key head .*");
  }

  @Test
  void a_heading_that_two_columns_want_is_a_problem() {
    assertThatThrownBy(
            () ->
                read(
                    "baddle: 1\ndatasets: {d: {columns: {a: {type: text, headings: [B]}, b: text}}}"))
        .hasMessage("baddle.yaml:2:58: the heading b is wanted by a already");
  }

  @Test
  void says_where_the_yaml_breaks_off() {
    assertThatThrownBy(() -> read("baddle: 1\ndatasets: {d: [\n"))
        .hasMessageStartingWith("baddle.yaml:3:1: not YAML: while parsing a flow node,")
        .hasMessageContaining("but found '<stream end>'; a value that holds");
  }
}
