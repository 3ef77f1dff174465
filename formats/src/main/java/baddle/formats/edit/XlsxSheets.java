package baddle.formats.edit;

import baddle.formats.xml.Xml;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;

/** The list of a workbook's sheets, and the workbook's part with more of them. */
final class XlsxSheets {

  /** What follows the names, of which the first that is there follows what says how to compute. */
  private static final List<String> BEHIND_COMPUTING =
      List.of(
          "oleSize",
          "customWorkbookViews",
          "pivotCaches",
          "smartTagPr",
          "smartTagTypes",
          "webPublishing",
          "fileRecoveryPr",
          "webPublishObjects",
          "extLst");

  /**
   * A sheet.
   *
   * @param relation what it is known by
   * @param from the number of the sheet it is a copy of; -1 for none
   */
  record Sheet(String name, int id, String relation, int from) {}

  /** A name that only a sheet has, of a sheet that is copied. */
  private record LocalName(String tag, String text, int sheet) {}

  private final List<Sheet> sheets = new ArrayList<>();
  private final List<Sheet> result = new ArrayList<>();
  private final List<LocalName> locals = new ArrayList<>();
  private boolean computes;

  /** Notes the sheets of a workbook's part. */
  void read(PartCopy part) throws XMLStreamException {
    while (part.xml().hasNext()) {
      int event = part.next();
      if (part.is(event, XMLStreamConstants.START_ELEMENT, "sheet")) {
        sheets.add(
            new Sheet(
                Xml.attribute(part.xml(), "name").orElse(""),
                Xml.number(part.xml(), "sheetId", 0),
                Xml.attribute(part.xml(), "id").orElse(""),
                -1));
      }
    }
    result.addAll(sheets);
  }

  /** Those that are there. */
  List<Sheet> sheets() {
    return List.copyOf(sheets);
  }

  Optional<Sheet> sheet(String name) {
    return result.stream().filter(sheet -> sheet.name().equalsIgnoreCase(name)).findFirst();
  }

  /** Adds a copy. */
  void add(WorkbookEdit.Copy copy, String relation) {
    int id = result.stream().mapToInt(Sheet::id).max().orElse(0) + 1;
    int from = sheets.indexOf(sheet(copy.from()).orElseThrow());
    Optional<Sheet> beside = copy.place().beside().flatMap(this::sheet);
    int at =
        beside
            .map(one -> copy.place().after() ? behind(one) : result.indexOf(one))
            .orElse(result.size());
    result.add(at, new Sheet(copy.name(), id, relation, from));
  }

  /** Behind a sheet and the copies that are behind it already. */
  private int behind(Sheet sheet) {
    int at = result.indexOf(sheet) + 1;
    while (at < result.size() && !sheets.contains(result.get(at))) {
      at++;
    }
    return at;
  }

  /** Asks programs to compute all formulas when they open the workbook. */
  void compute() {
    computes = true;
  }

  private int place(int before) {
    return result.indexOf(sheets.get(before));
  }

  /** Copies the workbook's part with what was added. */
  void write(PartCopy part) throws XMLStreamException, IOException {
    boolean said = !computes;
    while (part.xml().hasNext()) {
      int event = part.next();
      if (event == XMLStreamConstants.END_ELEMENT) {
        String name = part.xml().getLocalName();
        if (name.equals("definedNames")) {
          part.insert(localNames(part.named("definedName")));
        } else if (name.equals("workbook") && !said) {
          part.insert("<" + part.named("calcPr") + " fullCalcOnLoad=\"1\"/>");
        }
      } else if (event == XMLStreamConstants.START_ELEMENT) {
        String name = part.xml().getLocalName();
        switch (name) {
          case "sheet" -> sheet(part);
          case "workbookView" -> view(part);
          case "definedName" -> name(part);
          case "calcPr" -> {
            if (!said) {
              part.replaceTag(PartText.with(part.tag(), "fullCalcOnLoad", "1"));
              said = true;
            }
          }
          default -> {
            if (!said && BEHIND_COMPUTING.contains(name)) {
              part.insert("<" + part.named("calcPr") + " fullCalcOnLoad=\"1\"/>");
              said = true;
            }
          }
        }
      }
    }
  }

  private void sheet(PartCopy part) throws IOException {
    int id = Xml.number(part.xml(), "sheetId", 0);
    String tag = part.tag();
    String prefix = PartText.prefixOf(tag, "id").orElse("r:");
    String declared = declared(part, prefix);
    int at = 0;
    while (at < result.size() && (result.get(at).from() >= 0 || result.get(at).id() != id)) {
      at++;
    }
    StringBuilder before = new StringBuilder();
    int first = at;
    while (first > 0 && result.get(first - 1).from() >= 0) {
      first--;
    }
    String name = part.named("sheet");
    for (int i = first; i < at; i++) {
      before.append(element(name, declared, prefix, result.get(i)));
    }
    StringBuilder after = new StringBuilder();
    boolean isLast = result.subList(at + 1, result.size()).stream().allMatch(s -> s.from() >= 0);
    for (int i = at + 1; isLast && i < result.size(); i++) {
      after.append(element(name, declared, prefix, result.get(i)));
    }
    if (part.xml().getLocalName().equals("sheet") && (!before.isEmpty() || !after.isEmpty())) {
      part.replaceTag(before + selfClosed(tag, name) + after);
      if (!tag.endsWith("/>")) {
        leaveOutEnd(part);
      }
    }
  }

  private static String selfClosed(String tag, String name) {
    return tag.endsWith("/>") ? tag : tag + "</" + name + ">";
  }

  private static void leaveOutEnd(PartCopy part) throws IOException {
    try {
      part.next();
      part.leaveOut();
    } catch (XMLStreamException e) {
      throw new IOException(e);
    }
  }

  /** The declaration of a prefix, if an element makes it for itself alone. */
  private static String declared(PartCopy part, String prefix) throws IOException {
    String declaration = "xmlns:" + prefix.replace(":", "");
    return PartText.opened(part.tag()).contains(declaration + "=")
        ? " "
            + declaration
            + "=\""
            + PartText.escaped(part.xml().getNamespaceURI(prefix.replace(":", "")))
            + "\""
        : "";
  }

  private static String element(String name, String declared, String prefix, Sheet sheet) {
    return "<"
        + name
        + declared
        + " name=\""
        + PartText.escaped(sheet.name())
        + "\" sheetId=\""
        + sheet.id()
        + "\" "
        + prefix
        + "id=\""
        + sheet.relation()
        + "\"/>";
  }

  /** The sheets that are in front and leftmost stay so. */
  private void view(PartCopy part) throws IOException {
    String tag = part.tag();
    String changed = tag;
    for (String attribute : List.of("activeTab", "firstSheet")) {
      int before = Xml.number(part.xml(), attribute, -1);
      if (before >= 0 && before < sheets.size()) {
        changed = PartText.with(changed, attribute, String.valueOf(place(before)));
      } else if (before < 0 && !sheets.isEmpty() && place(0) > 0) {
        changed = PartText.with(changed, attribute, String.valueOf(place(0)));
      }
    }
    if (!changed.equals(tag)) {
      part.replaceTag(changed);
    }
  }

  /** Names of single sheets go with their sheets. */
  private void name(PartCopy part) throws XMLStreamException, IOException {
    int local = Xml.number(part.xml(), "localSheetId", -1);
    if (local < 0 || local >= sheets.size()) {
      return;
    }
    String tag = PartText.opened(part.tag());
    if (place(local) != local) {
      part.replaceTag(PartText.with(part.tag(), "localSheetId", String.valueOf(place(local))));
    }
    locals.add(new LocalName(tag, part.content(), local));
  }

  private String localNames(String element) {
    StringBuilder names = new StringBuilder();
    for (Sheet copy : result) {
      for (LocalName local : locals) {
        if (copy.from() == local.sheet()) {
          String from = sheets.get(local.sheet()).name();
          names
              .append(
                  PartText.with(local.tag(), "localSheetId", String.valueOf(result.indexOf(copy))))
              .append(PartText.escaped(FormulaText.of(local.text()).withSheet(from, copy.name())))
              .append("</")
              .append(element)
              .append('>');
        }
      }
    }
    return names.toString();
  }
}
