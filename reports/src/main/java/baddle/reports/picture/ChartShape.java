package baddle.reports.picture;

import baddle.core.crosstab.Crosstab;
import baddle.core.crosstab.Item;
import baddle.core.crosstab.spec.ChartKind;
import baddle.core.crosstab.spec.CrosstabSpec;
import baddle.core.crosstab.spec.Level;
import baddle.reports.CrosstabLayout;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;

/**
 * What a chart of a cross-tab shows: one measure, by categories along an axis, in one or more
 * series. Time goes from left to right.
 *
 * @param kind what is drawn
 * @param measure the measure's index from 0
 * @param categoriesDown whether the categories are items down, and the series items across
 * @param categories along the axis
 * @param series at least one; a root stands for all items
 * @param others how many more series there are that aren't drawn
 */
public record ChartShape(
    ChartKind kind,
    int measure,
    boolean categoriesDown,
    List<Point> categories,
    List<Point> series,
    int others) {

  /** More series than these can't be told apart; the largest are drawn. */
  static final int MOST_SERIES = 6;

  /** An item with what it is called. */
  public record Point(String label, Item item) {}

  /** Copies the lists. */
  public ChartShape {
    categories = List.copyOf(categories);
    series = List.copyOf(series);
  }

  /** The shape of a cross-tab; empty where it has no items to draw, or nothing but days. */
  public static Optional<ChartShape> of(CrosstabLayout layout, ChartKind kind) {
    Crosstab crosstab = layout.crosstab();
    CrosstabSpec spec = crosstab.spec();
    int measure = 0;
    while (measure < spec.measures().size() && layout.numbers().get(measure).isCalendar()) {
      measure++;
    }
    if (spec.rollForward().isPresent() || measure == spec.measures().size()) {
      return Optional.empty();
    }
    boolean down = categoriesDown(spec, kind);
    List<Point> categories =
        kind == ChartKind.BARS
            ? children(axis(crosstab, down))
            : leaves(axis(crosstab, down), levels(spec, down));
    if (categories.isEmpty()) {
      return Optional.empty();
    }
    Item other = axis(crosstab, !down);
    List<Point> all =
        kind == ChartKind.BARS || other.children().isEmpty()
            ? List.of(new Point(spec.measures().get(measure).name(), other))
            : children(other);
    List<Point> drawn = largest(crosstab, measure, down, all);
    return Optional.of(
        new ChartShape(kind, measure, down, categories, drawn, all.size() - drawn.size()));
  }

  /** The same with the categories the other way round. */
  public ChartShape reversed() {
    List<Point> reversed = new ArrayList<>(categories);
    Collections.reverse(reversed);
    return new ChartShape(kind, measure, categoriesDown, reversed, series, others);
  }

  private static boolean categoriesDown(CrosstabSpec spec, ChartKind kind) {
    if (kind == ChartKind.BARS) {
      return !spec.down().isEmpty();
    }
    boolean timeAcross = spec.across().stream().anyMatch(l -> l.item().grain().isPresent());
    boolean timeDown = spec.down().stream().anyMatch(l -> l.item().grain().isPresent());
    return !spec.down().isEmpty() && (timeDown || !timeAcross);
  }

  private static Item axis(Crosstab crosstab, boolean down) {
    return down ? crosstab.down() : crosstab.across();
  }

  private static List<Level> levels(CrosstabSpec spec, boolean down) {
    return down ? spec.down() : spec.across();
  }

  private static List<Point> children(Item of) {
    return of.children().stream().map(item -> new Point(item.label(), item)).toList();
  }

  private static List<Point> leaves(Item root, List<Level> levels) {
    List<Point> leaves = new ArrayList<>();
    addLeaves(root, "", levels, leaves);
    return leaves;
  }

  private static void addLeaves(Item item, String path, List<Level> levels, List<Point> into) {
    List<Item> children = new ArrayList<>(item.children());
    Level level = levels.isEmpty() ? null : levels.get(Math.min(item.level(), levels.size() - 1));
    boolean backwards =
        level != null && level.item().grain().isPresent() && level.order().descending();
    if (backwards) {
      Collections.reverse(children);
    }
    for (Item child : children) {
      String label = path.isEmpty() ? child.label() : path + " " + child.label();
      if (child.children().isEmpty()) {
        into.add(new Point(label, child));
      } else {
        addLeaves(child, label, levels, into);
      }
    }
  }

  /** As many as can be told apart, in their order. */
  private static List<Point> largest(
      Crosstab crosstab, int measure, boolean down, List<Point> all) {
    if (all.size() <= MOST_SERIES) {
      return all;
    }
    Comparator<Point> bySize =
        Comparator.comparing(
            point ->
                value(crosstab, measure, down, axis(crosstab, down), point.item())
                    .orElse(BigDecimal.ZERO)
                    .abs());
    List<Point> largest = all.stream().sorted(bySize.reversed()).limit(MOST_SERIES - 1L).toList();
    return all.stream().filter(largest::contains).toList();
  }

  private static Optional<BigDecimal> value(
      Crosstab crosstab, int measure, boolean down, Item category, Item series) {
    return down
        ? crosstab.value(category, series, measure)
        : crosstab.value(series, category, measure);
  }

  /** The value of a series at a category; empty for a gap. */
  public Optional<BigDecimal> value(Crosstab crosstab, Point category, Point of) {
    return value(crosstab, measure, categoriesDown, category.item(), of.item());
  }
}
