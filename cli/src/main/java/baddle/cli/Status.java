package baddle.cli;

/** How a command ended, as a process status. */
final class Status {

  static final int DONE = 0;
  static final int FINDINGS = 1;
  static final int USAGE = 2;
  static final int FAILED = 3;
  static final int BUG = 70;

  private Status() {}
}
