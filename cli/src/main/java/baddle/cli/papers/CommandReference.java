package baddle.cli.papers;

import baddle.cli.options.Command;
import baddle.cli.options.CommandGroup;
import baddle.cli.options.CommandOptions;
import baddle.cli.options.Status;
import java.util.ArrayList;
import java.util.List;
import org.apache.commons.cli.Option;

/** The page docs/reference/commands.md. */
public final class CommandReference {

  private CommandReference() {}

  /** Its lines. */
  public static List<String> of(List<CommandGroup> groups) {
    List<String> lines = new ArrayList<>();
    lines.add("# Commands");
    lines.add("");
    lines.add(
        "This page is made from the same words as `baddle COMMAND --help`. The examples run one after");
    lines.add("the other in the folder that `baddle demo` lays out.");
    lines.add("");
    for (CommandGroup group : groups) {
      lines.add("## " + group.title());
      lines.add("");
      group.commands().forEach(command -> of(command, lines));
    }
    lines.add("## Exit status");
    lines.add("");
    lines.add("| status | |");
    lines.add("|---|---|");
    Status.MEANINGS.forEach((status, means) -> lines.add("| " + status + " | " + means + " |"));
    return lines;
  }

  private static void of(Command command, List<String> lines) {
    lines.add("### " + command.head().name());
    lines.add("");
    lines.add(
        "`baddle "
            + (command.head().name() + " " + command.head().arguments()).strip()
            + "` "
            + command.head().purpose()
            + ".");
    lines.add("");
    lines.add("```sh");
    command.head().example().lines().map(String::strip).forEach(lines::add);
    lines.add("```");
    lines.add("");
    lines.add("| option | |");
    lines.add("|---|---|");
    for (Option option : CommandOptions.all(command)) {
      lines.add(
          "| `"
              + CommandOptions.usage(option)
              + "` | "
              + option.getDescription().replace("|", "\\|")
              + " |");
    }
    lines.add("");
  }
}
