package baddle.core.crosstab;

import baddle.core.crosstab.spec.Aggregates;
import baddle.core.crosstab.spec.CrosstabSpec;
import baddle.core.crosstab.spec.Measure;
import baddle.core.crosstab.spec.SpecException;
import baddle.core.crosstab.spec.View;
import baddle.core.expression.Expression;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** What the views make of a measure's values. */
final class Views {

  /** Places of a share or percentage, as a part of one. */
  private static final int SHARE_PLACES = 10;

  private final CrosstabSpec spec;
  private final Cells cells;
  private final Axis down;
  private final Axis across;

  Views(CrosstabSpec spec, Cells cells, Axis down, Axis across) {
    this.spec = spec;
    this.cells = cells;
    this.down = down;
    this.across = across;
  }

  /**
   * Refuses views that can have no value.
   *
   * @throws SpecException if one goes by something the cross-tab hasn't
   */
  static void check(CrosstabSpec spec) {
    for (Measure measure : spec.measures()) {
      View view = measure.view();
      boolean byPeriod =
          view.kind().isChange()
              && (view.against().equals(View.PREVIOUS) || view.against().equals(View.YEAR_BEFORE));
      boolean anyPeriod = spec.levels().stream().anyMatch(l -> l.item().grain().isPresent());
      if (byPeriod && !anyPeriod) {
        throw new SpecException(
            measure.name()
                + ": there is no period to compare with; use a date by month, or against: an item");
      }
      if (view.kind().isVariance() && spec.measure(view.against()) < 0) {
        throw new SpecException(
            measure.name() + ": no measure " + view.against() + " to take the variance against");
      }
      for (Expression.Reference name : measure.value().measures()) {
        int other = spec.measure(name.name());
        if (other >= 0 && spec.measures().get(other).view().kind() != View.Kind.VALUE) {
          throw new SpecException(
              measure.name()
                  + ": "
                  + name.name()
                  + " is seen as "
                  + spec.measures().get(other).view().kind().words()
                  + ", and a calculation takes values; give the plain value a measure of its own");
        }
      }
      if (view.kind() == View.Kind.RUNNING_TOTAL && !measure.value().addsUp()) {
        throw new SpecException(
            measure.name() + ": only sums and counts have a running total, not " + measure.value());
      }
    }
  }

  /** What a measure's view is a share of or a difference from; empty where it is neither. */
  Optional<BigDecimal> basis(int downNode, int acrossNode, int measure) {
    View view = spec.measures().get(measure).view();
    return switch (view.kind()) {
      case SHARE_OF_DOWN -> cells.value(Axis.ROOT, acrossNode, measure);
      case SHARE_OF_ACROSS -> cells.value(downNode, Axis.ROOT, measure);
      case SHARE_OF_GRAND_TOTAL -> cells.value(Axis.ROOT, Axis.ROOT, measure);
      case SHARE_OF_PARENT ->
          down.levels().isEmpty()
              ? cells.value(downNode, across.parent(acrossNode), measure)
              : cells.value(down.parent(downNode), acrossNode, measure);
      case CHANGE, CHANGE_PERCENT -> before(view, downNode, acrossNode, measure);
      case VARIANCE, VARIANCE_PERCENT ->
          cells.value(downNode, acrossNode, spec.measure(view.against()));
      case VALUE, RUNNING_TOTAL, RANK -> Optional.empty();
    };
  }

  Optional<BigDecimal> value(int downNode, int acrossNode, int measure) {
    Optional<BigDecimal> plain = cells.value(downNode, acrossNode, measure);
    View view = spec.measures().get(measure).view();
    return switch (view.kind()) {
      case VALUE -> plain;
      case SHARE_OF_DOWN, SHARE_OF_ACROSS, SHARE_OF_GRAND_TOTAL, SHARE_OF_PARENT ->
          share(plain, basis(downNode, acrossNode, measure));
      case CHANGE, CHANGE_PERCENT -> change(plain, view, downNode, acrossNode, measure);
      case VARIANCE, VARIANCE_PERCENT ->
          difference(
              plain,
              basis(downNode, acrossNode, measure),
              view.kind() == View.Kind.VARIANCE_PERCENT);
      case RUNNING_TOTAL -> runningTotal(view, downNode, acrossNode, measure);
      case RANK -> rank(plain, downNode, acrossNode, measure);
    };
  }

  private static Optional<BigDecimal> share(Optional<BigDecimal> part, Optional<BigDecimal> whole) {
    return part.isEmpty() || whole.isEmpty() || whole.get().signum() == 0
        ? Optional.empty()
        : Optional.of(
            Aggregates.trimmed(
                part.get().divide(whole.get(), SHARE_PLACES, RoundingMode.HALF_UP), 0));
  }

  private static Optional<BigDecimal> difference(
      Optional<BigDecimal> now, Optional<BigDecimal> before, boolean percent) {
    if (now.isEmpty() && before.isEmpty()) {
      return Optional.empty();
    }
    BigDecimal change = now.orElse(BigDecimal.ZERO).subtract(before.orElse(BigDecimal.ZERO));
    return percent ? share(Optional.of(change), before.map(BigDecimal::abs)) : Optional.of(change);
  }

  /** A node of each axis. */
  private record Cell(int down, int across) {}

  /** The cell that a change is from; null where there is none. */
  private @Nullable Cell earlier(View view, int downNode, int acrossNode) {
    boolean yearBefore = view.against().equals(View.YEAR_BEFORE);
    Integer node;
    if (yearBefore || view.against().equals(View.PREVIOUS)) {
      boolean isAcross = across.calendarDepth(acrossNode) > 0;
      node = isAcross ? across.earlier(acrossNode, yearBefore) : down.earlier(downNode, yearBefore);
      return node == null ? null : isAcross ? new Cell(downNode, node) : new Cell(node, acrossNode);
    }
    node = sibling(across, acrossNode, view.against());
    if (node != null) {
      return node == acrossNode ? null : new Cell(downNode, node);
    }
    node = sibling(down, downNode, view.against());
    return node == null || node == downNode ? null : new Cell(node, acrossNode);
  }

  private Optional<BigDecimal> before(View view, int downNode, int acrossNode, int measure) {
    Cell earlier = earlier(view, downNode, acrossNode);
    return earlier == null
        ? Optional.empty()
        : cells.value(earlier.down(), earlier.across(), measure);
  }

  private Optional<BigDecimal> change(
      Optional<BigDecimal> plain, View view, int downNode, int acrossNode, int measure) {
    Cell earlier = earlier(view, downNode, acrossNode);
    boolean known =
        earlier != null
            && cells.hasRowsInPeriod(downNode, acrossNode)
            && cells.hasRowsInPeriod(earlier.down(), earlier.across());
    return known
        ? difference(
            plain,
            cells.value(earlier.down(), earlier.across(), measure),
            view.kind() == View.Kind.CHANGE_PERCENT)
        : Optional.empty();
  }

  private static @Nullable Integer sibling(Axis axis, int node, String label) {
    for (int at = node; at != Axis.ROOT; at = axis.parent(at)) {
      for (int child : axis.children(axis.parent(at))) {
        if (axis.label(child).equals(label)) {
          return at == node ? child : null;
        }
      }
    }
    return null;
  }

  /** Along the axis that is told, else that of the calendar, else across, else down. */
  private boolean runsAcross(View view) {
    if (view.against().equals(View.DOWN) || view.against().equals(View.ACROSS)) {
      return view.against().equals(View.ACROSS);
    }
    boolean calendarAcross = across.calendarLevel() > 0;
    boolean calendarDown = down.calendarLevel() > 0;
    return calendarAcross || (!calendarDown && !across.levels().isEmpty());
  }

  /**
   * The values of a cell and of its like before it: in time's order where the axis has a level of
   * the calendar, however it is shown; else in the order shown. It begins anew within each item of
   * the level above.
   */
  private Optional<BigDecimal> runningTotal(View view, int downNode, int acrossNode, int measure) {
    boolean runsAcross = runsAcross(view);
    Axis axis = runsAcross ? across : down;
    BigDecimal total = null;
    for (int node : axis.upTo(runsAcross ? acrossNode : downNode)) {
      Optional<BigDecimal> value =
          runsAcross
              ? cells.value(downNode, node, measure)
              : cells.value(node, acrossNode, measure);
      if (value.isPresent()) {
        total = total == null ? value.get() : total.add(value.get());
      }
    }
    return Optional.ofNullable(total);
  }

  private Optional<BigDecimal> rank(
      Optional<BigDecimal> plain, int downNode, int acrossNode, int measure) {
    boolean ranksDown = !down.levels().isEmpty();
    Axis axis = ranksDown ? down : across;
    int node = ranksDown ? downNode : acrossNode;
    if (plain.isEmpty() || node == Axis.ROOT || axis.isRest(node)) {
      return Optional.empty();
    }
    long before = 0;
    for (int child : axis.children(axis.parent(node))) {
      Optional<BigDecimal> value =
          ranksDown
              ? cells.value(child, acrossNode, measure)
              : cells.value(downNode, child, measure);
      boolean greater = value.isPresent() && value.get().compareTo(plain.get()) > 0;
      before += greater && !axis.isRest(child) ? 1 : 0;
    }
    return Optional.of(BigDecimal.valueOf(before + 1));
  }
}
