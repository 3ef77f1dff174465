package baddle.store.entry;

import baddle.core.finding.Place;
import java.util.List;

/**
 * The headings of a source.
 *
 * @param feed its feed
 * @param place the source
 * @param headings by column, empty where a column has none; of a form, the addresses of its cells
 * @param absent the dataset's columns whose heading isn't there
 */
public record StoredHeadings(String feed, Place place, List<String> headings, List<String> absent) {

  /** Copies the lists. */
  public StoredHeadings {
    headings = List.copyOf(headings);
    absent = List.copyOf(absent);
  }
}
