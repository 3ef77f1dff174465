package baddle.core.expression;

import baddle.core.calendar.Calendar;
import baddle.core.calendar.Grain;
import baddle.core.calendar.Languages;
import baddle.core.calendar.PeriodText;
import baddle.core.finding.Nearest;
import baddle.core.table.Origin;
import baddle.core.value.ColumnType;
import baddle.core.value.ValueRules;
import com.google.re2j.Pattern;
import com.google.re2j.PatternSyntaxException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;

/**
 * The functions by name.
 *
 * <p>Long because it is a table: one function after the other.
 */
final class Functions {

  static final List<String> NAMES =
      List.of(
          "abs",
          "round",
          "floor",
          "ceiling",
          "mod",
          "greatest",
          "least",
          "coalesce",
          "nullif",
          "cast",
          "upper",
          "lower",
          "trim",
          "substring",
          "position",
          "char_length",
          "lpad",
          "rpad",
          "part",
          "replace",
          "joined",
          "extract",
          "year",
          "quarter",
          "month",
          "week",
          "day",
          "month_name",
          "weekday_name",
          "period",
          "start_of",
          "end_of",
          "days_between");

  /** How what was once a function is written now. */
  private static final Map<String, String> REPLACED =
      Map.of("add_days", "d + interval '3' day", "add_months", "d + interval '3' month");

  private static final List<String> FIELDS = List.of("year", "quarter", "month", "week", "day");
  private static final ColumnType TRUTH = ColumnType.of(ColumnType.Kind.BOOLEAN);
  private static final ColumnType WHOLE = ColumnType.of(ColumnType.Kind.INTEGER);
  private static final ColumnType DATE = ColumnType.of(ColumnType.Kind.DATE);
  private final Binder binder;
  private final Calendar calendar;

  Functions(Binder binder, Calendar calendar) {
    this.binder = binder;
    this.calendar = calendar;
  }

  void checkCount(Tree.Call call, int least, int most) {
    int count = call.arguments().size();
    if (count < least || count > most) {
      String wanted = least == most ? String.valueOf(least) : least + " to " + most;
      String noun = wanted.equals("1") ? " argument" : " arguments";
      throw binder.problem(call.name() + " takes " + wanted + noun + ", found " + count, call);
    }
  }

  Node bind(Tree.Call call) {
    return switch (call.name()) {
      case "abs", "round", "floor", "ceiling" -> rounding(call);
      case "upper" -> text(call, 1, 1, a -> Function.text(a[0]).toUpperCase(Locale.ROOT), "t");
      case "lower" -> text(call, 1, 1, a -> Function.text(a[0]).toLowerCase(Locale.ROOT), "t");
      case "trim" -> trim(call);
      case "substring" -> substring(call);
      case "lpad", "rpad" -> pad(call);
      case "part" ->
          text(
              call,
              3,
              3,
              a -> Texts.part(Function.text(a[0]), Function.text(a[1]), Function.number(a[2])),
              "ttn");
      case "replace" ->
          text(
              call,
              3,
              3,
              a ->
                  Texts.replaced(
                      Function.text(a[0]),
                      Function.text(a[1]),
                      a[2] == null ? "" : Function.text(a[2])),
              "ttt");
      case "joined" -> joined(call);
      case "||" -> text(call, 2, 2, a -> Function.text(a[0]) + Function.text(a[1]), "tt");
      case "char_length" ->
          number(
              call,
              1,
              1,
              a -> (long) Function.text(a[0]).codePointCount(0, Function.text(a[0]).length()),
              "t",
              WHOLE);
      case "position" ->
          number(
              call,
              2,
              2,
              a -> Texts.position(Function.text(a[1]), Function.text(a[0])),
              "tt",
              WHOLE);
      case "like" -> like(call);
      case "like_regex" -> likeRegex(call);
      case "cast" -> cast(call);
      default -> calendar(call);
    };
  }

  private Node calendar(Tree.Call call) {
    return switch (call.name()) {
      case "extract" -> field(call, call.detail());
      case "year", "quarter", "month", "week", "day" -> field(call, call.name());
      case "month_name", "weekday_name" -> name(call);
      case "period" -> period(call);
      case "start_of", "end_of" -> edge(call);
      case "days_between" ->
          number(call, 2, 2, a -> Function.number(a[1]) - Function.number(a[0]), "dd", WHOLE);
      case Intervals.LITERAL ->
          throw binder.problem(
              "an interval is added to a date or subtracted from it, as in d + interval '3' month",
              call);
      default -> throw binder.problem("no function " + call.name() + known(call.name()), call);
    };
  }

  /**
   * The arguments, checked.
   *
   * @param kinds for each one t (text), n (whole number), d (day)
   */
  private List<Node> arguments(Tree.Call call, int least, int most, String kinds) {
    checkCount(call, least, most);
    List<Node> nodes = new ArrayList<>();
    for (int i = 0; i < call.arguments().size(); i++) {
      Tree argument = call.arguments().get(i);
      nodes.add(argument(call.name(), argument, kinds.charAt(i)));
    }
    return nodes;
  }

  private Node argument(String function, Tree tree, char kind) {
    Node node = binder.bind(tree);
    ColumnType type = node.type();
    boolean fits =
        switch (kind) {
          case 't' -> type.kind() == ColumnType.Kind.TEXT;
          case 'n' -> type.kind() == ColumnType.Kind.INTEGER;
          default -> type.isCalendar();
        };
    if (!fits) {
      String wanted = kind == 't' ? "text" : kind == 'n' ? "a whole number" : "a date";
      throw binder.problem(function + " takes " + wanted + " here, not " + type, tree);
    }
    return kind == 'd' ? asDay(node) : node;
  }

  private static Node asDay(Node node) {
    if (node.type().kind() == ColumnType.Kind.DATE) {
      return node;
    }
    ColumnType type = node.type();
    return new FunctionNode.ToNumber(
        DATE, a -> type.epochDay(Function.number(a[0])), List.of(node), false);
  }

  private Node text(Tree.Call call, int least, int most, Function function, String kinds) {
    return new FunctionNode.ToText(function, arguments(call, least, most, kinds), false);
  }

  private Node number(
      Tree.Call call, int least, int most, Function function, String kinds, ColumnType type) {
    return new FunctionNode.ToNumber(type, function, arguments(call, least, most, kinds), false);
  }

  private Node rounding(Tree.Call call) {
    checkCount(call, 1, call.name().equals("round") ? 2 : 1);
    NumberNode number = binder.numberOf(call.arguments().get(0), call.name());
    return switch (call.name()) {
      case "abs" ->
          new FunctionNode.ToNumber(
              number.type(), a -> Math.abs(Function.number(a[0])), List.of(number), false);
      case "floor" -> Conversions.rescaled(number, 0, Rescale.Rounding.FLOOR);
      case "ceiling" -> Conversions.rescaled(number, 0, Rescale.Rounding.CEILING);
      default -> Conversions.rescaled(number, places(call), Rescale.Rounding.HALF_UP);
    };
  }

  private int places(Tree.Call call) {
    if (call.arguments().size() == 1) {
      return 0;
    }
    Tree places = call.arguments().get(1);
    if (places instanceof Tree.Amount number
        && number.value().scale() <= 0
        && number.value().signum() >= 0
        && number.value().intValue() <= ColumnType.MOST_PLACES) {
      return number.value().intValueExact();
    }
    throw binder.problem("round takes places from 0 to 12, written as a number", places);
  }

  private Node trim(Tree.Call call) {
    String side = call.detail();
    if (call.arguments().size() == 1) {
      return text(call, 1, 1, a -> Texts.trim(Function.text(a[0]), side, " \t\u00a0"), "t");
    }
    return text(call, 2, 2, a -> Texts.trim(Function.text(a[0]), side, Function.text(a[1])), "tt");
  }

  private Node substring(Tree.Call call) {
    return text(
        call,
        2,
        3,
        a ->
            Texts.substring(
                Function.text(a[0]),
                Function.number(a[1]),
                a.length > 2 ? Function.number(a[2]) : 1L << 40),
        "tnn");
  }

  private Node pad(Tree.Call call) {
    boolean left = call.name().equals("lpad");
    return text(
        call,
        2,
        3,
        a ->
            Texts.padded(
                Function.text(a[0]),
                Function.number(a[1]),
                a.length > 2 ? Function.text(a[2]) : " ",
                left),
        "tnt");
  }

  private Node joined(Tree.Call call) {
    checkCount(call, 2, 50);
    return new FunctionNode.ToText(
        Texts::joined, arguments(call, 2, 50, "t".repeat(call.arguments().size())), true);
  }

  private String literal(Tree.Call call, int index, String what) {
    if (call.arguments().get(index) instanceof Tree.Text literal) {
      return literal.value();
    }
    throw binder.problem(
        call.name() + " takes " + what + " written as a text", call.arguments().get(index));
  }

  private Node like(Tree.Call call) {
    checkCount(call, 2, 3);
    String pattern = literal(call, 1, "a pattern");
    String escape = call.arguments().size() > 2 ? literal(call, 2, "an escape character") : "";
    Pattern compiled = Texts.like(pattern, escape);
    return matching(call, compiled);
  }

  private Node likeRegex(Tree.Call call) {
    checkCount(call, 2, 3);
    String pattern = literal(call, 1, "a pattern");
    String flags = call.arguments().size() > 2 ? literal(call, 2, "flags") : "";
    if (!flags.matches("[ism]*")) {
      throw binder.problem("flags are i, s and m", call.arguments().get(2));
    }
    long size = PatternSize.of(pattern);
    if (size > PatternSize.MOST) {
      throw binder.problem(
          "the pattern has "
              + (size == Long.MAX_VALUE ? "more steps than can be counted" : size + " steps")
              + " once its repeats are written out; at most "
              + PatternSize.MOST
              + " are allowed; use fewer repeats, or * or +",
          call.arguments().get(1));
    }
    try {
      return matching(call, Texts.regex(pattern, flags));
    } catch (PatternSyntaxException e) {
      throw binder.problem(
          "no pattern, or one that can't be matched in linear time: " + e.getDescription(),
          call.arguments().get(1));
    }
  }

  private Node matching(Tree.Call call, Pattern pattern) {
    Node text = argument(call.name(), call.arguments().get(0), 't');
    return new FunctionNode.ToNumber(
        TRUTH, a -> pattern.matcher(Function.text(a[0])).find() ? 1L : 0L, List.of(text), false);
  }

  private Node field(Tree.Call call, String field) {
    if (!FIELDS.contains(field)) {
      throw binder.problem(
          "extract takes one of " + String.join(", ", FIELDS) + Nearest.hint(field, FIELDS), call);
    }
    return number(call, 1, 1, a -> Dates.field(field, Dates.day(a[0])), "d", WHOLE);
  }

  private Node name(Tree.Call call) {
    checkCount(call, 1, 2);
    String tag = call.arguments().size() > 1 ? literal(call, 1, "a language") : "en";
    Locale language = Locale.forLanguageTag(tag);
    if (!Languages.isKnown(language)) {
      throw binder.problem("no language " + tag + "; expected a code such as en", call);
    }
    List<Node> day = List.of(argument(call.name(), call.arguments().get(0), 'd'));
    boolean month = call.name().equals("month_name");
    return new FunctionNode.ToText(
        a ->
            month
                ? Dates.monthName(Dates.day(a[0]), language)
                : Dates.weekdayName(Dates.day(a[0]), language),
        day,
        false);
  }

  private Grain grain(Tree.Call call) {
    checkCount(call, 2, 2);
    String words = literal(call, 1, "a grain of the calendar");
    return Grain.of(words)
        .orElseThrow(
            () ->
                binder.problem(
                    "no grain of the calendar: "
                        + words
                        + Nearest.hint(
                            words, Arrays.stream(Grain.values()).map(Grain::words).toList()),
                    call.arguments().get(1)));
  }

  private Node period(Tree.Call call) {
    Grain grain = grain(call);
    List<Node> day = List.of(dayWithin(call, grain));
    return new FunctionNode.ToText(
        a -> calendar.label(grain, calendar.period(grain, Function.number(a[0]))), day, false);
  }

  /**
   * The first argument as a day. The period of a source is its first day where the grain holds all
   * of it, and blank where it doesn't.
   */
  private Node dayWithin(Tree.Call call, Grain grain) {
    Tree tree = call.arguments().get(0);
    Node node = binder.bind(tree);
    boolean isSourcePeriod =
        tree instanceof Tree.Name column
            && column.name().equals(Origin.SOURCE_PERIOD.name())
            && node.type().kind() == ColumnType.Kind.TEXT;
    if (!isSourcePeriod) {
      return argument(call.name(), tree, 'd');
    }
    PeriodText periods = PeriodText.english();
    return new FunctionNode.ToNumber(
        DATE,
        a ->
            periods
                .parse(Function.text(a[0]))
                .flatMap(period -> Dates.startWithin(period, grain, calendar))
                .orElse(null),
        List.of(node),
        false);
  }

  private Node edge(Tree.Call call) {
    Grain grain = grain(call);
    List<Node> day = List.of(dayWithin(call, grain));
    boolean start = call.name().equals("start_of");
    return new FunctionNode.ToNumber(
        DATE,
        a ->
            start
                ? Dates.startOf(Function.number(a[0]), grain, calendar)
                : Dates.endOf(Function.number(a[0]), grain, calendar),
        day,
        false);
  }

  private Node cast(Tree.Call call) {
    Node node = binder.bind(call.arguments().get(0));
    ColumnType wanted = castType(call);
    ColumnType type = node.type();
    if (Conversions.isBlank(node)) {
      return Conversions.blank(wanted);
    }
    if (type.equals(wanted)) {
      return node;
    }
    if (wanted.kind() == ColumnType.Kind.TEXT) {
      return new FunctionNode.ToText(a -> type.shown(Function.number(a[0])), List.of(node), false);
    }
    if (type.kind() == ColumnType.Kind.TEXT) {
      return fromText(node, wanted, binder.rules());
    }
    if (type.isNumber() && wanted.isNumber()) {
      return Conversions.withPlaces(node, wanted.places());
    }
    if (type.isCalendar() && wanted.isCalendar()) {
      return wanted.kind() == ColumnType.Kind.DATE ? asDay(node) : Conversions.timestamp(node);
    }
    throw binder.problem("no cast from " + type + " to " + wanted, call);
  }

  private static Node fromText(Node node, ColumnType wanted, ValueRules rules) {
    CastReader reader = new CastReader(wanted, rules);
    return new FunctionNode.ToNumber(
        wanted,
        a -> {
          char[] text = Function.text(a[0]).strip().toCharArray();
          return text.length == 0 ? null : reader.read(text);
        },
        List.of(node),
        false);
  }

  /** The function that is meant, or all there are. */
  private static String known(String name) {
    String now = REPLACED.get(name);
    if (now != null) {
      return "; it is written " + now;
    }
    String hint = Nearest.hint(name, NAMES);
    return hint.isEmpty() ? " (functions: " + String.join(", ", NAMES) + ")" : hint;
  }

  private ColumnType castType(Tree.Call call) {
    String[] words = call.detail().split(" ");
    int last = words.length - 1;
    return switch (words[0]) {
      case "text", "varchar", "char" -> ColumnType.text();
      case "integer", "int", "bigint" -> WHOLE;
      case "date" -> DATE;
      case "timestamp" -> ColumnType.of(ColumnType.Kind.TIMESTAMP);
      case "boolean" -> TRUTH;
      case "decimal", "numeric" -> decimal(call, last, words[last]);
      default ->
          throw binder.problem(
              "no type "
                  + words[0]
                  + Nearest.hint(
                      words[0],
                      List.of("text", "integer", "decimal", "date", "timestamp", "boolean")),
              call);
    };
  }

  private ColumnType decimal(Tree.Call call, int numbers, String places) {
    if (numbers == 0) {
      return ColumnType.decimal(2);
    }
    boolean fits = places.matches("\\d{1,2}") && Integer.parseInt(places) <= ColumnType.MOST_PLACES;
    if (numbers != 2 || !fits) {
      throw binder.problem("write decimal(18, 2): the digits in all, and the places", call);
    }
    return Binder.numberType(Integer.parseInt(places));
  }
}
