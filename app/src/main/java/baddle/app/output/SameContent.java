package baddle.app.output;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Enumeration;
import java.util.Map;
import java.util.TreeMap;
import java.util.zip.ZipEntry;
import java.util.zip.ZipException;
import java.util.zip.ZipFile;

/** Tells whether two files show a reader the same. */
final class SameContent {

  /** The part of a workbook (ISO/IEC 29500) that says when it was written. */
  private static final String WRITTEN_AT = "docProps/core.xml";

  private SameContent() {}

  /** Whether two files are the same, or are workbooks that differ in when they were written. */
  static boolean of(Path one, Path other) throws IOException {
    return Files.mismatch(one, other) < 0
        || (other.toString().endsWith(".xlsx") && parts(one).equals(parts(other)));
  }

  /**
   * The parts of a workbook by name, with their sizes and checksums; its own path if it is none.
   */
  private static Map<String, String> parts(Path file) throws IOException {
    Map<String, String> parts = new TreeMap<>();
    try (ZipFile zip = new ZipFile(file.toFile())) {
      Enumeration<? extends ZipEntry> entries = zip.entries();
      while (entries.hasMoreElements()) {
        ZipEntry entry = entries.nextElement();
        if (!entry.getName().equals(WRITTEN_AT)) {
          parts.put(entry.getName(), entry.getSize() + " " + entry.getCrc());
        }
      }
    } catch (ZipException e) {
      parts.put("", file.toString());
    }
    return parts;
  }
}
