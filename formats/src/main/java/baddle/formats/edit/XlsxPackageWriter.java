package baddle.formats.edit;

import baddle.core.calendar.DateSystem;
import baddle.formats.xlsx.PackageParts;
import baddle.formats.xml.Xml;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import java.util.zip.ZipOutputStream;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;

/** Writes the package of a workbook with some parts changed, some new, some gone. */
final class XlsxPackageWriter {

  private static final String OFFICE =
      "http://schemas.openxmlformats.org/officeDocument/2006/relationships/";
  private static final String TABLE_TYPE =
      "application/vnd.openxmlformats-officedocument.spreadsheetml.table+xml";

  /** What cells look like in a workbook. */
  record Looks(DateSystem days, XlsxStyles styles) {}

  /** Writes a part that is changed. */
  @FunctionalInterface
  private interface Change {
    void write(InputStream part, OutputStream out) throws IOException;
  }

  private final WorkbookEdit edit;
  private final PackageParts parts;
  private final String workbookPart;
  private final XlsxCopies copies;
  private final Map<String, Change> changed = new LinkedHashMap<>();
  private final Map<String, byte[]> relations = new HashMap<>();
  private final Set<String> removed = new HashSet<>();

  XlsxPackageWriter(WorkbookEdit edit, PackageParts parts, String workbookPart) throws IOException {
    this.edit = edit;
    this.parts = parts;
    this.workbookPart = workbookPart;
    this.copies = new XlsxCopies(parts, parts.types());
  }

  /** Changes a sheet, if anything in it changes. */
  void sheet(String sheet, String part, Map<CellAt, Optional<BigDecimal>> stale, Looks looks)
      throws IOException {
    List<String> tables = tables(sheet, part, relations(part));
    if (edit.cells(sheet).isEmpty() && stale.isEmpty() && tables.isEmpty()) {
      return;
    }
    XlsxSheetWriter.Changes changes =
        new XlsxSheetWriter.Changes(edit.cells(sheet), stale, Optional.empty(), tables);
    Change change =
        (in, out) ->
            PartCopy.copy(
                in, part, out, new XlsxSheetWriter(changes, looks.days(), looks.styles())::write);
    if (edit.cells(sheet).values().stream().anyMatch(XlsxPackageWriter::needsStyle)) {
      ByteArrayOutputStream out = new ByteArrayOutputStream();
      change.write(parts.open(part), out);
      replace(part, out.toByteArray());
    } else {
      changed.put(part, change);
    }
  }

  /** Whether a content can need a style that has to be known before the styles are written. */
  private static boolean needsStyle(CellContent content) {
    return content instanceof CellContent.Day || content instanceof CellContent.Moment;
  }

  /** Adds a sheet that is a copy of another. */
  void copy(
      WorkbookEdit.Copy copy,
      String part,
      XlsxSheets sheets,
      Map<CellAt, Optional<BigDecimal>> stale,
      Looks looks)
      throws IOException {
    String name = copies.free(part);
    copies.add(name, parts.types().getOrDefault(part, ""), new byte[0]);
    XlsxCopies.SheetCopy renaming = new XlsxCopies.SheetCopy(copy.from(), copy.name());
    copies.related(part, name, renaming);
    String relationsPart = PackageParts.relationsOf(name);
    byte[] own = copies.added().getOrDefault(relationsPart, XlsxCopies.noRelations());
    relations.put(name, own);
    List<String> tables = tables(copy.name(), name, own);
    if (!tables.isEmpty()) {
      copies.add(relationsPart, "", relations(name));
    }
    XlsxSheetWriter.Changes changes =
        new XlsxSheetWriter.Changes(
            edit.cells(copy.name()), stale, Optional.of(renaming::renamed), tables);
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    PartCopy.copy(
        parts.open(part),
        part,
        out,
        new XlsxSheetWriter(changes, looks.days(), looks.styles())::write);
    copies.added().put(name, out.toByteArray());
    String id = relate(workbookPart, "worksheet", name);
    sheets.add(copy, id);
  }

  private byte[] relations(String part) throws IOException {
    byte[] known = relations.get(part);
    if (known != null) {
      return known;
    }
    String name = PackageParts.relationsOf(part);
    return parts.has(name) ? parts.bytes(name) : XlsxCopies.noRelations();
  }

  /** Relates a part to another, and gives what that is known by. */
  private String relate(String from, String type, String to) throws IOException {
    byte[] known = relations(from);
    String text = new String(known, StandardCharsets.UTF_8);
    int number = 1;
    while (text.contains("\"rIdB" + number + "\"")) {
      number++;
    }
    String id = "rIdB" + number;
    relations.put(from, XlsxCopies.related(known, id, OFFICE + type, to));
    return id;
  }

  /** Resizes the tables of a sheet, and makes those that aren't there; gives the new relations. */
  private List<String> tables(String sheet, String part, byte[] known) throws IOException {
    List<String> made = new ArrayList<>();
    for (WorkbookEdit.Table table : edit.tables(sheet)) {
      Optional<String> there = tablePart(table.name(), known);
      if (there.isPresent()) {
        changed.put(
            there.get(),
            (in, out) -> PartCopy.copy(in, there.get(), out, copy -> resize(copy, table)));
      } else if (!copies.isFree(table.name())) {
        throw new IOException("table " + table.name() + " is on another sheet");
      } else {
        String name = copies.free("xl/tables/table1.xml");
        copies.add(name, TABLE_TYPE, table(table).getBytes(StandardCharsets.UTF_8));
        made.add(relate(part, "table", name));
      }
    }
    return made;
  }

  private Optional<String> tablePart(String name, byte[] known) throws IOException {
    String text = new String(known, StandardCharsets.UTF_8);
    for (Map.Entry<String, String> type : parts.types().entrySet()) {
      String part = type.getKey();
      boolean related = text.contains(part.substring(part.lastIndexOf('/') + 1) + "\"");
      if (type.getValue().equals(TABLE_TYPE) && related && parts.has(part)) {
        String[] found = new String[1];
        Xml.read(
            parts.open(part),
            part,
            xml -> {
              while (xml.hasNext()) {
                if (xml.next() == XMLStreamConstants.START_ELEMENT
                    && xml.getLocalName().equals("table")) {
                  found[0] = Xml.attribute(xml, "displayName").orElse("");
                }
              }
            });
        if (name.equalsIgnoreCase(found[0])) {
          return Optional.of(part);
        }
      }
    }
    return Optional.empty();
  }

  private static void resize(PartCopy part, WorkbookEdit.Table table)
      throws XMLStreamException, IOException {
    int column = 0;
    while (part.xml().hasNext()) {
      int event = part.next();
      if (part.is(event, XMLStreamConstants.START_ELEMENT, "tableColumn")
          && column < table.headings().size()) {
        part.replaceTag(PartText.with(part.tag(), "name", table.headings().get(column++)));
      }
      boolean ranged =
          part.is(event, XMLStreamConstants.START_ELEMENT, "table")
              || part.is(event, XMLStreamConstants.START_ELEMENT, "autoFilter");
      if (ranged) {
        part.replaceTag(PartText.with(part.tag(), "ref", table.range().toString()));
      }
    }
  }

  private String table(WorkbookEdit.Table table) {
    int id = copies.nextTable();
    StringBuilder xml = new StringBuilder();
    xml.append("<?xml version=\"1.0\" encoding=\"UTF-8\" standalone=\"yes\"?>")
        .append("<table xmlns=\"http://schemas.openxmlformats.org/spreadsheetml/2006/main\" id=\"")
        .append(id)
        .append("\" name=\"")
        .append(PartText.escaped(table.name()))
        .append("\" displayName=\"")
        .append(PartText.escaped(table.name()))
        .append("\" ref=\"")
        .append(table.range())
        .append("\" totalsRowShown=\"0\"><autoFilter ref=\"")
        .append(table.range())
        .append("\"/><tableColumns count=\"")
        .append(table.headings().size())
        .append("\">");
    for (int i = 0; i < table.headings().size(); i++) {
      xml.append("<tableColumn id=\"")
          .append(i + 1)
          .append("\" name=\"")
          .append(PartText.escaped(table.headings().get(i)))
          .append("\"/>");
    }
    return xml.append("</tableColumns></table>").toString();
  }

  /** Writes the workbook's own part with its sheets, if it changes. */
  void workbook(XlsxSheets sheets) {
    if (!edit.isEmpty()) {
      changed.put(workbookPart, (in, out) -> PartCopy.copy(in, workbookPart, out, sheets::write));
    }
  }

  /** Writes another content in the place of a part's. */
  void replace(String part, byte[] content) {
    changed.put(part, (in, out) -> out.write(content));
  }

  /** Leaves out a part that the workbook leads to. */
  void remove(PackageParts.Relation relation) {
    removed.add(relation.part());
    try {
      String text = new String(relations(workbookPart), StandardCharsets.UTF_8);
      String without =
          text.replaceFirst("<[^<>]*\\bId\\s*=\\s*[\"']" + relation.id() + "[\"'][^<>]*/>", "");
      relations.put(workbookPart, without.getBytes(StandardCharsets.UTF_8));
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  void write(ZipFile zip, OutputStream out) throws IOException {
    Map<String, byte[]> ofRelations = new HashMap<>();
    relations.forEach((part, text) -> ofRelations.put(PackageParts.relationsOf(part), text));
    ZipOutputStream to = new ZipOutputStream(out);
    for (ZipEntry entry : Collections.list(zip.entries())) {
      String name = entry.getName();
      if (removed.contains(name)) {
        continue;
      }
      ZipEntry copy = new ZipEntry(name);
      copy.setTimeLocal(EntryTime.of(entry));
      to.putNextEntry(copy);
      byte[] otherRelations = ofRelations.remove(name);
      try (InputStream in = zip.getInputStream(entry)) {
        if (otherRelations != null) {
          to.write(otherRelations);
        } else if (changed.containsKey(name)) {
          changed.get(name).write(in, to);
        } else if (name.equals(PackageParts.TYPES)) {
          PartCopy.copy(in, name, to, this::types);
        } else {
          in.transferTo(to);
        }
      }
      to.closeEntry();
    }
    Map<String, byte[]> more = new LinkedHashMap<>(copies.added());
    more.putAll(ofRelations);
    for (Map.Entry<String, byte[]> part : more.entrySet()) {
      ZipEntry entry = new ZipEntry(part.getKey());
      entry.setTimeLocal(EntryTime.NONE);
      to.putNextEntry(entry);
      to.write(part.getValue());
      to.closeEntry();
    }
    to.finish();
  }

  /** When a part was written; some writers note days that never were. */
  private void types(PartCopy part) throws XMLStreamException, IOException {
    while (part.xml().hasNext()) {
      int event = part.next();
      if (part.is(event, XMLStreamConstants.START_ELEMENT, "Override")) {
        String name = Xml.attribute(part.xml(), "PartName").orElse("");
        if (removed.contains(name.startsWith("/") ? name.substring(1) : name)) {
          part.replaceTag("");
        }
      } else if (part.is(event, XMLStreamConstants.END_ELEMENT, "Types")) {
        StringBuilder more = new StringBuilder();
        copies
            .addedTypes()
            .forEach(
                (name, type) ->
                    more.append('<')
                        .append(part.named("Override"))
                        .append(" PartName=\"/")
                        .append(PartText.escaped(name))
                        .append("\" ContentType=\"")
                        .append(PartText.escaped(type))
                        .append("\"/>"));
        part.insert(more.toString());
      }
    }
  }
}
