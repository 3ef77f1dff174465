package baddle.plan;

import java.util.Locale;

/** What is done with later changes to a closed period. */
public enum Restatement {
  /** They wait until the period is opened again. */
  KEEP_OUT,
  /** They come in, and are reported. */
  BOOK;

  /** As the plan says it. */
  public String words() {
    return name().toLowerCase(Locale.ROOT).replace('_', ' ');
  }
}
