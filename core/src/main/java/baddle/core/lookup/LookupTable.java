package baddle.core.lookup;

import baddle.core.table.Dictionary;
import baddle.core.value.Ignored;
import it.unimi.dsi.fastutil.longs.Long2IntOpenHashMap;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * The rows of a lookup, found by key. Rows count from 0. Safe for reading by several threads, but
 * for the marks of what was used.
 */
public final class LookupTable {

  /** No row has the key. */
  public static final int MISSING = -1;

  /** Several rows have the key, and bring different values. */
  public static final int AMBIGUOUS = -2;

  /** An end of a range that is left open. */
  static final long OPEN = Long.MAX_VALUE;

  /**
   * A row.
   *
   * @param line where it is in its file, from 1
   * @param key its key, as it is written
   * @param comparable its key, as it is compared
   * @param from the first value of its range
   * @param to the end of its range
   * @param values what it brings, {@link String}s and {@link Long}s, null for blanks
   */
  record Row(
      int line, String key, String comparable, long from, long to, List<Optional<Object>> values) {}

  /**
   * A key that brings different values.
   *
   * @param key as it is written
   * @param comparable as it is compared
   * @param line where it is in the lookup's file
   * @param otherLine where it appears again
   * @param values what the two bring, as a person reads them
   */
  public record Ambiguity(String key, String comparable, int line, int otherLine, String values) {}

  private final LookupSpec spec;
  private final List<Row> rows;
  private final List<Dictionary> textIds = new ArrayList<>();
  private final List<Long2IntOpenHashMap> numberIds = new ArrayList<>();
  private final List<Long2IntOpenHashMap> pairs = new ArrayList<>();
  private final List<int[]> groups = new ArrayList<>();
  private final BitSet groupsThatNeedCare = new BitSet();
  private final List<Ambiguity> ambiguities;
  private final BitSet used = new BitSet();
  private final long blankKeys;

  /** Made by a builder, which fills the ids. */
  LookupTable(LookupSpec spec, List<Row> rows, List<Ambiguity> ambiguities, long blankKeys) {
    this.spec = spec;
    this.rows = List.copyOf(rows);
    this.ambiguities = ambiguities;
    this.blankKeys = blankKeys;
    for (int i = 0; i < spec.match().size(); i++) {
      textIds.add(new Dictionary());
      numberIds.add(withoutDefault());
      pairs.add(withoutDefault());
    }
  }

  private static Long2IntOpenHashMap withoutDefault() {
    Long2IntOpenHashMap map = new Long2IntOpenHashMap();
    map.defaultReturnValue(MISSING);
    return map;
  }

  /** What it matches and brings. */
  public LookupSpec spec() {
    return spec;
  }

  /** How many rows it has. */
  public int size() {
    return rows.size();
  }

  /** How many rows of its file have a blank in the key, and so are of no use. */
  public long blankKeys() {
    return blankKeys;
  }

  /** The lines of rows whose range ends before it begins, and which so never match. */
  public List<Integer> emptyRanges() {
    boolean endsBefore = spec.range().filter(LookupSpec.Range::endsBefore).isPresent();
    return rows.stream()
        .filter(row -> spec.range().isPresent() && row.to() != OPEN)
        .filter(row -> endsBefore ? row.to() <= row.from() : row.to() < row.from())
        .map(Row::line)
        .toList();
  }

  /** The keys that bring different values. */
  public List<Ambiguity> ambiguities() {
    return List.copyOf(ambiguities);
  }

  /** Whether any row has a key, as keys are compared. */
  public boolean hasKey(String comparable) {
    return rows.stream().anyMatch(row -> row.comparable().equals(comparable));
  }

  /** The keys of all rows, as they are written. */
  public List<String> keys() {
    return rows.stream().map(Row::key).distinct().toList();
  }

  /** All it has, as text: equal texts, equal answers. */
  public String text() {
    return rows.toString();
  }

  Row row(int index) {
    return rows.get(index);
  }

  /** Remembers that a row was matched. */
  void use(int row) {
    used.set(row);
  }

  /** The keys of the rows that nothing has matched so far, with their lines; not ambiguous ones. */
  public List<String> unused() {
    Set<String> ambiguous =
        ambiguities.stream().map(Ambiguity::comparable).collect(Collectors.toSet());
    Set<List<Object>> usedKeys =
        used.stream().mapToObj(i -> keyOf(rows.get(i))).collect(Collectors.toSet());
    List<String> unused = new ArrayList<>();
    for (int i = 0; i < rows.size(); i++) {
      boolean isUsed = used.get(i) || usedKeys.contains(keyOf(rows.get(i)));
      if (!isUsed && !ambiguous.contains(rows.get(i).comparable())) {
        unused.add(rows.get(i).key() + " (row " + rows.get(i).line() + ")");
      }
    }
    return unused;
  }

  /** The key that a row and its double share. */
  private static List<Object> keyOf(Row row) {
    return List.of(row.comparable(), row.from(), row.to());
  }

  /** The id of a text that a dictionary has. */
  int idOfText(int part, Dictionary texts, int code) {
    Dictionary ids = textIds.get(part);
    if (spec.ignoring().isEmpty()) {
      return ids.find(texts.pool(), texts.end(code - 1), texts.end(code)) - 1;
    }
    char[] text = Ignored.comparable(texts.text(code), spec.ignoring()).toCharArray();
    return ids.find(text, 0, text.length) - 1;
  }

  int idOfNumber(int part, long number) {
    return numberIds.get(part).get(number);
  }

  /**
   * The id of a key whose parts up to one have an id together, and the next part one of its own.
   */
  int pairId(int part, int before, int id) {
    return before == MISSING || id == MISSING ? MISSING : pairs.get(part).get(pair(before, id));
  }

  private static long pair(int before, int id) {
    return (long) before << 32 | id;
  }

  int addText(int part, String text) {
    return textIds.get(part).code(Ignored.comparable(text, spec.ignoring())) - 1;
  }

  int addNumber(int part, long number) {
    Long2IntOpenHashMap ids = numberIds.get(part);
    int id = ids.get(number);
    if (id == MISSING) {
      id = ids.size();
      ids.put(number, id);
    }
    return id;
  }

  int addPair(int part, int before, int id) {
    Long2IntOpenHashMap ids = pairs.get(part);
    int known = ids.get(pair(before, id));
    if (known == MISSING) {
      known = ids.size();
      ids.put(pair(before, id), known);
    }
    return known;
  }

  /**
   * Adds the rows of the next key, in the order of their ranges.
   *
   * @param needsCare without ranges, whether they bring different values; with ranges, whether some
   *     overlap
   */
  void addGroup(int[] rowsOfKey, boolean needsCare) {
    groupsThatNeedCare.set(groups.size(), needsCare);
    groups.add(rowsOfKey);
  }

  /** The row of a key without ranges, or {@link #MISSING} or {@link #AMBIGUOUS}. */
  int find(int group) {
    if (group == MISSING || group >= groups.size()) {
      return MISSING;
    }
    return groupsThatNeedCare.get(group) ? AMBIGUOUS : groups.get(group)[0];
  }

  /** The row of a key that holds for a value, or {@link #MISSING} or {@link #AMBIGUOUS}. */
  int find(int group, long value) {
    if (group == MISSING || group >= groups.size()) {
      return MISSING;
    }
    int[] candidates = groups.get(group);
    if (!groupsThatNeedCare.get(group)) {
      int at = lastFrom(candidates, value);
      return at >= 0 && holds(rows.get(candidates[at]), value) ? candidates[at] : MISSING;
    }
    int found = MISSING;
    for (int candidate : candidates) {
      if (holds(rows.get(candidate), value)) {
        boolean differs =
            found != MISSING && !rows.get(found).values().equals(rows.get(candidate).values());
        if (differs) {
          return AMBIGUOUS;
        }
        found = candidate;
      }
    }
    return found;
  }

  /**
   * The last of the rows, sorted by the beginning of their range, that begins at a value or before.
   */
  private int lastFrom(int[] candidates, long value) {
    int low = 0;
    int high = candidates.length - 1;
    while (low <= high) {
      int middle = (low + high) >>> 1;
      if (rows.get(candidates[middle]).from() <= value) {
        low = middle + 1;
      } else {
        high = middle - 1;
      }
    }
    return high;
  }

  boolean holds(Row row, long value) {
    boolean endsBefore = spec.range().filter(LookupSpec.Range::endsBefore).isPresent();
    return row.from() <= value
        && (row.to() == OPEN || (endsBefore ? value < row.to() : value <= row.to()));
  }
}
