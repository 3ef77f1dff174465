package baddle.cli.out;

import baddle.cli.options.CommandOptions;
import baddle.cli.options.UsageException;
import baddle.core.finding.Nearest;
import baddle.core.grid.CsvForm;
import java.nio.charset.Charset;
import java.nio.charset.IllegalCharsetNameException;
import java.nio.charset.StandardCharsets;
import java.nio.charset.UnsupportedCharsetException;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.apache.commons.cli.Option;

/** The options that say how a CSV file is written. */
final class CsvFormOptions {

  private static final Map<String, Character> SEPARATORS =
      Map.of("comma", ',', "semicolon", ';', "tab", '\t', "pipe", '|');
  private static final Map<String, Character> MARKS = Map.of("point", '.', "comma", ',');
  private static final List<String> FORMULAS = List.of("keep", "mark");

  private CsvFormOptions() {}

  /** The options about CSV. */
  static List<Option> all() {
    return List.of(
        option("separator", "WORD", "of CSV: comma, semicolon, tab or pipe (default: comma)"),
        option("decimal", "WORD", "of CSV: point or comma (default: point)"),
        option("charset", "NAME", "of CSV (default: utf-8; utf-8-mark begins with a mark)"),
        option(
            "formulas", "WORD", "of CSV: keep texts like =1+2, or mark them with an apostrophe"));
  }

  private static Option option(String name, String argument, String purpose) {
    return Option.builder().longOpt(name).hasArg().argName(argument).desc(purpose).get();
  }

  /** The form that a call asks for. */
  static CsvForm read(CommandOptions options) throws UsageException {
    String charset = options.value("charset").orElse("utf-8").toLowerCase(Locale.ROOT);
    boolean mark = charset.equals("utf-8-mark");
    return new CsvForm(
        SEPARATORS.get(one(options, "separator", List.copyOf(SEPARATORS.keySet()), "comma")),
        MARKS.get(one(options, "decimal", List.copyOf(MARKS.keySet()), "point")),
        mark ? StandardCharsets.UTF_8 : charset(charset),
        mark,
        one(options, "formulas", FORMULAS, "keep").equals("mark"),
        false);
  }

  private static Charset charset(String name) throws UsageException {
    try {
      return Charset.forName(name);
    } catch (IllegalCharsetNameException | UnsupportedCharsetException e) {
      throw new UsageException(name + " is no charset; expected one such as utf-8 or windows-1252");
    }
  }

  /** One of a few words that an option takes. */
  static String one(CommandOptions options, String name, List<String> known, String otherwise)
      throws UsageException {
    String given = options.value(name).orElse(otherwise);
    if (!known.contains(given)) {
      String[] sorted = known.toArray(String[]::new);
      Arrays.sort(sorted);
      throw new UsageException(
          "--"
              + name
              + " takes "
              + String.join(", ", sorted)
              + ", not "
              + given
              + Nearest.hint(given, known));
    }
    return given;
  }
}
