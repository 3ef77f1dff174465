package baddle.cli.options;

import baddle.app.Progress;
import baddle.app.Project;
import baddle.cli.terminal.Console;
import baddle.cli.terminal.ProgressLine;
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
import java.util.stream.Stream;
import org.apache.commons.cli.CommandLine;
import org.apache.commons.cli.DefaultParser;
import org.apache.commons.cli.Option;
import org.apache.commons.cli.Options;
import org.apache.commons.cli.ParseException;

/** The options of one call, those of every command among them. */
public final class CommandOptions {

  private final CommandLine line;

  /** Whether the period is the command's own, and no value of the plan's parameter. */
  private final boolean ownsPeriod;

  private final Console console;

  private CommandOptions(CommandLine line, Console console, boolean ownsPeriod) {
    this.ownsPeriod = ownsPeriod;
    this.line = line;
    this.console = console;
  }

  /** Every option a command takes, its own first. */
  public static List<Option> all(Command command) {
    return StandardOptions.all(command);
  }

  /** How an option is written, with what its value is called. */
  public static String usage(Option option) {
    String letter = option.getOpt() == null ? "" : "-" + option.getOpt() + ", ";
    String name = letter + "--" + option.getLongOpt();
    return option.hasArg() ? name + " " + option.getArgName() : name;
  }

  /** Reads what is after the command's name. */
  public static CommandOptions parse(Command command, String[] args, Console console)
      throws UsageException {
    Options options = new Options();
    all(command).forEach(options::addOption);
    try {
      DefaultParser parser = DefaultParser.builder().setAllowPartialMatching(false).get();
      CommandOptions parsed =
          new CommandOptions(
              parser.parse(options, args), console, StandardOptions.ownsPeriod(command));
      StandardOptions.check(parsed.line);
      return parsed;
    } catch (ParseException e) {
      throw new UsageException(StandardOptions.message(command, options, e));
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
        throw noFile(file);
      }
      files.add(file);
    }
    return files;
  }

  /** The error for an argument that is no file. */
  public static UsageException noFile(Path file) {
    return new UsageException(
        Files.exists(file)
            ? file + " is a pipe, a socket or a device; name a file"
            : "there is no file " + file);
  }

  /** Whether help is asked for. */
  public boolean help() {
    return line.hasOption(StandardOptions.HELP);
  }

  /** Whether the result is to be JSON. */
  public boolean json() {
    return line.hasOption(StandardOptions.JSON);
  }

  /** Whether only errors are to be printed. */
  public boolean quiet() {
    return line.hasOption(StandardOptions.QUIET);
  }

  /** Whether everything is to be printed. */
  public boolean verbose() {
    return line.hasOption(StandardOptions.VERBOSE);
  }

  /** How text is to look on this terminal. */
  public TextStyle style() {
    String color = value(StandardOptions.COLOR).orElse("auto");
    boolean auto = console.terminal().out() && !console.terminal().plain();
    return new TextStyle(color.equals("always") || (color.equals("auto") && auto));
  }

  /** The plan's file, if there is one. */
  public Optional<Path> planFile() throws UsageException {
    Optional<String> given = value(StandardOptions.PLAN);
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
    boolean never = quiet() || value(StandardOptions.PROGRESS).filter("never"::equals).isPresent();
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
    Optional<String> period = ownsPeriod ? Optional.empty() : value(StandardOptions.PERIOD);
    if (period.isPresent() && parameters.put("period", period.get()) != null) {
      throw new UsageException("--period and --with period= are the same");
    }
    return parameters;
  }
}
