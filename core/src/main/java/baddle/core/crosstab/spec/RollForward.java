package baddle.core.crosstab.spec;

import java.math.BigDecimal;
import java.util.HashMap;
import java.util.Map;
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
 * @param periodsDown whether the periods are down the side, and the lines across the top
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
}
