package baddle.plan;

import java.util.Locale;

/** What becomes of a file's rows when the file isn't there any more. */
public enum WhenGone {
  /** They leave the dataset. */
  DROP,
  /** They stay. */
  KEEP,
  /** Nothing is brought in until the file is back. */
  STOP;

  /** As the plan says it. */
  public String word() {
    return name().toLowerCase(Locale.ROOT);
  }
}
