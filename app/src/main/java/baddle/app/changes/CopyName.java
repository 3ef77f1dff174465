package baddle.app.changes;

import java.util.Locale;
import java.util.regex.Pattern;

/**
 * Tells names that people and programs give to copies: {@code Copy of a.csv}, {@code a (2).csv}.
 */
final class CopyName {

  private static final Pattern MARKS =
      Pattern.compile(
          "^copy of |([ _-]|\\()+copy\\)?( ?\\(?\\d+\\)?)?(?=\\.[^.]*$|$)"
              + "| ?\\(\\d{1,2}\\)(?=\\.[^.]*$|$)|[ _-]v(ersion)? ?\\d{1,2}(?=\\.[^.]*$|$)",
          Pattern.CASE_INSENSITIVE);

  private CopyName() {}

  /** Whether a path is that of a copy, by its name. */
  static boolean is(String path) {
    return MARKS.matcher(name(path)).find();
  }

  /** The name of the file that a file is a copy of, by its name and in lower case. */
  static String original(String path) {
    return MARKS.matcher(name(path)).replaceAll("").toLowerCase(Locale.ROOT);
  }

  private static String name(String path) {
    return path.substring(path.lastIndexOf('/') + 1);
  }
}
