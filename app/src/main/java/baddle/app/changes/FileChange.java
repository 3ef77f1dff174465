package baddle.app.changes;

/** What became of a file since the last batch. */
public enum FileChange {
  /** It wasn't there. */
  NEW,
  /** Its content, or what the plan says of it, is another. */
  CHANGED,
  /** Its content was under another name, and its rows needn't be read again. */
  RENAMED,
  /** It is as it was. */
  UNCHANGED,
  /** Its content is in the dataset already, under another name. */
  DUPLICATE
}
