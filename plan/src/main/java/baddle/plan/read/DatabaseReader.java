package baddle.plan.read;

import baddle.plan.database.DatabasePlan;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Pattern;

/** Reads what databases a plan knows; a password has no place in it. */
final class DatabaseReader {

  static final List<String> KEYS =
      List.of(
          "url",
          "user",
          "password",
          "password_file",
          "drivers",
          "connect_seconds",
          "query_seconds");

  private static final int CONNECT_SECONDS = 15;
  private static final int QUERY_SECONDS = 1800;
  private static final String HOW =
      "; put it into a variable of the environment and write \"{env:NAME}\", or into a file that"
          + " only you can read and write password_file:";

  /** A password among a URL's parameters, or between a user and a host. */
  private static final Pattern PASSWORD_IN_URL =
      Pattern.compile(
          "(?i)[?&;][^=&;]*(password|pwd|secret)[^=&;]*=(?!\\{env:)|://[^/?@]*:[^/?@]*@");

  private final NodeReader nodes;

  DatabaseReader(NodeReader nodes) {
    this.nodes = nodes;
  }

  Optional<DatabasePlan> read(String name, PlanNode node) {
    Map<String, PlanNode> keys = nodes.keys(node, "database " + name, KEYS);
    if (!keys.containsKey("url")) {
      nodes.problem(node, "database " + name + " needs url:, such as jdbc:postgresql://host/name");
      return Optional.empty();
    }
    if (!name.matches("[\\p{L}_][\\p{L}\\p{N}_-]*")) {
      nodes.problem(node, name + " is no name for a database; letters, digits, - and _ are");
    }
    String url = text(keys, "url");
    if (!url.startsWith("jdbc:")) {
      nodes.problem(keys.get("url"), "url: begins with jdbc:, such as jdbc:sqlite:till.db");
    }
    if (PASSWORD_IN_URL.matcher(url).find()) {
      nodes.problem(keys.get("url"), "url: a password doesn't belong in the plan" + HOW);
    }
    if (keys.containsKey("password") && keys.containsKey("password_file")) {
      nodes.problem(keys.get("password_file"), "password: and password_file: exclude each other");
    }
    return Optional.of(
        new DatabasePlan(
            name,
            url,
            text(keys, "user"),
            password(keys),
            keys.containsKey("password_file")
                ? Optional.of(text(keys, "password_file"))
                : Optional.empty(),
            keys.containsKey("drivers")
                ? nodes.texts(keys.get("drivers"), "drivers").stream()
                    .map(PlanNode.Text::text)
                    .toList()
                : List.of(),
            seconds(keys, "connect_seconds", CONNECT_SECONDS),
            seconds(keys, "query_seconds", QUERY_SECONDS)));
  }

  private String text(Map<String, PlanNode> keys, String key) {
    PlanNode node = keys.get(key);
    return node == null ? "" : nodes.text(node, key).map(PlanNode.Text::text).orElse("");
  }

  /** The message never quotes what is written there. */
  private Optional<String> password(Map<String, PlanNode> keys) {
    if (!keys.containsKey("password")) {
      return Optional.empty();
    }
    String text = text(keys, "password");
    if (!DatabasePlan.VARIABLE.matcher(text).matches()) {
      nodes.problem(keys.get("password"), "password: a password doesn't belong in the plan" + HOW);
      return Optional.empty();
    }
    return DatabasePlan.variables(text).stream().findFirst();
  }

  private int seconds(Map<String, PlanNode> keys, String key, int standard) {
    if (!keys.containsKey(key)) {
      return standard;
    }
    String text = text(keys, key);
    if (!text.matches("[1-9][0-9]{0,5}")) {
      nodes.problem(keys.get(key), key + ": should be a whole number of seconds, such as 60");
      return standard;
    }
    return Integer.parseInt(text);
  }
}
