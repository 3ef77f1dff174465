package baddle.core.intake;

import baddle.core.finding.Place;

/** A value that doesn't fit, where it first is, and how often. */
final class MisfitExample {
  final Place place;
  final String value;
  final String remedy;
  long rows;

  MisfitExample(Place place, String value, String remedy) {
    this.place = place;
    this.value = value;
    this.remedy = remedy;
  }
}
