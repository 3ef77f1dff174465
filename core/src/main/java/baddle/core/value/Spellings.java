package baddle.core.value;

import java.util.Collection;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Collectors;

/** Names that are written in several ways: by case, white space, punctuation or accents. */
public final class Spellings {

  private Spellings() {}

  /** How many of some values are one name in several spellings, with an example; if any. */
  public static Optional<String> inWords(Collection<String> values) {
    Map<String, Set<String>> groups = new TreeMap<>();
    for (String value : values) {
      groups
          .computeIfAbsent(Ignored.comparable(value, Ignored.BY_SPELLING), k -> new TreeSet<>())
          .add(value);
    }
    groups.values().removeIf(group -> group.size() < 2);
    return groups.values().stream()
        .findFirst()
        .map(
            first ->
                (groups.size() == 1 ? "1 name" : groups.size() + " names")
                    + " in several spellings, such as "
                    + first.stream()
                        .limit(2)
                        .map(value -> '"' + value + '"')
                        .collect(Collectors.joining(" and ")));
  }
}
