package baddle.store.entry;

import baddle.core.check.SampledHashes;
import baddle.core.finding.Place;
import java.math.BigDecimal;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.Map;

/**
 * What is known of the rows of a source for comparing it with others.
 *
 * @param source its file and sheet
 * @param period the period it states; empty for none
 * @param part the part its rows are in
 * @param number its number in the part
 * @param hashes a sample of them
 * @param sums what each column of numbers adds up to
 */
public record StoredSample(
    Place source,
    String period,
    int part,
    int number,
    SampledHashes hashes,
    Map<String, BigDecimal> sums) {

  /** Copies the map, in its order. */
  public StoredSample {
    sums = Collections.unmodifiableMap(new LinkedHashMap<>(sums));
  }
}
