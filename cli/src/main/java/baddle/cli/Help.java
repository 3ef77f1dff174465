package baddle.cli;

import baddle.cli.options.Command;
import baddle.cli.options.CommandGroup;
import baddle.cli.options.CommandOptions;
import baddle.cli.options.Status;
import java.util.ArrayList;
import java.util.List;
import org.apache.commons.cli.Option;

/** Help, made from what the commands say of themselves. */
final class Help {

  private Help() {}

  static String version() {
    String version = Help.class.getPackage().getImplementationVersion();
    return "baddle " + (version == null ? "(not packaged)" : version);
  }

  static List<String> ofProgram(List<CommandGroup> groups) {
    List<String> lines = new ArrayList<>();
    lines.add(
        "Baddle brings periodic workbooks and CSV files into one dataset and builds cross-tabs.");
    lines.add("");
    lines.add("usage: baddle COMMAND [options]");
    lines.add("");
    int width =
        groups.stream()
            .flatMap(group -> group.commands().stream())
            .mapToInt(command -> command.head().name().length())
            .max()
            .orElse(0);
    for (CommandGroup group : groups) {
      lines.add(group.title());
      for (Command command : group.commands()) {
        lines.add("  " + padded(command.head().name(), width) + "  " + command.head().purpose());
      }
      lines.add("");
    }
    lines.add("  baddle COMMAND --help  its options, with an example");
    lines.add("  baddle --version       the version");
    lines.add("");
    lines.add("Exit status");
    Status.MEANINGS.forEach((status, means) -> lines.add("  " + status + "  " + means));
    lines.add("");
    lines.add("first time here: baddle demo");
    return lines;
  }

  static List<String> of(Command command) {
    List<String> lines = new ArrayList<>();
    lines.add("usage: baddle " + command.head().name() + " " + command.head().arguments());
    lines.add("");
    lines.add(command.head().purpose());
    lines.add("");
    List<Option> options = CommandOptions.all(command);
    int width =
        options.stream().mapToInt(option -> CommandOptions.usage(option).length()).max().orElse(0);
    for (Option option : options) {
      lines.add(
          "  " + padded(CommandOptions.usage(option), width) + "  " + option.getDescription());
    }
    lines.add("");
    lines.add("example:");
    command.head().example().lines().forEach(line -> lines.add("  " + line));
    return lines;
  }

  private static String padded(String text, int width) {
    return text + " ".repeat(width - text.length());
  }
}
