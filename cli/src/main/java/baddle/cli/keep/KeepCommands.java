package baddle.cli.keep;

import baddle.cli.options.CommandGroup;

/** The commands of this package, as the program's help groups them. */
public final class KeepCommands {

  private KeepCommands() {}

  /** The commands in the order of help. */
  public static CommandGroup group() {
    return CommandGroup.of(
        "Keep it",
        new HistoryCommand(),
        new CloseCommand(),
        new ReopenCommand(),
        new ShrinkCommand());
  }
}
