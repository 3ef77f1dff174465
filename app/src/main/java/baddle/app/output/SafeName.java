package baddle.app.output;

import baddle.app.ContentHash;
import java.text.Normalizer;
import java.util.Locale;
import java.util.Set;

/** Values as parts of files' names. */
final class SafeName {

  /** Names of devices, which no file can have on some systems, whatever follows a dot. */
  private static final Set<String> DEVICES = Set.of("con", "prn", "aux", "nul");

  private static final int MOST_CHARACTERS = 80;

  private SafeName() {}

  /** A value as a part of a file's name that every system takes; others may have the same. */
  static String of(String value) {
    String composed = Normalizer.normalize(value, Normalizer.Form.NFC);
    String safe = composed.replaceAll("[\\p{Cntrl}/\\\\:*?\"<>|]", "_").strip();
    if (safe.isEmpty()) {
      return "(blank)";
    }
    if (safe.codePointCount(0, safe.length()) > MOST_CHARACTERS) {
      safe = safe.substring(0, safe.offsetByCodePoints(0, MOST_CHARACTERS)) + mark(value);
    }
    safe = safe.replaceAll("[. ]$", "_");
    String stem = safe.replaceFirst("\\..*$", "").toLowerCase(Locale.ROOT);
    boolean isDevice = DEVICES.contains(stem) || stem.matches("(com|lpt)[0-9]");
    return isDevice ? safe.replaceFirst("^([^.]*)", "$1_") : safe;
  }

  /** What tells a value's name from another's; it depends on the value alone. */
  static String mark(String value) {
    return " " + ContentHash.of(value).substring(0, 6);
  }
}
