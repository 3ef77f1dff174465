package baddle.app.fill;

import baddle.core.calendar.Calendar;
import baddle.core.calendar.Period;
import baddle.core.crosstab.Crosstab;
import baddle.core.crosstab.Item;
import baddle.core.expression.AxisItem;
import baddle.core.grid.CellKind;
import baddle.core.grid.CellRange;
import baddle.formats.edit.CellAt;
import baddle.formats.edit.CellContent;
import baddle.formats.edit.SeenCell;
import baddle.formats.edit.SeenSheet;
import baddle.plan.output.FillPlan;
import java.io.IOException;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/** Puts figures into rows, and columns, that a sheet names. */
final class RowsFiller {

  private final FillPlan.Rows rows;
  private final FillFigures figures;
  private final SeenSheet sheet;

  RowsFiller(FillPlan.Rows rows, FillFigures figures, SeenSheet sheet) {
    this.rows = rows;
    this.figures = figures;
    this.sheet = sheet;
  }

  /** A figure's target: a measure and a column, and the items across that are in it. */
  private record Target(int column, String where, int measure, List<Item> across) {}

  void fill(
      CellPlacer placing,
      List<FillResult.Total> totals,
      List<FillResult.Unplaced> unplaced,
      List<String> withoutData)
      throws IOException, FillException {
    Crosstab crosstab = figures.crosstab(rows);
    KeyedCells<Integer> keys = keys();
    Map<Item, String> missing = new HashMap<>();
    for (Item item : crosstab.down().children()) {
      keys.add(item, item.label()).ifPresent(why -> missing.put(item, why));
    }
    keys.others().forEach((row, name) -> withoutData.add(name + " (row " + row + ")"));
    Map<Item, String> missingAcross = new HashMap<>();
    List<Target> targets = targets(crosstab, missingAcross);
    BigDecimal[] rest = new BigDecimal[crosstab.spec().measures().size()];
    Arrays.fill(rest, BigDecimal.ZERO);
    for (Map.Entry<Integer, List<Item>> row : keys.items().entrySet()) {
      for (Target target : targets) {
        place(crosstab, row.getKey(), row.getValue(), target, placing, rest, unplaced);
      }
    }
    keys.others()
        .forEach(
            (row, name) ->
                targets.forEach(target -> placing.clear(new CellAt(row, target.column()), name)));
    for (int measure = 0; measure < rest.length; measure++) {
      unplaced(crosstab, measure, missing, missingAcross, rest, unplaced);
    }
    total(crosstab, targets, keys, placing, rest, totals);
  }

  private KeyedCells<Integer> keys() {
    FillPlan.Key key = rows.key();
    KeyedCells<Integer> keys = new KeyedCells<>(key.ignoring());
    int last = key.to().orElse(sheet.lastRow());
    for (int row = key.from(); row <= last; row++) {
      int of = row;
      List<SeenCell> cells =
          key.columns().stream().map(column -> sheet.cell(new CellAt(of, column))).toList();
      String name =
          cells.stream()
              .map(SeenCell::text)
              .filter(text -> !text.isEmpty())
              .collect(Collectors.joining(" "));
      if (!name.isEmpty()) {
        keys.name(row, name);
      }
    }
    return keys;
  }

  /** Where the measures go. */
  private List<Target> targets(Crosstab crosstab, Map<Item, String> missing) {
    List<Target> targets = new ArrayList<>();
    if (rows.headings().isEmpty()) {
      for (int i = 0; i < rows.columns().size(); i++) {
        int column = rows.columns().get(i);
        targets.add(new Target(column, CellRange.letters(column), i, List.of(crosstab.across())));
      }
      return targets;
    }
    FillPlan.Headings headings = rows.headings().get();
    KeyedCells<String> named = new KeyedCells<>(rows.key().ignoring());
    Map<String, Integer> columns = new HashMap<>();
    AxisItem item = crosstab.spec().across().get(0).item();
    int last =
        headings.to().isPresent()
            ? headings.to().getAsInt()
            : sheet.cells().keySet().stream()
                .filter(at -> at.row() == headings.row())
                .mapToInt(CellAt::column)
                .max()
                .orElse(-1);
    for (int column = headings.from(); column <= last; column++) {
      SeenCell cell = sheet.cell(new CellAt(headings.row(), column));
      if (!cell.text().isEmpty()) {
        String letters = CellRange.letters(column);
        columns.put(letters, column);
        named.name(letters, heading(cell, item));
      }
    }
    for (Item across : crosstab.across().children()) {
      named.add(across, across.label()).ifPresent(why -> missing.put(across, why));
    }
    named
        .items()
        .forEach(
            (letters, items) ->
                targets.add(new Target(columns.getOrDefault(letters, 0), letters, 0, items)));
    return targets;
  }

  /** What a heading names: of a level of the calendar the period, however it is written. */
  private String heading(SeenCell cell, AxisItem item) {
    if (item.grain().isEmpty()) {
      return cell.text();
    }
    Calendar calendar = figures.project().plan().calendar();
    Optional<LocalDate> day =
        cell.kind() == CellKind.DATE
            ? Optional.of(LocalDate.parse(cell.text().substring(0, 10)))
            : figures.project().plan().periods().parse(cell.text()).map(Period::start);
    Optional<LocalDate> found = day.or(() -> ofYear(cell.text()));
    return found
        .map(
            one ->
                calendar.label(
                    item.grain().get(), calendar.period(item.grain().get(), one.toEpochDay())))
        .orElse(cell.text());
  }

  /** A month without a year is of the year that is filled. */
  private Optional<LocalDate> ofYear(String text) {
    int month = figures.project().plan().periods().month(text);
    return month == 0
        ? Optional.empty()
        : Optional.of(LocalDate.of(figures.period().start().getYear(), month, 1));
  }

  private void place(
      Crosstab crosstab,
      int row,
      List<Item> items,
      Target target,
      CellPlacer placing,
      BigDecimal[] rest,
      List<FillResult.Unplaced> unplaced) {
    List<BigDecimal> values = new ArrayList<>();
    for (Item item : items) {
      for (Item across : target.across()) {
        crosstab.value(item, across, target.measure()).ifPresent(values::add);
      }
    }
    CellAt at = new CellAt(row, target.column());
    if (values.isEmpty()) {
      placing.clear(at, label(items));
      return;
    }
    boolean adds = addsUp(crosstab, target.measure());
    if (values.size() > 1 && !adds) {
      placing.clear(at, label(items));
      for (Item item : items) {
        unplaced.add(
            new FillResult.Unplaced(
                item.label(),
                figure(crosstab, target.measure()),
                "",
                "another item is for " + at + " too"));
      }
      return;
    }
    BigDecimal value = values.stream().reduce(BigDecimal.ZERO, BigDecimal::add);
    CellContent content = FillFigures.content(crosstab, target.measure(), value);
    boolean isPut = placing.put(at, content);
    if (adds && !isPut && placing.isFormula(at)) {
      rest[target.measure()] = rest[target.measure()].add(value);
    }
  }

  private static String label(List<Item> items) {
    return items.stream().map(Item::label).collect(Collectors.joining(", "));
  }

  private void unplaced(
      Crosstab crosstab,
      int measure,
      Map<Item, String> missing,
      Map<Item, String> missingAcross,
      BigDecimal[] rest,
      List<FillResult.Unplaced> into) {
    boolean adds = addsUp(crosstab, measure);
    for (Item item : crosstab.down().children()) {
      String why = missing.get(item);
      if (why != null) {
        Optional<BigDecimal> value = crosstab.value(item, crosstab.across(), measure);
        if (value.isPresent()) {
          add(crosstab, item.label(), measure, value.get(), why, into);
          rest[measure] = adds ? rest[measure].add(value.get()) : rest[measure];
        }
        continue;
      }
      for (Map.Entry<Item, String> across : missingAcross.entrySet()) {
        Optional<BigDecimal> value = crosstab.value(item, across.getKey(), measure);
        if (value.isPresent()) {
          String label = item.label() + ", " + across.getKey().label();
          add(crosstab, label, measure, value.get(), across.getValue(), into);
          rest[measure] = adds ? rest[measure].add(value.get()) : rest[measure];
        }
      }
    }
  }

  private static void add(
      Crosstab crosstab,
      String label,
      int measure,
      BigDecimal value,
      String why,
      List<FillResult.Unplaced> into) {
    String text =
        crosstab.type(measure).isCalendar()
            ? CellValue.text(FillFigures.content(crosstab, measure, value))
            : value.toPlainString();
    if (value.signum() != 0) {
      into.add(new FillResult.Unplaced(label, figure(crosstab, measure), text, why));
    }
  }

  private static String figure(Crosstab crosstab, int measure) {
    return crosstab.spec().measures().get(measure).value().toString();
  }

  /** Whether the figures of items come to the figure of all. */
  private static boolean addsUp(Crosstab crosstab, int measure) {
    return crosstab.spec().measures().get(measure).value().addsUp()
        && !crosstab.type(measure).isCalendar();
  }

  /** Compares what the sheet's own cells add up to with the figure of all. */
  private void total(
      Crosstab crosstab,
      List<Target> targets,
      KeyedCells<Integer> keys,
      CellPlacer placing,
      BigDecimal[] rest,
      List<FillResult.Total> totals) {
    Set<Integer> rows = new LinkedHashSet<>(keys.items().keySet());
    rows.addAll(keys.others().keySet());
    for (int measure = 0; measure < rest.length; measure++) {
      if (!addsUp(crosstab, measure)) {
        continue;
      }
      int which = measure;
      List<Target> own = targets.stream().filter(target -> target.measure() == which).toList();
      BigDecimal inSheet = BigDecimal.ZERO;
      for (int row : rows) {
        for (Target target : own) {
          inSheet = inSheet.add(placing.number(new CellAt(row, target.column())));
        }
      }
      BigDecimal all =
          crosstab.value(crosstab.down(), crosstab.across(), measure).orElse(BigDecimal.ZERO);
      List<String> columns = own.stream().map(Target::where).distinct().toList();
      String shown =
          columns.size() < 2
              ? String.join("", columns)
              : columns.get(0) + ":" + columns.get(columns.size() - 1);
      totals.add(
          new FillResult.Total(
              shown,
              figure(crosstab, measure),
              all,
              withPlaces(inSheet, all.scale()),
              withPlaces(rest[measure], all.scale())));
    }
  }

  private static BigDecimal withPlaces(BigDecimal number, int places) {
    return number.setScale(Math.max(number.scale(), places));
  }
}
