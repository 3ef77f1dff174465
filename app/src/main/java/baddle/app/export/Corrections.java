package baddle.app.export;

import java.util.Locale;

/** What a running log does with rows that it has and that changed or went since. */
public enum Corrections {
  /** Takes the row back with a sign, and appends it as it is now. */
  APPEND,
  /** Leaves them, and says how many they are. */
  LIST;

  /** What it is called. */
  public String word() {
    return name().toLowerCase(Locale.ROOT);
  }
}
