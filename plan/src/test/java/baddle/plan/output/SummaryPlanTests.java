package baddle.plan.output;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import baddle.core.crosstab.spec.CrosstabSpec;
import baddle.core.crosstab.spec.Level;
import baddle.core.crosstab.spec.Measure;
import baddle.core.crosstab.spec.NumberStyle;
import baddle.core.crosstab.spec.Subtotals;
import baddle.core.crosstab.spec.View;
import baddle.plan.Plan;
import baddle.plan.PlanException;
import baddle.plan.read.PlanReader;
import baddle.plan.read.SummaryDraft;
import java.io.StringReader;
import java.math.BigDecimal;
import java.util.Objects;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Summaries as a plan writes them. */
class SummaryPlanTests {

  private static final String START =
      """
      baddle: 1
      datasets:
        sales: {columns: {day: date, site: text, amount: decimal, units: integer}}
        budget: {columns: {month: date, site: text, amount: decimal}}
        cash: {columns: {day: date, what: text, way: text, amount: decimal, balance: decimal}}
      summaries:
      """;

  private static Plan read(String summaries) throws Exception {
    return PlanReader.read(new StringReader(START + summaries), "baddle.yaml");
  }

  private static CrosstabSpec spec(String summary) throws Exception {
    return Objects.requireNonNull(read("  s: " + summary + "\n").summaries().get("s")).crosstab();
  }

  @Test
  void reads_everything_a_level_can_say() throws Exception {
    CrosstabSpec spec =
        spec(
            """

                of: sales
                where: amount > 0
                down: [measures, site]
                across: day by month
                measures:
                  Sum: sum(amount)
                  Share:
                    {value: sum(amount), as: share of parent, show: "0.00%", sign: ascii, in: thousands}
                  Budget: {value: sum(amount), of: budget, on: {day: month}}
                  Gap: {value: Sum, as: variance %, against: Budget, good: down, currency: EUR}
                order: {site: Sum at 2026-01 descending}
                keep: {site: {until: 80%, by: Sum, rest: Others}}
                show_empty: {day by month: years}
                totals: {subtotals: above, subtotals_across: below, blank_lines: true, subtotal_label: "all {item}"}
                locale: de
            """);

    Level site = spec.down().get(0);
    assertThat(spec.measuresAt()).isEqualTo(new CrosstabSpec.MeasurePlace(true, true));
    assertThat(site.order().measure()).isEqualTo("Sum");
    assertThat(site.order().at()).isEqualTo("2026-01");
    assertThat(site.order().descending()).isTrue();
    assertThat(site.keep().orElseThrow().until().orElseThrow()).isEqualByComparingTo("0.8");
    assertThat(spec.across().get(0).empty().kind()).isEqualTo(Level.Empty.Kind.YEARS);
    assertThat(spec.totals().subtotals()).isEqualTo(Subtotals.at(Subtotals.Place.ABOVE));
    assertThat(spec.totals().subtotalLabel()).isEqualTo("all {item}");
    assertThat(spec.locale().getLanguage()).isEqualTo("de");
    Measure share = spec.measures().get(1);
    assertThat(share.view().kind()).isEqualTo(View.Kind.SHARE_OF_PARENT);
    assertThat(share.style().unit()).isEqualTo(NumberStyle.Unit.THOUSANDS);
    assertThat(share.style().sign()).isEqualTo(NumberStyle.Sign.ASCII);
    assertThat(spec.measures().get(2).dataset()).isEqualTo("budget");
    assertThat(spec.measures().get(3).view())
        .isEqualTo(new View(View.Kind.VARIANCE_PERCENT, "Budget", false));
    assertThat(spec.columns("budget")).containsExactly("site", "month", "amount");
  }

  @Test
  void reads_a_roll_forward() throws Exception {
    CrosstabSpec spec =
        spec(
            """

                of: cash
                across: day by month
                roll_forward: {opening: 15.50, in: way = 'in', out: way = 'out', amount: amount, detail: what, balance: balance}
            """);

    assertThat(spec.rollForward().orElseThrow().opening()).containsValue(new BigDecimal("15.50"));
    assertThat(spec.down())
        .extracting(level -> level.item().heading())
        .containsExactly("direction", "what");
    assertThat(spec.measures().get(2).value()).hasToString("last(balance, day)");
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '#',
      value = {
        "{of: sales, down: site, measures: {A: sum(amount)}, order: {sit: A}} # no level sit; did you mean site?",
        "{of: sales, down: site, measures: {A: sum(amount)}, order: {site: B descending}} # site: no measure B",
        "{of: sales, down: site, measures: {A: sum(amount)}, keep: {site: {top: 5}}} # keep needs one of top:, bottom: or until:, and by:",
        "{of: sales, down: site, measures: {A: sum(amount)}, keep: {site: {until: most, by: A}}} # until should be a share such as 80%",
        "{of: sales, down: site, measures: {A: sum(amount)}, show_empty: {site: gaps}} # site has no periods that could be without data",
        "{of: sales, down: [day by year, day by month], measures: {A: sum(amount)}, show_empty: {day by month: gaps}} # day by month is within other periods",
        "{of: sales, down: site, measures: {A: sum(amount)}, keep: {site: {top: 1, by: A}}, show_empty: {site: [B]}} # site: items that weren't kept would be shown without data",
        "{of: sales, down: site, measures: {A: sum(amount)}, show_empty: {site: lookup x}} # show_empty should be gaps, years, lookup NAME or a list",
        "{of: sales, down: site, measures: {A: {value: sum(amount), as: chnge}}} # as: should be one of value, share of down",
        "{of: sales, down: site, measures: {A: {value: sum(amount), as: change}}} # there is no period to compare with",
        "{of: sales, down: site, measures: {A: {value: sum(amount), as: variance}}} # a variance needs against:",
        "{of: sales, down: site, measures: {A: {value: sum(amount), as: variance, against: B}}} # no measure B to take the variance against",
        "{of: sales, down: site, measures: {A: {value: avg(amount), as: running total}}} # only sums and counts have a running total",
        "{of: sales, down: site, measures: {A: amount}} # no measure amount above A; a column belongs in an aggregate, such as sum(amount)",
        "{of: sales, down: site, measures: {A: B + 1, B: sum(amount)}} # no measure B above A",
        "{of: sales, down: site, measures: {A: sum(site)}} # sum(site) is of text, not of a number",
        "{of: sales, down: site, measures: {A: {value: sum(amount), of: budge}}} # no dataset budge; did you mean budget?",
        "{of: sales, down: units, measures: {A: sum(amount), B: {value: sum(amount), of: budget}}} # no column units (columns: month, site, amount",
        "{of: sales, down: site, measures: {A: {value: sum(amount), in: dozens}}} # in: should be one of ones, thousands, millions",
        "{of: sales, down: site, measures: {A: {value: sum(amount), currency: Euro}}} # currency should be a code of ISO 4217",
        "{of: sales, down: [site, measures, day], measures: {A: sum(amount)}} # measures appear once, first or last",
        "{of: sales, down: site, measures: {A: sum(amount)}, totals: {subtotals: up}} # subtotals: should be one of none, above, below, not up",
        "{of: sales, down: [site, units], totals: {subtotals: {sit: above}}} # no level sit; did you mean site?",
        "{of: sales, down: [site, units], totals: {subtotals: {units: above}}} # units is the innermost level, and has no subtotals",
        "{of: sales, down: site, measures: {A: sum(amount)}, locale: xx} # locale should be a language tag",
        "{of: sales, down: site, where: amount, measures: {A: sum(amount)}} # amount is decimal(2), not a condition",
        "{of: cash, across: what, roll_forward: {opening: 1, in: a, out: b, amount: amount}} # roll_forward: needs across: or down: one period",
        "{of: cash, across: day by month, roll_forward: {opening: 1, in: way = 'in', amount: amount}} # roll_forward: needs opening:, in:, out: and amount:",
        "{of: cash, across: day by month, measures: count(*), roll_forward: {opening: 1, in: way = 'i', out: way = 'o', amount: amount}} # measures: has no place beside roll_forward:",
        "{of: cash, across: day by month, roll_forward: {opening: much, in: way = 'i', out: way = 'o', amount: amount}} # opening should be a number such as 1500.00",
      })
  void says_what_is_wrong(String summary, String message) {
    assertThatThrownBy(() -> spec(summary))
        .isInstanceOf(PlanException.class)
        .hasMessageContaining(message);
  }

  @Test
  void reports_name_summaries_there_are() throws Exception {
    String summary = "  s: {of: sales, down: site, measures: {A: sum(amount)}}\n";

    assertThat(
            read(summary
                    + "reports: {a.xlsx: {summaries: s}, b.csv: {summaries: [s], form: lines}}\n")
                .reports())
        .extracting(ReportPlan::file)
        .containsExactly("a.xlsx", "b.csv");
    assertThatThrownBy(() -> read(summary + "reports: {a.xlsx: {summaries: [t]}}\n"))
        .hasMessageContaining("no summary t");
    assertThatThrownBy(() -> read(summary + "reports: {a.xlsx: {}}\n"))
        .hasMessageContaining("report a.xlsx needs summaries:");
  }

  @Test
  void a_summary_put_together_from_pieces_reads_as_it_is_written() throws Exception {
    SummaryDraft draft = new SummaryDraft("mine");
    draft.add("of", "sales");
    draft.add("down", "site");
    draft.add("down", "{Size: 'units by bands 0, 10'}");
    draft.add("measures", "sum(amount)");
    draft.add("measures", "Share: {value: sum(amount), as: share of down}");

    SummaryPlan made = draft.of(read("  s: {of: sales, down: site, measures: {A: sum(amount)}}\n"));
    Plan again = read(draft.toYaml().replace("summaries:\n", ""));

    assertThat(Objects.requireNonNull(again.summaries().get("mine")).crosstab().levels())
        .extracting(level -> level.item().text())
        .isEqualTo(made.crosstab().levels().stream().map(l -> l.item().text()).toList());
    assertThat(draft.toYaml()).contains("sum(amount): sum(amount)");
  }
}
