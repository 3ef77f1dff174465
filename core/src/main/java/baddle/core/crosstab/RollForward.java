package baddle.core.crosstab;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * Opening and what comes in, less what goes out, is closing; each period's closing is the next
 * one's opening. It is made of a cross-tab whose levels down are the account, if there are several,
 * the direction and the detail, and whose only level across is the period.
 *
 * @param opening the first opening of each account; that of the empty name where there is one only
 * @param byAccount whether the outermost level down is the account
 * @param carries whether a closed period's closing takes the place of the first opening
 * @param stated whether there is a third measure, a balance that the closing must tie to
 * @param periodsDown whether the periods stand down the side, and the lines across the top
 * @param labels what its lines are called, where that is said
 * @param since what each account's rows up to the closed period that it begins after add up to now,
 *     less what that one was closed with
 */
public record RollForward(
    Map<String, BigDecimal> opening,
    boolean byAccount,
    boolean carries,
    boolean stated,
    boolean periodsDown,
    Map<Kind, String> labels,
    Map<String, BigDecimal> since) {

  /** One that doesn't begin after a closed period. */
  public RollForward(
      Map<String, BigDecimal> opening,
      boolean byAccount,
      boolean carries,
      boolean stated,
      boolean periodsDown,
      Map<Kind, String> labels) {
    this(opening, byAccount, carries, stated, periodsDown, labels, Map.of());
  }

  /** The measure of what came in less what went out. */
  private static final int NET_MEASURE = 0;

  /** The measure of rows that are neither. */
  private static final int NEITHER_MEASURE = 1;

  private static final int BALANCE_MEASURE = 2;

  /** What the direction of rows that come in is called. */
  public static final String IN = "in";

  /** What the direction of rows that go out is called. */
  public static final String OUT = "out";

  /** What the direction of all other rows is called. */
  public static final String NEITHER = "neither";

  /** Copies the map. */
  public RollForward {
    opening = Map.copyOf(opening);
    labels = Map.copyOf(labels);
    since = Map.copyOf(since);
  }

  /**
   * The same as it begins after a closed period.
   *
   * @param closed what that one was closed with; accounts that have none here keep their opening
   * @param now what its rows add up to now
   */
  public RollForward after(Map<String, BigDecimal> closed, Map<String, BigDecimal> now) {
    Map<String, BigDecimal> all = new HashMap<>(opening);
    all.putAll(closed);
    Map<String, BigDecimal> moved = new HashMap<>();
    Stream.concat(all.keySet().stream(), now.keySet().stream())
        .distinct()
        .forEach(
            account -> {
              BigDecimal started = opening.getOrDefault(account, BigDecimal.ZERO);
              BigDecimal before = all.getOrDefault(account, BigDecimal.ZERO);
              moved.put(account, now.getOrDefault(account, started).subtract(before));
            });
    moved.values().removeIf(amount -> amount.signum() == 0);
    return new RollForward(all, byAccount, carries, stated, periodsDown, labels, moved);
  }

  /** What a line of a roll-forward says. */
  public enum Kind {
    /** What there was before. */
    OPENING,
    /** What later changes to closed periods come to. */
    SINCE,
    /** A detail of what came in. */
    DETAIL_IN,
    /** All that came in. */
    TOTAL_IN,
    /** A detail of what went out. */
    DETAIL_OUT,
    /** All that went out. */
    TOTAL_OUT,
    /** A detail of what is neither. */
    DETAIL_NEITHER,
    /** All that is neither in nor out, and isn't counted. */
    TOTAL_NEITHER,
    /** What came in less what went out. */
    NET,
    /** What there is then. */
    CLOSING,
    /** What the source says there is. */
    STATED,
    /** How far the two are apart. */
    DIFFERENCE;

    /** Whether it is one of several that add up to the next. */
    public boolean isDetail() {
      return this == DETAIL_IN || this == DETAIL_OUT || this == DETAIL_NEITHER;
    }

    /** Whether it is the total of a side. */
    public boolean isTotal() {
      return this == TOTAL_IN || this == TOTAL_OUT || this == TOTAL_NEITHER;
    }

    /** What it is called where nothing else is said; empty for a detail. */
    public String standardLabel() {
      return switch (this) {
        case OPENING -> "Opening";
        case SINCE -> "Changed since closing";
        case TOTAL_IN -> "Total in";
        case TOTAL_OUT -> "Total out";
        case TOTAL_NEITHER -> "Neither in nor out, not counted";
        case NET -> "Net";
        case CLOSING -> "Closing";
        case STATED -> "Balance stated";
        case DIFFERENCE -> "Difference";
        default -> "";
      };
    }

    /** Which side of the account it is of, in a word. */
    public String side() {
      return switch (this) {
        case DETAIL_IN, TOTAL_IN -> IN;
        case DETAIL_OUT, TOTAL_OUT -> OUT;
        case DETAIL_NEITHER, TOTAL_NEITHER -> NEITHER;
        case OPENING -> "opening";
        case SINCE -> "since closing";
        case NET -> "net";
        case CLOSING -> "closing";
        case STATED -> "stated";
        case DIFFERENCE -> "difference";
      };
    }
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
    BigDecimal stated = opening.getOrDefault(account.label(), BigDecimal.ZERO);
    BigDecimal balance =
        stated.setScale(
            Math.max(crosstab.places(NET_MEASURE), stated.scale()), RoundingMode.UNNECESSARY);
    BigDecimal first = balance;
    Optional<BigDecimal> late = Optional.ofNullable(since.get(account.label()));
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
    lines.add(line(name, Kind.OPENING, openings));
    if (late.isPresent()) {
      lines.add(line(name, Kind.SINCE, changed));
    }
    addSide(crosstab, account, IN, Kind.DETAIL_IN, Kind.TOTAL_IN, lines);
    addSide(crosstab, account, OUT, Kind.DETAIL_OUT, Kind.TOTAL_OUT, lines);
    lines.add(line(name, Kind.NET, values(crosstab, account, NET_MEASURE)));
    addSide(crosstab, account, NEITHER, Kind.DETAIL_NEITHER, Kind.TOTAL_NEITHER, lines);
    lines.add(line(name, Kind.CLOSING, closings));
    if (this.stated) {
      addStated(crosstab, account, closings, lines);
    }
  }

  private Line line(String account, Kind kind, List<Optional<BigDecimal>> values) {
    return new Line(account, kind, labels.getOrDefault(kind, kind.standardLabel()), values);
  }

  private void addSide(
      Crosstab crosstab, Item account, String side, Kind detail, Kind total, List<Line> lines) {
    int measure = side.equals(NEITHER) ? NEITHER_MEASURE : NET_MEASURE;
    boolean negated = side.equals(OUT);
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
    lines.add(line(account.label(), Kind.STATED, balances));
    List<Optional<BigDecimal>> differences = new ArrayList<>();
    boolean any = false;
    for (int i = 0; i < balances.size(); i++) {
      BigDecimal closing = closings.get(i).orElse(BigDecimal.ZERO);
      Optional<BigDecimal> difference = balances.get(i).map(closing::subtract);
      any |= difference.filter(d -> d.signum() != 0).isPresent();
      differences.add(difference);
    }
    if (any) {
      lines.add(line(account.label(), Kind.DIFFERENCE, differences));
    }
  }
}
