package baddle.reports.workbook;

import baddle.core.crosstab.Item;
import baddle.core.crosstab.spec.CrosstabSpec;
import baddle.core.crosstab.spec.Level;
import baddle.core.crosstab.spec.Measure;
import baddle.core.crosstab.spec.Subtotals;
import baddle.core.crosstab.spec.View;
import baddle.core.expression.Aggregate;
import baddle.core.expression.AggregateCall;
import baddle.core.table.Schema;
import baddle.formats.xlsx.CellPlace;
import baddle.formats.xlsx.CellStyle;
import baddle.formats.xlsx.write.PivotCache;
import baddle.formats.xlsx.write.PivotTable;
import baddle.formats.xlsx.write.XlsxWriter;
import baddle.reports.CrosstabLayout;
import baddle.reports.ReportColours;
import baddle.reports.ShownNumber;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;

/**
 * A cross-tab as a pivot table of a workbook: its cells are written with the cross-tab's figures,
 * so that it is right before anything computes it anew.
 *
 * <p>Long because the parts of one standard refer to each other by position.
 */
final class WorkbookPivot {

  private static final Map<View.Kind, String> SHOWN_AS =
      Map.of(
          View.Kind.SHARE_OF_DOWN, "percentOfCol",
          View.Kind.SHARE_OF_ACROSS, "percentOfRow",
          View.Kind.SHARE_OF_GRAND_TOTAL, "percentOfTotal");
  private static final Map<Aggregate, String> FUNCTIONS =
      Map.of(
          Aggregate.SUM, "sum",
          Aggregate.COUNT, "count",
          Aggregate.AVG, "average",
          Aggregate.MIN, "min",
          Aggregate.MAX, "max");

  /** A line or column of the table. */
  private record Entry(PivotTable.Kind kind, List<Item> path, Item item) {}

  private final CrosstabLayout layout;
  private final CrosstabSpec spec;
  private final PivotCache cache;
  private final List<Integer> pages = new ArrayList<>();
  private final int top;

  /**
   * A pivot table.
   *
   * @param filters the columns that readers filter by
   * @param top the rows above it
   */
  WorkbookPivot(CrosstabLayout layout, PivotCache cache, List<String> filters, int top) {
    this.layout = layout;
    this.spec = layout.spec();
    this.cache = cache;
    List<String> levels = spec.levels().stream().map(level -> level.item().text()).toList();
    filters.stream()
        .filter(filter -> !levels.contains(filter) && cache.field(filter) >= 0)
        .forEach(filter -> pages.add(cache.field(filter)));
    this.top = top + (pages.isEmpty() ? 0 : pages.size() + 1);
  }

  /** Why the standard's pivot tables can't be it; empty where they can. */
  static Optional<String> problem(CrosstabLayout layout, Schema rows) {
    CrosstabSpec spec = layout.spec();
    if (hasTwins(layout.crosstab().down()) || hasTwins(layout.crosstab().across())) {
      return Optional.of("two of its items have one name");
    }
    if (spec.rollForward().isPresent()) {
      return Optional.of("a roll-forward");
    }
    if (spec.where().isPresent()) {
      return Optional.of("it leaves out rows by a condition");
    }
    if (spec.down().isEmpty() || spec.measuresAt().down() || spec.measuresAt().outside()) {
      return Optional.of("its measures are where a pivot table has none");
    }
    for (Level level : spec.levels()) {
      if (level.keep().isPresent()) {
        return Optional.of(level.item().heading() + " has a rest in one line");
      }
      if (level.empty().kind() != Level.Empty.Kind.NONE) {
        return Optional.of(level.item().heading() + " shows items without data");
      }
      if (rows.indexOf(level.item().text()).isEmpty()) {
        return Optional.of(level.item().text() + " is no column of the rows");
      }
    }
    return spec.measures().stream()
        .map(measure -> problem(measure, rows).map(why -> measure.name() + " is " + why))
        .flatMap(Optional::stream)
        .findFirst();
  }

  private static boolean hasTwins(Item item) {
    Set<String> labels = new HashSet<>();
    return item.children().stream()
        .anyMatch(child -> !labels.add(child.label().toLowerCase(Locale.ROOT)) || hasTwins(child));
  }

  private static Optional<String> problem(Measure measure, Schema rows) {
    if (!measure.dataset().isEmpty()) {
      return Optional.of("of another dataset");
    }
    if (!measure.value().isOneCall()) {
      return Optional.of("a calculation");
    }
    if (measure.view().kind() != View.Kind.VALUE && !SHOWN_AS.containsKey(measure.view().kind())) {
      return Optional.of("seen as " + measure.view().kind().words());
    }
    AggregateCall call = measure.value().calls().get(0);
    boolean known =
        FUNCTIONS.containsKey(call.function())
            && !call.distinct()
            && call.filter().isEmpty()
            && call.argument().stream()
                .allMatch(
                    of ->
                        of.isName()
                            && rows.indexOf(of.names().get(0)).stream()
                                .anyMatch(i -> rows.column(i).type().isNumber()));
    return known ? Optional.empty() : Optional.of("more than a pivot table computes");
  }

  /** Writes the cells, and gives the table that they are. */
  PivotTable write(XlsxWriter writer, String name) {
    List<Entry> lines =
        entries(
            layout.crosstab().down(),
            spec.down().size(),
            spec.totals().subtotals(),
            spec.totals().down());
    boolean totalAcross = spec.totals().across() && !spec.across().isEmpty();
    List<Entry> columns =
        entries(
            layout.crosstab().across(),
            spec.across().size(),
            spec.totals().subtotalsAcross(),
            totalAcross);
    int measures = spec.measures().size();
    int levels = spec.across().size();
    int headings = levels == 0 ? 1 : levels + 1 + (measures > 1 ? 1 : 0);
    int labels = spec.down().size();
    for (int i = 0; i < pages.size(); i++) {
      int row = top - pages.size() - 1 + i;
      writer.text(row, 0, cache.name(pages.get(i)), CellStyle.PLAIN);
      writer.text(row, 1, "(All)", CellStyle.PLAIN);
    }
    headings(writer, columns, headings);
    for (int i = 0; i < lines.size(); i++) {
      line(writer, lines, i, columns, top + headings + i);
    }
    return new PivotTable(
        name,
        new CellPlace(top, 0),
        new CellPlace(top + headings + lines.size() - 1, labels + columns.size() * measures - 1),
        headings,
        axes(spec.down(), layout.crosstab().down(), spec.totals().subtotals()),
        axes(spec.across(), layout.crosstab().across(), spec.totals().subtotalsAcross()),
        pages,
        data(),
        numbered(lines, spec.down(), layout.crosstab().down(), 1),
        levels == 0
            ? onlyMeasures(measures)
            : numbered(columns, spec.across(), layout.crosstab().across(), measures),
        totalAcross,
        spec.totals().down());
  }

  private static List<PivotTable.Entry> onlyMeasures(int measures) {
    List<PivotTable.Entry> entries = new ArrayList<>();
    for (int i = 0; i < measures && measures > 1; i++) {
      entries.add(new PivotTable.Entry(PivotTable.Kind.ITEM, List.of(), i));
    }
    return entries;
  }

  private static List<Entry> entries(Item root, int levels, Subtotals subtotals, boolean total) {
    List<Entry> entries = new ArrayList<>();
    addEntries(root, List.of(), levels, subtotals, entries);
    if (total) {
      entries.add(new Entry(PivotTable.Kind.GRAND, List.of(), root));
    }
    return entries;
  }

  private static void addEntries(
      Item item, List<Item> path, int levels, Subtotals subtotals, List<Entry> into) {
    if (path.size() == levels) {
      into.add(new Entry(PivotTable.Kind.ITEM, path, item));
      return;
    }
    for (Item child : item.children()) {
      List<Item> further = new ArrayList<>(path);
      further.add(child);
      addEntries(child, further, levels, subtotals, into);
      boolean outer = further.size() < levels;
      if (outer && subtotals.of(path.size()) != Subtotals.Place.NONE) {
        into.add(new Entry(PivotTable.Kind.SUBTOTAL, further, child));
      }
    }
  }

  private void headings(XlsxWriter writer, List<Entry> columns, int headings) {
    int labels = spec.down().size();
    int last = top + headings - 1;
    CellStyle plain = ReportColours.HEADING;
    int measures = spec.measures().size();
    if (headings > 1) {
      writer.text(top, 0, measures == 1 ? spec.measures().get(0).name() : "", plain);
      for (int level = 0; level < spec.across().size(); level++) {
        writer.text(top, labels + level, spec.across().get(level).item().text(), plain);
      }
      if (measures > 1) {
        writer.text(top, labels + spec.across().size(), "Measures", plain);
      }
    }
    for (int i = 0; i < labels; i++) {
      writer.text(last, i, spec.down().get(i).item().text(), plain.withLineBelow());
    }
    for (int i = 0; i < columns.size(); i++) {
      for (int measure = 0; measure < measures; measure++) {
        int column = labels + i * measures + measure;
        columnHeading(writer, columns, i, measure, column, last);
      }
    }
  }

  private void columnHeading(
      XlsxWriter writer, List<Entry> columns, int index, int measure, int column, int last) {
    Entry entry = columns.get(index);
    int levels = spec.across().size();
    CellStyle style = ReportColours.HEADING.atRight();
    boolean several = spec.measures().size() > 1;
    String name = spec.measures().get(measure).name();
    if (levels > 0 && measure == 0) {
      for (int level = 0; level < levels; level++) {
        String label =
            entry.kind() == PivotTable.Kind.GRAND
                ? level == 0 ? spec.totals().label() : ""
                : level < entry.path().size() ? entry.path().get(level).label() : "";
        boolean subtotal =
            entry.kind() == PivotTable.Kind.SUBTOTAL && level == entry.path().size() - 1;
        boolean again =
            index > 0
                && entry.kind() == PivotTable.Kind.ITEM
                && level < levels - 1
                && columns.get(index - 1).kind() == PivotTable.Kind.ITEM
                && columns
                    .get(index - 1)
                    .path()
                    .subList(0, level + 1)
                    .equals(entry.path().subList(0, level + 1));
        String shown = again ? "" : subtotal ? label + " " + spec.totals().label() : label;
        CellStyle of = several || level < levels - 1 ? style : style.withLineBelow();
        writer.text(top + 1 + level, column, WorkbookReport.fitting(shown), of);
      }
    }
    if (several || levels == 0) {
      writer.text(last, column, name, style.withLineBelow());
    }
  }

  private void line(XlsxWriter writer, List<Entry> lines, int index, List<Entry> columns, int row) {
    Entry line = lines.get(index);
    int labels = spec.down().size();
    CellStyle style =
        switch (line.kind()) {
          case ITEM -> CellStyle.PLAIN;
          case SUBTOTAL -> CellStyle.PLAIN.withBold();
          case GRAND -> CellStyle.PLAIN.withBold().withLineAbove();
        };
    for (int level = 0; level < labels; level++) {
      String text =
          line.kind() == PivotTable.Kind.GRAND
              ? level == 0 ? spec.totals().label() : ""
              : level < line.path().size() ? line.path().get(level).label() : "";
      boolean subtotal = line.kind() == PivotTable.Kind.SUBTOTAL && level == line.path().size() - 1;
      boolean outer = line.kind() == PivotTable.Kind.SUBTOTAL && level < line.path().size() - 1;
      boolean again =
          index > 0
              && line.kind() == PivotTable.Kind.ITEM
              && level < labels - 1
              && lines.get(index - 1).kind() == PivotTable.Kind.ITEM
              && lines
                  .get(index - 1)
                  .path()
                  .subList(0, level + 1)
                  .equals(line.path().subList(0, level + 1));
      String shown = again || outer ? "" : subtotal ? text + " " + spec.totals().label() : text;
      writer.text(row, level, WorkbookReport.fitting(shown), style);
    }
    int measures = spec.measures().size();
    for (int i = 0; i < columns.size(); i++) {
      for (int measure = 0; measure < measures; measure++) {
        Optional<BigDecimal> value =
            layout.crosstab().value(line.item(), columns.get(i).item(), measure);
        int column = labels + i * measures + measure;
        ShownNumber number = layout.numbers().get(measure);
        if (value.isPresent()) {
          writer.number(
              row,
              column,
              value.get(),
              number.show(value.get()),
              style.withPattern(number.workbookPattern()));
        } else {
          writer.blank(row, column, style);
        }
      }
    }
  }

  private List<PivotTable.Axis> axes(List<Level> levels, Item root, Subtotals subtotals) {
    List<PivotTable.Axis> axes = new ArrayList<>();
    for (int i = 0; i < levels.size(); i++) {
      Level level = levels.get(i);
      boolean byFigure = !level.order().measure().isEmpty() && level.order().at().isEmpty();
      boolean outer = i < levels.size() - 1;
      axes.add(
          new PivotTable.Axis(
              field(level),
              items(level, root, i + 1),
              outer && subtotals.of(i) != Subtotals.Place.NONE,
              level.order().descending(),
              byFigure
                  ? OptionalInt.of(spec.measure(level.order().measure()))
                  : OptionalInt.empty()));
    }
    return axes;
  }

  private int field(Level level) {
    return cache.field(level.item().text());
  }

  /** The items of a level in the order in which they are shown first. */
  private List<Integer> items(Level level, Item root, int depth) {
    List<Integer> items = new ArrayList<>();
    collect(root, depth, field(level), items);
    return items;
  }

  private void collect(Item item, int depth, int field, List<Integer> into) {
    if (item.level() == depth) {
      int index = cache.item(field, item.label());
      if (index >= 0 && !into.contains(index)) {
        into.add(index);
      }
      return;
    }
    item.children().forEach(child -> collect(child, depth, field, into));
  }

  private List<PivotTable.Entry> numbered(
      List<Entry> entries, List<Level> levels, Item root, int measures) {
    List<List<Integer>> items = new ArrayList<>();
    for (int i = 0; i < levels.size(); i++) {
      items.add(items(levels.get(i), root, i + 1));
    }
    List<PivotTable.Entry> numbered = new ArrayList<>();
    for (Entry entry : entries) {
      List<Integer> path = new ArrayList<>();
      for (int level = 0; level < entry.path().size(); level++) {
        int index = cache.item(field(levels.get(level)), entry.path().get(level).label());
        path.add(items.get(level).indexOf(index));
      }
      for (int measure = 0; measure < measures; measure++) {
        numbered.add(new PivotTable.Entry(entry.kind(), path, measure));
      }
    }
    return numbered;
  }

  private List<PivotTable.Data> data() {
    List<PivotTable.Data> data = new ArrayList<>();
    for (int i = 0; i < spec.measures().size(); i++) {
      Measure measure = spec.measures().get(i);
      AggregateCall call = measure.value().calls().get(0);
      int field = call.argument().map(of -> cache.field(of.names().get(0))).orElse(countable());
      String caption = cache.isTaken(measure.name()) ? measure.name() + " " : measure.name();
      data.add(
          new PivotTable.Data(
              caption,
              field,
              FUNCTIONS.getOrDefault(call.function(), "sum"),
              Optional.ofNullable(SHOWN_AS.get(measure.view().kind())),
              layout.numbers().get(i).workbookPattern()));
    }
    return data;
  }

  /** The field that each row has a value of: the file it is from. */
  private int countable() {
    return cache.field("source_file");
  }
}
