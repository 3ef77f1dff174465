package baddle.formats;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Enumeration;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import org.apache.xmlbeans.XmlError;
import org.apache.xmlbeans.XmlException;
import org.apache.xmlbeans.XmlObject;
import org.apache.xmlbeans.XmlOptions;
import org.openxmlformats.schemas.drawingml.x2006.chart.ChartSpaceDocument;
import org.openxmlformats.schemas.drawingml.x2006.spreadsheetDrawing.WsDrDocument;
import org.openxmlformats.schemas.spreadsheetml.x2006.main.PivotCacheDefinitionDocument;
import org.openxmlformats.schemas.spreadsheetml.x2006.main.PivotCacheRecordsDocument;
import org.openxmlformats.schemas.spreadsheetml.x2006.main.PivotTableDefinitionDocument;
import org.openxmlformats.schemas.spreadsheetml.x2006.main.StyleSheetDocument;
import org.openxmlformats.schemas.spreadsheetml.x2006.main.TableDocument;
import org.openxmlformats.schemas.spreadsheetml.x2006.main.WorkbookDocument;
import org.openxmlformats.schemas.spreadsheetml.x2006.main.WorksheetDocument;

/** Whether a workbook is what its standard (ISO/IEC 29500) says, part by part. */
public final class WorkbookValidity {

  private static final Pattern TARGET = Pattern.compile("Target=\"([^\"]+)\"");

  private WorkbookValidity() {}

  /** Asserts that every part is valid, and that every part a relation names is there. */
  public static void check(Path file) throws IOException, XmlException {
    try (ZipFile zip = new ZipFile(file.toFile())) {
      Set<String> parts = new TreeSet<>();
      Enumeration<? extends ZipEntry> entries = zip.entries();
      while (entries.hasMoreElements()) {
        parts.add(entries.nextElement().getName());
      }
      for (String part : parts) {
        try (InputStream in = zip.getInputStream(zip.getEntry(part))) {
          byte[] bytes = in.readAllBytes();
          check(part, bytes);
          if (part.endsWith(".rels")) {
            checkTargets(part, new String(bytes, StandardCharsets.UTF_8), parts);
          }
        }
      }
    }
  }

  private static void check(String part, byte[] bytes) throws IOException, XmlException {
    InputStream in = new ByteArrayInputStream(bytes);
    if (part.startsWith("xl/worksheets/sheet")) {
      assertValid(part, WorksheetDocument.Factory.parse(in));
    } else if (part.equals("xl/workbook.xml")) {
      assertValid(part, WorkbookDocument.Factory.parse(in));
    } else if (part.equals("xl/styles.xml")) {
      assertValid(part, StyleSheetDocument.Factory.parse(in));
    } else if (part.startsWith("xl/tables/table")) {
      assertValid(part, TableDocument.Factory.parse(in));
    } else if (part.startsWith("xl/charts/chart")) {
      assertValid(part, ChartSpaceDocument.Factory.parse(in));
    } else if (part.startsWith("xl/drawings/drawing")) {
      assertValid(part, WsDrDocument.Factory.parse(in));
    } else if (part.startsWith("xl/pivotTables/pivotTable")) {
      assertValid(part, PivotTableDefinitionDocument.Factory.parse(in));
    } else if (part.startsWith("xl/pivotCache/pivotCacheDefinition")) {
      assertValid(part, PivotCacheDefinitionDocument.Factory.parse(in));
    } else if (part.startsWith("xl/pivotCache/pivotCacheRecords")) {
      assertValid(part, PivotCacheRecordsDocument.Factory.parse(in));
    }
  }

  private static void assertValid(String part, XmlObject document) {
    List<XmlError> errors = new ArrayList<>();
    XmlOptions options = new XmlOptions();
    options.setErrorListener(errors);
    assertThat(document.validate(options)).as("%s: %s", part, errors).isTrue();
  }

  private static void checkTargets(String part, String text, Set<String> parts) {
    String folder = part.substring(0, part.indexOf("_rels/"));
    Matcher matcher = TARGET.matcher(text);
    while (matcher.find()) {
      String target = matcher.group(1);
      String path =
          target.startsWith("/")
              ? target.substring(1)
              : Path.of(folder).resolve(target).normalize().toString();
      if (!target.contains("://")) {
        assertThat(parts).as("%s names %s", part, target).contains(path);
      }
    }
  }
}
