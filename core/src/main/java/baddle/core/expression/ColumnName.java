package baddle.core.expression;

import java.util.regex.Pattern;

/** A column's name in an expression: a plain word, or anything in double quotes (SQL standard). */
final class ColumnName {

  static final String PATTERN = "[\\p{L}_][\\p{L}\\p{N}_]*|\"(?:[^\"]|\"\")+\"";

  private static final Pattern PLAIN = Pattern.compile("[\\p{L}_][\\p{L}\\p{N}_]*");

  private ColumnName() {}

  static String unquote(String name) {
    return name.startsWith("\"")
        ? name.substring(1, name.length() - 1).replace("\"\"", "\"")
        : name;
  }

  static String quote(String name) {
    boolean plain = PLAIN.matcher(name).matches() && !TreeParser.isReserved(name);
    return plain ? name : '"' + name.replace("\"", "\"\"") + '"';
  }
}
