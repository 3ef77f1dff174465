package baddle.reports;

import static org.assertj.core.api.Assertions.assertThat;

import baddle.core.crosstab.spec.Measure;
import baddle.core.crosstab.spec.Subtotals;
import baddle.core.crosstab.spec.Totals;
import java.io.IOException;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

/** Which lines and columns a cross-tab has. */
class CrosstabLayoutTests {

  @Test
  void each_level_has_its_subtotals_where_it_says() throws IOException {
    Subtotals wanted =
        new Subtotals(
            Map.of(0, Subtotals.Place.BELOW, 1, Subtotals.Place.ABOVE), Subtotals.Place.NONE);
    Totals totals = new Totals(true, true, "Total", wanted, Subtotals.NONE, "{item} all", false);

    CrosstabLayout layout =
        SampleLayouts.layout(
            List.of("region", "site", "sold_on by month"),
            List.of(),
            "",
            totals,
            Measure.of("Lines", "count(*)"));

    assertThat(layout.lines().stream().map(line -> String.join("/", line.labels())))
        .containsExactly(
            "north/Alder all/",
            "north/Alder/2026-02",
            "north/Birch all/",
            "north/Birch/2026-02",
            "north/Birch/2026-10",
            "north all//",
            "south/Copse all/",
            "south/Copse/2026-02",
            "south all//",
            "Total//");
  }
}
