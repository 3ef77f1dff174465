package baddle.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Objects;
import java.util.stream.Collectors;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/**
 * The demo's page in a real browser: what it shows after each choice is what the program prints.
 */
class PageProgramTests {

  private static final String YEAR = "sold_on by fiscal year";

  @TempDir static Path folder;
  @TempDir static Path profile;
  private static Browser browser;
  private static Baddle baddle;

  @BeforeAll
  static void makes_the_page() throws Exception {
    browser = Browser.start(profile);
    new Baddle(folder).run("demo", "shop");
    baddle = new Baddle(folder.resolve("shop"));
    Path plan = folder.resolve("shop/baddle.yaml");
    Files.writeString(
        plan,
        Files.readString(plan).replace("    - baskets: {", "    - years\n      - baskets: {"));
    assertThat(baddle.run("run").out()).contains("month.html");
  }

  @AfterAll
  static void ends() {
    if (browser != null) {
      browser.close();
    }
  }

  @Test
  void what_is_printed_has_the_tables_as_they_are_filtered_and_no_buttons() {
    choose("range", "Shrubs");
    browser.show("print", "light");
    String hidden =
        browser.text(
            "return ['.filters', '.tools', 'nav'].map(one =>"
                + " getComputedStyle(document.querySelector(one)).display).join()");
    assertThat(hidden).isEqualTo("none,none,none");
    assertThat(
            browser.text(
                summary("regions")
                    + "return getComputedStyle(s.filtered).display + ' ' + s.filtered.textContent"
                    + " + ' ' + getComputedStyle(s.section.querySelector('.scroll')).overflow"))
        .startsWith("block Only where range is Shrubs")
        .endsWith("visible");
  }

  @BeforeEach
  void opens() {
    browser.size(1280, 800);
    browser.show("screen", "light");
    open("");
    browser.complaints();
    browser.requests();
  }

  private static void open(String fragment) {
    browser.open(folder.resolve("shop/month.html"), fragment);
  }

  /** Chooses items of a filter as a reader does, by its boxes. */
  private static void choose(String filter, String... items) {
    String wanted = Arrays.stream(items).collect(Collectors.joining("', '", "['", "']"));
    browser.run(
        "const choice = baddle.choice('"
            + filter
            + "'); choice.element.open = true;"
            + "choice.boxes.filter(box => box.checked !== "
            + wanted
            + ".includes(box.value)).forEach(box => box.click()); choice.element.open = false;");
  }

  private static String summary(String name) {
    return "const s = baddle.summaries.find(one => one.data.name === '" + name + "');";
  }

  /** The lines that a summary shows, with exact figures. */
  private static List<String> shown(String name) {
    return browser
        .text(
            summary(name)
                + "return s.shownRows().map(row => s.texts(row, true).join('|')).join('\\n')")
        .lines()
        .map(PageProgramTests::plain)
        .toList();
  }

  private static String plain(String line) {
    return Arrays.stream(line.split("\\|", -1))
        .map(
            cell ->
                cell.matches("-?\\d+(\\.\\d+)?")
                    ? new BigDecimal(cell).stripTrailingZeros().toPlainString()
                    : cell)
        .collect(Collectors.joining("|"));
  }

  /** The lines that the program writes for the rows of a condition. */
  private static List<String> written(String where, String... how) throws Exception {
    List<String> args = new ArrayList<>(List.of("crosstab", "--of", "sales", "--out", "x.csv"));
    args.addAll(List.of(how));
    args.addAll(List.of("--where", where));
    Baddle.Run run = baddle.run(args.toArray(String[]::new));
    assertThat(run.status()).as(run.err()).isZero();
    return Files.readAllLines(baddle.folder().resolve("x.csv")).stream()
        .filter(line -> !line.replace(",", "").isEmpty())
        .map(line -> plain(line.replace("\"", "").replace(',', '|')))
        .toList();
  }

  private static void makesNoRequestAndNoComplaint() {
    assertThat(browser.complaints()).isEmpty();
    assertThat(browser.requests()).isEmpty();
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = ';',
      value = {
        "Shrubs; ; range = 'Shrubs'",
        "Shrubs+Sundries; FY2027; range in ('Shrubs', 'Sundries') and sold_on >= date '2026-04-01'",
        "(blank); ; range is null",
      })
  void totals_after_filters_are_those_of_the_rows(String ranges, String year, String where)
      throws Exception {
    choose("range", ranges.split("\\+"));
    if (year != null) {
      choose(YEAR, browser.text("return baddle.choice('" + YEAR + "').items.slice(-1)[0]"));
    }

    List<String> regions = shown("regions");
    List<String> expected =
        written(
            where,
            "--down=region",
            "--down=site",
            "--across=sold_on by fiscal quarter",
            "--measure=Revenue: sum(revenue)",
            "--totals={subtotals: below, blank_lines: true}");
    assertThat(regions.subList(1, regions.size()))
        .containsExactlyElementsOf(expected.subList(1, expected.size()));
    List<String> years =
        written(
            where,
            "--down=site",
            "--across=sold_on by fiscal year",
            "--measure=Revenue: sum(revenue)",
            "--measure=Lines: count(*)",
            "--measure=Average line: avg(revenue)");
    assertThat(shown("years").stream().skip(2))
        .containsExactlyElementsOf(years.subList(2, years.size()));
    assertThat(browser.text(summary("regions") + "return s.filtered.textContent"))
        .contains("Only where", "range is", "totals are of these");
    makesNoRequestAndNoComplaint();
  }

  @Test
  void averages_and_ratios_are_computed_from_their_parts_or_left_out() throws Exception {
    choose("range", "Shrubs");
    assertThat(browser.text(summary("baskets") + "return s.filtered.textContent"))
        .contains("Baskets, Average basket, Median line can\u2019t be computed for a choice");
    assertThat(browser.text(summary("returns") + "return s.filtered.textContent"))
        .contains("Not filtered by range");
    String unfiltered = browser.text(summary("returns") + "return s.lines[0].cells[1].textContent");
    open("");
    assertThat(browser.text(summary("returns") + "return s.lines[0].cells[1].textContent"))
        .isEqualTo(unfiltered);
    for (String name : List.of("ranges", "regions", "revenue-by-month", "years")) {
      assertThat(
              browser.text(summary(name) + "s.check(); return s.cells.sure.every(one => one) + ''"))
          .as(name)
          .isEqualTo("true");
    }
  }

  @Test
  void what_is_chosen_is_in_the_address_and_comes_back_with_it() {
    choose("range", "Shrubs", "Sundries");
    browser.run(summary("returns") + "s.headCells[0].cell.querySelector('button').click()");
    browser.run(
        summary("regions")
            + "s.closeAll.click(); s.findBox.value = 'north';"
            + "s.findBox.dispatchEvent(new Event('input'))");
    List<String> names = List.of("regions", "ranges", "returns");
    List<List<String>> before = names.stream().map(PageProgramTests::shown).toList();
    String fragment = browser.text("return location.hash");

    open("");
    assertThat(shown("returns")).isNotEqualTo(before.get(2));
    open(fragment);

    assertThat(names.stream().map(PageProgramTests::shown).toList()).isEqualTo(before);
    makesNoRequestAndNoComplaint();
  }

  @Test
  void a_column_sorts_and_totals_stay_below() {
    List<String> unsorted = shown("returns");
    String sort = summary("returns") + "s.headCells[0].cell.querySelector('button').click()";
    browser.run(sort);
    List<String> sorted = shown("returns");
    List<BigDecimal> values =
        sorted.subList(1, sorted.size() - 1).stream()
            .map(line -> new BigDecimal(line.split("\\|")[1]))
            .toList();
    assertThat(values).isSortedAccordingTo((a, b) -> b.compareTo(a));
    assertThat(sorted).containsExactlyInAnyOrderElementsOf(unsorted);
    assertThat(sorted.get(sorted.size() - 1)).startsWith("Total");
    assertThat(browser.text(summary("returns") + "return s.headCells[0].cell.ariaSort"))
        .isEqualTo("descending");
    browser.run(sort);
    browser.run(sort);
    assertThat(shown("returns")).isEqualTo(unsorted);
  }

  @Test
  void a_figure_opens_the_rows_it_is_made_of() {
    choose("range", "Shrubs");
    Object sums =
        browser.await(
            "const done = arguments[arguments.length - 1];"
                + summary("regions")
                + "const td = s.lines[0].querySelector('td[data-value]');"
                + "const column = td.cellIndex - s.labels;"
                + "baddle.openRows(s, {title: '', figure: '', line: s.lines[0].line,"
                + " column: s.data.columns[column]}).then(async () => {"
                + " const rows = baddle.rowsOf(s);"
                + " const found = await rows.of(s, baddle.index(s), s.lines[0].line,"
                + " s.data.columns[column]);"
                + " const at = rows.data.columns.findIndex(one => one.name === 'revenue');"
                + " const sum = found.reduce((n, row) => n + Math.round(100 *"
                + " Number(rows.values(row)[at])), 0);"
                + " done([String(sum), String(Math.round(100 * Number(s.exact(td)))),"
                + " String(found.length),"
                + " document.querySelector('.behind h3').textContent,"
                + " String(document.querySelectorAll('.behind tbody tr').length)]); });");
    List<?> all = (List<?>) Objects.requireNonNull(sums);
    assertThat(all.get(0)).isEqualTo(all.get(1));
    assertThat(String.valueOf(all.get(3))).startsWith(all.get(2) + " rows behind");
    assertThat(Integer.parseInt(String.valueOf(all.get(4)))).isPositive();
    makesNoRequestAndNoComplaint();
  }

  @Test
  void rows_are_shown_with_what_is_computed_of_them_and_only_where_they_are_its_own() {
    String click =
        summary("budget")
            + "const at = s.data.columns.findIndex(one => s.data.measures[one[2]].name === 'NAME');"
            + "s.open(s.lines[0].cells[s.labels + at]);";
    browser.run(click.replace("NAME", "Budget"));
    assertThat(browser.text(summary("budget") + "return s.said.textContent"))
        .isEqualTo("Budget is of other rows than the page has");
    browser.run(click.replace("NAME", "Tills"));
    Object formula =
        browser.await(
            "const done = arguments[arguments.length - 1];"
                + "setTimeout(() => done(document.querySelector('.behind p').textContent), 1000);");
    assertThat(formula).isEqualTo("Tills = sum(revenue) filter (where channel = 'till')");
  }

  @Test
  void charts_follow_the_filters() {
    String drawn =
        summary("revenue-by-month")
            + "return s.section.querySelectorAll('figure svg rect').length + ' '"
            + " + s.section.querySelector('figure svg').outerHTML.length";
    String before = browser.text(drawn);
    choose("range", "Shrubs");
    assertThat(browser.text(drawn)).isNotEqualTo(before);
    choose("range");
    assertThat(browser.text(drawn)).isEqualTo(before);
  }

  @ParameterizedTest
  @CsvSource({"1280, 800, light", "390, 844, light", "1280, 800, dark"})
  void nothing_bars_the_way_of_anybody(int width, int height, String scheme) throws Exception {
    browser.size(width, height);
    browser.show("screen", scheme);
    open("");
    assertThat((List<?>) browser.barriers()).isEmpty();
    assertThat(
            browser.text(
                "return document.documentElement.scrollWidth <= innerWidth ? 'fits' : 'too wide'"))
        .isEqualTo("fits");
  }
}
