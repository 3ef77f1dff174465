package baddle.core.intake;

import baddle.core.finding.Place;
import java.util.LinkedHashMap;
import java.util.Map;

/** The values of one cause. */
final class MisfitValues {
  final Map<String, MisfitExample> first = new LinkedHashMap<>();
  final Map<String, MisfitExample> rest = new LinkedHashMap<>(1);
  boolean several;

  void add(Place place, String value, String remedy) {
    boolean known = first.containsKey(value) || first.size() < Misfits.MOST_VALUES;
    if (known) {
      first.computeIfAbsent(value, v -> new MisfitExample(place, v, remedy)).rows++;
    } else {
      MisfitExample others = rest.computeIfAbsent("", v -> new MisfitExample(place, value, remedy));
      several |= !others.value.equals(value);
      others.rows++;
    }
  }
}
