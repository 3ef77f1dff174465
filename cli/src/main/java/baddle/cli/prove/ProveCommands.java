package baddle.cli.prove;

import baddle.cli.options.CommandGroup;

/** The commands of this package, as the program's help groups them. */
public final class ProveCommands {

  private ProveCommands() {}

  /** The commands in the order of help. */
  public static CommandGroup group() {
    return CommandGroup.of(
        "Prove it",
        new CheckCommand(),
        new CompareCommand(),
        new TraceCommand(),
        new ColumnsCommand());
  }
}
