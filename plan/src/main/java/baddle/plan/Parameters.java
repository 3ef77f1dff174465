package baddle.plan;

import java.nio.charset.StandardCharsets;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;

/**
 * What a plan's parameters are this time.
 *
 * @param values by name, in the plan's order; all that the plan declares
 * @param ofData those that decide what is in the datasets, and not only what is shown of them
 */
public record Parameters(Map<String, String> values, Set<String> ofData) {

  /** Of a plan without any. */
  public static final Parameters NONE = new Parameters(Map.of(), Set.of());

  /** Copies the collections. */
  public Parameters {
    values = Collections.unmodifiableMap(new LinkedHashMap<>(values));
    ofData = Set.copyOf(ofData);
  }

  /**
   * A name for the datasets that these values make, fit for a folder: {@code year=2026}; empty
   * where all values make the same.
   */
  public String dataName() {
    StringBuilder name = new StringBuilder();
    new TreeMap<>(values)
        .forEach(
            (parameter, value) -> {
              if (ofData.contains(parameter)) {
                name.append(name.isEmpty() ? "" : ",").append(parameter).append('=');
                name.append(plain(value));
              }
            });
    return name.toString();
  }

  /** Letters and digits as they are, everything else as in a URI (RFC 3986). */
  private static String plain(String value) {
    StringBuilder plain = new StringBuilder();
    for (byte one : value.getBytes(StandardCharsets.UTF_8)) {
      char letter = (char) (one & 0xFF);
      boolean asIs = (letter < 0x80 && Character.isLetterOrDigit(letter)) || letter == '-';
      plain.append(asIs ? String.valueOf(letter) : "%%%02X".formatted((int) letter));
    }
    return plain.toString();
  }
}
