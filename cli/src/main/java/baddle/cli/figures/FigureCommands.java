package baddle.cli.figures;

import baddle.cli.options.CommandGroup;

/** The commands of this package, as the program's help groups them. */
public final class FigureCommands {

  private FigureCommands() {}

  /** The commands in the order of help. */
  public static CommandGroup group() {
    return CommandGroup.of("Summarize it", new SummarizeCommand(), new CrosstabCommand());
  }
}
