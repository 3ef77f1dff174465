package baddle.plan.read;

import baddle.core.calendar.PeriodText;
import baddle.core.finding.Nearest;
import baddle.plan.NamePattern;
import baddle.plan.Parameters;
import java.time.DateTimeException;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Reads what parameters a plan has, and puts their values into its text before anything else of it
 * is read: as they are into names and paths, as literals of their type into expressions.
 */
final class ParameterReader {

  static final List<String> KEYS = List.of("type", "default");

  /** What a parameter can be. */
  private enum Type {
    TEXT,
    INTEGER,
    DECIMAL,
    DATE,
    PERIOD;

    String word() {
      return name().toLowerCase(Locale.ROOT);
    }
  }

  private record Parameter(Type type, String value) {

    /** The value as an expression has it. */
    String literal() {
      return switch (type) {
        case INTEGER, DECIMAL -> value.startsWith("-") ? "(" + value + ")" : value;
        case DATE -> "date '" + value + "'";
        default -> "'" + value.replace("'", "''") + "'";
      };
    }
  }

  private static final String SECTION = "parameters";

  /** The sections that only say what is shown. */
  private static final Set<String> SHOWING = Set.of("summaries", "reports", "fills");

  /** Keys whose values are expressions wherever they are. */
  private static final Set<String> EXPRESSIONS =
      Set.of("calc", "when", "where", "value", "down", "across");

  /** Keys in which braces name what the names of files and sheets carry. */
  private static final Set<String> PATTERNS =
      Set.of("files", "except", "sheets", "except_sheets", "table", "headings");

  /** Keys of statements, whose values a database is handed beside them. */
  private static final Set<String> STATEMENTS = Set.of("query", "unchanged_while");

  private static final Pattern PLACE = Pattern.compile("\\{([A-Za-z_][A-Za-z0-9_]*)}");
  private static final Pattern NAME = Pattern.compile("[A-Za-z_][A-Za-z0-9_]*");
  private static final String NOT_IN_NAMES = ".*[/\\\\*?{}].*|\\.+";

  private final NodeReader nodes;
  private final Map<String, Parameter> parameters = new LinkedHashMap<>();
  private final Set<String> ofData = new HashSet<>();

  ParameterReader(NodeReader nodes) {
    this.nodes = nodes;
  }

  /**
   * Puts values into a plan.
   *
   * @param given values by parameter; the others have their defaults
   */
  PlanNode read(PlanNode root, Map<String, String> given) {
    if (!(root instanceof PlanNode.Entries plan)) {
      return root;
    }
    Optional<PlanNode> section =
        plan.entries().stream()
            .filter(entry -> entry.key().text().equals(SECTION))
            .map(PlanNode.Entry::value)
            .findFirst();
    Map<String, PlanNode.Entry> declared =
        section.map(node -> nodes.entries(node, SECTION)).orElse(Map.of());
    declared.forEach((name, entry) -> declare(name, entry, Optional.ofNullable(given.get(name))));
    for (String name : given.keySet()) {
      if (section.isEmpty()) {
        nodes.problem(
            root, "there is no parameter " + name + "; the plan declares none (parameters:)");
      } else if (!declared.containsKey(name)) {
        nodes.problem(
            section.get(), "no parameter " + name + Nearest.hint(name, declared.keySet()));
      }
    }
    if (parameters.isEmpty()) {
      return root;
    }
    List<PlanNode.Entry> entries = new ArrayList<>();
    for (PlanNode.Entry entry : plan.entries()) {
      String key = entry.key().text();
      boolean data = !SHOWING.contains(key);
      entries.add(
          key.equals(SECTION)
              ? entry
              : new PlanNode.Entry(entry.key(), replaced(entry.value(), List.of(key), data)));
    }
    return new PlanNode.Entries(entries, plan.line(), plan.column());
  }

  /** What the parameters are, once they were put in. */
  Parameters parameters() {
    Map<String, String> values = new LinkedHashMap<>();
    parameters.forEach((name, parameter) -> values.put(name, parameter.value()));
    return new Parameters(values, ofData);
  }

  private void declare(String name, PlanNode.Entry entry, Optional<String> given) {
    if (!NAME.matcher(name).matches()) {
      nodes.problem(entry.key(), name + " is no name for a parameter; letters, digits and _ are");
      return;
    }
    Map<String, PlanNode> keys = nodes.keys(entry.value(), "parameter " + name, KEYS);
    Optional<Type> type =
        keys.containsKey("type")
            ? nodes.choice(keys.get("type"), "type", List.of(Type.values()), Type::word)
            : Optional.of(Type.TEXT);
    Optional<String> value =
        given.or(
            () ->
                Optional.ofNullable(keys.get("default"))
                    .flatMap(node -> nodes.text(node, "default"))
                    .map(PlanNode.Text::text));
    if (value.isEmpty() && !keys.containsKey("default")) {
      nodes.problem(
          entry.key(),
          "the parameter " + name + " has no value; give it one with --with " + name + "=...");
    }
    if (value.isPresent() && type.isPresent()) {
      Optional<String> read = value(type.get(), value.get());
      if (read.isEmpty()) {
        nodes.problem(
            given.isPresent() || !keys.containsKey("default") ? entry.key() : keys.get("default"),
            name + ": \"" + value.get() + "\" is no " + type.get().word() + example(type.get()));
      }
      parameters.put(name, new Parameter(type.get(), read.orElse(value.get())));
    }
  }

  private static String example(Type type) {
    return switch (type) {
      case TEXT -> "; it is empty";
      case INTEGER -> "; expected one such as 2026";
      case DECIMAL -> "; expected one such as 12.50";
      case DATE -> "; expected one such as 2026-03-31";
      case PERIOD -> "; expected one such as 2026-03";
    };
  }

  private Optional<String> value(Type type, String text) {
    String value = text.strip();
    return switch (type) {
      case TEXT -> value.isEmpty() ? Optional.empty() : Optional.of(value);
      case INTEGER -> value.matches("-?\\d{1,18}") ? Optional.of(value) : Optional.empty();
      case DECIMAL ->
          value.matches("-?\\d{1,18}(\\.\\d{1,12})?") ? Optional.of(value) : Optional.empty();
      case DATE -> date(value);
      case PERIOD -> PeriodText.english().parse(value).map(String::valueOf);
    };
  }

  private static Optional<String> date(String text) {
    try {
      return Optional.of(LocalDate.parse(text).toString());
    } catch (DateTimeException e) {
      return Optional.empty();
    }
  }

  /**
   * A node with the values put in.
   *
   * @param path the keys that lead to it
   * @param data whether it is of a section that decides what is in the datasets
   */
  private PlanNode replaced(PlanNode node, List<String> path, boolean data) {
    if (node instanceof PlanNode.Items list) {
      return new PlanNode.Items(
          list.items().stream().map(item -> replaced(item, path, data)).toList(),
          list.line(),
          list.column());
    }
    if (node instanceof PlanNode.Entries mapping) {
      List<PlanNode.Entry> entries = new ArrayList<>();
      for (PlanNode.Entry entry : mapping.entries()) {
        List<String> inner = new ArrayList<>(path);
        inner.add(entry.key().text());
        entries.add(
            new PlanNode.Entry(
                (PlanNode.Text) text(entry.key(), List.of("reports"), data),
                replaced(entry.value(), inner, data)));
      }
      return new PlanNode.Entries(entries, mapping.line(), mapping.column());
    }
    return text((PlanNode.Text) node, path, data);
  }

  private PlanNode text(PlanNode.Text text, List<String> path, boolean data) {
    if (isStatementFile(path)) {
      ofData.addAll(parameters.keySet());
    }
    Matcher matcher = PLACE.matcher(text.text());
    StringBuilder replaced = new StringBuilder();
    while (matcher.find()) {
      String name = matcher.group(1);
      Parameter parameter = parameters.get(name);
      boolean ofPattern = name.equals(NamePattern.PERIOD) && isPattern(path);
      if (parameter == null || ofPattern) {
        matcher.appendReplacement(replaced, Matcher.quoteReplacement(matcher.group()));
        continue;
      }
      if (data) {
        ofData.add(name);
      }
      if (isStatement(path)) {
        matcher.appendReplacement(replaced, Matcher.quoteReplacement(matcher.group()));
        continue;
      }
      boolean inExpression = isExpression(path);
      if (!inExpression && parameter.value().matches(NOT_IN_NAMES)) {
        nodes.problem(
            text,
            name + ": \"" + parameter.value() + "\" can't be in a name; / \\ * ? { } mustn't");
      }
      matcher.appendReplacement(
          replaced,
          Matcher.quoteReplacement(inExpression ? parameter.literal() : parameter.value()));
    }
    matcher.appendTail(replaced);
    return new PlanNode.Text(replaced.toString(), text.line(), text.column());
  }

  private static boolean isStatement(List<String> path) {
    return path.get(0).equals("feeds") && STATEMENTS.contains(path.get(path.size() - 1));
  }

  /** Whether it names the file of a statement, of which it isn't known here what it asks for. */
  private static boolean isStatementFile(List<String> path) {
    return path.get(0).equals("feeds") && path.get(path.size() - 1).equals("query_file");
  }

  private static boolean isPattern(List<String> path) {
    return path.stream().anyMatch(PATTERNS::contains);
  }

  private static boolean isExpression(List<String> path) {
    String last = path.get(path.size() - 1);
    boolean measure =
        path.size() == 4 && path.get(0).equals("summaries") && path.get(2).equals("measures");
    return EXPRESSIONS.contains(last) || measure || path.contains("roll_forward");
  }
}
