package baddle.core.crosstab;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * Opening and what comes in, less what goes out, is closing; each period's closing is the next
 * one's opening. It is made of a cross-tab whose levels down are the account, if there are several,
 * the direction and the detail, and whose only level across is the period.
 *
 * @param opening the first opening of each account; that of the empty name where there is one only
 * @param byAccount whether the outermost level down is the account
 * @param carries whether a closed period's closing takes the place of the first opening
 * @param stated whether the second measure is a balance that the closing must tie to
 */
public record RollForward(
    Map<String, BigDecimal> opening, boolean byAccount, boolean carries, boolean stated) {

  /** What the direction of rows that come in is called. */
  public static final String IN = "in";

  /** What the direction of rows that go out is called. */
  public static final String OUT = "out";

  /** What the direction of all other rows is called. */
  public static final String NEITHER = "neither";

  /** Copies the map. */
  public RollForward {
    opening = Map.copyOf(opening);
  }

  /** The same with other openings; accounts that have none here keep theirs. */
  public RollForward openingWith(Map<String, BigDecimal> others) {
    Map<String, BigDecimal> all = new HashMap<>(opening);
    all.putAll(others);
    return new RollForward(all, byAccount, carries, stated);
  }

  /** What a line of a roll-forward says. */
  public enum Kind {
    /** What there was before. */
    OPENING,
    /** A detail of what came in or went out. */
    DETAIL,
    /** All that came in or went out. */
    SUBTOTAL,
    /** What there is then. */
    CLOSING,
    /** What the source says there is. */
    STATED,
    /** How far the two are apart. */
    DIFFERENCE
  }

  /**
   * A line.
   *
   * @param account the account; empty where there is one only
   * @param values one for each period and, last, one for all of them
   */
  public record Line(String account, Kind kind, String label, List<Optional<BigDecimal>> values) {

    /** Copies the list. */
    public Line {
      values = List.copyOf(values);
    }
  }

  /** The lines of a cross-tab. */
  public List<Line> lines(Crosstab crosstab) {
    List<Line> lines = new ArrayList<>();
    if (byAccount) {
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
    BigDecimal balance =
        opening
            .getOrDefault(account.label(), BigDecimal.ZERO)
            .setScale(
                Math.max(
                    crosstab.places(0),
                    opening.getOrDefault(account.label(), BigDecimal.ZERO).scale()),
                RoundingMode.UNNECESSARY);
    BigDecimal first = balance;
    for (Item period : periods) {
      openings.add(Optional.of(balance));
      for (Item direction : account.children()) {
        BigDecimal moved = crosstab.plainValue(direction, period, 0).orElse(BigDecimal.ZERO);
        balance =
            direction.label().equals(IN)
                ? balance.add(moved)
                : direction.label().equals(OUT) ? balance.subtract(moved) : balance;
      }
      closings.add(Optional.of(balance));
    }
    openings.add(Optional.of(first));
    closings.add(Optional.of(balance));
    String name = account.label();
    lines.add(new Line(name, Kind.OPENING, "Opening", openings));
    for (String direction : List.of(IN, OUT, NEITHER)) {
      account.children().stream()
          .filter(item -> item.label().equals(direction))
          .forEach(item -> addDetails(crosstab, name, item, lines));
    }
    lines.add(new Line(name, Kind.CLOSING, "Closing", closings));
    if (stated) {
      addStated(crosstab, account, closings, lines);
    }
  }

  private static void addDetails(
      Crosstab crosstab, String account, Item direction, List<Line> lines) {
    for (Item detail : direction.children()) {
      lines.add(new Line(account, Kind.DETAIL, detail.label(), values(crosstab, detail, 0)));
    }
    String label =
        switch (direction.label()) {
          case IN -> "Total in";
          case OUT -> "Total out";
          default -> "Neither in nor out, not counted";
        };
    lines.add(new Line(account, Kind.SUBTOTAL, label, values(crosstab, direction, 0)));
  }

  private static List<Optional<BigDecimal>> values(Crosstab crosstab, Item item, int measure) {
    List<Optional<BigDecimal>> values = new ArrayList<>();
    for (Item period : crosstab.across().children()) {
      values.add(crosstab.plainValue(item, period, measure));
    }
    values.add(crosstab.plainValue(item, crosstab.across(), measure));
    return values;
  }

  private static void addStated(
      Crosstab crosstab, Item account, List<Optional<BigDecimal>> closings, List<Line> lines) {
    List<Optional<BigDecimal>> stated = values(crosstab, account, 1);
    lines.add(new Line(account.label(), Kind.STATED, "Balance stated", stated));
    List<Optional<BigDecimal>> differences = new ArrayList<>();
    boolean any = false;
    for (int i = 0; i < stated.size(); i++) {
      BigDecimal closing = closings.get(i).orElse(BigDecimal.ZERO);
      Optional<BigDecimal> difference = stated.get(i).map(closing::subtract);
      any |= difference.filter(d -> d.signum() != 0).isPresent();
      differences.add(difference);
    }
    if (any) {
      lines.add(new Line(account.label(), Kind.DIFFERENCE, "Difference", differences));
    }
  }
}
