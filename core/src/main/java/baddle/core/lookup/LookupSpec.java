package baddle.core.lookup;

import baddle.core.table.Column;
import baddle.core.value.Ignored;
import java.util.Collections;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;

/**
 * What a lookup matches and brings.
 *
 * @param name its name
 * @param match the dataset's columns that make up the key, in the order of the lookup's
 * @param ignoring what doesn't matter in text keys
 * @param range where the value of a column decides among several rows of a key
 * @param bring the dataset's columns it fills
 * @param defaults what those get where no row matches, as text; none for a blank
 * @param whenMissing what becomes of rows without a match
 * @param whenAmbiguous what becomes of rows whose key brings different values
 */
public record LookupSpec(
    String name,
    List<Column> match,
    Set<Ignored> ignoring,
    Optional<Range> range,
    List<Column> bring,
    Map<String, String> defaults,
    Policy whenMissing,
    Policy whenAmbiguous) {

  /** Copies the collections; their order, and so the text of all this, is always the same. */
  public LookupSpec {
    match = List.copyOf(match);
    EnumSet<Ignored> sorted = EnumSet.noneOf(Ignored.class);
    sorted.addAll(ignoring);
    ignoring = Collections.unmodifiableSet(sorted);
    bring = List.copyOf(bring);
    defaults = Collections.unmodifiableMap(new TreeMap<>(defaults));
  }

  /**
   * Each row of the lookup counts for a range of a column's values only.
   *
   * @param column the column of the dataset
   * @param endsBefore whether the range ends before the value under its end, as bands do, rather
   *     than with it, as validity does
   */
  public record Range(Column column, boolean endsBefore) {}

  /** What becomes of a row that a lookup can't fill. */
  public enum Policy {
    /** It stays, with the default or a blank. */
    KEEP,
    /** It is held. */
    HOLD,
    /** Nothing is brought in at all. */
    STOP
  }
}
