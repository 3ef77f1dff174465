package baddle.cli.options;

import baddle.app.Progress;
import baddle.app.Project;
import baddle.cli.terminal.Console;
import baddle.cli.terminal.ProgressLine;
import baddle.core.finding.Nearest;
import baddle.plan.PlanException;
import baddle.reports.text.TextStyle;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import org.apache.commons.cli.AlreadySelectedException;
import org.apache.commons.cli.CommandLine;
import org.apache.commons.cli.DefaultParser;
import org.apache.commons.cli.MissingArgumentException;
import org.apache.commons.cli.Option;
import org.apache.commons.cli.Options;
import org.apache.commons.cli.ParseException;
import org.apache.commons.cli.UnrecognizedOptionException;

/** The options of one call, those of every command among them. */
public final class CommandOptions {

  private static final Option PLAN =
      Option.builder()
          .longOpt("plan")
          .hasArg()
          .argName("FILE")
          .desc("the plan (default: baddle.yaml here or in a folder above)")
          .get();
  private static final Option WITH =
      Option.builder()
          .longOpt("with")
          .hasArg()
          .argName("NAME=VALUE")
          .desc("a value for one of the plan's parameters; may be repeated")
          .get();
  private static final Option PERIOD =
      Option.builder()
          .longOpt("period")
          .hasArg()
          .argName("PERIOD")
          .desc("the value of the plan's parameter of that name")
          .get();
  private static final Option JSON =
      Option.builder().longOpt("json").desc("print the result as JSON").get();
  private static final Option QUIET =
      Option.builder().longOpt("quiet").desc("print errors only").get();
  private static final Option VERBOSE =
      Option.builder().longOpt("verbose").desc("print every finding, and the log").get();
  private static final Option COLOR =
      Option.builder()
          .longOpt("color")
          .hasArg()
          .argName("WHEN")
          .desc("bold headings: auto, always or never (default: auto)")
          .get();
  private static final Option PROGRESS =
      Option.builder()
          .longOpt("progress")
          .hasArg()
          .argName("WHEN")
          .desc("a line on the terminal while work takes long: auto or never (default: auto)")
          .get();
  private static final Option HELP =
      Option.builder("h").longOpt("help").desc("print this help").get();
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

  private final CommandLine line;

  /** Whether the period is the command's own, and no value of the plan's parameter. */
  private final boolean ownsPeriod;

  private final Console console;

  private CommandOptions(CommandLine line, Console console, boolean ownsPeriod) {
    this.ownsPeriod = ownsPeriod;
    this.line = line;
    this.console = console;
  }

  private static boolean ownsPeriod(Command command) {
    return command.head().options().stream()
        .anyMatch(own -> own.getLongOpt().equals(PERIOD.getLongOpt()));
  }

  /** Every option a command takes, its own first. */
  public static List<Option> all(Command command) {
    List<Option> all = new ArrayList<>(command.head().options());
    if (command.head().usesPlan()) {
      all.addAll(ownsPeriod(command) ? List.of(PLAN, WITH) : List.of(PLAN, WITH, PERIOD));
    }
    all.addAll(List.of(JSON, QUIET, VERBOSE, COLOR, PROGRESS, HELP));
    return all;
  }

  /** How an option is written, with what its value is called. */
  public static String usage(Option option) {
    String letter = option.getOpt() == null ? "" : "-" + option.getOpt() + ", ";
    String name = letter + "--" + option.getLongOpt();
    return option.hasArg() ? name + " " + option.getArgName() : name;
  }

  /** Reads what stands after the command's name. */
  public static CommandOptions parse(Command command, String[] args, Console console)
      throws UsageException {
    Options options = new Options();
    all(command).forEach(options::addOption);
    try {
      DefaultParser parser = DefaultParser.builder().setAllowPartialMatching(false).get();
      CommandOptions parsed =
          new CommandOptions(parser.parse(options, args), console, ownsPeriod(command));
      parsed.check();
      return parsed;
    } catch (ParseException e) {
      throw new UsageException(message(command, options, e));
    }
  }

  private static String message(Command command, Options options, ParseException e) {
    String help = "\ntry: baddle " + command.head().name() + " --help";
    if (e instanceof UnrecognizedOptionException unknown) {
      String given = unknown.getOption().replaceFirst("=.*", "");
      List<String> known =
          options.getOptions().stream().map(option -> "--" + option.getLongOpt()).toList();
      return "no option "
          + given
          + " for "
          + command.head().name()
          + Nearest.hint(given, known)
          + (given.contains(".") ? "; a file that is called so is written ./" + given : "")
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

  private void check() throws UsageException {
    String color = value(COLOR).orElse("auto");
    if (!COLORS.contains(color)) {
      throw new UsageException(
          "--color takes auto, always or never, not " + color + Nearest.hint(color, COLORS));
    }
    String progress = value(PROGRESS).orElse("auto");
    if (!PROGRESSES.contains(progress)) {
      throw new UsageException(
          "--progress takes auto or never, not " + progress + Nearest.hint(progress, PROGRESSES));
    }
    for (Option option : line.getOptions()) {
      String[] values = line.getOptionValues(option.getLongOpt());
      boolean repeatable = REPEATABLE.contains(option.getLongOpt());
      if (!repeatable && values != null && values.length > 1) {
        throw new UsageException("--" + option.getLongOpt() + " appears twice");
      }
    }
  }

  private Optional<String> value(Option option) {
    return value(option.getLongOpt());
  }

  /** The value of an option. */
  public Optional<String> value(String option) {
    return Optional.ofNullable(line.getOptionValue(option));
  }

  /** The values of an option that may be given several times. */
  public List<String> values(String option) {
    String[] values = line.getOptionValues(option);
    return values == null ? List.of() : List.of(values);
  }

  /** Whether an option is given. */
  public boolean has(String option) {
    return line.hasOption(option);
  }

  /** What isn't an option. */
  public List<String> arguments() {
    return line.getArgList();
  }

  /** For a command without arguments. */
  public void refuseArguments(String command) throws UsageException {
    if (!arguments().isEmpty()) {
      throw new UsageException(command + " takes no arguments, found " + arguments().get(0));
    }
  }

  /** The one folder that is named in the place of files; none where files are named. */
  public List<Path> folders() throws UsageException {
    List<Path> folders =
        arguments().stream()
            .map(name -> console.folder().resolve(name))
            .filter(Files::isDirectory)
            .toList();
    if (!folders.isEmpty() && arguments().size() > 1) {
      throw new UsageException("takes one folder, or files");
    }
    return folders;
  }

  /** The files that the arguments name, all of which must be there. */
  public List<Path> files() throws UsageException {
    if (arguments().isEmpty()) {
      throw new UsageException("needs the files to read; --help has an example");
    }
    List<Path> files = new ArrayList<>();
    for (String name : arguments()) {
      Path file = console.folder().resolve(name);
      if (Files.isDirectory(file)) {
        throw new UsageException(
            file + " is a folder; name files in it, such as " + Path.of(name, "*"));
      }
      if (!Files.isRegularFile(file)) {
        throw new UsageException("there is no file " + file);
      }
      files.add(file);
    }
    return files;
  }

  /** Whether help is asked for. */
  public boolean help() {
    return line.hasOption(HELP);
  }

  /** Whether the result is to be JSON. */
  public boolean json() {
    return line.hasOption(JSON);
  }

  /** Whether only errors are to be printed. */
  public boolean quiet() {
    return line.hasOption(QUIET);
  }

  /** Whether everything is to be printed. */
  public boolean verbose() {
    return line.hasOption(VERBOSE);
  }

  /** How text is to look on this terminal. */
  public TextStyle style() {
    String color = value(COLOR).orElse("auto");
    boolean auto = console.terminal().out() && !console.terminal().plain();
    return new TextStyle(color.equals("always") || (color.equals("auto") && auto));
  }

  /** The plan's file, if there is one. */
  public Optional<Path> planFile() throws UsageException {
    Optional<String> given = value(PLAN);
    if (given.isEmpty()) {
      return Project.findPlan(console.folder());
    }
    Path file = console.folder().resolve(given.get());
    if (Files.isDirectory(file)) {
      throw new UsageException(file + " is a folder; name the plan in it");
    }
    if (!Files.isRegularFile(file)) {
      throw new UsageException("there is no plan " + file);
    }
    return Optional.of(file);
  }

  /**
   * The plan's file, for what is kept of a command that is given nothing but how to show it.
   *
   * @param more options with which it is asked something else
   * @return empty where one of them is given, an argument, or a value of a parameter
   */
  public Optional<Path> planAlone(String... more) throws UsageException {
    boolean alone =
        Stream.of(more).noneMatch(this::has) && arguments().isEmpty() && parameters().isEmpty();
    return alone ? planFile() : Optional.empty();
  }

  /** The project of the plan. */
  public Project project() throws UsageException, PlanException, IOException {
    Optional<Path> plan = planFile();
    if (plan.isEmpty()) {
      throw new UsageException(
          "there is no "
              + Project.PLAN_NAME
              + " in "
              + console.folder().toAbsolutePath()
              + " or a folder above; give one with --plan, or see one: baddle demo");
    }
    return Project.open(plan.get(), parameters()).with(progress()).with(console.environment());
  }

  /** What shows how far work has got. */
  public Progress progress() {
    boolean never = quiet() || value(PROGRESS).filter("never"::equals).isPresent();
    return never ? Progress.SILENT : ProgressLine.of(console);
  }

  /** For work that no plan has a part in. */
  public void refuseParameters() throws UsageException {
    if (!parameters().isEmpty()) {
      throw new UsageException(
          "--with and --period are for a plan's parameters; none is read here");
    }
  }

  /** What the options say of the plan's parameters. */
  public Map<String, String> parameters() throws UsageException {
    Map<String, String> parameters = new LinkedHashMap<>();
    for (String given : values("with")) {
      int equals = given.indexOf('=');
      if (equals < 1) {
        throw new UsageException("--with takes NAME=VALUE, such as year=2026, not " + given);
      }
      if (parameters.put(given.substring(0, equals), given.substring(equals + 1)) != null) {
        throw new UsageException("--with " + given.substring(0, equals) + " appears twice");
      }
    }
    Optional<String> period = ownsPeriod ? Optional.empty() : value(PERIOD);
    if (period.isPresent() && parameters.put("period", period.get()) != null) {
      throw new UsageException("--period and --with period= are the same");
    }
    return parameters;
  }
}
