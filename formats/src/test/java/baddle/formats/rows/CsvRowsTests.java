package baddle.formats.rows;

import static org.assertj.core.api.Assertions.assertThat;

import baddle.core.grid.CsvForm;
import baddle.core.table.BlockBuilder;
import baddle.core.table.Column;
import baddle.core.table.LongBuilder;
import baddle.core.table.Schema;
import baddle.core.table.TextBuilder;
import baddle.core.value.ColumnType;
import de.siegmar.fastcsv.writer.CsvWriter;
import de.siegmar.fastcsv.writer.LineDelimiter;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.StringWriter;
import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.stream.IntStream;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;

/** Rows come out as the CSV library writes the same texts, and numbers as they are. */
class CsvRowsTests {

  @Property(tries = 300)
  void everyTextIsWrittenAsTheLibraryWritesIt(
      @ForAll("forms") CsvForm form, @ForAll("lines") List<List<String>> lines) throws IOException {
    int columns = lines.get(0).size();
    Schema schema =
        new Schema(
            IntStream.range(0, columns)
                .mapToObj(i -> new Column("column " + i, ColumnType.text()))
                .toList());
    StringWriter expected = new StringWriter();
    try (CsvWriter library =
        CsvWriter.builder()
            .fieldSeparator(form.separator())
            .lineDelimiter(form.lineFeeds() ? LineDelimiter.LF : LineDelimiter.CRLF)
            .build(expected)) {
      library.writeRecord(schema.names());
      lines.forEach(library::writeRecord);
    }
    assertThat(written(schema, form, rows -> texts(lines, rows))).isEqualTo(expected.toString());
  }

  private static void texts(List<List<String>> lines, BlockBuilder rows) throws IOException {
    for (List<String> line : lines) {
      for (int i = 0; i < line.size(); i++) {
        String text = line.get(i);
        ((TextBuilder) rows.column(i)).set(rows.row(), text.toCharArray(), 0, text.length());
      }
      rows.endRow(1);
    }
  }

  @Property
  void everyNumberIsWrittenDigitByDigit(@ForAll long scaled) throws IOException {
    for (int places : new int[] {0, 1, 2, 9}) {
      Schema schema = new Schema(List.of(new Column("n", ColumnType.decimal(places))));
      CsvForm form = form(';');
      assertThat(
              written(
                  schema,
                  form,
                  rows -> {
                    ((LongBuilder) rows.column(0)).set(rows.row(), scaled);
                    rows.endRow(1);
                  }))
          .isEqualTo("n\n" + BigDecimal.valueOf(scaled, places).toPlainString() + "\n");
    }
  }

  private static String written(Schema schema, CsvForm form, Rows rows) throws IOException {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    try (CsvRows writer = new CsvRows(out, schema, form)) {
      BlockBuilder blocks = new BlockBuilder(schema, 4, writer);
      rows.into(blocks);
      blocks.flush();
    }
    return out.toString(StandardCharsets.UTF_8);
  }

  private static CsvForm form(char separator) {
    return new CsvForm(separator, '.', StandardCharsets.UTF_8, false, false, true);
  }

  private interface Rows {
    void into(BlockBuilder blocks) throws IOException;
  }

  @Provide
  Arbitrary<CsvForm> forms() {
    return Arbitraries.of(',', ';', '\t', '|').map(CsvRowsTests::form);
  }

  @Provide
  Arbitrary<List<List<String>>> lines() {
    Arbitrary<String> texts =
        Arbitraries.strings().withChars("aZ09 .,;|\t\"\r\n-=+@\u00e9\u20ac").ofMaxLength(6);
    return Arbitraries.integers()
        .between(1, 4)
        .flatMap(columns -> texts.list().ofSize(columns).list().ofMinSize(1).ofMaxSize(8));
  }
}
