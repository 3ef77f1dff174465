package baddle.cli.options;

import baddle.core.finding.Nearest;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import org.apache.commons.cli.AlreadySelectedException;
import org.apache.commons.cli.CommandLine;
import org.apache.commons.cli.MissingArgumentException;
import org.apache.commons.cli.Option;
import org.apache.commons.cli.Options;
import org.apache.commons.cli.ParseException;
import org.apache.commons.cli.UnrecognizedOptionException;

/** The options that every command has, or every command with a plan. */
final class StandardOptions {

  static final Option PLAN =
      Option.builder()
          .longOpt("plan")
          .hasArg()
          .argName("FILE")
          .desc("the plan (default: baddle.yaml here or in a folder above)")
          .get();
  static final Option WITH =
      Option.builder()
          .longOpt("with")
          .hasArg()
          .argName("NAME=VALUE")
          .desc("a value for one of the plan's parameters; may be repeated")
          .get();
  static final Option PERIOD =
      Option.builder()
          .longOpt("period")
          .hasArg()
          .argName("PERIOD")
          .desc("the value of the plan's parameter of that name")
          .get();
  static final Option JSON =
      Option.builder().longOpt("json").desc("print the result as JSON").get();
  static final Option QUIET = Option.builder().longOpt("quiet").desc("print errors only").get();
  static final Option VERBOSE =
      Option.builder().longOpt("verbose").desc("print every finding, and the log").get();
  static final Option COLOR =
      Option.builder()
          .longOpt("color")
          .hasArg()
          .argName("WHEN")
          .desc("bold headings: auto, always or never (default: auto)")
          .get();
  static final Option PROGRESS =
      Option.builder()
          .longOpt("progress")
          .hasArg()
          .argName("WHEN")
          .desc("a line on the terminal while work takes long: auto or never (default: auto)")
          .get();
  static final Option HELP = Option.builder("h").longOpt("help").desc("print this help").get();
  private static final Set<String> REPEATABLE =
      Set.of(
          "with",
          "set",
          "find",
          "out",
          "down",
          "across",
          "measure",
          "order",
          "keep",
          "show-empty",
          "total");
  private static final List<String> COLORS = List.of("auto", "always", "never");
  private static final List<String> PROGRESSES = List.of("auto", "never");

  private StandardOptions() {}

  /** Whether {@code --period} is a command's own, and no value of the plan's parameter. */
  static boolean ownsPeriod(Command command) {
    return command.head().options().stream()
        .anyMatch(own -> own.getLongOpt().equals(PERIOD.getLongOpt()));
  }

  /** Every option a command takes, its own first. */
  static List<Option> all(Command command) {
    List<Option> all = new ArrayList<>(command.head().options());
    if (command.head().usesPlan()) {
      all.addAll(ownsPeriod(command) ? List.of(PLAN, WITH) : List.of(PLAN, WITH, PERIOD));
    }
    all.addAll(List.of(JSON, QUIET, VERBOSE, COLOR, PROGRESS, HELP));
    return all;
  }

  /** Refuses values that an option doesn't have, and options given twice. */
  static void check(CommandLine line) throws UsageException {
    String color = line.getOptionValue(COLOR, "auto");
    if (!COLORS.contains(color)) {
      throw new UsageException(
          "--color takes auto, always or never, not " + color + Nearest.hint(color, COLORS));
    }
    String progress = line.getOptionValue(PROGRESS, "auto");
    if (!PROGRESSES.contains(progress)) {
      throw new UsageException(
          "--progress takes auto or never, not " + progress + Nearest.hint(progress, PROGRESSES));
    }
    for (Option option : line.getOptions()) {
      String[] values = line.getOptionValues(option.getLongOpt());
      boolean repeatable = REPEATABLE.contains(option.getLongOpt());
      if (!repeatable && values != null && values.length > option.getArgs()) {
        throw new UsageException("--" + option.getLongOpt() + " appears twice");
      }
    }
  }

  /** What is wrong with options that can't be read. */
  static String message(Command command, Options options, ParseException e) {
    String help = "\ntry: baddle " + command.head().name() + " --help";
    if (e instanceof UnrecognizedOptionException unknown) {
      String given = unknown.getOption().replaceFirst("=.*", "");
      List<String> known =
          options.getOptions().stream().map(option -> "--" + option.getLongOpt()).toList();
      return "no option "
          + given
          + " for "
          + command.head().name()
          + (given.contains(".") ? "; a file that is called so is written ./" + given : "")
          + Nearest.hint(given, known)
          + help;
    }
    if (e instanceof MissingArgumentException missing) {
      Option option = missing.getOption();
      return "--" + option.getLongOpt() + " needs a value: " + option.getArgName() + help;
    }
    if (e instanceof AlreadySelectedException) {
      return "options that exclude each other: " + e.getMessage() + help;
    }
    return e.getMessage() + help;
  }
}
