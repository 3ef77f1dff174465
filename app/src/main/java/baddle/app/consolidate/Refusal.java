package baddle.app.consolidate;

import baddle.app.reading.FoundFile;
import baddle.core.finding.Finding;
import baddle.core.value.Period;
import baddle.store.StoredRefusal;

/** Makes what the store remembers of a file that lies in a feed's folder and can't be read. */
record Refusal(StoredRefusal stored) {

  /**
   * Of a file.
   *
   * @param hasRows whether rows it had before stay in the dataset
   * @param finding why it can't be read
   */
  static Refusal of(FoundFile file, boolean hasRows, Finding finding) {
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

  Finding finding() {
    return stored.finding();
  }

  String feed() {
    return stored.feed();
  }
}
