package baddle.formats.edit;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;

/** The parts of workbooks, to be compared. */
final class ZipParts {

  private ZipParts() {}

  /** What each part holds, a character for each byte that isn't ASCII. */
  static Map<String, String> of(Path file) throws IOException {
    Map<String, String> parts = new LinkedHashMap<>();
    try (ZipFile zip = new ZipFile(file.toFile())) {
      for (ZipEntry entry : Collections.list(zip.entries())) {
        byte[] bytes = zip.getInputStream(entry).readAllBytes();
        parts.put(entry.getName(), new String(bytes, StandardCharsets.ISO_8859_1));
      }
    }
    return parts;
  }

  /** A cell by its address. */
  static CellAt at(String cell) {
    return CellAt.parse(cell).orElseThrow();
  }
}
