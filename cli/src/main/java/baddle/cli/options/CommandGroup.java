package baddle.cli.options;

import java.util.List;

/**
 * Commands that help with one part of a month's work.
 *
 * @param title what that is
 */
public record CommandGroup(String title, List<Command> commands) {

  public CommandGroup {
    commands = List.copyOf(commands);
  }

  /** Of some commands. */
  public static CommandGroup of(String title, Command... commands) {
    return new CommandGroup(title, List.of(commands));
  }
}
