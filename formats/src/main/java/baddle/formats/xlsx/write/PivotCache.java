package baddle.formats.xlsx.write;

import baddle.core.table.Block;
import baddle.core.table.BlockSink;
import baddle.core.table.Column;
import baddle.core.table.LongVector;
import baddle.core.table.Schema;
import baddle.core.table.Vector;
import baddle.core.value.ColumnType;
import baddle.formats.xlsx.Markup;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * The records behind pivot tables (ISO/IEC 29500-1, 18.10.1.67 and 18.10.1.69): the rows of a table
 * of the workbook. Takes all its rows, then gives its parts.
 */
public final class PivotCache implements BlockSink {

  /** What stands for rows without a value. */
  public static final String BLANK = "(blank)";

  private static final String MAIN = "http://schemas.openxmlformats.org/spreadsheetml/2006/main";
  private static final String RELATIONS =
      "http://schemas.openxmlformats.org/officeDocument/2006/relationships";

  /** What is known of a field. */
  private static final class Field {
    private final Column column;
    private final boolean shares;
    private final Map<String, Integer> items = new LinkedHashMap<>();
    private boolean blanks;
    private boolean any;
    private long least = Long.MAX_VALUE;
    private long greatest = Long.MIN_VALUE;

    Field(Column column, boolean shares) {
      this.column = column;
      this.shares = shares;
    }
  }

  private final String table;
  private final List<Field> fields = new ArrayList<>();
  private final Markup records = new Markup();
  private long rows;

  /**
   * An empty cache.
   *
   * @param table the name of the table that the rows are of
   * @param schema its columns
   * @param shared the columns whose values are items of an axis or a filter, all of text
   */
  public PivotCache(String table, Schema schema, Set<String> shared) {
    this.table = table;
    schema.columns().forEach(c -> fields.add(new Field(c, shared.contains(c.name()))));
  }

  @Override
  public void accept(Block block, int from, int to) {
    for (int row = from; row < to; row++) {
      rows++;
      records.open("r");
      for (int i = 0; i < fields.size(); i++) {
        value(fields.get(i), block.vector(i), row);
      }
      records.close();
    }
  }

  private void value(Field field, Vector vector, int row) {
    boolean blank = vector.isBlank(row);
    ColumnType type = field.column.type();
    if (field.shares) {
      String item = blank ? BLANK : vector.shown(row, type);
      field.blanks |= blank;
      int index = field.items.computeIfAbsent(item, i -> field.items.size());
      records.empty("x", "v", String.valueOf(index));
      return;
    }
    if (blank) {
      field.blanks = true;
      records.empty("m");
      return;
    }
    field.any = true;
    if (type.kind() == ColumnType.Kind.TEXT || type.kind() == ColumnType.Kind.TIMESTAMP) {
      records.empty("s", "v", vector.shown(row, type));
      return;
    }
    long value = ((LongVector) vector).values()[row];
    field.least = Math.min(field.least, value);
    field.greatest = Math.max(field.greatest, value);
    switch (type.kind()) {
      case BOOLEAN -> records.empty("b", "v", value == 0 ? "0" : "1");
      case DATE -> records.empty("d", "v", type.shown(value) + "T00:00:00");
      default -> records.empty("n", "v", number(value, type));
    }
  }

  private static String number(long value, ColumnType type) {
    return BigDecimal.valueOf(value, type.places()).toPlainString();
  }

  /** The index of a column among the fields, from 0. */
  public int field(String column) {
    return fields.stream().map(field -> field.column.name()).toList().indexOf(column);
  }

  /** Whether a field has a name, in whatever case: what is shown can't be called like it. */
  public boolean isTaken(String name) {
    return fields.stream().anyMatch(field -> field.column.name().equalsIgnoreCase(name));
  }

  /** What a field is called. */
  public String name(int field) {
    return fields.get(field).column.name();
  }

  /** How many fields there are. */
  int fields() {
    return fields.size();
  }

  /** How many items a field shares. */
  int items(int field) {
    return fields.get(field).items.size();
  }

  /** The index of an item of a field, from 0; -1 where no row has it. */
  public int item(int field, String label) {
    return fields.get(field).items.getOrDefault(label, -1);
  }

  /**
   * Adds the cache to a workbook.
   *
   * @param id the number it is known by there
   * @return its part
   */
  public String add(WorkbookParts parts, int id) {
    String definition = "xl/pivotCache/pivotCacheDefinition" + id + ".xml";
    String recordsPart = "xl/pivotCache/pivotCacheRecords" + id + ".xml";
    String relation = parts.relate(definition, "pivotCacheRecords", recordsPart);
    parts.add(definition, "spreadsheetml.pivotCacheDefinition", definition(relation));
    parts.add(
        recordsPart,
        "spreadsheetml.pivotCacheRecords",
        "<pivotCacheRecords xmlns=\""
            + MAIN
            + "\" count=\""
            + rows
            + "\">"
            + records
            + "</pivotCacheRecords>");
    String own = parts.relate("xl/workbook.xml", "pivotCacheDefinition", definition);
    parts.pivotCache(id, own);
    return definition;
  }

  private String definition(String relation) {
    Markup xml = new Markup();
    xml.open(
        "pivotCacheDefinition",
        "xmlns",
        MAIN,
        "xmlns:r",
        RELATIONS,
        "r:id",
        relation,
        "refreshedBy",
        "Baddle",
        "createdVersion",
        "6",
        "refreshedVersion",
        "6",
        "minRefreshableVersion",
        "3",
        "recordCount",
        String.valueOf(rows));
    xml.open("cacheSource", "type", "worksheet").empty("worksheetSource", "name", table).close();
    xml.open("cacheFields", "count", String.valueOf(fields.size()));
    for (Field field : fields) {
      xml.open("cacheField", "name", field.column.name(), "numFmtId", "0");
      if (field.shares) {
        shared(xml, field);
      } else {
        xml.empty("sharedItems", kinds(field));
      }
      xml.close();
    }
    return xml.toString();
  }

  private static void shared(Markup xml, Field field) {
    List<String> attributes = new ArrayList<>();
    if (field.blanks) {
      attributes.addAll(List.of("containsBlank", "1"));
    }
    attributes.addAll(List.of("count", String.valueOf(field.items.size())));
    xml.open("sharedItems", attributes.toArray(String[]::new));
    for (String item : field.items.keySet()) {
      if (field.blanks && item.equals(BLANK)) {
        xml.empty("m");
      } else {
        xml.empty("s", "v", item);
      }
    }
    xml.close();
  }

  private static String[] kinds(Field field) {
    ColumnType type = field.column.type();
    List<String> kinds = new ArrayList<>();
    boolean plain = type.kind() == ColumnType.Kind.TEXT || type.kind() == ColumnType.Kind.TIMESTAMP;
    if (!plain && field.any) {
      if (!field.blanks) {
        kinds.addAll(List.of("containsSemiMixedTypes", "0"));
      }
      kinds.addAll(List.of("containsString", "0"));
      if (field.blanks) {
        kinds.addAll(List.of("containsBlank", "1"));
      }
      if (type.kind() == ColumnType.Kind.DATE) {
        kinds.addAll(List.of("containsNonDate", "0", "containsDate", "1"));
        kinds.addAll(List.of("minDate", type.shown(field.least) + "T00:00:00"));
        kinds.addAll(List.of("maxDate", type.shown(field.greatest + 1) + "T00:00:00"));
      } else if (type.isNumber()) {
        kinds.addAll(List.of("containsNumber", "1"));
        if (type.places() == 0) {
          kinds.addAll(List.of("containsInteger", "1"));
        }
        kinds.addAll(List.of("minValue", number(field.least, type)));
        kinds.addAll(List.of("maxValue", number(field.greatest, type)));
      }
    } else if (field.blanks) {
      kinds.addAll(List.of("containsBlank", "1"));
    }
    return kinds.toArray(String[]::new);
  }
}
