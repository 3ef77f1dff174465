package baddle.bench;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Stream;
import org.dhatim.fastexcel.reader.Cell;
import org.dhatim.fastexcel.reader.ReadableWorkbook;
import org.dhatim.fastexcel.reader.Row;

/** A floor: reads every cell of workbooks, {@code XlsxFloor FOLDER THREADS}. */
final class XlsxFloor {

  private XlsxFloor() {}

  /** Reads the files and prints how many characters their cells had. */
  public static void main(String[] args) throws Exception {
    List<Path> files = Floor.files(Path.of(args[0]), ".xlsx");
    System.out.println(Floor.sum(files, Integer.parseInt(args[1]), XlsxFloor::characters));
  }

  private static long characters(Path file) {
    long[] characters = new long[1];
    try (ReadableWorkbook workbook = new ReadableWorkbook(file.toFile());
        Stream<Row> rows = workbook.getFirstSheet().openStream()) {
      rows.forEach(
          row -> {
            for (Cell cell : row) {
              String text = cell == null ? null : cell.getRawValue();
              characters[0] += text == null ? 0 : text.length();
            }
          });
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return characters[0];
  }
}
