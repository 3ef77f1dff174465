package baddle.formats;

import static org.assertj.core.api.Assertions.assertThat;

import baddle.core.grid.Dialect;
import baddle.core.grid.GridFile;
import baddle.core.grid.GridSheet;
import baddle.core.grid.ReadAgainException;
import baddle.core.grid.UnreadableFileException;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Objects;
import java.util.Random;
import java.util.concurrent.TimeUnit;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.junit.jupiter.api.Timeout;

/** Whatever stands in a file, a reader gives rows or one clear error, soon. */
@Timeout(value = 5, unit = TimeUnit.MINUTES)
class DamagedFilesTests {

  private static final int MOST_ROWS = 5_000;
  private static final List<String> FILES =
      List.of("book.ods", "book.xls", "book.xlsx", "page.xls", "message.eml", "delimited.csv");

  @Provide
  Arbitrary<String> files() {
    return Arbitraries.of(FILES);
  }

  @Property(tries = 400)
  void a_mutated_file_gives_rows_or_a_clear_error(@ForAll("files") String name, @ForAll long seed)
      throws IOException {
    byte[] content;
    try (InputStream in =
        Objects.requireNonNull(
            DamagedFilesTests.class.getResourceAsStream("independent/" + name))) {
      content = in.readAllBytes();
    }
    Random random = new Random(seed);
    int changes = 1 + random.nextInt(8);
    for (int i = 0; i < changes; i++) {
      content[random.nextInt(content.length)] = (byte) random.nextInt(256);
    }
    boolean cut = random.nextInt(4) == 0;
    readAll(name, cut ? java.util.Arrays.copyOf(content, random.nextInt(content.length)) : content);
  }

  @Property(tries = 200)
  void random_bytes_give_rows_or_a_clear_error(
      @ForAll("files") String name, @ForAll long seed, @ForAll boolean marked) throws IOException {
    Random random = new Random(seed);
    byte[] content = new byte[random.nextInt(3000)];
    random.nextBytes(content);
    byte[][] marks = {
      {'P', 'K', 3, 4}, {(byte) 0xd0, (byte) 0xcf, 0x11, (byte) 0xe0}, {'<', 'h', 't', 'm', 'l'}
    };
    byte[] mark = marks[random.nextInt(marks.length)];
    if (marked && content.length > mark.length) {
      System.arraycopy(mark, 0, content, 0, mark.length);
    }
    readAll(name, content);
  }

  private static void readAll(String name, byte[] content) throws IOException {
    Path folder = Files.createTempDirectory("damaged");
    Path file = Files.write(folder.resolve(name), content);
    try (GridFile grid = new Formats().open(file, Dialect.TOLD_BY_CONTENT)) {
      grid.names();
      for (GridSheet sheet : grid.sheets()) {
        assertThat(rows(sheet)).isLessThanOrEqualTo(MOST_ROWS);
      }
    } catch (UnreadableFileException e) {
      assertThat(e.getMessage()).isNotBlank();
    } finally {
      Files.delete(file);
      Files.delete(folder);
    }
  }

  private static int rows(GridSheet sheet) throws IOException {
    try {
      return GridText.of(sheet, MOST_ROWS).size();
    } catch (ReadAgainException e) {
      return GridText.of(sheet, MOST_ROWS).size();
    }
  }
}
