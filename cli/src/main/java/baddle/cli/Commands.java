package baddle.cli;

import baddle.cli.build.BuildCommands;
import baddle.cli.figures.FigureCommands;
import baddle.cli.keep.KeepCommands;
import baddle.cli.look.LookCommands;
import baddle.cli.options.Command;
import baddle.cli.options.CommandGroup;
import baddle.cli.out.OutCommands;
import baddle.cli.prove.ProveCommands;
import java.util.List;

/** What the program can do. */
final class Commands {

  /** The commands, by the work of a month. */
  static final List<CommandGroup> GROUPS =
      List.of(
          LookCommands.group(),
          BuildCommands.group(),
          ProveCommands.group(),
          FigureCommands.group(),
          OutCommands.group(),
          KeepCommands.group());

  private Commands() {}

  /** All of them, in the order of help. */
  static List<Command> all() {
    return GROUPS.stream().flatMap(group -> group.commands().stream()).toList();
  }
}
