package baddle.app.close;

import baddle.core.finding.Place;

/**
 * What was kept out of a closed period.
 *
 * @param place the file
 * @param period the period
 * @param because what has happened
 */
public record KeptOutLine(Place place, String period, String because) {}
