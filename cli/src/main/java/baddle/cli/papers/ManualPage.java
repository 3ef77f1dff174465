package baddle.cli.papers;

import baddle.cli.options.Command;
import baddle.cli.options.CommandGroup;
import baddle.cli.options.CommandOptions;
import baddle.cli.options.Status;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import org.apache.commons.cli.Option;

/** The manual page, in the macros of {@code man(7)}. */
public final class ManualPage {

  private ManualPage() {}

  /**
   * Its lines.
   *
   * @param version the program's name and version
   */
  public static List<String> of(List<CommandGroup> groups, String version) {
    List<String> lines = new ArrayList<>();
    lines.add(".TH BADDLE 1 \"\" \"" + text(version) + "\"");
    section("Name", lines);
    lines.add(
        text(
            "baddle - brings periodic workbooks and CSV files into one dataset, builds cross-tabs"));
    section("Synopsis", lines);
    lines.add(".B baddle");
    lines.add(".I COMMAND");
    lines.add("[options]");
    section("Commands", lines);
    for (CommandGroup group : groups) {
      lines.add(".SS " + text(group.title()));
      for (Command command : group.commands()) {
        of(command, lines);
      }
    }
    section("Exit status", lines);
    Status.MEANINGS.forEach((status, means) -> entry(String.valueOf(status), means, lines));
    section("Environment", lines);
    entry("BADDLE_HEAP", "how much memory Java may have for objects, such as 2g", lines);
    entry("BADDLE_JAVA_OPTIONS", "more options for Java", lines);
    entry("BADDLE_NO_ARCHIVE", "if set, no archive of classes is made or used", lines);
    entry("JAVA_HOME", "the Java to use, 17 or newer", lines);
    section("Files", lines);
    entry("baddle.yaml", "the plan", lines);
    entry(".baddle/", "beside the plan: the dataset, and the log", lines);
    return lines;
  }

  private static void of(Command command, List<String> lines) {
    entry(
        "baddle " + command.head().name() + " " + command.head().arguments(),
        command.head().purpose(),
        lines);
    lines.add(".RS");
    command
        .head()
        .example()
        .lines()
        .forEach(
            line -> {
              lines.add(".br");
              lines.add(".I " + text(line.strip()));
            });
    for (Option option : CommandOptions.all(command)) {
      entry(CommandOptions.usage(option), option.getDescription(), lines);
    }
    lines.add(".RE");
  }

  private static void section(String title, List<String> lines) {
    lines.add(".SH " + title.toUpperCase(Locale.ROOT));
  }

  private static void entry(String term, String meaning, List<String> lines) {
    lines.add(".TP");
    lines.add(".B " + text(term));
    lines.add(text(meaning));
  }

  /** Text that no macro is read from. */
  private static String text(String plain) {
    String escaped = plain.replace("\\", "\\e").replace("-", "\\-").replace("\"", "\\(dq");
    return escaped.startsWith(".") || escaped.startsWith("'") ? "\\&" + escaped : escaped;
  }
}
