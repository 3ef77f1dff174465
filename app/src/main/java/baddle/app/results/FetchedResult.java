package baddle.app.results;

import baddle.core.calendar.Period;
import java.util.Collection;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;

/**
 * What is known of one line of a feed's query.
 *
 * @param feed the feed
 * @param path what its result is called as a source
 * @param stated the values of the line that its rows have no columns for, by name
 * @param period the period it is of; empty for none
 * @param file the name of the file that holds its rows; empty as long as there is none
 * @param asked a hash of the statement and its values
 * @param answer what told that the rows are as they were; empty where nothing is asked
 * @param rows how many rows there are
 * @param read when they were read, by ISO 8601
 * @param failure why they couldn't be read the last time; empty where they could
 */
public record FetchedResult(
    String feed,
    String path,
    Map<String, String> stated,
    String period,
    String file,
    String asked,
    String answer,
    long rows,
    String read,
    String failure) {

  /** Copies the map, keeping its order. */
  public FetchedResult {
    stated = Collections.unmodifiableMap(new LinkedHashMap<>(stated));
  }

  /** A line that was never asked. */
  static FetchedResult of(String feed, QueryLine line) {
    return new FetchedResult(
        feed,
        line.path(),
        line.stated(),
        line.period().map(Period::toString).orElse(""),
        "",
        "",
        "",
        0,
        "",
        "");
  }

  /** Whether there are rows, perhaps of an earlier time. */
  public boolean hasRows() {
    return !file.isEmpty();
  }

  /** Why they couldn't be read; empty where they could. */
  public Optional<String> problem() {
    return failure.isEmpty() ? Optional.empty() : Optional.of(failure);
  }

  FetchedResult failed(String why) {
    return new FetchedResult(
        feed, path, stated, period, file, asked, answer, rows, read, why.strip());
  }

  /** The same, stating only what the rows don't have columns for themselves. */
  FetchedResult without(Collection<String> columns) {
    Map<String, String> left = new LinkedHashMap<>(stated);
    left.keySet().removeIf(name -> columns.stream().anyMatch(name::equalsIgnoreCase));
    return new FetchedResult(feed, path, left, period, file, asked, answer, rows, read, failure);
  }

  FetchedResult with(String newFile, String newAsked, String newAnswer, long newRows, String now) {
    return new FetchedResult(
        feed, path, stated, period, newFile, newAsked, newAnswer, newRows, now, "");
  }
}
