package baddle.cli.options;

/** How a command ended, as a process status. */
public final class Status {

  public static final int DONE = 0;
  public static final int FINDINGS = 1;
  public static final int USAGE = 2;
  public static final int FAILED = 3;
  public static final int BUG = 70;

  private Status() {}
}
