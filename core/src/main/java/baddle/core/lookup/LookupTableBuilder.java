package baddle.core.lookup;

import baddle.core.finding.Listing;
import baddle.core.lookup.LookupTable.Ambiguity;
import baddle.core.lookup.LookupTable.Row;
import baddle.core.table.Block;
import baddle.core.table.BlockSink;
import baddle.core.table.Column;
import baddle.core.table.LongVector;
import baddle.core.table.TextVector;
import baddle.core.table.Vector;
import baddle.core.value.ColumnType;
import baddle.core.value.Ignored;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;

/**
 * Collects the rows of a lookup. The blocks have the columns of the key, then those of the range's
 * beginning and end if there is one, then those that are brought.
 */
public final class LookupTableBuilder implements BlockSink {

  private final LookupSpec spec;
  private final List<Row> rows = new ArrayList<>();
  private final List<List<Object>> keys = new ArrayList<>();
  private final int ranges;
  private long blankKeys;

  /** A builder without rows. */
  public LookupTableBuilder(LookupSpec spec) {
    this.spec = spec;
    this.ranges = spec.range().isPresent() ? 2 : 0;
  }

  @Override
  public void accept(Block block, int from, int to) {
    for (int row = from; row < to; row++) {
      add(block, row);
    }
  }

  private void add(Block block, int row) {
    List<Object> key = new ArrayList<>();
    int parts = spec.match().size();
    for (int i = 0; i < parts; i++) {
      value(block, i, row).ifPresent(key::add);
    }
    if (key.size() < parts) {
      blankKeys++;
      return;
    }
    List<Optional<Object>> values = new ArrayList<>();
    for (int i = 0; i < spec.bring().size(); i++) {
      values.add(value(block, parts + ranges + i, row));
    }
    long from = ranges == 0 ? 0 : number(block, parts, row).orElse(Long.MIN_VALUE);
    long to = ranges == 0 ? 0 : number(block, parts + 1, row).orElse(LookupTable.OPEN);
    int line = row < block.rowNumbers().length ? block.rowNumbers()[row] : 0;
    rows.add(new Row(line, written(key, false), written(key, true), from, to, values));
    keys.add(key);
  }

  private static Optional<Object> value(Block block, int column, int row) {
    Vector vector = block.vector(column);
    if (vector.isBlank(row)) {
      return Optional.empty();
    }
    return Optional.of(
        vector instanceof TextVector text
            ? text.dictionary().text(text.codes()[row])
            : (Object) ((LongVector) vector).values()[row]);
  }

  private static Optional<Long> number(Block block, int column, int row) {
    return value(block, column, row).map(Long.class::cast);
  }

  private String written(List<Object> key, boolean asCompared) {
    List<String> parts = new ArrayList<>();
    for (int i = 0; i < key.size(); i++) {
      String part = shown(key.get(i), spec.match().get(i).type());
      parts.add(asCompared ? Ignored.comparable(part, spec.ignoring()) : part);
    }
    return String.join(", ", parts);
  }

  /** A value as a person reads it. */
  static String shown(Object value, ColumnType type) {
    if (value instanceof Long number) {
      return type.shown(number);
    }
    return String.valueOf(value);
  }

  /** The table of all rows. */
  public LookupTable build() {
    List<Ambiguity> ambiguities = new ArrayList<>();
    LookupTable table = new LookupTable(spec, rows, ambiguities, blankKeys);
    Map<Integer, List<Integer>> groups = new LinkedHashMap<>();
    for (int row = 0; row < rows.size(); row++) {
      groups.computeIfAbsent(group(table, keys.get(row)), g -> new ArrayList<>()).add(row);
    }
    for (List<Integer> group : groups.values()) {
      group.sort(Comparator.comparingLong(row -> rows.get(row).from()));
      Optional<Ambiguity> ambiguity = ambiguity(group);
      ambiguity.ifPresent(ambiguities::add);
      boolean needsCare = ranges > 0 ? overlaps(group) : ambiguity.isPresent();
      table.addGroup(group.stream().mapToInt(Integer::intValue).toArray(), needsCare);
    }
    return table;
  }

  private int group(LookupTable table, List<Object> key) {
    int id = 0;
    for (int i = 0; i < key.size(); i++) {
      Object part = key.get(i);
      int own =
          part instanceof Long number
              ? table.addNumber(i, number)
              : table.addText(i, (String) part);
      id = i == 0 ? own : table.addPair(i, id, own);
    }
    return id;
  }

  private boolean overlaps(List<Integer> group) {
    for (int i = 1; i < group.size(); i++) {
      if (overlap(rows.get(group.get(i - 1)), rows.get(group.get(i)))) {
        return true;
      }
    }
    return false;
  }

  private boolean overlap(Row earlier, Row later) {
    if (ranges == 0 || earlier.to() == LookupTable.OPEN) {
      return true;
    }
    boolean endsBefore = spec.range().filter(LookupSpec.Range::endsBefore).isPresent();
    return endsBefore ? later.from() < earlier.to() : later.from() <= earlier.to();
  }

  /** The first two rows of a key that bring different values for the same. */
  private Optional<Ambiguity> ambiguity(List<Integer> group) {
    for (int i = 0; i < group.size(); i++) {
      for (int j = i + 1; j < group.size(); j++) {
        Row one = rows.get(group.get(i));
        Row other = rows.get(group.get(j));
        if (!overlap(one, other)) {
          break;
        }
        if (!one.values().equals(other.values())) {
          return Optional.of(
              new Ambiguity(
                  one.key(),
                  one.comparable(),
                  one.line(),
                  other.line(),
                  brought(one) + " and " + brought(other)));
        }
      }
    }
    return Optional.empty();
  }

  private String brought(Row row) {
    List<String> shown = new ArrayList<>();
    for (int i = 0; i < spec.bring().size(); i++) {
      Column column = spec.bring().get(i);
      shown.add(
          row.values().get(i).map(v -> Listing.quoted(shown(v, column.type()))).orElse("a blank"));
    }
    return shown.stream().collect(Collectors.joining(" + "));
  }
}
