package baddle.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Reports of summaries that a run writes: one, or one for each value of a column. */
class ReportsProgramTests {

  private static final String PLAN =
      """
      baddle: 1
      datasets:
        sales: {columns: {day: date, site: text, range: text, amount: {type: decimal, places: 2}}}
        plans: {columns: {shop: text, month: date, planned: {type: decimal, places: 2}}}
      feeds:
        sales: {into: sales, files: sales.csv}
        plans: {into: plans, files: plans.csv}
      summaries:
        against:
          of: sales
          down: [site]
          across: [day by year]
          measures:
            Amount: sum(amount)
            Planned: {value: sum(planned), of: plans, on: {site: shop, day: month}}
        ranges: {of: sales, down: [range], measures: {Amount: sum(amount)}}
      reports:
        REPORT
      """;

  @TempDir Path folder;
  private Baddle baddle;

  @BeforeEach
  void writes_the_sources() throws Exception {
    baddle = new Baddle(folder);
    baddle.write(
        "sales.csv",
        "day,site,range,amount",
        "2026-01-05,Ash,pots,10.00",
        "2026-02-05,Oak,pots,20.00",
        "2026-02-06,Oak,,0.50",
        "2026-02-07,,herbs,0.25");
    baddle.write("plans.csv", "shop,month,planned", "Ash,2026-01-01,11.00", "Oak,2026-02-01,22.00");
  }

  private Baddle.Run run(String report) throws Exception {
    baddle.write("baddle.yaml", PLAN.replace("REPORT", report));
    return baddle.run("run");
  }

  private List<String> lines(String file) throws Exception {
    return Files.readAllLines(folder.resolve(file));
  }

  @Test
  void there_is_a_file_for_each_value_with_its_rows_only_and_they_add_up() throws Exception {
    Baddle.Run run =
        run("'by/{site}.csv': {for_each: site, summaries: [against], title: 'For {site}'}");

    assertThat(run.err()).isEmpty();
    assertThat(lines("by/Ash.csv").get(2)).isEqualTo("Ash,10.00,11.00,10.00,11.00");
    assertThat(lines("by/Oak.csv").get(2)).isEqualTo("Oak,20.50,22.00,20.50,22.00");
    assertThat(lines("by/(blank).csv").get(2)).isEqualTo(",0.25,,0.25,");
    BigDecimal sum = BigDecimal.ZERO;
    for (String file : List.of("Ash", "Oak", "(blank)")) {
      List<String> all = lines("by/" + file + ".csv");
      sum = sum.add(new BigDecimal(all.get(all.size() - 1).split(",")[1]));
    }
    assertThat(sum).isEqualByComparingTo("30.75");
    assertThat(Files.readString(folder.resolve("by/index.html")))
        .contains("For each site", "<a href=\"Ash.csv\">Ash</a>", "10.00");
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      quoteCharacter = '~',
      value = {
        "'by/{site}.csv': {for_each: sit, summaries: [against]} | name should have {sit} in it",
        "'{range}.csv': {for_each: range, summaries: [against]} | dataset plans has no column range",
        "a.csv: {summaries: [ranges], filters: [site]} | filters: is for files that end in .html",
        "a.html: {summaries: [ranges], rows: sheet} | rows: sheet is for files that end in .xlsx",
        "a.html: {summaries: [ranges], columns: [day]} | columns: are those of rows:",
        "a.html: {summaries: [{ranges: {chart: pie}}]} | chart",
      })
  void what_a_report_cannot_be_is_refused_with_its_reason(String report, String reason)
      throws Exception {
    Baddle.Run run = run(report);

    assertThat(run.status()).isNotZero();
    assertThat(run.err()).contains(reason);
  }
}
