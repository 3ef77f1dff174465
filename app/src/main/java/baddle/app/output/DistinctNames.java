package baddle.app.output;

import java.text.Normalizer;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;

/**
 * Names of files that stand for values. Each value has a name of its own, also where case, the form
 * of Unicode, or characters that names can't have are all that tells two values apart: then a mark
 * follows, made of the value alone, so that it is the same each time.
 */
public final class DistinctNames {

  private final Map<String, String> names = new HashMap<>();
  private final Map<String, String> marked = new LinkedHashMap<>();

  /**
   * For values.
   *
   * @param taken names that no value gets
   */
  public DistinctNames(Collection<String> values, Collection<String> taken) {
    Set<String> used = new HashSet<>();
    taken.forEach(name -> used.add(comparable(name)));
    List<String> others = new ArrayList<>();
    for (String value : new TreeSet<>(values)) {
      if (SafeName.of(value).equals(value) && used.add(comparable(value))) {
        names.put(value, value);
      } else {
        others.add(value);
      }
    }
    for (String value : others) {
      String name = SafeName.of(value);
      if (!used.add(comparable(name))) {
        name += SafeName.mark(value);
        used.add(comparable(name));
        marked.put(value, name);
      }
      names.put(value, name);
    }
  }

  private static String comparable(String name) {
    return Normalizer.normalize(name, Normalizer.Form.NFC).toLowerCase(Locale.ROOT);
  }

  /** The name of a value. */
  public String of(String value) {
    return names.getOrDefault(value, SafeName.of(value));
  }

  /** The names that have a mark, by their values. */
  public Map<String, String> marked() {
    return marked;
  }
}
