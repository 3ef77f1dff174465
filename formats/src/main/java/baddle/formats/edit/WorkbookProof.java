package baddle.formats.edit;

import baddle.core.grid.UnreadableFileException;
import baddle.formats.xml.WorkbookZip;
import baddle.formats.xml.Xml;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Deque;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import org.codehaus.stax2.XMLStreamReader2;

/**
 * Reads a workbook that was written from end to end, before it takes its place: every part has to
 * be well-formed with declared prefixes, what parts refer to has to be there, and numbers and names
 * that may be there once are (ISO/IEC 29500, parts 1 and 2). What was wrong before it was changed
 * is nobody's fault and doesn't matter.
 */
public final class WorkbookProof {

  private static final String RELATIONS = ".rels";

  private final ZipFile zip;
  private final Set<String> parts = new HashSet<>();
  private final Set<String> problems = new LinkedHashSet<>();

  private final Map<String, Set<String>> once = new HashMap<>();

  private WorkbookProof(ZipFile zip) {
    this.zip = zip;
  }

  /**
   * Checks a workbook.
   *
   * @param before the workbook it was made of
   * @throws IOException if it is no sound workbook; says which part isn't
   */
  public static void check(Path workbook, Path before) throws IOException {
    Set<String> problems = problems(workbook);
    if (!problems.isEmpty()) {
      problems.removeAll(problems(before));
    }
    if (!problems.isEmpty()) {
      throw new UnreadableFileException(
          "what was written isn't a sound workbook, so it isn't put in its place: "
              + problems.iterator().next()
              + "; please report this with the workbook",
          0);
    }
  }

  /** All that is wrong with a workbook; nothing in most cases. */
  static Set<String> problems(Path workbook) throws IOException {
    try (ZipFile zip = WorkbookZip.open(workbook)) {
      WorkbookProof proof = new WorkbookProof(zip);
      List<? extends ZipEntry> entries = Collections.list(zip.entries());
      for (ZipEntry entry : entries) {
        if (!proof.parts.add(entry.getName())) {
          proof.problems.add("part " + entry.getName() + " is there twice");
        }
      }
      for (ZipEntry entry : entries) {
        proof.part(entry);
      }
      return proof.problems;
    }
  }

  private void part(ZipEntry entry) throws IOException {
    String name = entry.getName();
    String small = name.toLowerCase(Locale.ROOT);
    if (!small.endsWith(".xml") && !small.endsWith(RELATIONS)) {
      return;
    }
    try {
      Xml.read(zip.getInputStream(entry), name, xml -> elements(name, xml));
    } catch (UnreadableFileException e) {
      problems.add(String.valueOf(e.getMessage()));
    }
  }

  private void elements(String part, XMLStreamReader2 xml) throws XMLStreamException {
    List<String> open = new ArrayList<>();
    int sheets = 0;
    while (xml.hasNext()) {
      int event = xml.next();
      if (event == XMLStreamConstants.START_ELEMENT) {
        String element = xml.getLocalName();
        String parent = open.isEmpty() ? "" : open.get(open.size() - 1);
        open.add(element);
        sheets += element.equals("sheet") && parent.equals("sheets") ? 1 : 0;
        element(part, parent, sheets, xml);
      } else if (event == XMLStreamConstants.END_ELEMENT) {
        open.remove(open.size() - 1);
      }
    }
  }

  private void element(String part, String parent, int sheets, XMLStreamReader2 xml) {
    switch (xml.getLocalName()) {
      case "Relationship" -> {
        if (part.endsWith(RELATIONS)) {
          relation(part, xml);
        }
      }
      case "Override" ->
          attribute(xml, "PartName")
              .map(name -> name.replaceFirst("^/", ""))
              .filter(name -> !parts.contains(name))
              .ifPresent(name -> problems.add(part + " names " + name + ", which isn't there"));
      case "sheet" -> {
        if (parent.equals("sheets")) {
          once(part, "sheet name", attribute(xml, "name").map(WorkbookProof::small));
          once(part, "sheet number", attribute(xml, "sheetId"));
          once(part, "relation", attribute(xml, "id"));
        }
      }
      case "definedName" -> {
        int of = Xml.number(xml, "localSheetId", -1);
        if (of >= sheets) {
          problems.add(part + " has a name of sheet " + of + ", which isn't there");
        }
        once(part, "name", attribute(xml, "name").map(name -> small(name) + " of sheet " + of));
      }
      case "table" -> {
        if (part.contains("/tables/")) {
          once("the workbook", "id of a table", attribute(xml, "id"));
          once("the workbook", "table", attribute(xml, "displayName").map(WorkbookProof::small));
        }
      }
      case "tableColumn" -> once(part, "heading", attribute(xml, "name").map(WorkbookProof::small));
      case "row" -> {
        if (parent.equals("sheetData")) {
          once(part, "row", attribute(xml, "r"));
        }
      }
      default -> {}
    }
  }

  private void relation(String part, XMLStreamReader2 xml) {
    once(part, "relation", attribute(xml, "Id"));
    Optional<String> target = attribute(xml, "Target");
    if (target.isEmpty() || attribute(xml, "TargetMode").filter("External"::equals).isPresent()) {
      return;
    }
    String owner = part.replaceFirst("_rels/([^/]*)\\.rels$", "$1");
    String named = target.get().replaceFirst("#.*$", "");
    String path = resolved(owner.substring(0, owner.lastIndexOf('/') + 1), named);
    if (!named.isEmpty() && !parts.contains(path)) {
      problems.add(part + " names " + path + ", which isn't there");
    }
  }

  /** A part's name, of how another part names it. */
  private static String resolved(String folder, String named) {
    Deque<String> steps = new ArrayDeque<>();
    String whole = named.startsWith("/") ? named : folder + named;
    for (String step : whole.split("/")) {
      if (step.equals("..")) {
        steps.pollLast();
      } else if (!step.isEmpty() && !step.equals(".")) {
        steps.add(step);
      }
    }
    return String.join("/", steps);
  }

  private void once(String part, String what, Optional<String> value) {
    if (value.isPresent()
        && !once.computeIfAbsent(part + "\n" + what, of -> new HashSet<>()).add(value.get())) {
      problems.add(part + " has " + what + " " + value.get() + " twice");
    }
  }

  private static Optional<String> attribute(XMLStreamReader2 xml, String name) {
    return Xml.attribute(xml, name);
  }

  private static String small(String name) {
    return name.toLowerCase(Locale.ROOT);
  }
}
