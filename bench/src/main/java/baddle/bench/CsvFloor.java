package baddle.bench;

import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.CsvRecord;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Path;
import java.util.List;

/** A floor: reads every record of CSV files as strings, {@code CsvFloor FOLDER THREADS}. */
final class CsvFloor {

  private CsvFloor() {}

  /** Reads the files and prints how many fields there were. */
  public static void main(String[] args) throws Exception {
    List<Path> files = Floor.files(Path.of(args[0]), ".csv");
    System.out.println(Floor.sum(files, Integer.parseInt(args[1]), CsvFloor::fields));
  }

  private static long fields(Path file) {
    long fields = 0;
    try (CsvReader<CsvRecord> reader = CsvReader.builder().ofCsvRecord(file)) {
      for (CsvRecord row : reader) {
        fields += row.getFieldCount();
      }
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return fields;
  }
}
