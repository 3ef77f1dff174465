package baddle.cli;

import java.util.List;

/**
 * Commands that help with one part of a month's work.
 *
 * @param title what that is
 */
record CommandGroup(String title, List<Command> commands) {

  CommandGroup {
    commands = List.copyOf(commands);
  }

  static CommandGroup of(String title, Command... commands) {
    return new CommandGroup(title, List.of(commands));
  }
}
