package baddle.cli;

import baddle.app.OtherPlanException;
import baddle.app.reading.FileFailure;
import baddle.cli.options.Command;
import baddle.cli.options.CommandOptions;
import baddle.cli.options.Status;
import baddle.cli.options.UsageException;
import baddle.cli.terminal.Console;
import baddle.cli.terminal.ProgramLog;
import baddle.core.crosstab.spec.SpecException;
import baddle.core.expression.ExpressionException;
import baddle.core.finding.Nearest;
import baddle.plan.PlanException;
import java.io.IOException;
import java.io.PrintStream;
import java.io.UncheckedIOException;
import java.nio.file.AccessDeniedException;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * The program: chooses the command, runs it, and turns what goes wrong into messages and statuses.
 */
final class Program {

  /** What commands were once called. */
  private static final Map<String, String> RENAMED = Map.of("tidy", "shrink");

  private final Console console;

  Program(Console console) {
    this.console = console;
  }

  /** Runs one command line and returns the process status. */
  int run(String[] args) {
    boolean help = args.length > 0 && List.of("--help", "-h", "help").contains(args[0]);
    if (help && args.length > 1) {
      Optional<Command> asked = command(args[1]);
      asked.ifPresent(command -> Help.of(command).forEach(console.out()::println));
      return asked.isPresent() ? Status.DONE : unknown(args[1]);
    }
    if (args.length == 0 || help) {
      Help.ofProgram(Commands.GROUPS).forEach(console.out()::println);
      return args.length == 0 ? Status.USAGE : Status.DONE;
    }
    if (args[0].equals("--version")) {
      console.out().println(Help.version());
      return Status.DONE;
    }
    Optional<Command> command = command(args[0]);
    if (command.isEmpty()) {
      return unknown(args[0]);
    }
    return run(command.get(), Arrays.copyOfRange(args, 1, args.length));
  }

  private static Optional<Command> command(String name) {
    return Commands.all().stream().filter(known -> known.head().name().equals(name)).findFirst();
  }

  private int unknown(String word) {
    List<String> known =
        new ArrayList<>(Commands.all().stream().map(command -> command.head().name()).toList());
    known.addAll(List.of("--help", "--version"));
    String kind = word.startsWith("-") ? "option " : "command ";
    String now = RENAMED.get(word);
    String hint = now == null ? Nearest.hint(word, known) : "; it is called " + now + " now";
    console.err().println("baddle: no " + kind + word + hint);
    console.err().println("try: baddle --help");
    return Status.USAGE;
  }

  private int run(Command command, String[] args) {
    ProgramLog log = new ProgramLog();
    try {
      CommandOptions options = CommandOptions.parse(command, args, console);
      if (options.help()) {
        Help.of(command).forEach(console.out()::println);
        return Status.DONE;
      }
      Optional<Path> plan = command.head().usesPlan() ? options.planFile() : Optional.empty();
      log.begin(plan, options.verbose(), console.err());
      return command.run(options, console);
    } catch (UsageException | PlanException | SpecException | OtherPlanException e) {
      return failed(String.valueOf(e.getMessage()), Status.USAGE);
    } catch (ExpressionException e) {
      return failed(e.withCaret(), Status.USAGE);
    } catch (IOException e) {
      return failed(message(e), Status.FAILED);
    } catch (UncheckedIOException e) {
      return failed(message(e.getCause()), Status.FAILED);
    } catch (RuntimeException | OutOfMemoryError | StackOverflowError e) {
      Throwable root = root(e);
      return root instanceof OutOfMemoryError
          ? failed(FileFailure.words(root), Status.FAILED)
          : bug(e, log);
    } finally {
      log.close();
    }
  }

  private static Throwable root(Throwable e) {
    Throwable root = e;
    while (root.getCause() != null) {
      root = root.getCause();
    }
    return root;
  }

  private static String message(IOException e) {
    if (e instanceof NoSuchFileException) {
      return "there is no " + e.getMessage();
    }
    if (e instanceof AccessDeniedException) {
      return "no permission for " + e.getMessage();
    }
    return String.valueOf(e.getMessage());
  }

  private int failed(String message, int status) {
    console.out().flush();
    console.err().print("baddle: " + message + "\n");
    return status;
  }

  private int bug(Throwable e, ProgramLog log) {
    console.out().flush();
    PrintStream err = console.err();
    err.println("baddle: this is a bug: " + e);
    if (log.record(e)) {
      err.println("please report it with " + log.file().map(String::valueOf).orElse(""));
    } else {
      e.printStackTrace(err);
    }
    return Status.BUG;
  }
}
