package baddle.reports.page;

import baddle.core.crosstab.Crosstab;
import baddle.core.crosstab.FilterableCells;
import baddle.core.crosstab.Item;
import baddle.core.crosstab.MeasureParts;
import baddle.core.crosstab.spec.ChartKind;
import baddle.core.crosstab.spec.CrosstabSpec;
import baddle.core.crosstab.spec.Measure;
import baddle.core.crosstab.spec.View;
import baddle.core.expression.StackStep;
import baddle.reports.AxisItems;
import baddle.reports.CrosstabLayout;
import baddle.reports.data.JsonLists;
import baddle.reports.picture.ChartShape;
import com.fasterxml.jackson.core.JsonGenerator;
import java.io.IOException;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;

/**
 * What a page's script needs of a summary: where lines and columns lie among the innermost items,
 * how numbers are written, and the cells that totals are computed from anew.
 * docs/reference/formats.md describes it.
 */
final class PageData {

  /** More cells than these make a page slow. */
  private static final int MOST_CELLS = 60_000;

  private final CrosstabLayout layout;
  private final Optional<FilterableCells> cells;
  private final AxisItems down;
  private final AxisItems across;
  private final List<Integer> leafDown = new ArrayList<>();
  private final List<Integer> leafAcross = new ArrayList<>();
  private final List<List<Integer>> leafFilters = new ArrayList<>();
  private final List<List<BigDecimal>> values = new ArrayList<>();
  private final List<List<String>> filterItems = new ArrayList<>();
  private Map<Integer, Integer> downOf = Map.of();
  private Map<Integer, Integer> acrossOf = Map.of();
  private Map<Integer, List<Integer>> filtersOf = Map.of();
  private final boolean filterable;

  PageData(CrosstabLayout layout, Optional<FilterableCells> cells) {
    this.layout = layout;
    this.cells = cells;
    this.down = new AxisItems(layout.crosstab().down());
    this.across = new AxisItems(layout.crosstab().across());
    this.filterable = cells.isPresent() && gather(cells.get());
  }

  /** Whether it is known of each row where it belongs. */
  boolean isPlaced() {
    return !downOf.isEmpty() && !acrossOf.isEmpty();
  }

  /** Whether totals can be computed anew. */
  boolean isFilterable() {
    return filterable;
  }

  private boolean gather(FilterableCells of) {
    Crosstab all = of.cells();
    CrosstabSpec spec = layout.spec();
    Optional<Map<Integer, Integer>> downs = down.of(all.down(), spec.down().size());
    Optional<Map<Integer, Integer>> acrosses = across.of(all.across(), spec.across().size());
    if (downs.isEmpty() || acrosses.isEmpty()) {
      return false;
    }
    downOf = downs.get();
    acrossOf = acrosses.get();
    filtersOf = new HashMap<>();
    of.filters().forEach(filter -> filterItems.add(new ArrayList<>()));
    number(all.across(), spec.across().size(), new ArrayList<>());
    of.filters().forEach(filter -> leafFilters.add(new ArrayList<>()));
    of.parts().parts().forEach(part -> values.add(new ArrayList<>()));
    Map<Integer, Item> downItems = byNode(all.down());
    Map<Integer, Item> acrossItems = byNode(all.across());
    all.eachCell(
        (downNode, acrossNode) -> {
          leafDown.add(downOf.get(downNode));
          leafAcross.add(acrossOf.get(acrossNode));
          List<Integer> filters = filtersOf.getOrDefault(acrossNode, List.of());
          for (int i = 0; i < leafFilters.size(); i++) {
            leafFilters.get(i).add(filters.get(i));
          }
          for (int i = 0; i < values.size(); i++) {
            values
                .get(i)
                .add(
                    all.value(downItems.get(downNode), acrossItems.get(acrossNode), i)
                        .orElse(null));
          }
        });
    return leafDown.size() <= MOST_CELLS;
  }

  private static Map<Integer, Item> byNode(Item root) {
    Map<Integer, Item> items = new HashMap<>();
    List<Item> open = new ArrayList<>(List.of(root));
    while (!open.isEmpty()) {
      Item item = open.remove(open.size() - 1);
      items.put(item.node(), item);
      open.addAll(item.children());
    }
    return items;
  }

  /** Numbers the items of the filters, which are behind the levels across. */
  private void number(Item item, int depth, List<Integer> path) {
    if (item.level() > depth) {
      List<String> items = filterItems.get(item.level() - depth - 1);
      if (!items.contains(item.label())) {
        items.add(item.label());
      }
      path.add(items.indexOf(item.label()));
    }
    if (item.children().isEmpty()) {
      filtersOf.put(item.node(), List.copyOf(path));
    }
    item.children().forEach(child -> number(child, depth, path));
    if (item.level() > depth) {
      path.remove(path.size() - 1);
    }
  }

  void write(JsonGenerator json, String title, Optional<ChartKind> chart) throws IOException {
    json.writeStartObject();
    json.writeStringField("name", layout.title());
    json.writeStringField("title", title);
    paths(json, "down", layout.downHeadings(), down);
    paths(json, "across", layout.acrossHeadings(), across);
    json.writeArrayFieldStart("lines");
    for (CrosstabLayout.Line line : layout.lines()) {
      if (line.kind() != CrosstabLayout.Kind.GAP) {
        range(json, down, line.item(), line.measure());
      }
    }
    json.writeEndArray();
    json.writeArrayFieldStart("columns");
    for (CrosstabLayout.Column column : layout.columns()) {
      range(json, across, column.item(), column.measure());
    }
    json.writeEndArray();
    json.writeArrayFieldStart("measures");
    for (int i = 0; i < layout.spec().measures().size(); i++) {
      measure(json, i);
    }
    json.writeEndArray();
    if (chart.isPresent()) {
      Optional<ChartShape> shape = ChartShape.of(layout, chart.get());
      if (shape.isPresent()) {
        chart(json, shape.get());
      }
    }
    if (filterable) {
      cells(json, cells.orElseThrow());
    }
    json.writeEndObject();
  }

  private static void paths(JsonGenerator json, String name, List<String> levels, AxisItems leaves)
      throws IOException {
    json.writeObjectFieldStart(name);
    JsonLists.texts(json, "levels", levels);
    json.writeArrayFieldStart("leaves");
    for (List<String> path : leaves.paths()) {
      JsonLists.texts(json, path);
    }
    json.writeEndArray();
    json.writeEndObject();
  }

  /** From, to, measure, and the same of the item it is part of. */
  private static void range(JsonGenerator json, AxisItems leaves, Item item, int measure)
      throws IOException {
    AxisItems.Range own = leaves.range(item);
    AxisItems.Range parent = leaves.parent(item);
    JsonLists.numbers(json, List.of(own.from(), own.to(), measure, parent.from(), parent.to()));
  }

  private void measure(JsonGenerator json, int index) throws IOException {
    Measure measure = layout.spec().measures().get(index);
    View view = measure.view();
    json.writeStartObject();
    json.writeStringField("name", measure.name());
    json.writeStringField("value", measure.value().toString());
    json.writeBooleanField("own", measure.dataset().isEmpty());
    json.writeNumberField("places", layout.crosstab().type(index).places());
    json.writeStringField("view", view.kind().name().toLowerCase(Locale.ROOT));
    json.writeNumberField(
        "against", view.kind().isVariance() ? layout.spec().measure(view.against()) : -1);
    json.writeStringField("blanks", measure.blanks().orElse(layout.spec().blanks()));
    layout.numbers().get(index).write(json);
    Optional<List<StackStep>> steps = cells.flatMap(of -> of.parts().formula(index));
    if (filterable && steps.isPresent()) {
      json.writeArrayFieldStart("steps");
      for (StackStep step : steps.get()) {
        json.writeStartArray();
        json.writeString(step.kind().name().toLowerCase(Locale.ROOT));
        if (step.kind() == StackStep.Kind.MEASURE) {
          json.writeNumber(layout.spec().measure(step.of()));
        } else {
          json.writeString(step.of());
        }
        json.writeEndArray();
      }
      json.writeEndArray();
    }
    json.writeEndObject();
  }

  private void chart(JsonGenerator json, ChartShape shape) throws IOException {
    json.writeObjectFieldStart("chart");
    json.writeStringField("kind", shape.kind().name().toLowerCase(Locale.ROOT));
    json.writeNumberField("measure", shape.measure());
    json.writeBooleanField("down", shape.categoriesDown());
    json.writeNumberField("others", shape.others());
    points(json, "categories", shape.categories(), shape.categoriesDown() ? down : across);
    points(json, "series", shape.series(), shape.categoriesDown() ? across : down);
    json.writeEndObject();
  }

  private static void points(
      JsonGenerator json, String name, List<ChartShape.Point> points, AxisItems leaves)
      throws IOException {
    json.writeArrayFieldStart(name);
    for (ChartShape.Point point : points) {
      AxisItems.Range range = leaves.range(point.item());
      json.writeStartArray();
      json.writeString(point.label());
      json.writeNumber(range.from());
      json.writeNumber(range.to());
      json.writeEndArray();
    }
    json.writeEndArray();
  }

  private void cells(JsonGenerator json, FilterableCells of) throws IOException {
    json.writeArrayFieldStart("filters");
    for (int i = 0; i < of.filters().size(); i++) {
      json.writeStartObject();
      json.writeStringField("name", of.filters().get(i));
      JsonLists.texts(json, "items", filterItems.get(i));
      json.writeEndObject();
    }
    json.writeEndArray();
    JsonLists.texts(json, "missing", of.missing());
    json.writeObjectFieldStart("cells");
    JsonLists.numbers(json, "down", leafDown);
    JsonLists.numbers(json, "across", leafAcross);
    json.writeArrayFieldStart("filters");
    for (List<Integer> one : leafFilters) {
      JsonLists.numbers(json, one);
    }
    json.writeEndArray();
    json.writeArrayFieldStart("parts");
    for (int i = 0; i < values.size(); i++) {
      json.writeStartObject();
      MeasureParts.Gathering by = of.parts().parts().get(i).by();
      int places = of.cells().type(i).places();
      json.writeStringField("by", by.name().toLowerCase(Locale.ROOT));
      json.writeNumberField("places", places);
      json.writeArrayFieldStart("values");
      for (BigDecimal value : values.get(i)) {
        if (value == null) {
          json.writeNull();
        } else {
          json.writeString(value.setScale(places).unscaledValue().toString());
        }
      }
      json.writeEndArray();
      json.writeEndObject();
    }
    json.writeEndArray();
    json.writeEndObject();
  }

  /** The innermost items that a row belongs to: down, across and of each filter; empty for none. */
  List<Integer> placeOf(int downNode, int acrossNode) {
    Integer downLeaf = downOf.get(downNode);
    Integer acrossLeaf = acrossOf.get(acrossNode);
    if (downLeaf == null || acrossLeaf == null) {
      return List.of();
    }
    List<Integer> place = new ArrayList<>(List.of(downLeaf, acrossLeaf));
    place.addAll(filtersOf.getOrDefault(acrossNode, List.of()));
    return place;
  }
}
