package baddle.cli.options;

import java.util.Collections;
import java.util.Map;
import java.util.SortedMap;
import java.util.TreeMap;

/** How a command ended, as a process status. */
public final class Status {

  public static final int DONE = 0;
  public static final int FINDINGS = 1;
  public static final int USAGE = 2;
  public static final int FAILED = 3;
  public static final int BUG = 70;

  /** What each says to who has called the program; a bug has a message of its own. */
  public static final SortedMap<Integer, String> MEANINGS =
      Collections.unmodifiableSortedMap(
          new TreeMap<>(
              Map.of(
                  DONE, "done",
                  FINDINGS, "done, with findings of severity error",
                  USAGE, "wrong usage or plan",
                  FAILED, "could not read or write; what was done before that is reported")));

  private Status() {}
}
