package baddle.cli.options;

import java.util.List;
import org.apache.commons.cli.Option;

/**
 * What a command is called, and what it is for.
 *
 * @param name the word it is called by
 * @param arguments what follows its name, such as {@code [NAME...] [options]}
 * @param purpose what it does, in a line
 * @param example a call that works in the demo's folder
 * @param usesPlan whether it works on a project, and so has {@code --plan}
 * @param options its own options, besides those of every command
 */
public record CommandHead(
    String name,
    String arguments,
    String purpose,
    String example,
    boolean usesPlan,
    List<Option> options) {

  /** Copies the list. */
  public CommandHead {
    options = List.copyOf(options);
  }
}
