package baddle.plan.database;

import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * A database that rows come from or go to.
 *
 * @param name its name
 * @param url where it is, by JDBC (JSR 221); may hold {@code {env:NAME}}
 * @param user who connects; may hold {@code {env:NAME}}; empty for whom the driver takes
 * @param password the variable of the environment that holds the password
 * @param passwordFile a file that holds it, relative to the plan
 * @param drivers where drivers are that the program doesn't have, relative to the plan
 * @param connectSeconds how long connecting may take
 * @param querySeconds how long a statement may take
 */
public record DatabasePlan(
    String name,
    String url,
    String user,
    Optional<String> password,
    Optional<String> passwordFile,
    List<String> drivers,
    int connectSeconds,
    int querySeconds) {

  /** A variable of the environment in a text. */
  public static final Pattern VARIABLE = Pattern.compile("\\{env:([A-Za-z_][A-Za-z0-9_]*)}");

  /** Copies the list. */
  public DatabasePlan {
    drivers = List.copyOf(drivers);
  }

  /** The variables of the environment that a text names, in order. */
  public static List<String> variables(String text) {
    return VARIABLE.matcher(text).results().map(found -> found.group(1)).distinct().toList();
  }

  /** A text with a value for each variable of the environment. */
  public static String filled(String text, UnaryOperator<String> value) {
    return VARIABLE
        .matcher(text)
        .replaceAll(found -> Matcher.quoteReplacement(value.apply(found.group(1))));
  }
}
