package baddle.cli.build;

import baddle.cli.options.CommandGroup;

/** The commands of this package, as the program's help groups them. */
public final class BuildCommands {

  private BuildCommands() {}

  /** The commands in the order of help. */
  public static CommandGroup group() {
    return CommandGroup.of(
        "Build the dataset", new RunCommand(), new ConsolidateCommand(), new WatchCommand());
  }
}
