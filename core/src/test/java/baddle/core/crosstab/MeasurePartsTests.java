package baddle.core.crosstab;

import static org.assertj.core.api.Assertions.assertThat;

import baddle.core.crosstab.spec.CrosstabSpec;
import baddle.core.crosstab.spec.Measure;
import baddle.core.crosstab.spec.NumberStyle;
import baddle.core.crosstab.spec.View;
import baddle.core.expression.MeasureExpression;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Which measures can be computed anew from parts, and how. */
class MeasurePartsTests {

  private static CrosstabSpec spec(Measure... measures) {
    return CrosstabSpec.of("test", List.of(), List.of(), List.of(measures));
  }

  private static String steps(MeasureParts parts, int measure) {
    return parts
        .formula(measure)
        .map(steps -> steps.stream().map(step -> step.of()).collect(Collectors.joining(" ")))
        .orElse("none");
  }

  private static String parts(MeasureParts parts) {
    return parts.parts().stream()
        .map(part -> part.by() + " " + part.measure().value())
        .collect(Collectors.joining(", "));
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      quoteCharacter = '~',
      value = {
        "sum(a)                      | 0                | SUM sum(a)",
        "count(*)                    | 0                | SUM count(*)",
        "max(a)                      | 0                | GREATEST max(a)",
        "min(a) filter (where b = 1) | 0                | LEAST min(a)filter(where b=1)",
        "avg(a)                      | 0 1 /            | SUM sum(a), SUM count(a)",
        "AVG(a) - avg(a)             | 0 1 / 0 1 / -    | SUM sum(a), SUM count(a)",
        "sum(a) / nullif(count(*), 0)| 0 1 0 nullif /   | SUM sum(a), SUM count(*)",
        "-sum(a) * 1.5               | 0 0 - 1.5 *      | SUM sum(a)",
        "coalesce(sum(a), 0)         | 0 0 coalesce     | SUM sum(a)",
        "median(a)                   | none             | ~~",
        "count(distinct a)           | none             | ~~",
        "round(sum(a), 1)            | none             | SUM sum(a)",
        "stddev_pop(a)               | none             | ~~",
        "latest(a)                   | none             | ~~",
      })
  void a_measure_has_parts_if_it_is_made_of_sums_counts_and_extremes(
      String text, String formula, String expected) {
    MeasureParts parts = MeasureParts.of(spec(Measure.of("m", text)), dataset -> true);

    assertThat(steps(parts, 0)).isEqualTo(formula);
    if (!formula.equals("none")) {
      assertThat(parts(parts).replace(" ", "")).isEqualTo(expected.replace(" ", ""));
    }
  }

  @Test
  void a_measure_is_left_out_with_the_one_that_it_is_computed_with() {
    Measure variance =
        new Measure(
            "Variance",
            MeasureExpression.parse("sum(a)"),
            "",
            Map.of(),
            new View(View.Kind.VARIANCE, "Plan", true),
            NumberStyle.PLAIN);
    Measure plan =
        new Measure(
            "Plan",
            MeasureExpression.parse("sum(p)"),
            "plans",
            Map.of(),
            View.PLAIN,
            NumberStyle.PLAIN);
    Measure rank =
        new Measure(
            "Rank",
            MeasureExpression.parse("sum(a)"),
            "",
            Map.of(),
            new View(View.Kind.RANK, "", true),
            NumberStyle.PLAIN);
    CrosstabSpec spec =
        spec(
            variance,
            plan,
            Measure.of("Half", "Twice / 4"),
            Measure.of("Twice", "sum(a) * 2"),
            rank);

    MeasureParts all = MeasureParts.of(spec, dataset -> true);
    MeasureParts own = MeasureParts.of(spec, String::isEmpty);

    assertThat(List.of(steps(all, 0), steps(all, 1), steps(all, 2), steps(all, 4)))
        .containsExactly("0", "1", "Twice 4 /", "none");
    assertThat(List.of(steps(own, 0), steps(own, 1), steps(own, 3)))
        .containsExactly("none", "none", "0 2 *");
  }
}
