package baddle.cli.terminal;

/**
 * What the launcher found out about the terminal, which a Java program can't ask for itself.
 *
 * @param out whether the standard output is a terminal
 * @param err whether the standard error is one
 * @param width its width in characters; 0 where there is none
 * @param plain whether the user asked for no styling (the NO_COLOR convention)
 */
public record Terminal(boolean out, boolean err, int width, boolean plain) {

  private static final int DEFAULT_WIDTH = 80;

  /** No terminal at all. */
  public static final Terminal NONE = new Terminal(false, false, 0, true);

  /** What the launcher knows of it. */
  public static Terminal ofLauncher() {
    boolean out = Boolean.getBoolean("baddle.terminal.out");
    String noColor = System.getenv("NO_COLOR");
    int width = Integer.getInteger("baddle.terminal.width", 0);
    return new Terminal(
        out,
        Boolean.getBoolean("baddle.terminal.err"),
        out && width == 0 ? DEFAULT_WIDTH : width,
        noColor != null && !noColor.isEmpty());
  }
}
