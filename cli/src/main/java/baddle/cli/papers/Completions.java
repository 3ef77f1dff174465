package baddle.cli.papers;

import baddle.cli.options.Command;
import baddle.cli.options.CommandOptions;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Collectors;
import org.apache.commons.cli.Option;

/** What shells need to complete commands, options and files. */
public final class Completions {

  private Completions() {}

  /** For bash 4 and newer. */
  public static List<String> bash(List<Command> commands) {
    List<String> lines = new ArrayList<>();
    lines.add("_baddle() {");
    lines.add("  local current=${COMP_WORDS[COMP_CWORD]} command=${COMP_WORDS[1]}");
    lines.add("  if [ \"$COMP_CWORD\" -eq 1 ]; then");
    lines.add(
        "    mapfile -t COMPREPLY < <(compgen -W \""
            + names(commands)
            + " --help --version\" -- \"$current\")");
    lines.add("    return");
    lines.add("  fi");
    lines.add("  local options=");
    lines.add("  case $command in");
    for (Command command : commands) {
      lines.add("  " + command.head().name() + ") options=\"" + options(command) + "\" ;;");
    }
    lines.add("  help) options=\"" + names(commands) + "\" ;;");
    lines.add("  esac");
    lines.add("  case $command:$current in");
    lines.add(
        "  help:* | *:-*) mapfile -t COMPREPLY < <(compgen -W \"$options\" -- \"$current\") ;;");
    lines.add("  *) mapfile -t COMPREPLY < <(compgen -f -- \"$current\") ;;");
    lines.add("  esac");
    lines.add("}");
    lines.add("complete -o filenames -F _baddle baddle");
    return lines;
  }

  private static String names(List<Command> commands) {
    return commands.stream().map(command -> command.head().name()).collect(Collectors.joining(" "));
  }

  private static String options(Command command) {
    return CommandOptions.all(command).stream()
        .map(option -> "--" + option.getLongOpt())
        .collect(Collectors.joining(" "));
  }

  /** For zsh. */
  public static List<String> zsh(List<Command> commands) {
    List<String> lines = new ArrayList<>();
    lines.add("#compdef baddle");
    lines.add("local -a commands");
    lines.add("commands=(");
    for (Command command : commands) {
      lines.add("  " + quoted(command.head().name() + ":" + command.head().purpose()));
    }
    lines.add(")");
    lines.add("if (( CURRENT == 2 )); then");
    lines.add("  _describe command commands");
    lines.add("  return");
    lines.add("fi");
    lines.add("local command=$words[2]");
    lines.add("shift words");
    lines.add("(( CURRENT-- ))");
    lines.add("case $command in");
    for (Command command : commands) {
      lines.add("  " + command.head().name() + ")");
      lines.add("    _arguments \\");
      for (Option option : CommandOptions.all(command)) {
        String value = option.hasArg() ? ":" + option.getArgName() + ":_files" : "";
        String means = option.getDescription().replaceAll("([\\[\\]:\\\\])", "\\\\$1");
        lines.add(
            "      " + quoted("*--" + option.getLongOpt() + "[" + means + "]" + value) + " \\");
      }
      lines.add("      '*:file:_files' ;;");
    }
    lines.add("esac");
    return lines;
  }

  /** For fish. */
  public static List<String> fish(List<Command> commands) {
    List<String> lines = new ArrayList<>();
    for (Command command : commands) {
      lines.add(
          "complete -c baddle -f -n __fish_use_subcommand -a "
              + command.head().name()
              + " -d "
              + fishQuoted(command.head().purpose()));
      for (Option option : CommandOptions.all(command)) {
        lines.add(
            "complete -c baddle -n '__fish_seen_subcommand_from "
                + command.head().name()
                + "' -l "
                + option.getLongOpt()
                + (option.hasArg() ? " -r" : "")
                + " -d "
                + fishQuoted(option.getDescription()));
      }
    }
    return lines;
  }

  private static String quoted(String text) {
    return "'" + text.replace("'", "'\\''") + "'";
  }

  private static String fishQuoted(String text) {
    return "'" + text.replace("\\", "\\\\").replace("'", "\\'") + "'";
  }
}
