package baddle.app.parts;

import baddle.core.check.SampledHashes;
import java.math.BigDecimal;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.Map;

/**
 * What is known of the rows of a source for comparing it with others.
 *
 * @param hashes a sample of them
 * @param sums what each column of numbers adds up to
 */
public record SampledSource(SampledHashes hashes, Map<String, BigDecimal> sums) {

  /** Copies the map. */
  public SampledSource {
    sums = Collections.unmodifiableMap(new LinkedHashMap<>(sums));
  }
}
