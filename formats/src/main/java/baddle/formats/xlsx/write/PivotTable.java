package baddle.formats.xlsx.write;

import baddle.formats.xlsx.CellPlace;
import baddle.formats.xlsx.Markup;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;

/**
 * A pivot table of a sheet (ISO/IEC 29500-1, 18.10.1.73). Fields and items are numbers of its
 * cache's.
 *
 * @param name its name
 * @param first where its upper left cell is, below the page filters
 * @param last where its lower right cell is
 * @param headingRows rows above the first figure
 * @param rows the fields down, from the outermost
 * @param columns the fields across, from the outermost
 * @param pages the fields that a reader filters by
 * @param data what is shown
 * @param rowEntries the lines, from the top
 * @param columnEntries the columns, from the left
 * @param rowTotals whether there is a total at the right
 * @param columnTotals whether there is a total below
 */
public record PivotTable(
    String name,
    CellPlace first,
    CellPlace last,
    int headingRows,
    List<Axis> rows,
    List<Axis> columns,
    List<Integer> pages,
    List<Data> data,
    List<Entry> rowEntries,
    List<Entry> columnEntries,
    boolean rowTotals,
    boolean columnTotals) {

  private static final String MAIN = "http://schemas.openxmlformats.org/spreadsheetml/2006/main";

  /** The field that stands for the data where it has several. */
  private static final String VALUES = "-2";

  /** The same in references. */
  private static final String VALUES_REFERENCE = "4294967294";

  /**
   * A field of an axis.
   *
   * @param field its number
   * @param items its items in the order they are shown
   * @param subtotals whether each has a subtotal
   * @param descending whether its items are in descending order of a figure
   * @param by the figure that they are ordered by; empty for their own order
   */
  public record Axis(
      int field, List<Integer> items, boolean subtotals, boolean descending, OptionalInt by) {

    /** Copies the list. */
    public Axis {
      items = List.copyOf(items);
    }
  }

  /**
   * What is shown.
   *
   * @param caption its heading
   * @param field the field it is of
   * @param function a word of the standard, such as {@code sum} or {@code count}
   * @param showAs a word of the standard, such as {@code percentOfCol}; empty for values
   * @param format the number format's pattern, which some cell of the workbook has
   */
  public record Data(
      String caption, int field, String function, Optional<String> showAs, String format) {}

  /** What a line or column is. */
  public enum Kind {
    /** Innermost items. */
    ITEM,
    /** The total of an outer item. */
    SUBTOTAL,
    /** The total of all. */
    GRAND
  }

  /**
   * A line or column.
   *
   * @param kind what it is
   * @param path for each level its item's place among the field's items, from 0
   * @param data which of the data it shows, from 0
   */
  public record Entry(Kind kind, List<Integer> path, int data) {

    /** Copies the list. */
    public Entry {
      path = List.copyOf(path);
    }
  }

  /** Copies the lists. */
  public PivotTable {
    rows = List.copyOf(rows);
    columns = List.copyOf(columns);
    pages = List.copyOf(pages);
    data = List.copyOf(data);
    rowEntries = List.copyOf(rowEntries);
    columnEntries = List.copyOf(columnEntries);
  }

  /**
   * Adds it to a workbook.
   *
   * @param sheet the sheet's number, from 0
   * @param cache where its records are
   * @param cachePart the cache's part
   * @param cacheId the number it is known by
   */
  public void add(WorkbookParts parts, int sheet, PivotCache cache, String cachePart, int cacheId) {
    int which = parts.count("xl/pivotTables/") + 1;
    String part = "xl/pivotTables/pivotTable" + which + ".xml";
    parts.relate(part, "pivotCacheDefinition", cachePart);
    parts.add(part, "spreadsheetml.pivotTable", xml(cache, cacheId, parts));
    parts.relate(WorkbookParts.sheet(sheet), "pivotTable", part);
  }

  private static String truth(boolean value) {
    return value ? "1" : "0";
  }

  private String xml(PivotCache cache, int cacheId, WorkbookParts parts) {
    Markup xml = new Markup();
    xml.open(
        "pivotTableDefinition",
        "xmlns",
        MAIN,
        "name",
        name,
        "cacheId",
        String.valueOf(cacheId),
        "dataCaption",
        "Measures",
        "rowGrandTotals",
        truth(rowTotals),
        "colGrandTotals",
        truth(columnTotals),
        "createdVersion",
        "6",
        "updatedVersion",
        "6",
        "minRefreshableVersion",
        "3",
        "compact",
        "0",
        "compactData",
        "0",
        "outline",
        "0",
        "outlineData",
        "0",
        "multipleFieldFilters",
        "0");
    location(xml);
    xml.open("pivotFields", "count", String.valueOf(cache.fields()));
    for (int field = 0; field < cache.fields(); field++) {
      field(xml, field, cache);
    }
    xml.close();
    fields(xml, "rowFields", rows, false);
    entries(xml, "rowItems", rowEntries);
    fields(xml, "colFields", columns, data.size() > 1);
    entries(xml, "colItems", columnEntries);
    if (!pages.isEmpty()) {
      xml.open("pageFields", "count", String.valueOf(pages.size()));
      pages.forEach(page -> xml.empty("pageField", "fld", String.valueOf(page), "hier", "-1"));
      xml.close();
    }
    xml.open("dataFields", "count", String.valueOf(data.size()));
    for (Data one : data) {
      List<String> attributes =
          new ArrayList<>(
              List.of(
                  "name",
                  one.caption(),
                  "fld",
                  String.valueOf(one.field()),
                  "subtotal",
                  one.function()));
      one.showAs().ifPresent(as -> attributes.addAll(List.of("showDataAs", as)));
      attributes.addAll(List.of("baseField", "0", "baseItem", "0"));
      attributes.addAll(List.of("numFmtId", parts.numberFormat(one.format())));
      xml.empty("dataField", attributes.toArray(String[]::new));
    }
    xml.close();
    return xml.toString();
  }

  private void location(Markup xml) {
    String ref = first.name() + ":" + last.name();
    boolean named = columns.isEmpty() && data.size() > 1;
    List<String> attributes =
        new ArrayList<>(
            List.of(
                "ref",
                ref,
                "firstHeaderRow",
                named ? "0" : "1",
                "firstDataRow",
                String.valueOf(headingRows),
                "firstDataCol",
                String.valueOf(rows.size())));
    if (!pages.isEmpty()) {
      attributes.addAll(List.of("rowPageCount", String.valueOf(pages.size()), "colPageCount", "1"));
    }
    xml.empty("location", attributes.toArray(String[]::new));
  }

  private void field(Markup xml, int field, PivotCache cache) {
    List<String> attributes = new ArrayList<>();
    Optional<Axis> row = rows.stream().filter(axis -> axis.field() == field).findFirst();
    Optional<Axis> column = columns.stream().filter(axis -> axis.field() == field).findFirst();
    boolean page = pages.contains(field);
    if (row.isPresent() || column.isPresent() || page) {
      attributes.addAll(
          List.of("axis", row.isPresent() ? "axisRow" : page ? "axisPage" : "axisCol"));
    }
    if (data.stream().anyMatch(one -> one.field() == field)) {
      attributes.addAll(List.of("dataField", "1"));
    }
    attributes.addAll(List.of("compact", "0", "outline", "0", "showAll", "0"));
    Optional<Axis> axis = row.or(() -> column);
    boolean byFigure = axis.isPresent() && axis.get().by().isPresent();
    if (byFigure) {
      attributes.addAll(List.of("sortType", axis.get().descending() ? "descending" : "ascending"));
    }
    boolean subtotals = page || axis.filter(Axis::subtotals).isPresent();
    if (!subtotals) {
      attributes.addAll(List.of("defaultSubtotal", "0"));
    }
    String[] all = attributes.toArray(String[]::new);
    if (axis.isEmpty() && !page) {
      xml.empty("pivotField", all);
      return;
    }
    xml.open("pivotField", all);
    List<Integer> items = new ArrayList<>(axis.map(Axis::items).orElse(List.of()));
    for (int item = 0; item < cache.items(field); item++) {
      if (!items.contains(item)) {
        items.add(item);
      }
    }
    xml.open("items", "count", String.valueOf(items.size() + (subtotals ? 1 : 0)));
    items.forEach(item -> xml.empty("item", "x", String.valueOf(item)));
    if (subtotals) {
      xml.empty("item", "t", "default");
    }
    xml.close();
    if (byFigure) {
      xml.open("autoSortScope")
          .open("pivotArea", "dataOnly", "0", "outline", "0", "fieldPosition", "0")
          .open("references", "count", "1")
          .open("reference", "field", VALUES_REFERENCE, "count", "1", "selected", "0")
          .empty("x", "v", String.valueOf(axis.get().by().getAsInt()))
          .close()
          .close()
          .close()
          .close();
    }
    xml.close();
  }

  private static void fields(Markup xml, String element, List<Axis> axes, boolean values) {
    int count = axes.size() + (values ? 1 : 0);
    if (count == 0) {
      return;
    }
    xml.open(element, "count", String.valueOf(count));
    axes.forEach(axis -> xml.empty("field", "x", String.valueOf(axis.field())));
    if (values) {
      xml.empty("field", "x", VALUES);
    }
    xml.close();
  }

  /** Each entry says only what differs from the one before. */
  private void entries(Markup xml, String element, List<Entry> entries) {
    boolean across = element.equals("colItems");
    xml.open(element, "count", String.valueOf(Math.max(1, entries.size())));
    if (entries.isEmpty()) {
      xml.empty("i");
    }
    List<Integer> before = List.of();
    for (Entry entry : entries) {
      List<Integer> path = new ArrayList<>(entry.path());
      boolean several = across && data.size() > 1;
      if (several && entry.kind() == Kind.ITEM) {
        path.add(entry.data());
      }
      int repeated = 0;
      while (entry.kind() == Kind.ITEM
          && repeated < path.size() - 1
          && repeated < before.size()
          && before.get(repeated).equals(path.get(repeated))) {
        repeated++;
      }
      List<String> attributes = new ArrayList<>();
      if (entry.kind() != Kind.ITEM) {
        attributes.addAll(List.of("t", entry.kind() == Kind.GRAND ? "grand" : "default"));
      }
      if (repeated > 0) {
        attributes.addAll(List.of("r", String.valueOf(repeated)));
      }
      if (entry.data() > 0) {
        attributes.addAll(List.of("i", String.valueOf(entry.data())));
      }
      xml.open("i", attributes.toArray(String[]::new));
      if (entry.kind() == Kind.GRAND) {
        xml.empty("x");
      }
      for (int item : path.subList(repeated, path.size())) {
        if (item == 0) {
          xml.empty("x");
        } else {
          xml.empty("x", "v", String.valueOf(item));
        }
      }
      xml.close();
      before = entry.kind() == Kind.ITEM ? path : List.of();
    }
    xml.close();
  }
}
