package baddle.cli.look;

import baddle.cli.build.DemoCommand;
import baddle.cli.options.CommandGroup;

/** The commands of this package and the demo, as the program's help groups them. */
public final class LookCommands {

  private LookCommands() {}

  /** The commands in the order of help. */
  public static CommandGroup group() {
    return CommandGroup.of(
        "See what came", new LookCommand(), new DraftCommand(), new DemoCommand());
  }
}
