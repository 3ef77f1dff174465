package baddle.store.entry;

import baddle.core.finding.Place;
import baddle.core.outcome.HeldValue;
import java.util.List;
import java.util.Map;

/**
 * One reason why a row is held; a row with several appears several times.
 *
 * @param feed the feed of its source
 * @param place where it is
 * @param value what is wrong with it
 * @param cells its cells that are filled, by column from 1
 * @param headings the headings of its source, by column
 */
public record StoredHeldRow(
    String feed, Place place, HeldValue value, Map<Integer, String> cells, List<String> headings) {

  /** Copies the collections. */
  public StoredHeldRow {
    cells = Map.copyOf(cells);
    headings = List.copyOf(headings);
  }
}
