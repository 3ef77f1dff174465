package baddle.formats.xml;

import static org.assertj.core.api.Assertions.assertThatThrownBy;

import baddle.core.grid.UnreadableFileException;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class WorkbookZipTests {

  @Test
  void a_part_whose_comment_is_no_text_is_damage(@TempDir Path folder) throws IOException {
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    try (ZipOutputStream zip = new ZipOutputStream(bytes)) {
      ZipEntry part = new ZipEntry("überschrift.xml");
      part.setComment("üppig");
      zip.putNextEntry(part);
      zip.closeEntry();
    }
    byte[] comment = "üppig".getBytes(StandardCharsets.UTF_8);
    byte[] content = bytes.toByteArray();
    for (int at = 0; at < content.length - comment.length; at++) {
      if (content[at] == comment[0] && content[at + 2] == comment[2]) {
        content[at + 1] = (byte) 0xff;
      }
    }
    Path file = Files.write(folder.resolve("book.xlsx"), content);
    assertThatThrownBy(() -> WorkbookZip.open(file))
        .isInstanceOf(UnreadableFileException.class)
        .hasMessageContaining("a damaged workbook");
  }
}
