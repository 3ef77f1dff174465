package baddle.formats.xlsx.write;

import baddle.formats.xlsx.CellFormats;
import baddle.formats.xlsx.Markup;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import java.util.zip.ZipOutputStream;

/**
 * Parts that a workbook gets besides those its library writes (ISO/IEC 29500-2): drawings, charts,
 * pivot tables.
 */
public final class WorkbookParts {

  private static final String WORKBOOK = "xl/workbook.xml";
  private static final String STYLES = "xl/styles.xml";
  private static final String PIVOTS = "xl/pivotTables/";
  private static final String TYPES = "[Content_Types].xml";
  private static final String RELATIONS =
      "http://schemas.openxmlformats.org/officeDocument/2006/relationships/";
  private static final String HEAD =
      "<?xml version=\"1.0\" encoding=\"UTF-8\" standalone=\"yes\"?>";

  /** Entries have no time of their own, so that the same content is the same file. */
  private static final LocalDateTime NO_TIME = LocalDateTime.of(1980, 1, 1, 0, 0);

  /** An element that goes before the first of some others. */
  private record Insertion(String element, List<String> before) {}

  private final Map<String, byte[]> parts = new LinkedHashMap<>();
  private final List<String> patterns = new ArrayList<>();
  private final List<String> pivotCaches = new ArrayList<>();
  private final Map<String, String> types = new LinkedHashMap<>();
  private final Map<String, List<String>> relations = new LinkedHashMap<>();
  private final Map<String, List<Insertion>> insertions = new LinkedHashMap<>();

  /** Whether there are none. */
  public boolean isEmpty() {
    return parts.isEmpty();
  }

  /**
   * Adds a part.
   *
   * @param name its place in the package, such as {@code xl/charts/chart1.xml}
   * @param contentType the end of its type, after {@code
   *     application/vnd.openxmlformats-officedocument.}
   * @param xml without the declaration
   */
  void add(String name, String contentType, String xml) {
    parts.put(name, (HEAD + xml).getBytes(StandardCharsets.UTF_8));
    types.put(name, "application/vnd.openxmlformats-officedocument." + contentType + "+xml");
  }

  /**
   * Adds a part that is no XML.
   *
   * @param contentType its whole type
   */
  void addBytes(String name, String contentType, byte[] content) {
    parts.put(name, content);
    types.put(name, contentType);
  }

  /** Gives a sheet, by its number from 0, a drawing; it has no other. */
  void draw(int sheet, String drawing) {
    String part = sheet(sheet);
    String id = relate(part, "drawing", drawing);
    insert(
        part,
        new Markup().empty("drawing", "r:id", id).toString(),
        "<legacyDrawing",
        "<tableParts",
        "</worksheet>");
  }

  /** What is replaced in parts by the number of a format that some cell has. */
  String numberFormat(String pattern) {
    if (!patterns.contains(pattern)) {
      patterns.add(pattern);
    }
    return mark(patterns.indexOf(pattern));
  }

  private static String mark(int pattern) {
    return "{format " + pattern + "}";
  }

  /** How many parts there are whose names begin so. */
  int count(String prefix) {
    return (int) parts.keySet().stream().filter(name -> name.startsWith(prefix)).count();
  }

  /**
   * Relates a part to another.
   *
   * @param type the end of the relation's type
   * @return what it is known by in the part
   */
  String relate(String from, String type, String to) {
    List<String> of = relations.computeIfAbsent(from, f -> new ArrayList<>());
    String id = "rIdB" + (of.size() + 1);
    of.add(
        "<Relationship Id=\""
            + id
            + "\" Type=\""
            + RELATIONS
            + type
            + "\" Target=\"/"
            + to
            + "\"/>");
    return id;
  }

  /** Puts an element into a part that the library writes, before the first of some others. */
  void insert(String part, String element, String... before) {
    insertions
        .computeIfAbsent(part, p -> new ArrayList<>())
        .add(new Insertion(element, List.of(before)));
  }

  /** Names a cache of pivot tables in the workbook. */
  void pivotCache(int id, String relation) {
    pivotCaches.add("<pivotCache cacheId=\"" + id + "\" r:id=\"" + relation + "\"/>");
  }

  /** The part of a sheet by its number, from 0. */
  static String sheet(int number) {
    return "xl/worksheets/sheet" + (number + 1) + ".xml";
  }

  private static String relationsOf(String part) {
    int slash = part.lastIndexOf('/');
    return part.substring(0, slash) + "/_rels" + part.substring(slash) + ".rels";
  }

  /** Copies a workbook and adds the parts. */
  public void copy(Path workbook, OutputStream out) throws IOException {
    try (ZipFile from = new ZipFile(workbook.toFile())) {
      ZipOutputStream to = new ZipOutputStream(out);
      List<String> relatedTo = new ArrayList<>(relations.keySet());
      for (ZipEntry entry : Collections.list(from.entries())) {
        begin(to, entry.getName());
        try (InputStream content = from.getInputStream(entry)) {
          String source = source(entry.getName());
          boolean changes =
              entry.getName().equals(TYPES)
                  || insertions.containsKey(entry.getName())
                  || (entry.getName().equals(WORKBOOK) && !pivotCaches.isEmpty())
                  || relations.containsKey(source);
          if (changes) {
            String text = new String(content.readAllBytes(), StandardCharsets.UTF_8);
            to.write(changed(entry.getName(), source, text).getBytes(StandardCharsets.UTF_8));
            relatedTo.remove(source);
          } else {
            content.transferTo(to);
          }
        }
        to.closeEntry();
      }
      for (String source : relatedTo) {
        write(to, relationsOf(source), HEAD + relationships(relations.get(source)));
      }
      Map<String, Integer> formats =
          patterns.isEmpty() ? Map.of() : CellFormats.numbers(from.getEntry(STYLES), from);
      for (Map.Entry<String, byte[]> part : parts.entrySet()) {
        if (part.getKey().startsWith(PIVOTS)) {
          String text = new String(part.getValue(), StandardCharsets.UTF_8);
          write(to, part.getKey(), withFormats(text, formats));
        } else {
          begin(to, part.getKey());
          to.write(part.getValue());
          to.closeEntry();
        }
      }
      to.finish();
    }
  }

  private String withFormats(String text, Map<String, Integer> formats) {
    String result = text;
    for (int i = 0; i < patterns.size(); i++) {
      int number = formats.getOrDefault(patterns.get(i), CellFormats.GENERAL);
      result = result.replace('"' + mark(i) + '"', '"' + String.valueOf(number) + '"');
    }
    return result;
  }

  /** The part that an entry has the relations of; the entry's own name where it has none. */
  private String source(String name) {
    return relations.keySet().stream()
        .filter(part -> relationsOf(part).equals(name))
        .findFirst()
        .orElse("");
  }

  private String changed(String name, String source, String text) {
    if (name.equals(TYPES)) {
      StringBuilder added = new StringBuilder();
      types.forEach(
          (part, type) ->
              added
                  .append("<Override PartName=\"/")
                  .append(part)
                  .append("\" ContentType=\"")
                  .append(type)
                  .append("\"/>"));
      return before(text, added.toString(), List.of("</Types>"));
    }
    if (relations.containsKey(source)) {
      return before(text, String.join("", relations.get(source)), List.of("</Relationships>"));
    }
    String result = text;
    if (name.equals(WORKBOOK) && !pivotCaches.isEmpty()) {
      result =
          before(
              result,
              "<pivotCaches>" + String.join("", pivotCaches) + "</pivotCaches>",
              List.of("</workbook>"));
    }
    for (Insertion insertion : insertions.getOrDefault(name, List.of())) {
      result = before(result, insertion.element(), insertion.before());
    }
    return result;
  }

  private static String before(String text, String added, List<String> marks) {
    int at = text.length();
    for (String mark : marks) {
      int found = text.lastIndexOf(mark);
      at = found < 0 ? at : Math.min(at, found);
    }
    if (at == text.length()) {
      throw new IllegalStateException("none of " + marks + " in a part of the workbook");
    }
    return text.substring(0, at) + added + text.substring(at);
  }

  private static String relationships(List<String> of) {
    return "<Relationships xmlns=\"http://schemas.openxmlformats.org/package/2006/relationships\">"
        + String.join("", of)
        + "</Relationships>";
  }

  private static void begin(ZipOutputStream to, String name) throws IOException {
    ZipEntry entry = new ZipEntry(name);
    entry.setTimeLocal(NO_TIME);
    to.putNextEntry(entry);
  }

  private static void write(ZipOutputStream to, String name, String text) throws IOException {
    begin(to, name);
    to.write(text.getBytes(StandardCharsets.UTF_8));
    to.closeEntry();
  }
}
