package baddle.cli.out;

import baddle.cli.options.CommandGroup;

/** The commands of this package, as the program's help groups them. */
public final class OutCommands {

  private OutCommands() {}

  /** The commands in the order of help. */
  public static CommandGroup group() {
    return CommandGroup.of(
        "Hand it on",
        new ExportCommand(),
        new ExtractCommand(),
        new FillCommand(),
        new AmendCommand());
  }
}
