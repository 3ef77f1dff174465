package baddle.bench;

import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.CsvRecord;
import de.siegmar.fastcsv.writer.CsvWriter;
import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import org.dhatim.fastexcel.Workbook;
import org.dhatim.fastexcel.Worksheet;

/**
 * A floor: writes the records of a CSV file again and again, {@code WriteFloor csv|xlsx RECORDS
 * FILE ROWS}, as strings or, in a workbook, with the types they have.
 */
final class WriteFloor {

  private static final int FLUSHED = 2_000;

  private WriteFloor() {}

  /** Writes the file. */
  public static void main(String[] args) throws IOException {
    List<String[]> records = new ArrayList<>();
    try (CsvReader<CsvRecord> reader = CsvReader.builder().ofCsvRecord(Path.of(args[1]))) {
      for (CsvRecord row : reader) {
        records.add(row.getFields().toArray(String[]::new));
      }
    }
    records.remove(0);
    int rows = Integer.parseInt(args[3]);
    if (args[0].equals("csv")) {
      csv(records, Path.of(args[2]), rows);
    } else {
      xlsx(records, Path.of(args[2]), rows);
    }
  }

  private static void csv(List<String[]> records, Path file, int rows) throws IOException {
    try (CsvWriter writer = CsvWriter.builder().build(file)) {
      for (int row = 0; row < rows; row++) {
        writer.writeRecord(records.get(row % records.size()));
      }
    }
  }

  private static void xlsx(List<String[]> records, Path file, int rows) throws IOException {
    List<Object[]> typed = records.stream().map(WriteFloor::typed).toList();
    try (OutputStream out = new BufferedOutputStream(Files.newOutputStream(file));
        Workbook workbook = new Workbook(out, "bench", "1.0")) {
      Worksheet sheet = workbook.newWorksheet("rows");
      for (int row = 0; row < rows; row++) {
        Object[] cells = typed.get(row % typed.size());
        for (int column = 0; column < cells.length; column++) {
          if (cells[column] instanceof BigDecimal number) {
            sheet.value(row, column, number);
          } else if (cells[column] instanceof LocalDate day) {
            sheet.value(row, column, day);
          } else if (cells[column] instanceof String text && !text.isEmpty()) {
            sheet.inlineString(row, column, text);
          }
        }
        if (row % FLUSHED == FLUSHED - 1) {
          sheet.flush();
        }
      }
      sheet.finish();
    }
  }

  private static Object[] typed(String[] record) {
    Object[] cells = new Object[record.length];
    for (int i = 0; i < cells.length; i++) {
      String text = record[i];
      cells[i] =
          text.matches("\\d{4}-\\d\\d-\\d\\d")
              ? LocalDate.parse(text)
              : text.matches("-?[1-9]\\d*(\\.\\d+)?") ? new BigDecimal(text) : text;
    }
    return cells;
  }
}
