package baddle.app.changes;

import baddle.app.reading.FileFailure;
import baddle.app.reading.FoundFile;
import baddle.core.calendar.Period;
import baddle.core.finding.Finding;
import baddle.core.finding.FindingCode;
import baddle.core.finding.Place;
import baddle.core.grid.UnreadableFileException;
import baddle.store.entry.StoredRefusal;

/** Makes what the store remembers of a file that lies in a feed's folder and can't be read. */
public record Refusal(StoredRefusal stored) {

  /**
   * Of a file.
   *
   * @param hasRows whether rows it had before stay in the dataset
   * @param finding why it can't be read
   */
  public static Refusal of(FoundFile file, boolean hasRows, Finding finding) {
    return new Refusal(
        new StoredRefusal(
            file.feed().dataset(),
            file.feed().name(),
            file.path(),
            file.period().map(Period::toString).orElse(""),
            file.seen().text(),
            hasRows,
            hasRows ? finding.adding("; the rows it had before stay in the dataset") : finding));
  }

  /** Why it can't be read. */
  public Finding finding() {
    return stored.finding();
  }

  /** The feed that wants it. */
  public String feed() {
    return stored.feed();
  }

  /** A file that can't be read. */
  public static Finding unreadable(String path, Throwable e) {
    long row = e instanceof UnreadableFileException broken ? broken.row() : 0;
    return Finding.of(
        FindingCode.FILE_UNREADABLE,
        Place.file(path).atRow(row),
        FileFailure.words(e) + "; none of its rows are read",
        "correct the file or ask the sender for it again, then consolidate again");
  }
}
