package baddle.reports;

import static org.assertj.core.api.Assertions.assertThat;

import baddle.core.crosstab.spec.CrosstabSpec;
import baddle.core.crosstab.spec.Subtotals;
import baddle.core.crosstab.spec.Totals;
import baddle.reports.text.TextCrosstab;
import baddle.reports.text.TextStyle;
import java.io.IOException;
import java.math.BigDecimal;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.Combinators;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** However totals and measures are laid out, what is shown adds up. */
class LayoutSumsTests {

  private static final BigDecimal NOTHING = BigDecimal.ZERO.setScale(2);

  @Provide
  Arbitrary<List<String>> rows() {
    return Combinators.combine(
            Arbitraries.of("north", "south", "~"),
            Arbitraries.of("Alder", "Birch", "Copse", "~"),
            Arbitraries.of("2026-01-05", "2026-02-06", "2026-10-07"),
            Arbitraries.bigDecimals()
                .between(new BigDecimal("-9999.99"), new BigDecimal("9999.99"))
                .ofScale(2))
        .as(
            (region, site, day, amount) ->
                String.join(" ", region, site, day, amount.toPlainString()))
        .list()
        .ofMinSize(1)
        .ofMaxSize(25);
  }

  @Provide
  Arbitrary<Totals> totals() {
    Arbitrary<Subtotals> subtotals =
        Arbitraries.of(
            Subtotals.NONE,
            Subtotals.at(Subtotals.Place.ABOVE),
            Subtotals.at(Subtotals.Place.BELOW));
    return Combinators.combine(subtotals, subtotals, Arbitraries.of(true, false))
        .as(
            (down, across, gaps) ->
                new Totals(true, true, "Total", down, across, "{item} all", gaps));
  }

  private static BigDecimal value(
      CrosstabLayout layout, CrosstabLayout.Line line, CrosstabLayout.Column column) {
    return layout.value(line, column).orElse(NOTHING);
  }

  @Property(tries = 150)
  void the_innermost_lines_and_columns_come_to_their_totals(
      @ForAll("rows") List<String> rows,
      @ForAll("totals") Totals totals,
      @ForAll boolean measuresDown,
      @ForAll boolean outside)
      throws IOException {
    CrosstabLayout layout =
        SampleLayouts.of(
            rows,
            List.of("region", "site"),
            List.of("sold_on by quarter", "sold_on by month"),
            "",
            totals,
            new CrosstabSpec.MeasurePlace(measuresDown, outside),
            SampleLayouts.measure("Amount", "sum(amount)", ""),
            SampleLayouts.measure("Lines", "count(*)", ""));
    BigDecimal all =
        rows.stream()
            .map(row -> new BigDecimal(row.substring(row.lastIndexOf(' ') + 1)))
            .reduce(NOTHING, BigDecimal::add);

    for (CrosstabLayout.Line line : layout.lines()) {
      if (line.kind() != CrosstabLayout.Kind.GAP) {
        Map<String, BigDecimal> sums = new TreeMap<>();
        Map<String, BigDecimal> told = new TreeMap<>();
        for (CrosstabLayout.Column column : layout.columns()) {
          int measure = Math.max(line.measure(), column.measure());
          boolean innermost = column.item().level() == 2;
          boolean grand = column.item().level() == 0;
          if (innermost) {
            sums.merge("" + measure, value(layout, line, column), BigDecimal::add);
          } else if (grand) {
            told.put("" + measure, value(layout, line, column));
          }
        }
        assertThat(sums)
            .usingRecursiveComparison()
            .withComparatorForType(BigDecimal::compareTo, BigDecimal.class)
            .isEqualTo(told);
      }
    }
    for (CrosstabLayout.Column column : layout.columns()) {
      Map<String, BigDecimal> sums = new TreeMap<>();
      Map<String, BigDecimal> told = new TreeMap<>();
      for (CrosstabLayout.Line line : layout.lines()) {
        int measure = Math.max(line.measure(), column.measure());
        if (line.kind() != CrosstabLayout.Kind.GAP && line.item().level() == 2) {
          sums.merge("" + measure, value(layout, line, column), BigDecimal::add);
        } else if (line.kind() != CrosstabLayout.Kind.GAP && line.item().level() == 0) {
          told.put("" + measure, value(layout, line, column));
        }
      }
      assertThat(sums)
          .usingRecursiveComparison()
          .withComparatorForType(BigDecimal::compareTo, BigDecimal.class)
          .isEqualTo(told);
    }
    CrosstabLayout.Line last = layout.lines().get(layout.lines().size() - (measuresDown ? 2 : 1));
    BigDecimal shown =
        layout.columns().stream()
            .filter(column -> column.item().level() == 0)
            .filter(column -> Math.max(last.measure(), column.measure()) <= 0)
            .map(column -> value(layout, last, column))
            .findFirst()
            .orElse(all);
    assertThat(shown).isEqualByComparingTo(all);
  }

  @Property(tries = 150)
  void no_line_of_text_is_wider_than_the_room_nor_without_its_cells(
      @ForAll("rows") List<String> rows, @ForAll("totals") Totals totals) throws IOException {
    CrosstabLayout layout =
        SampleLayouts.of(
            rows,
            List.of("region", "site"),
            List.of("sold_on by month"),
            "-",
            totals,
            SampleLayouts.measure("Amount", "sum(amount)", ""));
    List<String> whole = new TextCrosstab(layout, new TextStyle(false)).lines(0);
    List<String> folded = new TextCrosstab(layout, new TextStyle(false)).lines(46);

    assertThat(folded).allMatch(line -> TextStyle.width(line) <= 46);
    for (String line : whole) {
      for (String cell : line.strip().split(" {2,}")) {
        if (cell.matches("-?[0-9,]+\\.[0-9]{2}")) {
          assertThat(folded).anyMatch(one -> one.contains(cell));
        }
      }
    }
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "false | false | region;2026-02;;2026-10; ^;Amount;Lines;Amount;Lines",
        "false | true | region;Amount;;Lines; ^;2026-02;2026-10;2026-02;2026-10",
        "true | false | region;;2026-02;2026-10",
      })
  void measures_are_where_they_should_be(boolean down, boolean outside, String headings)
      throws IOException {
    Totals none =
        new Totals(false, false, "Total", Subtotals.NONE, Subtotals.NONE, "{item} total", false);
    CrosstabLayout layout =
        SampleLayouts.of(
            List.of("north Alder 2026-02-01 1.00", "north Birch 2026-10-01 2.00"),
            List.of("region"),
            List.of("sold_on by month"),
            "",
            none,
            new CrosstabSpec.MeasurePlace(down, outside),
            SampleLayouts.measure("Amount", "sum(amount)", ""),
            SampleLayouts.measure("Lines", "count(*)", ""));

    StringBuilder shown = new StringBuilder();
    for (int line = 0; line < layout.headingLines(); line++) {
      shown.append(line == 0 ? "region" : "^");
      shown.append(";".repeat(layout.downHeadings().size() - 1));
      String before = "";
      for (CrosstabLayout.Column column : layout.columns()) {
        String label = column.labels().get(line);
        boolean again = line < layout.headingLines() - 1 && label.equals(before);
        shown.append(';').append(again ? "" : label);
        before = label;
      }
      shown.append(line == 0 && layout.headingLines() > 1 ? " " : "");
    }
    assertThat(shown).hasToString(headings);
    if (down) {
      assertThat(layout.lines().stream().map(line -> String.join("/", line.labels())))
          .containsExactly("north/Amount", "north/Lines");
    }
  }
}
