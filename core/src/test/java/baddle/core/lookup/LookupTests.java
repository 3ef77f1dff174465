package baddle.core.lookup;

import static org.assertj.core.api.Assertions.assertThat;

import baddle.core.calendar.Calendar;
import baddle.core.crosstab.CrosstabBuilder;
import baddle.core.crosstab.GroupedRows;
import baddle.core.crosstab.spec.CrosstabSpec;
import baddle.core.crosstab.spec.Measure;
import baddle.core.expression.AxisItem;
import baddle.core.table.Block;
import baddle.core.table.Column;
import baddle.core.table.Dictionary;
import baddle.core.table.LongVector;
import baddle.core.table.Schema;
import baddle.core.table.TextVector;
import baddle.core.table.Vector;
import baddle.core.value.ColumnType;
import baddle.core.value.Ignored;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Random;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.Size;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class LookupTests {

  private static final Column CODE = new Column("code", ColumnType.text());
  private static final Column LINE = new Column("line", ColumnType.of(ColumnType.Kind.INTEGER));
  private static final Column RANGE = new Column("range", ColumnType.text());
  private static final Column RATE = new Column("rate", ColumnType.decimal(2));
  private static final Column DAY = new Column("day", ColumnType.of(ColumnType.Kind.DATE));

  private static LookupSpec spec(
      List<Column> match,
      Set<Ignored> ignoring,
      Optional<LookupSpec.Range> range,
      List<Column> bring) {
    return new LookupSpec(
        "l",
        match,
        ignoring,
        range,
        bring,
        Map.of("range", "(none)"),
        LookupSpec.Policy.KEEP,
        LookupSpec.Policy.KEEP);
  }

  /** A block of rows whose cells are texts or numbers, null for blanks. */
  private static Block block(List<Column> columns, List<List<Object>> rows) {
    List<Vector> vectors = new ArrayList<>();
    for (int i = 0; i < columns.size(); i++) {
      int column = i;
      List<Object> values = rows.stream().map(row -> row.get(column)).collect(Collectors.toList());
      vectors.add(
          columns.get(i).type().kind() == ColumnType.Kind.TEXT ? texts(values) : numbers(values));
    }
    List<Column> named = new ArrayList<>();
    for (Column column : columns) {
      named.add(
          named.contains(column)
              ? new Column(column.name() + named.size(), column.type())
              : column);
    }
    int[] lines = java.util.stream.IntStream.rangeClosed(2, rows.size() + 1).toArray();
    return new Block(new Schema(named), vectors, lines, rows.size());
  }

  private static Vector texts(List<Object> values) {
    Dictionary dictionary = new Dictionary();
    int[] codes =
        values.stream()
            .mapToInt(value -> value.equals("") ? 0 : dictionary.code((String) value))
            .toArray();
    return new TextVector(codes, codes.length, dictionary);
  }

  private static Vector numbers(List<Object> values) {
    long[] numbers = new long[values.size()];
    long[] blanks = new long[(values.size() + 63) / 64];
    for (int i = 0; i < numbers.length; i++) {
      if (values.get(i).equals("")) {
        blanks[i >> 6] |= 1L << (i & 63);
      } else {
        numbers[i] = ((Number) values.get(i)).longValue();
      }
    }
    return new LongVector(numbers, blanks, numbers.length);
  }

  private static LookupTable table(LookupSpec spec, List<List<Object>> rows) {
    List<Column> columns = new ArrayList<>(spec.match());
    spec.range()
        .ifPresent(
            range -> {
              columns.add(new Column("from", range.column().type()));
              columns.add(new Column("to", range.column().type()));
            });
    columns.addAll(spec.bring());
    LookupTableBuilder builder = new LookupTableBuilder(spec);
    builder.accept(block(columns, rows), 0, rows.size());
    return builder.build();
  }

  private static List<String> brought(
      LookupTable table, List<Column> columns, List<List<Object>> rows) {
    Block block = block(columns, rows);
    LookupColumns lookup = new LookupColumns(table, block.schema());
    List<Vector> vectors = lookup.bring(lookup.find(block), block.size());
    List<String> texts = new ArrayList<>();
    for (int row = 0; row < block.size(); row++) {
      List<String> cells = new ArrayList<>();
      for (int i = 0; i < vectors.size(); i++) {
        cells.add(vectors.get(i).shown(row, table.spec().bring().get(i).type()));
      }
      texts.add(String.join("|", cells));
    }
    return texts;
  }

  @Test
  void brings_several_columns_and_a_default_where_nothing_matches() {
    LookupTable table =
        table(
            spec(List.of(CODE), Set.of(), Optional.empty(), List.of(RANGE, RATE)),
            List.of(List.of("a", "Bulbs", 150), List.of("b", "", 20), List.of("", "Lost", 1)));

    assertThat(
            brought(
                table,
                List.of(CODE),
                List.of(List.of("a"), List.of("b"), List.of("c"), List.of(""))))
        .containsExactly("Bulbs|1.50", "(blank)|0.20", "(none)|(blank)", "(none)|(blank)");
    assertThat(table.blankKeys()).isEqualTo(1);
  }

  @Test
  void a_key_of_several_columns_matches_as_a_whole() {
    LookupTable table =
        table(
            spec(List.of(CODE, LINE), Set.of(), Optional.empty(), List.of(RANGE)),
            List.of(List.of("a", 1, "one"), List.of("a", 2, "two"), List.of("b", 1, "three")));

    assertThat(
            brought(
                table,
                List.of(CODE, LINE),
                List.of(List.of("b", 1), List.of("a", 2), List.of("b", 2), List.of("a", ""))))
        .containsExactly("three", "two", "(none)", "(none)");
  }

  @ParameterizedTest
  @CsvSource({
    "CASE, ab, AB",
    "SPACES, a b, ab",
    "PUNCTUATION, a-b., ab",
    "LEADING_ZEROS, 0071, 71",
    "LEADING_ZEROS, 000, 0",
    "ACCENTS, caf\u00e9, cafe",
  })
  void what_is_ignored_does_not_matter_and_everything_else_does(
      Ignored ignored, String key, String other) {
    List<List<Object>> rows = List.of(List.of(key, "hit"));
    LookupTable exact =
        table(spec(List.of(CODE), Set.of(), Optional.empty(), List.of(RANGE)), rows);
    LookupTable loose =
        table(spec(List.of(CODE), EnumSet.of(ignored), Optional.empty(), List.of(RANGE)), rows);

    assertThat(brought(exact, List.of(CODE), List.of(List.of(other)))).containsExactly("(none)");
    assertThat(brought(loose, List.of(CODE), List.of(List.of(other)))).containsExactly("hit");
  }

  @Test
  void a_day_decides_among_rows_that_are_valid_for_a_time() {
    LookupTable table =
        table(
            spec(
                List.of(CODE),
                Set.of(),
                Optional.of(new LookupSpec.Range(DAY, false)),
                List.of(RANGE)),
            List.of(
                List.of("a", "", 10, "old"),
                List.of("a", 11, 20, "mid"),
                List.of("a", 31, "", "new")));

    assertThat(
            brought(
                table,
                List.of(CODE, DAY),
                List.of(
                    List.of("a", -5),
                    List.of("a", 10),
                    List.of("a", 11),
                    List.of("a", 25),
                    List.of("a", 999),
                    List.of("a", ""))))
        .containsExactly("old", "old", "mid", "(none)", "new", "(none)");
  }

  @Test
  void ranges_that_end_before_they_begin_are_named() {
    List<List<Object>> rows = List.of(List.of(5, 4, "x"), List.of(5, 5, "y"), List.of(7, "", "z"));
    LookupTable days =
        table(
            spec(
                List.of(), Set.of(), Optional.of(new LookupSpec.Range(DAY, false)), List.of(RANGE)),
            rows);
    LookupTable bands =
        table(
            spec(
                List.of(), Set.of(), Optional.of(new LookupSpec.Range(LINE, true)), List.of(RANGE)),
            rows);

    assertThat(days.emptyRanges()).containsExactly(2);
    assertThat(bands.emptyRanges()).containsExactly(2, 3);
  }

  @Test
  void bands_end_before_their_end_and_need_no_key() {
    LookupTable table =
        table(
            spec(
                List.of(), Set.of(), Optional.of(new LookupSpec.Range(LINE, true)), List.of(RANGE)),
            List.of(List.of(0, 10, "small"), List.of(10, 100, "large"), List.of(100, "", "huge")));

    assertThat(
            brought(
                table,
                List.of(LINE),
                List.of(List.of(0), List.of(9), List.of(10), List.of(100), List.of(-1))))
        .containsExactly("small", "small", "large", "huge", "(none)");
  }

  @Test
  void a_key_that_brings_different_values_brings_neither_and_is_named() {
    LookupTable table =
        table(
            spec(List.of(CODE), Set.of(), Optional.empty(), List.of(RANGE)),
            List.of(List.of("a", "x"), List.of("b", "x"), List.of("a", "y"), List.of("b", "x")));

    assertThat(brought(table, List.of(CODE), List.of(List.of("a"), List.of("b"))))
        .containsExactly("(blank)", "x");
    assertThat(table.ambiguities())
        .containsExactly(new LookupTable.Ambiguity("a", "a", 2, 4, "\"x\" and \"y\""));
  }

  @Test
  void overlapping_ranges_are_ambiguous_only_where_they_overlap_and_differ() {
    LookupTable table =
        table(
            spec(
                List.of(CODE),
                Set.of(),
                Optional.of(new LookupSpec.Range(DAY, false)),
                List.of(RANGE)),
            List.of(List.of("a", 1, 10, "x"), List.of("a", 8, 20, "y"), List.of("a", 15, 20, "y")));

    assertThat(
            brought(
                table,
                List.of(CODE, DAY),
                List.of(List.of("a", 5), List.of("a", 9), List.of("a", 16))))
        .containsExactly("x", "(blank)", "y");
    assertThat(table.ambiguities()).hasSize(1);
  }

  @Test
  void a_review_counts_what_is_missing_with_what_it_carries() {
    LookupTable table =
        table(
            spec(List.of(CODE), Set.of(), Optional.empty(), List.of(RANGE)),
            List.of(List.of("a", "x"), List.of("z", "y")));
    Block block =
        block(
            List.of(CODE, RATE),
            List.of(List.of("a", 100), List.of("q", 250), List.of("q", ""), List.of("r", 1)));
    LookupReview review = new LookupReview(table, block.schema(), OptionalInt.of(1));

    review.accept(block, 0, 4);

    assertThat(review.matched()).isEqualTo(1);
    assertThat(review.missing().toString())
        .isEqualTo(
            "[Key[key=q, comparable=q, rows=2, amount=2.50],"
                + " Key[key=r, comparable=r, rows=1, amount=0.01]]");
    assertThat(table.unused()).containsExactly("z (row 3)");
  }

  /**
   * However often keys stand in the lookup, a row stays one row, and gets what a map would give.
   */
  @Property
  void rows_are_never_multiplied(
      @ForAll @Size(max = 30) List<@IntRange(max = 8) Integer> keys,
      @ForAll @Size(max = 100) List<@IntRange(max = 9) Integer> rows) {
    List<List<Object>> lines = new ArrayList<>();
    keys.forEach(key -> lines.add(List.of("k" + key, "v" + key % 3)));
    LookupTable table =
        table(spec(List.of(CODE), Set.of(), Optional.empty(), List.of(RANGE)), lines);
    List<List<Object>> asked = new ArrayList<>();
    rows.forEach(row -> asked.add(List.of("k" + row)));

    List<String> brought = brought(table, List.of(CODE), asked);

    assertThat(brought).hasSize(rows.size());
    for (int i = 0; i < rows.size(); i++) {
      String expected = keys.contains(rows.get(i)) ? "v" + rows.get(i) % 3 : "(none)";
      assertThat(brought.get(i)).isEqualTo(expected);
    }
  }

  @ParameterizedTest
  @CsvSource({"1, CODE", "2, CODE LINE", "3, CODE DAY", "4, LINE DAY", "5, CODE LINE DAY"})
  void groups_of_rows_are_reviewed_as_the_rows_are(long seed, String keys) throws Exception {
    Random random = new Random(seed);
    List<Column> all =
        Stream.of(keys.split(" "))
            .map(key -> key.equals("CODE") ? CODE : key.equals("LINE") ? LINE : DAY)
            .toList();
    LookupSpec spec = spec(all, EnumSet.of(Ignored.CASE), Optional.empty(), List.of(RANGE));
    List<List<Object>> lines = new ArrayList<>();
    for (int i = 0; i < 12; i++) {
      List<Object> line = new ArrayList<>(values(random, all));
      line.add("range " + random.nextInt(3));
      lines.add(line);
    }
    List<Column> columns = new ArrayList<>(all);
    columns.add(RATE);
    Schema schema = new Schema(columns);
    LookupReview ofRows = new LookupReview(table(spec, lines), schema, schema.indexOf("rate"));
    LookupReview ofGroups = new LookupReview(table(spec, lines), schema, schema.indexOf("rate"));
    CrosstabSpec groups =
        CrosstabSpec.of(
            "groups",
            all.stream().map(column -> AxisItem.ofColumn(column.name())).toList(),
            List.of(),
            List.of(Measure.of("rows", "count(*)"), Measure.of("sum", "sum(rate)")));
    CrosstabBuilder builder = new CrosstabBuilder(groups, schema, Calendar.standard());
    for (int part = 0; part < 3; part++) {
      List<List<Object>> rows = new ArrayList<>();
      for (int i = 0; i < 200; i++) {
        List<Object> row = new ArrayList<>(values(random, all));
        row.add(random.nextInt(5) == 0 ? "" : (Object) random.nextLong(-1L << 59, 1L << 59));
        rows.add(row);
      }
      Block block = block(columns, rows);
      ofRows.accept(block, 0, rows.size());
      builder.accept(block, 0, rows.size());
    }

    GroupedRows.push(builder, new Schema(all), ofGroups::accept);

    assertThat(ofGroups.matched()).isEqualTo(ofRows.matched());
    assertThat(ofGroups.missing()).isEqualTo(ofRows.missing());
    assertThat(ofGroups.ambiguous()).isEqualTo(ofRows.ambiguous()).isNotNull();
    assertThat(ofGroups.table().unused()).isEqualTo(ofRows.table().unused());
    assertThat(ofRows.missing().size() + ofRows.ambiguous().size()).isPositive();
  }

  private static List<Object> values(Random random, List<Column> columns) {
    List<Object> values = new ArrayList<>();
    for (Column column : columns) {
      boolean blank = random.nextInt(12) == 0;
      Object value =
          column.equals(CODE)
              ? (random.nextBoolean() ? "a" : "A") + random.nextInt(4)
              : (Object) (long) random.nextInt(3);
      values.add(blank ? "" : value);
    }
    return values;
  }
}
