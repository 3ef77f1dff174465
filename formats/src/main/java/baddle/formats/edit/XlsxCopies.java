package baddle.formats.edit;

import baddle.formats.xlsx.PackageParts;
import baddle.formats.xml.Xml;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;

/**
 * The parts that a sheet's copy brings: drawings and their charts, comments, tables. Images, pivot
 * caches and printer settings are shared.
 */
final class XlsxCopies {

  private static final Set<String> SHARED =
      Set.of("image", "pivotCacheDefinition", "printerSettings", "hyperlink");

  /** What a chart names cells by. */
  private static final String CHART_CELLS = "f";

  private final PackageParts parts;
  private final Map<String, String> types;
  private final Map<String, byte[]> added = new LinkedHashMap<>();
  private final Map<String, String> addedTypes = new LinkedHashMap<>();
  private final Set<String> tableNames = new HashSet<>();
  private int lastTable;

  XlsxCopies(PackageParts parts, Map<String, String> types) throws IOException {
    this.parts = parts;
    this.types = types;
    for (Map.Entry<String, String> type : types.entrySet()) {
      if (type.getValue().endsWith(".table+xml") && parts.has(type.getKey())) {
        PartCopy.copy(
            parts.open(type.getKey()), type.getKey(), new ByteArrayOutputStream(), this::know);
      }
    }
  }

  private void know(PartCopy table) throws XMLStreamException {
    while (table.xml().hasNext()) {
      if (table.is(table.next(), XMLStreamConstants.START_ELEMENT, "table")) {
        lastTable = Math.max(lastTable, Xml.number(table.xml(), "id", 0));
        Xml.attribute(table.xml(), "displayName").ifPresent(n -> tableNames.add(lower(n)));
      }
    }
  }

  private static String lower(String text) {
    return text.toLowerCase(Locale.ROOT);
  }

  /** A name for a new part. */
  String free(String like) {
    return PackageParts.free(like, name -> parts.has(name) || added.containsKey(name));
  }

  void add(String name, String type, byte[] content) {
    added.put(name, content);
    if (!type.isEmpty()) {
      addedTypes.put(name, type);
    }
  }

  /** The new parts. */
  Map<String, byte[]> added() {
    return added;
  }

  /** The content types of new parts that need one of their own. */
  Map<String, String> addedTypes() {
    return addedTypes;
  }

  /** The number that a new table has. */
  int nextTable() {
    return ++lastTable;
  }

  /** A copy of the sheet whose parts are copied. */
  static final class SheetCopy {
    private final String from;
    private final String name;
    private final Map<String, String> tables = new HashMap<>();

    SheetCopy(String from, String name) {
      this.from = from;
      this.name = name;
    }

    /** What becomes of a formula. */
    String renamed(String formula) {
      FormulaText text = FormulaText.of(formula);
      String result = text.withSheet(from, name);
      for (Map.Entry<String, String> table : tables.entrySet()) {
        result = FormulaText.of(result).withTable(table.getKey(), table.getValue());
      }
      return result;
    }
  }

  /**
   * Copies the parts that a part leads to.
   *
   * @param part the part that is copied
   * @param as its copy's name
   */
  void related(String part, String as, SheetCopy sheet) throws IOException {
    List<PackageParts.Relation> relations = parts.relations(part);
    if (relations.isEmpty()) {
      return;
    }
    String text = new String(parts.bytes(PackageParts.relationsOf(part)), StandardCharsets.UTF_8);
    for (PackageParts.Relation relation : relations) {
      boolean copied =
          !relation.part().isEmpty()
              && !SHARED.contains(relation.type())
              && parts.has(relation.part());
      String target = copied ? copied(relation, sheet) : relation.part();
      if (!relation.part().isEmpty()) {
        text =
            text.replace("\"" + PartText.escaped(relation.target()) + "\"", "\"/" + target + "\"");
      }
    }
    added.put(PackageParts.relationsOf(as), text.getBytes(StandardCharsets.UTF_8));
  }

  private String copied(PackageParts.Relation relation, SheetCopy sheet) throws IOException {
    String name = free(relation.part());
    added.put(name, new byte[0]);
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    boolean chart = relation.type().startsWith("chart") && relation.part().endsWith(".xml");
    if (relation.type().equals("table")) {
      PartCopy.copy(parts.open(relation.part()), relation.part(), out, part -> table(part, sheet));
    } else if (chart) {
      PartCopy.copy(parts.open(relation.part()), relation.part(), out, part -> chart(part, sheet));
    } else {
      out.write(parts.bytes(relation.part()));
    }
    add(name, types.getOrDefault(relation.part(), ""), out.toByteArray());
    related(relation.part(), name, sheet);
    return name;
  }

  private void table(PartCopy part, SheetCopy sheet) throws XMLStreamException, IOException {
    while (part.xml().hasNext()) {
      if (part.is(part.next(), XMLStreamConstants.START_ELEMENT, "table")) {
        String name = Xml.attribute(part.xml(), "displayName").orElse("table");
        String other = name;
        for (int i = 2; !tableNames.add(lower(other)); i++) {
          other = name + "_" + i;
        }
        sheet.tables.put(name, other);
        String tag = PartText.with(part.tag(), "id", String.valueOf(nextTable()));
        part.replaceTag(PartText.with(PartText.with(tag, "name", other), "displayName", other));
      }
    }
  }

  private static void chart(PartCopy part, SheetCopy sheet) throws XMLStreamException, IOException {
    while (part.xml().hasNext()) {
      int event = part.next();
      if (part.is(event, XMLStreamConstants.START_ELEMENT, CHART_CELLS)) {
        long end = part.tagEnd();
        String text = part.content();
        String renamed = sheet.renamed(text);
        if (!renamed.equals(text)) {
          part.copyTo(end);
          part.write(PartText.escaped(renamed));
          part.skipToHere();
        }
      }
    }
  }

  /** Whether a name is free for a table. */
  boolean isFree(String table) {
    return !tableNames.contains(lower(table));
  }

  /** Content of a relations part for a part that has none. */
  static byte[] noRelations() {
    return ("<?xml version=\"1.0\" encoding=\"UTF-8\" standalone=\"yes\"?>"
            + "<Relationships xmlns="
            + "\"http://schemas.openxmlformats.org/package/2006/relationships\"></Relationships>")
        .getBytes(StandardCharsets.UTF_8);
  }

  /** The same with another relation, and what that is known by. */
  static byte[] related(byte[] relations, String id, String type, String part) {
    String text = new String(relations, StandardCharsets.UTF_8);
    String prefix = text.contains("</Relationships>") ? "" : prefix(text);
    String element =
        "<"
            + prefix
            + "Relationship Id=\""
            + id
            + "\" Type=\""
            + type
            + "\" Target=\"/"
            + part
            + "\"/>";
    int at = text.lastIndexOf("</" + prefix + "Relationships");
    return (text.substring(0, at) + element + text.substring(at)).getBytes(StandardCharsets.UTF_8);
  }

  private static String prefix(String text) {
    int end = text.lastIndexOf(":Relationships");
    return end < 0 ? "" : text.substring(text.lastIndexOf('/', end) + 1, end + 1);
  }
}
