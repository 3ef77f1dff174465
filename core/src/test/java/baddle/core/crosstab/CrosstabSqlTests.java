package baddle.core.crosstab;

import static org.assertj.core.api.Assertions.assertThat;

import baddle.core.calendar.Calendar;
import baddle.core.crosstab.SampleRows.Sale;
import baddle.core.crosstab.spec.CrosstabSpec;
import baddle.core.crosstab.spec.Level;
import baddle.core.crosstab.spec.Measure;
import baddle.core.crosstab.spec.Totals;
import baddle.core.expression.AxisItem;
import baddle.core.expression.Expression;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.sql.Types;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.Combinators;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.jspecify.annotations.Nullable;

/** Random cross-tabs of random rows against the same in SQL, every cell and total of them. */
class CrosstabSqlTests {

  /** An item, and the SQL that labels it. */
  enum Axis {
    REGION("region", "coalesce(region, '(blank)')"),
    SITE("site", "coalesce(site, '(blank)')"),
    MONTH("sold_on by month", "formatdatetime(sold_on, 'yyyy-MM')"),
    QUARTER("sold_on by quarter", "year(sold_on) || '-Q' || quarter(sold_on)"),
    BANDS(
        "units by bands 0, 10, 50",
        "case when units is null then '(blank)' when units < 0 then 'under 0'"
            + " when units < 10 then '0 to under 10' when units < 50 then '10 to under 50'"
            + " else '50 and over' end"),
    LONG("upper(region) || '!'", "coalesce(upper(region) || '!', '(blank)')");

    private final String item;
    private final String sql;

    Axis(String item, String sql) {
      this.item = item;
      this.sql = sql;
    }
  }

  /** Measures that SQL computes exactly, in its own words. */
  private static final Map<String, String> EXACT =
      Map.of(
          "sum(amount)", "sum(amount)",
          "count(*)", "count(*)",
          "count(amount)", "count(amount)",
          "count(distinct site)", "count(distinct site)",
          "count(distinct amount)", "count(distinct amount)",
          "min(amount)", "min(amount)",
          "max(units)", "max(units)",
          "median(amount)", "median(amount)",
          "percentile_cont(0.9) within group (order by units)",
              "percentile_cont(0.9) within group (order by units)",
          "sum(amount) filter (where units > 5)", "sum(amount) filter (where units > 5)");

  record Case(List<Sale> sales, List<Axis> down, List<Axis> across, boolean where) {}

  @Provide
  Arbitrary<Case> cases() {
    Arbitrary<List<Sale>> sales =
        Combinators.combine(
                Arbitraries.of("north", "south", ""),
                Arbitraries.of("Alder Mill", "Dunmere", "Site 2", "Site 10", ""),
                Arbitraries.longs().between(20_000, 20_400).map(LocalDate::ofEpochDay),
                Arbitraries.longs().between(-99_999_999L, 99_999_999L).injectNull(0.1),
                Arbitraries.longs().between(-20L, 80L).injectNull(0.1))
            .as(Sale::new)
            .list()
            .ofMaxSize(120);
    return Combinators.combine(
            sales,
            Arbitraries.shuffle(Axis.values()),
            Arbitraries.integers().between(0, 3),
            Arbitraries.integers().between(0, 2),
            Arbitraries.of(true, false))
        .as(
            (rows, axes, down, across, where) ->
                new Case(rows, axes.subList(0, down), axes.subList(down, down + across), where));
  }

  @Property(tries = 80)
  void every_cell_and_total_is_what_sql_says(@ForAll("cases") Case random) throws Exception {
    List<String> measures = new ArrayList<>(EXACT.keySet());
    measures.addAll(List.of("avg(amount)", "sum(amount) / count(*)", "stddev_pop(amount)"));
    CrosstabSpec spec =
        new CrosstabSpec(
            "test",
            random.down.stream().map(a -> Level.of(AxisItem.parse(a.item))).toList(),
            random.across.stream().map(a -> Level.of(AxisItem.parse(a.item))).toList(),
            measures.stream().map(m -> Measure.of(m, m)).toList(),
            CrosstabSpec.MeasurePlace.INNERMOST,
            Totals.both(),
            "",
            random.where ? Optional.of(Expression.parse("units <> 7")) : Optional.empty(),
            Optional.empty(),
            Locale.ROOT);
    CrosstabBuilder builder = new CrosstabBuilder(spec, SampleRows.SCHEMA, Calendar.standard());
    SampleRows.push(random.sales, builder);
    Crosstab crosstab = builder.build();

    try (Connection sql = DriverManager.getConnection("jdbc:h2:mem:")) {
      insert(sql, random.sales);
      for (int down = 0; down <= random.down.size(); down++) {
        for (int across = 0; across <= random.across.size(); across++) {
          check(crosstab, sql, random, down, across, measures);
        }
      }
    }
  }

  private static void check(
      Crosstab crosstab, Connection sql, Case random, int down, int across, List<String> measures)
      throws SQLException {
    Map<List<String>, Map<String, BigDecimal>> expected = query(sql, random, down, across);
    Map<List<String>, Item> downItems = items(crosstab.down(), down);
    Map<List<String>, Item> acrossItems = items(crosstab.across(), across);
    if (down > 0) {
      Set<List<String>> seen =
          expected.keySet().stream().map(k -> k.subList(0, down)).collect(Collectors.toSet());
      assertThat(downItems.keySet()).isEqualTo(seen);
    }
    for (Map.Entry<List<String>, Item> line : downItems.entrySet()) {
      for (Map.Entry<List<String>, Item> column : acrossItems.entrySet()) {
        List<String> key = new ArrayList<>(line.getKey());
        key.addAll(column.getKey());
        Map<String, BigDecimal> values = expected.get(key);
        for (int i = 0; i < measures.size(); i++) {
          BigDecimal found = crosstab.value(line.getValue(), column.getValue(), i).orElse(null);
          compare(measures.get(i), found, values == null ? null : values.get(measures.get(i)));
        }
      }
    }
  }

  private static void compare(
      String measure, @Nullable BigDecimal found, @Nullable BigDecimal expected) {
    if (expected == null || found == null) {
      assertThat(found).as(measure).isNull();
      assertThat(expected).as(measure).isNull();
    } else if (measure.startsWith("stddev")) {
      assertThat(found.subtract(expected).abs().doubleValue())
          .as(measure)
          .isLessThan(1e-6 + expected.abs().doubleValue() * 1e-9);
    } else {
      assertThat(found).as(measure).isEqualByComparingTo(expected);
    }
  }

  private static Map<List<String>, Item> items(Item root, int depth) {
    Map<List<String>, Item> items = new HashMap<>();
    collect(root, depth, List.of(), items);
    return items;
  }

  private static void collect(
      Item item, int depth, List<String> path, Map<List<String>, Item> items) {
    if (path.size() == depth) {
      if (depth > 0 || !item.children().isEmpty() || item.level() == 0) {
        items.put(path, item);
      }
      return;
    }
    for (Item child : item.children()) {
      List<String> longer = new ArrayList<>(path);
      longer.add(child.label());
      collect(child, depth, longer, items);
    }
  }

  private static Map<List<String>, Map<String, BigDecimal>> query(
      Connection sql, Case random, int down, int across) throws SQLException {
    List<String> labels = new ArrayList<>();
    random.down.subList(0, down).forEach(axis -> labels.add(axis.sql));
    random.across.subList(0, across).forEach(axis -> labels.add(axis.sql));
    List<String> exact = List.copyOf(EXACT.keySet());
    List<String> columns = new ArrayList<>(labels);
    exact.forEach(measure -> columns.add(EXACT.get(measure)));
    columns.addAll(List.of("count(amount)", "count(*)", "sum(amount)", "stddev_pop(amount)"));
    String group =
        labels.isEmpty()
            ? " having count(*) > 0"
            : " group by "
                + IntStream.rangeClosed(1, labels.size())
                    .mapToObj(i -> labels.get(i - 1))
                    .collect(Collectors.joining(", "));
    String where = random.where ? " where units <> 7" : "";
    Map<List<String>, Map<String, BigDecimal>> groups = new HashMap<>();
    try (Statement statement = sql.createStatement();
        ResultSet row =
            statement.executeQuery(
                "select " + String.join(", ", columns) + " from sale" + where + group)) {
      while (row.next()) {
        List<String> key = new ArrayList<>();
        for (int i = 1; i <= labels.size(); i++) {
          key.add(row.getString(i));
        }
        int at = labels.size();
        Map<String, BigDecimal> values = new HashMap<>();
        for (String measure : exact) {
          BigDecimal value = row.getBigDecimal(++at);
          values.put(measure, value);
        }
        BigDecimal filled = row.getBigDecimal(++at);
        BigDecimal rows = row.getBigDecimal(++at);
        BigDecimal sum = row.getBigDecimal(++at);
        values.put("stddev_pop(amount)", row.getBigDecimal(++at));
        if (sum != null) {
          values.put("avg(amount)", sum.divide(filled, 8, RoundingMode.HALF_UP));
          values.put("sum(amount) / count(*)", sum.divide(rows, 8, RoundingMode.HALF_UP));
        }
        groups.put(key, values);
      }
    }
    return groups;
  }

  private static void insert(Connection sql, List<Sale> sales) throws SQLException {
    try (Statement statement = sql.createStatement()) {
      statement.execute(
          "create table sale (region varchar, site varchar, sold_on date, amount decimal(18, 2),"
              + " units bigint)");
    }
    try (PreparedStatement insert =
        sql.prepareStatement("insert into sale values (?, ?, ?, ?, ?)")) {
      for (Sale sale : sales) {
        insert.setString(1, sale.region().isEmpty() ? null : sale.region());
        insert.setString(2, sale.site().isEmpty() ? null : sale.site());
        insert.setObject(3, sale.day());
        if (sale.cents() == null) {
          insert.setNull(4, Types.DECIMAL);
        } else {
          insert.setBigDecimal(4, BigDecimal.valueOf(sale.cents(), 2));
        }
        insert.setObject(5, sale.units(), Types.BIGINT);
        insert.addBatch();
      }
      insert.executeBatch();
    }
  }
}
