package baddle.plan;

import java.util.List;
import java.util.Locale;

/**
 * When rows are the same, and what becomes of them.
 *
 * @param key the columns whose values identify a row; none where rows may well be alike
 * @param policy what becomes of rows with one key
 */
public record DuplicateRule(List<String> key, Policy policy) {

  /** What becomes of rows with one key. */
  public enum Policy {
    /** They stay, and are reported. */
    REPORT,
    /** All but the first are held. */
    HOLD,
    /** Only those of the latest period's source stay; the others are left out. */
    KEEP_LATEST;

    /** The words of the plan. */
    public String words() {
      return name().toLowerCase(Locale.ROOT).replace('_', ' ');
    }
  }

  /** Rows may be alike. */
  public static final DuplicateRule NONE = new DuplicateRule(List.of(), Policy.REPORT);

  /** Copies the list. */
  public DuplicateRule {
    key = List.copyOf(key);
  }
}
