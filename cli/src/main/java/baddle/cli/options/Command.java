package baddle.cli.options;

import baddle.cli.terminal.Console;
import baddle.plan.PlanException;
import java.io.IOException;

/** One of the program's commands. */
public interface Command {

  /** What it is called, and what it is for. */
  CommandHead head();

  /**
   * Runs it.
   *
   * @return the process status
   */
  int run(CommandOptions options, Console console)
      throws UsageException, PlanException, IOException;
}
