package baddle.core.crosstab;

import baddle.core.crosstab.spec.CrosstabSpec;
import baddle.core.crosstab.spec.Measure;
import baddle.core.crosstab.spec.NumberStyle;
import baddle.core.crosstab.spec.View;
import baddle.core.expression.Aggregate;
import baddle.core.expression.AggregateCall;
import baddle.core.expression.MeasureExpression;
import baddle.core.expression.StackStep;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;

/**
 * What the measures of a cross-tab are made of, so that they can be computed anew from any choice
 * of its innermost cells: sums, counts and extremes of cells, and calculations with them. An
 * average is a sum and a count; a median or a number of different values isn't made of such.
 */
public final class MeasureParts {

  private static final Set<View.Kind> FROM_VALUES =
      Set.of(
          View.Kind.VALUE,
          View.Kind.SHARE_OF_DOWN,
          View.Kind.SHARE_OF_ACROSS,
          View.Kind.SHARE_OF_PARENT,
          View.Kind.SHARE_OF_GRAND_TOTAL,
          View.Kind.VARIANCE,
          View.Kind.VARIANCE_PERCENT);

  /** How a part of several cells comes from theirs. */
  public enum Gathering {
    /** Added up. */
    SUM,
    /** The least of them. */
    LEAST,
    /** The greatest of them. */
    GREATEST
  }

  /**
   * A part.
   *
   * @param measure what it is in each cell
   * @param by how several cells become one
   */
  public record Part(Measure measure, Gathering by) {}

  private final List<Part> parts = new ArrayList<>();
  private final List<Optional<List<StackStep>>> formulas = new ArrayList<>();

  private MeasureParts() {}

  /**
   * The parts of a cross-tab's measures.
   *
   * @param datasets those whose rows can be told apart; measures of others have no parts
   */
  public static MeasureParts of(CrosstabSpec spec, Predicate<String> datasets) {
    MeasureParts parts = new MeasureParts();
    for (Measure measure : spec.measures()) {
      boolean wanted =
          FROM_VALUES.contains(measure.view().kind()) && datasets.test(measure.dataset());
      parts.formulas.add(wanted ? parts.formula(measure) : Optional.empty());
    }
    for (boolean again = true; again; ) {
      again = false;
      for (int i = 0; i < parts.formulas.size(); i++) {
        if (parts.formulas.get(i).isPresent() && !parts.allKnown(spec, i)) {
          parts.formulas.set(i, Optional.empty());
          again = true;
        }
      }
    }
    return parts;
  }

  /** Whether the measures that one is computed with have parts. */
  private boolean allKnown(CrosstabSpec spec, int measure) {
    View view = spec.measures().get(measure).view();
    List<String> others = new ArrayList<>();
    formulas.get(measure).orElse(List.of()).stream()
        .filter(step -> step.kind() == StackStep.Kind.MEASURE)
        .forEach(step -> others.add(step.of()));
    if (view.kind().isVariance()) {
      others.add(view.against());
    }
    return others.stream()
        .map(spec::measure)
        .allMatch(other -> other >= 0 && formulas.get(other).isPresent());
  }

  private Optional<List<StackStep>> formula(Measure measure) {
    Optional<List<StackStep>> steps = measure.value().steps();
    if (steps.isEmpty()) {
      return Optional.empty();
    }
    List<StackStep> formula = new ArrayList<>();
    for (StackStep step : steps.get()) {
      if (step.kind() != StackStep.Kind.CALL) {
        formula.add(step);
        continue;
      }
      AggregateCall call = measure.value().calls().get(Integer.parseInt(step.of()));
      if (call.distinct() || !addCall(measure, call, formula)) {
        return Optional.empty();
      }
    }
    return Optional.of(formula);
  }

  private boolean addCall(Measure of, AggregateCall call, List<StackStep> into) {
    MeasureExpression own = MeasureExpression.parse(call.toString());
    switch (call.function()) {
      case SUM, COUNT -> into.add(part(of, own, Gathering.SUM));
      case MIN -> into.add(part(of, own, Gathering.LEAST));
      case MAX -> into.add(part(of, own, Gathering.GREATEST));
      case AVG -> {
        into.add(part(of, call.of(Aggregate.SUM), Gathering.SUM));
        into.add(part(of, call.of(Aggregate.COUNT), Gathering.SUM));
        into.add(new StackStep(StackStep.Kind.OPERATION, "/"));
      }
      default -> {
        return false;
      }
    }
    return true;
  }

  private StackStep part(Measure of, MeasureExpression value, Gathering by) {
    for (int i = 0; i < parts.size(); i++) {
      Measure known = parts.get(i).measure();
      if (known.dataset().equals(of.dataset())
          && known.value().toString().equals(value.toString())) {
        return new StackStep(StackStep.Kind.CALL, String.valueOf(i));
      }
    }
    Measure measure =
        new Measure(
            "part " + parts.size(), value, of.dataset(), of.on(), View.PLAIN, NumberStyle.PLAIN);
    parts.add(new Part(measure, by));
    return new StackStep(StackStep.Kind.CALL, String.valueOf(parts.size() - 1));
  }

  /** The parts, each once. */
  public List<Part> parts() {
    return List.copyOf(parts);
  }

  /**
   * How a measure is computed from parts, whose indexes its calls are; empty where it can't be.
   *
   * @param measure its index from 0
   */
  public Optional<List<StackStep>> formula(int measure) {
    return formulas.get(measure);
  }
}
