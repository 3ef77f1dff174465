package baddle.formats.xlsx;

import baddle.core.grid.UnreadableFileException;
import baddle.formats.xml.Xml;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Predicate;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import javax.xml.stream.XMLStreamConstants;

/** The parts of a package and how they hang together (ISO/IEC 29500-2). */
public final class PackageParts {

  /** The part that says what parts are. */
  public static final String TYPES = "[Content_Types].xml";

  /**
   * A relation of a part.
   *
   * @param type the last step of its type's name
   * @param part the part it leads to; empty where it leads outside
   * @param wholeType its type
   * @param target as it is written
   */
  public record Relation(String id, String type, String part, String wholeType, String target) {}

  private final ZipFile zip;

  /** Of an open package. */
  public PackageParts(ZipFile zip) {
    this.zip = zip;
  }

  /** Opens a part. */
  public InputStream open(String part) throws IOException {
    ZipEntry entry = zip.getEntry(part);
    if (entry == null) {
      throw new UnreadableFileException("part " + part + " of the workbook is missing", 0);
    }
    return zip.getInputStream(entry);
  }

  /** What a part holds. */
  public byte[] bytes(String part) throws IOException {
    try (InputStream in = open(part)) {
      return in.readAllBytes();
    }
  }

  /** Whether there is a part. */
  public boolean has(String part) {
    return zip.getEntry(part) != null;
  }

  /** The part that has the relations of another. */
  public static String relationsOf(String part) {
    int slash = part.lastIndexOf('/') + 1;
    return part.substring(0, slash) + "_rels/" + part.substring(slash) + ".rels";
  }

  /** The relations of a part; of the package for an empty name. */
  public List<Relation> relations(String part) throws IOException {
    String name = part.isEmpty() ? "_rels/.rels" : relationsOf(part);
    List<Relation> relations = new ArrayList<>();
    if (!has(name)) {
      return relations;
    }
    String folder = part.substring(0, part.lastIndexOf('/') + 1);
    Xml.read(
        open(name),
        name,
        xml -> {
          while (xml.hasNext()) {
            if (xml.next() == XMLStreamConstants.START_ELEMENT
                && xml.getLocalName().equals("Relationship")) {
              String type = Xml.attribute(xml, "Type").orElse("");
              String target = Xml.attribute(xml, "Target").orElse("");
              boolean outside =
                  Xml.attribute(xml, "TargetMode").filter("External"::equals).isPresent();
              relations.add(
                  new Relation(
                      Xml.attribute(xml, "Id").orElse(""),
                      type.substring(type.lastIndexOf('/') + 1),
                      outside ? "" : resolved(folder, target),
                      type,
                      target));
            }
          }
        });
    return relations;
  }

  private static String resolved(String folder, String target) {
    return target.startsWith("/")
        ? target.substring(1)
        : Path.of(folder + target).normalize().toString().replace('\\', '/');
  }

  /** The parts that have a content type of their own, and those types. */
  public Map<String, String> types() throws IOException {
    Map<String, String> types = new LinkedHashMap<>();
    Xml.read(
        open(TYPES),
        TYPES,
        xml -> {
          while (xml.hasNext()) {
            if (xml.next() == XMLStreamConstants.START_ELEMENT
                && xml.getLocalName().equals("Override")) {
              String name = Xml.attribute(xml, "PartName").orElse("");
              types.put(
                  name.startsWith("/") ? name.substring(1) : name,
                  Xml.attribute(xml, "ContentType").orElse(""));
            }
          }
        });
    return types;
  }

  /** The workbook's part. */
  public String workbook() throws IOException {
    Optional<String> part =
        relations("").stream()
            .filter(relation -> relation.type().equals("officeDocument"))
            .map(Relation::part)
            .findFirst();
    return part.orElseThrow(
        () -> new UnreadableFileException("a zip file, but no workbook inside", 0));
  }

  /** A name for a part that no other has: the number at its end is counted on. */
  public static String free(String like, Predicate<String> isTaken) {
    int dot = like.lastIndexOf('.');
    String stem = like.substring(0, dot).replaceFirst("\\d+$", "");
    for (int i = 1; ; i++) {
      String name = stem + i + like.substring(dot);
      if (!isTaken.test(name)) {
        return name;
      }
    }
  }
}
