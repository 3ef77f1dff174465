package baddle.app.close;

import baddle.core.finding.Place;
import baddle.store.Closings;

/**
 * What was kept out of a closed period.
 *
 * @param place the file, and its sheet if it has sheets
 * @param period the period, as the source states it or as its rows are dated
 * @param because what has happened
 */
public record KeptOutLine(Place place, String period, String because) {

  static KeptOutLine of(Closings.KeptOut one) {
    return new KeptOutLine(Place.source(one.path(), one.sheet()), one.period(), one.why());
  }
}
