package baddle.cli.terminal;

import baddle.app.Environment;
import java.io.BufferedReader;
import java.io.OutputStream;
import java.io.PrintStream;
import java.io.Reader;
import java.nio.file.Path;

/**
 * What a command may write to, and where it is.
 *
 * @param out results
 * @param err progress and errors
 * @param in answers to questions
 * @param terminal what is known of the terminal
 * @param folder the folder that paths on the command line are relative to
 * @param environment where secrets come from that a plan names
 */
public record Console(
    PrintStream out,
    PrintStream err,
    BufferedReader in,
    Terminal terminal,
    Path folder,
    Environment environment) {

  /** One that nobody answers. */
  public Console(PrintStream out, PrintStream err, Terminal terminal, Path folder) {
    this(out, err, new BufferedReader(Reader.nullReader()), terminal, folder, Environment.OWN);
  }

  /** Where data goes: exactly as it is into a file or another program, harmless onto a terminal. */
  public OutputStream data() {
    return out instanceof HarmlessStream stream && !terminal.out() ? stream.exact() : out;
  }
}
