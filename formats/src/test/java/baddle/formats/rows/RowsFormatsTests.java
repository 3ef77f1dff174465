package baddle.formats.rows;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import baddle.core.grid.CsvForm;
import baddle.core.grid.Dialect;
import baddle.core.grid.GridFile;
import baddle.core.grid.GridRow;
import baddle.core.table.BlockBuilder;
import baddle.core.table.Column;
import baddle.core.table.LongBuilder;
import baddle.core.table.Schema;
import baddle.core.table.TextBuilder;
import baddle.core.value.ColumnType;
import baddle.formats.Formats;
import baddle.formats.GridText;
import com.fasterxml.jackson.databind.DeserializationFeature;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.IOException;
import java.io.OutputStream;
import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.Combinators;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/**
 * The same rows come back from every format, read by somebody else's library where there is one.
 */
class RowsFormatsTests {

  private static final Schema SCHEMA =
      new Schema(
          List.of(
              new Column("day", ColumnType.of(ColumnType.Kind.DATE)),
              new Column("a \"text\"", ColumnType.text()),
              new Column("amount", ColumnType.decimal(2)),
              new Column("units", ColumnType.of(ColumnType.Kind.INTEGER)),
              new Column("yes", ColumnType.of(ColumnType.Kind.BOOLEAN))));

  private static final ObjectMapper JSON =
      new ObjectMapper().enable(DeserializationFeature.USE_BIG_DECIMAL_FOR_FLOATS);

  /** A row; null is a blank. */
  record Line(
      @Nullable Integer day,
      @Nullable String text,
      @Nullable Long cents,
      @Nullable Long units,
      @Nullable Boolean yes) {

    /** As every format should show it. */
    String shown() {
      List<String> cells = new ArrayList<>();
      cells.add(day == null ? "" : LocalDate.ofEpochDay(day).toString());
      cells.add(text == null ? "" : text);
      cells.add(cents == null ? "" : plain(BigDecimal.valueOf(cents, 2)));
      cells.add(units == null ? "" : units.toString());
      cells.add(yes == null ? "" : yes.toString());
      return String.join("|", cells);
    }
  }

  private static String plain(BigDecimal number) {
    return number.signum() == 0 ? "0" : number.stripTrailingZeros().toPlainString();
  }

  private static void push(List<Line> lines, RowsWriter writer) throws IOException {
    BlockBuilder blocks = new BlockBuilder(SCHEMA, 16, writer);
    for (Line line : lines) {
      set(blocks, 0, line.day() == null ? null : Long.valueOf(line.day()));
      if (line.text() == null) {
        blocks.column(1).blank(blocks.row());
      } else {
        ((TextBuilder) blocks.column(1))
            .set(blocks.row(), line.text().toCharArray(), 0, line.text().length());
      }
      set(blocks, 2, line.cents());
      set(blocks, 3, line.units());
      set(blocks, 4, line.yes() == null ? null : line.yes() ? 1L : 0L);
      blocks.endRow(1);
    }
    blocks.flush();
  }

  private static void set(BlockBuilder blocks, int column, @Nullable Long value) {
    if (value == null) {
      blocks.column(column).blank(blocks.row());
    } else {
      ((LongBuilder) blocks.column(column)).set(blocks.row(), value);
    }
  }

  private interface Making {
    RowsWriter make(OutputStream out) throws IOException;
  }

  private static Path written(List<Line> lines, String ending, Making making) throws IOException {
    Path file = Files.createTempFile("rows", ending);
    try (OutputStream out = Files.newOutputStream(file);
        RowsWriter writer = making.make(out)) {
      push(lines, writer);
    }
    return file;
  }

  @Provide
  Arbitrary<List<Line>> lines() {
    return Combinators.combine(
            Arbitraries.integers().between(0, 40_000).injectNull(0.1),
            Arbitraries.strings()
                .withChars("aZ0 ,;\"'<&>=\u00e9\u20ac")
                .ofMinLength(1)
                .ofMaxLength(8)
                .filter(text -> text.equals(text.strip()))
                .injectNull(0.1),
            Arbitraries.longs().between(-99_999_999_999L, 99_999_999_999L).injectNull(0.1),
            Arbitraries.longs().between(-999_999_999, 999_999_999).injectNull(0.1),
            Arbitraries.of(true, false).injectNull(0.1))
        .as(Line::new)
        .filter(line -> !line.shown().equals("||||"))
        .list()
        .ofMaxSize(40);
  }

  @Property(tries = 100)
  void json_as_an_array_or_line_by_line(@ForAll("lines") List<Line> lines, @ForAll boolean array)
      throws IOException {
    Path file = written(lines, ".json", out -> new JsonRows(out, SCHEMA, array));
    List<JsonNode> nodes = new ArrayList<>();
    if (array) {
      JSON.readTree(file.toFile()).forEach(nodes::add);
    } else {
      for (String line : Files.readAllLines(file)) {
        if (!line.isEmpty()) {
          nodes.add(JSON.readTree(line));
        }
      }
    }
    Files.delete(file);
    List<String> read = new ArrayList<>();
    for (JsonNode node : nodes) {
      List<String> cells = new ArrayList<>();
      for (String name : SCHEMA.names()) {
        JsonNode cell = node.get(name);
        cells.add(
            cell.isNull()
                ? ""
                : name.equals("amount") ? plain(cell.decimalValue()) : cell.asText());
      }
      read.add(String.join("|", cells));
    }

    assertThat(read).isEqualTo(lines.stream().map(Line::shown).toList());
  }

  @Property(tries = 40)
  void a_database_in_a_file(@ForAll("lines") List<Line> lines) throws Exception {
    Path file = Files.createTempFile("rows", ".db");
    Files.delete(file);
    try (SqliteRows writer = new SqliteRows(file, SCHEMA, "my \"rows\"")) {
      push(lines, writer);
    }
    List<String> read = new ArrayList<>();
    try (Connection connection = DriverManager.getConnection("jdbc:sqlite:" + file);
        ResultSet rows =
            connection.createStatement().executeQuery("SELECT * FROM \"my \"\"rows\"\"\"")) {
      while (rows.next()) {
        List<String> cells = new ArrayList<>();
        for (int i = 1; i <= SCHEMA.size(); i++) {
          String cell = rows.getString(i);
          boolean truth = i == 5 && cell != null;
          boolean amount = i == 3 && cell != null;
          cells.add(
              cell == null
                  ? ""
                  : truth
                      ? String.valueOf(cell.equals("1"))
                      : amount ? plain(new BigDecimal(cell)) : cell);
        }
        read.add(String.join("|", cells));
      }
    }
    Files.delete(file);

    assertThat(read).isEqualTo(lines.stream().map(Line::shown).toList());
  }

  private static List<String> own(Path file) throws IOException {
    List<String> read = new ArrayList<>();
    try (GridFile grid = new Formats().open(file, Dialect.TOLD_BY_CONTENT)) {
      grid.sheets().get(0).read(GridText.into(read, RowsFormatsTests::line));
    }
    Files.delete(file);
    return read.subList(1, read.size());
  }

  private static String line(GridRow row) {
    List<String> cells = new ArrayList<>();
    for (int i = 0; i < SCHEMA.size(); i++) {
      String text = row.text(i);
      boolean amount = i == 2 && text.matches("-?[0-9.]+");
      cells.add(amount ? plain(new BigDecimal(text)) : text);
    }
    return String.join("|", cells);
  }

  @Property(tries = 40)
  void a_workbook_of_either_kind_or_delimited_text(@ForAll("lines") List<Line> lines)
      throws IOException {
    List<String> expected = lines.stream().map(Line::shown).toList();

    assertThat(own(written(lines, ".ods", out -> new OdsRows(out, SCHEMA, "rows"))))
        .isEqualTo(expected);
    assertThat(
            own(
                written(
                    lines,
                    ".xlsx",
                    out -> new XlsxRows(out, SCHEMA, "rows", lines.size(), List.of()))))
        .isEqualTo(expected);
    assertThat(own(written(lines, ".csv", out -> new CsvRows(out, SCHEMA, CsvForm.STANDARD))))
        .isEqualTo(expected);
  }

  @Test
  void a_number_that_a_workbook_would_round_is_text_and_told(@TempDir Path folder)
      throws Exception {
    List<Line> lines = List.of(new Line(1, "x", 1L, 9_007_199_254_740_993L, true));
    Path file = folder.resolve("rows.ods");
    List<String> remarks;
    try (OutputStream out = Files.newOutputStream(file);
        OdsRows writer = new OdsRows(out, SCHEMA, "rows")) {
      push(lines, writer);
      remarks = writer.remarks();
    }

    assertThat(remarks)
        .containsExactly("1 number is text, for a workbook's numbers hold no more than 15 digits");
    assertThat(own(file)).containsExactly("1970-01-02|x|0.01|9007199254740993|true");
  }

  @Test
  void a_table_can_be_beside_the_rows_and_goes_on_later(@TempDir Path folder) throws Exception {
    Path file = folder.resolve("rows.db");
    List<Line> lines = List.of(new Line(1, "x", 1L, 2L, true));
    try (SqliteRows writer = new SqliteRows(file, SCHEMA, "rows")) {
      push(lines, writer);
      writer.table("about", List.of("what", "is"), List.of(List.of("Plan", ""), List.of("a", "b")));
    }
    try (SqliteRows writer = new SqliteRows(file, SCHEMA, "rows", false)) {
      push(lines, writer);
    }

    try (Connection connection = DriverManager.getConnection("jdbc:sqlite:" + file);
        ResultSet counted =
            connection
                .createStatement()
                .executeQuery(
                    "SELECT (SELECT count(*) FROM rows), (SELECT count(*) FROM about WHERE \"is\""
                        + " IS NULL)")) {
      assertThat(counted.getInt(1)).isEqualTo(2);
      assertThat(counted.getInt(2)).isEqualTo(1);
    }
    assertThatThrownBy(() -> new SqliteRows(file, SCHEMA, "rows").close())
        .isInstanceOf(IOException.class);
  }
}
