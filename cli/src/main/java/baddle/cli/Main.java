package baddle.cli;

import baddle.app.Environment;
import baddle.cli.terminal.Console;
import baddle.cli.terminal.HarmlessStream;
import baddle.cli.terminal.Terminal;
import java.io.BufferedReader;
import java.io.FileDescriptor;
import java.io.FileOutputStream;
import java.io.InputStreamReader;
import java.io.PrintStream;
import java.nio.charset.Charset;
import java.nio.file.Path;

/**
 * Where the program starts; the only place that knows the standard streams and ends the process.
 */
public final class Main {

  private Main() {}

  /** Runs one command and ends the process with its status. */
  public static void main(String[] args) {
    PrintStream out = stream(FileDescriptor.out);
    PrintStream err = stream(FileDescriptor.err);
    BufferedReader in =
        new BufferedReader(new InputStreamReader(System.in, Charset.defaultCharset()));
    Console console =
        new Console(out, err, in, Terminal.ofLauncher(), Path.of(""), Environment.OWN);
    int status = new Program(console).run(args);
    out.flush();
    err.flush();
    System.exit(status);
  }

  private static PrintStream stream(FileDescriptor descriptor) {
    return new HarmlessStream(new FileOutputStream(descriptor));
  }
}
