package baddle.cli;

import baddle.cli.build.ConsolidateCommand;
import baddle.cli.build.DemoCommand;
import baddle.cli.build.RunCommand;
import baddle.cli.build.WatchCommand;
import baddle.cli.figures.CrosstabCommand;
import baddle.cli.figures.SummarizeCommand;
import baddle.cli.keep.CloseCommand;
import baddle.cli.keep.HistoryCommand;
import baddle.cli.keep.ReopenCommand;
import baddle.cli.keep.ShrinkCommand;
import baddle.cli.look.DraftCommand;
import baddle.cli.look.LookCommand;
import baddle.cli.options.Command;
import baddle.cli.options.CommandGroup;
import baddle.cli.out.AmendCommand;
import baddle.cli.out.ExportCommand;
import baddle.cli.out.ExtractCommand;
import baddle.cli.out.FillCommand;
import baddle.cli.prove.CheckCommand;
import baddle.cli.prove.ColumnsCommand;
import baddle.cli.prove.CompareCommand;
import baddle.cli.prove.TraceCommand;
import java.util.List;

/** What the program can do. */
final class Commands {

  /** The commands, by the work of a month. */
  static final List<CommandGroup> GROUPS =
      List.of(
          CommandGroup.of(
              "See what came", new LookCommand(), new DraftCommand(), new DemoCommand()),
          CommandGroup.of(
              "Build the dataset", new RunCommand(), new ConsolidateCommand(), new WatchCommand()),
          CommandGroup.of(
              "Prove it",
              new CheckCommand(),
              new CompareCommand(),
              new TraceCommand(),
              new ColumnsCommand()),
          CommandGroup.of("Summarize it", new SummarizeCommand(), new CrosstabCommand()),
          CommandGroup.of(
              "Hand it on",
              new ExportCommand(),
              new ExtractCommand(),
              new FillCommand(),
              new AmendCommand()),
          CommandGroup.of(
              "Keep it",
              new HistoryCommand(),
              new CloseCommand(),
              new ReopenCommand(),
              new ShrinkCommand()));

  private Commands() {}

  /** All of them, in the order of help. */
  static List<Command> all() {
    return GROUPS.stream().flatMap(group -> group.commands().stream()).toList();
  }
}
