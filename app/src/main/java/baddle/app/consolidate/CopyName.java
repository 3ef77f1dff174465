package baddle.app.consolidate;

import java.util.regex.Pattern;

/**
 * Tells names that people and programs give to copies: {@code Copy of a.csv}, {@code a (2).csv}.
 */
final class CopyName {

  private static final Pattern COPY =
      Pattern.compile(
          "(^|/)copy of .*|.*([ _-]|\\()copy\\)?( ?\\(?\\d+\\)?)?(\\.[^./]*)?"
              + "|.* ?\\(\\d{1,2}\\)(\\.[^./]*)?|.*[ _-]v(ersion)? ?\\d{1,2}(\\.[^./]*)?",
          Pattern.CASE_INSENSITIVE);

  private CopyName() {}

  /** Whether a path is that of a copy, by its name. */
  static boolean is(String path) {
    return COPY.matcher(path.substring(path.lastIndexOf('/') + 1)).matches();
  }
}
