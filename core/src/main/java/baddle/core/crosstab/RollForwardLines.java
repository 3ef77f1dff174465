package baddle.core.crosstab;

import baddle.core.crosstab.spec.RollForward;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** Computes the lines of a roll-forward from its cross-tab. */
public final class RollForwardLines {

  /** The measure of what came in less what went out. */
  private static final int NET_MEASURE = 0;

  /** The measure of rows that are neither. */
  private static final int NEITHER_MEASURE = 1;

  private static final int BALANCE_MEASURE = 2;

  private final RollForward spec;

  private RollForwardLines(RollForward spec) {
    this.spec = spec;
  }

  /**
   * A line.
   *
   * @param account the account; empty where there is one only
   * @param values one for each period and, last, one for all of them
   */
  public record Line(
      String account, RollForward.Kind kind, String label, List<Optional<BigDecimal>> values) {

    /** Copies the list. */
    public Line {
      values = List.copyOf(values);
    }
  }

  /** The lines of a cross-tab. */
  public static List<Line> of(RollForward spec, Crosstab crosstab) {
    return new RollForwardLines(spec).lines(crosstab);
  }

  private List<Line> lines(Crosstab crosstab) {
    List<Line> lines = new ArrayList<>();
    if (spec.byAccount()) {
      crosstab.down().children().forEach(account -> add(crosstab, account, lines));
    } else {
      add(crosstab, crosstab.down(), lines);
    }
    return lines;
  }

  private void add(Crosstab crosstab, Item account, List<Line> lines) {
    List<Item> periods = crosstab.across().children();
    List<Optional<BigDecimal>> openings = new ArrayList<>();
    List<Optional<BigDecimal>> closings = new ArrayList<>();
    BigDecimal stated = spec.opening().getOrDefault(account.label(), BigDecimal.ZERO);
    BigDecimal balance =
        stated.setScale(
            Math.max(crosstab.places(NET_MEASURE), stated.scale()), RoundingMode.UNNECESSARY);
    BigDecimal first = balance;
    Optional<BigDecimal> late = Optional.ofNullable(spec.since().get(account.label()));
    List<Optional<BigDecimal>> changed = new ArrayList<>();
    for (Item period : periods) {
      openings.add(Optional.of(balance));
      Optional<BigDecimal> one = changed.isEmpty() ? late : Optional.empty();
      changed.add(one);
      balance = balance.add(one.orElse(BigDecimal.ZERO));
      balance =
          balance.add(crosstab.plainValue(account, period, NET_MEASURE).orElse(BigDecimal.ZERO));
      closings.add(Optional.of(balance));
    }
    if (periods.isEmpty()) {
      balance = balance.add(late.orElse(BigDecimal.ZERO));
    }
    changed.add(late);
    openings.add(Optional.of(first));
    closings.add(Optional.of(balance));
    String name = account.label();
    lines.add(line(name, RollForward.Kind.OPENING, openings));
    if (late.isPresent()) {
      lines.add(line(name, RollForward.Kind.SINCE, changed));
    }
    addSide(
        crosstab,
        account,
        RollForward.IN,
        RollForward.Kind.DETAIL_IN,
        RollForward.Kind.TOTAL_IN,
        lines);
    addSide(
        crosstab,
        account,
        RollForward.OUT,
        RollForward.Kind.DETAIL_OUT,
        RollForward.Kind.TOTAL_OUT,
        lines);
    lines.add(line(name, RollForward.Kind.NET, values(crosstab, account, NET_MEASURE)));
    addSide(
        crosstab,
        account,
        RollForward.NEITHER,
        RollForward.Kind.DETAIL_NEITHER,
        RollForward.Kind.TOTAL_NEITHER,
        lines);
    lines.add(line(name, RollForward.Kind.CLOSING, closings));
    if (spec.stated()) {
      addStated(crosstab, account, closings, lines);
    }
  }

  private Line line(String account, RollForward.Kind kind, List<Optional<BigDecimal>> values) {
    return new Line(account, kind, spec.labels().getOrDefault(kind, kind.standardLabel()), values);
  }

  private void addSide(
      Crosstab crosstab,
      Item account,
      String side,
      RollForward.Kind detail,
      RollForward.Kind total,
      List<Line> lines) {
    int measure = side.equals(RollForward.NEITHER) ? NEITHER_MEASURE : NET_MEASURE;
    boolean negated = side.equals(RollForward.OUT);
    for (Item direction : account.children()) {
      if (direction.label().equals(side)) {
        for (Item of : direction.children()) {
          lines.add(
              new Line(
                  account.label(),
                  detail,
                  of.label(),
                  signed(values(crosstab, of, measure), negated)));
        }
        lines.add(
            line(account.label(), total, signed(values(crosstab, direction, measure), negated)));
      }
    }
  }

  /** What went out is shown as it was paid, not with a minus. */
  private static List<Optional<BigDecimal>> signed(
      List<Optional<BigDecimal>> values, boolean negated) {
    return negated ? values.stream().map(v -> v.map(BigDecimal::negate)).toList() : values;
  }

  private static List<Optional<BigDecimal>> values(Crosstab crosstab, Item item, int measure) {
    List<Optional<BigDecimal>> values = new ArrayList<>();
    for (Item period : crosstab.across().children()) {
      values.add(crosstab.plainValue(item, period, measure));
    }
    values.add(crosstab.plainValue(item, crosstab.across(), measure));
    return values;
  }

  private void addStated(
      Crosstab crosstab, Item account, List<Optional<BigDecimal>> closings, List<Line> lines) {
    List<Optional<BigDecimal>> balances = values(crosstab, account, BALANCE_MEASURE);
    lines.add(line(account.label(), RollForward.Kind.STATED, balances));
    List<Optional<BigDecimal>> differences = new ArrayList<>();
    boolean any = false;
    for (int i = 0; i < balances.size(); i++) {
      BigDecimal closing = closings.get(i).orElse(BigDecimal.ZERO);
      Optional<BigDecimal> difference = balances.get(i).map(closing::subtract);
      any |= difference.filter(d -> d.signum() != 0).isPresent();
      differences.add(difference);
    }
    if (any) {
      lines.add(line(account.label(), RollForward.Kind.DIFFERENCE, differences));
    }
  }
}
