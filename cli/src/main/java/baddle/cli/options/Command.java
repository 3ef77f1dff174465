package baddle.cli.options;

import baddle.cli.terminal.Console;
import baddle.plan.PlanException;
import java.io.IOException;
import java.util.List;
import org.apache.commons.cli.Option;

/** One of the program's commands. */
public interface Command {

  /** The word it is called by. */
  String name();

  /** What stands after its name, such as {@code [NAME...] [options]}. */
  String arguments();

  /** What it does, in a line. */
  String purpose();

  /** A call that works in the demo's folder. */
  String example();

  /** Whether it works on a project, and so takes {@code --plan}. */
  boolean usesPlan();

  /** Its own options, besides those of every command. */
  List<Option> options();

  /**
   * Runs it.
   *
   * @return the process status
   */
  int run(CommandOptions options, Console console)
      throws UsageException, PlanException, IOException;
}
