package baddle.plan.read;

import baddle.core.calendar.DateSystem;
import baddle.core.calendar.TwoDigitYears;
import baddle.core.finding.Nearest;
import baddle.core.grid.Dialect;
import baddle.core.value.Convention;
import baddle.core.value.Unreadable;
import baddle.core.value.ValueRules;
import java.nio.charset.Charset;
import java.nio.charset.IllegalCharsetNameException;
import java.nio.charset.UnsupportedCharsetException;
import java.time.DateTimeException;
import java.time.LocalDate;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/** Reads what a feed says of how its files and values are written. */
final class WritingReader {

  /** The keys of a feed that say how its values are written. */
  static final List<String> KEYS =
      List.of(
          "decimal",
          "dates",
          "two_digit_years",
          "lone_dash",
          "unreadable",
          "day_numbers",
          "day_numbers_from");

  private static final Map<String, Convention> DECIMAL =
      words(Convention.DECIMAL_POINT, Convention.DECIMAL_COMMA);
  private static final Map<String, Convention> DATES =
      words(Convention.DAY_FIRST, Convention.MONTH_FIRST);
  private static final Map<String, ValueRules.LoneDash> DASH =
      Map.of(
          "hold", ValueRules.LoneDash.HOLD,
          "zero", ValueRules.LoneDash.ZERO,
          "blank", ValueRules.LoneDash.BLANK);
  private static final Map<String, Unreadable> UNREADABLE =
      Map.of("hold", Unreadable.HOLD, "blank", Unreadable.BLANK);
  private static final Map<String, DateSystem> DAY_NUMBERS =
      Map.of("1900", DateSystem.FROM_1900, "1904", DateSystem.FROM_1904);
  private static final Map<String, Character> SEPARATORS =
      Map.of(
          "comma",
          ',',
          ",",
          ',',
          "semicolon",
          ';',
          ";",
          ';',
          "tab",
          '\t',
          "\t",
          '\t',
          "pipe",
          '|',
          "|",
          '|');
  private static final Map<String, Character> QUOTES =
      Map.of("\"", '"', "'", '\'', "none", Dialect.NO_QUOTE);

  private final NodeReader nodes;
  private final ValueRules standard;

  WritingReader(NodeReader nodes, ValueRules standard) {
    this.nodes = nodes;
    this.standard = standard;
  }

  private static Map<String, Convention> words(Convention one, Convention other) {
    return Map.of(one.planWord(), one, other.planWord(), other);
  }

  /** How values are written. */
  ValueRules rules(Map<String, PlanNode> keys) {
    return new ValueRules(
        word(keys, "decimal", DECIMAL),
        word(keys, "dates", DATES),
        years(keys),
        standard.months(),
        word(keys, "lone_dash", DASH).orElse(standard.dash()),
        unreadable(keys).orElse(standard.unreadable()),
        word(keys, "day_numbers", DAY_NUMBERS),
        firstDay(keys),
        standard.zone());
  }

  /** What becomes of values that can't be read, if that is said. */
  Optional<Unreadable> unreadable(Map<String, PlanNode> keys) {
    return word(keys, "unreadable", UNREADABLE);
  }

  private LocalDate firstDay(Map<String, PlanNode> keys) {
    PlanNode node = keys.get("day_numbers_from");
    if (node == null) {
      return standard.firstDay();
    }
    Optional<String> day = nodes.text(node, "day_numbers_from").map(PlanNode.Text::text);
    try {
      return day.map(LocalDate::parse).orElse(standard.firstDay());
    } catch (DateTimeException e) {
      nodes.problem(node, "day_numbers_from: should be a day, such as 1900-03-01");
      return standard.firstDay();
    }
  }

  private TwoDigitYears years(Map<String, PlanNode> keys) {
    PlanNode node = keys.get("two_digit_years");
    if (node == null) {
      return standard.years();
    }
    Optional<String> year = nodes.text(node, "two_digit_years").map(PlanNode.Text::text);
    if (year.isPresent() && year.get().matches("[12]\\d{3}")) {
      return new TwoDigitYears(Integer.parseInt(year.get()));
    }
    nodes.problem(node, "two_digit_years: should be the first of a hundred years, such as 1950");
    return standard.years();
  }

  private <T> Optional<T> word(Map<String, PlanNode> keys, String key, Map<String, T> known) {
    PlanNode node = keys.get(key);
    Optional<PlanNode.Text> text = node == null ? Optional.empty() : nodes.text(node, key);
    if (text.isEmpty()) {
      return Optional.empty();
    }
    Optional<T> value = Optional.ofNullable(known.get(text.get().text()));
    if (value.isEmpty()) {
      List<String> words = words(known);
      nodes.problem(
          text.get(),
          key
              + ": should be one of "
              + String.join(", ", words)
              + ", not "
              + text.get().text()
              + Nearest.hint(text.get().text(), words));
    }
    return value;
  }

  /** The words there are; a sign only where no word means the same. */
  private static List<String> words(Map<String, ?> known) {
    Set<Object> named = new HashSet<>();
    known.forEach((word, value) -> named.addAll(isWord(word) ? Set.of(value) : Set.of()));
    return known.entrySet().stream()
        .filter(one -> isWord(one.getKey()) || !named.contains(one.getValue()))
        .map(Map.Entry::getKey)
        .sorted()
        .toList();
  }

  private static boolean isWord(String word) {
    return Character.isLetterOrDigit(word.charAt(0));
  }

  /** How delimited text is written. */
  Dialect dialect(@Nullable PlanNode node) {
    if (node == null) {
      return Dialect.TOLD_BY_CONTENT;
    }
    Map<String, PlanNode> keys =
        new LinkedHashMap<>(nodes.keys(node, "text", List.of("separator", "quote", "charset")));
    return new Dialect(
        word(keys, "separator", SEPARATORS), word(keys, "quote", QUOTES), charset(keys));
  }

  private Optional<Charset> charset(Map<String, PlanNode> keys) {
    PlanNode node = keys.get("charset");
    Optional<PlanNode.Text> text = node == null ? Optional.empty() : nodes.text(node, "charset");
    if (text.isEmpty()) {
      return Optional.empty();
    }
    try {
      return Optional.of(Charset.forName(text.get().text()));
    } catch (IllegalCharsetNameException | UnsupportedCharsetException e) {
      nodes.problem(
          text.get(),
          text.get().text() + " is no charset; expected one such as utf-8 or windows-1252");
      return Optional.empty();
    }
  }
}
