package baddle.app.compare;

import java.util.Locale;

/** Why the rows of a source make another figure than before. */
public enum Reason {
  /** The file wasn't there. */
  FILE_NEW,
  /** The file has another content. */
  FILE_CHANGED,
  /** The file has another name, which decides what its rows hold. */
  FILE_RENAMED,
  /** The file isn't there any more. */
  FILE_GONE,
  /** Rows came in that are dated in a period that was closed by then. */
  LATE_ROWS,
  /** A file that rows are looked up in has changed, or a dataset that they are looked up in. */
  LOOKUP_CHANGED,
  /** The plan reads or calculates otherwise. */
  PLAN_CHANGED,
  /** The plan and a lookup have changed. */
  PLAN_AND_LOOKUP_CHANGED,
  /** The file is read as before, and a period its rows are of was opened again. */
  PERIOD_REOPENED,
  /** A person corrected held rows of the file, or took a correction back. */
  ROWS_MENDED,
  /** What the values were made by was written by an older program, and can't be told. */
  NOT_KNOWN,
  /** Other rows are held or left out, because of what other files hold. */
  OTHER_ROWS_COUNT;

  /** For a person. */
  public String words() {
    return name().toLowerCase(Locale.ROOT).replace('_', ' ');
  }
}
