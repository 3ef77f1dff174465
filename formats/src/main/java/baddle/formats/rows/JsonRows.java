package baddle.formats.rows;

import baddle.core.table.Block;
import baddle.core.table.LongVector;
import baddle.core.table.Schema;
import baddle.core.value.ColumnType;
import com.fasterxml.jackson.core.JsonFactory;
import com.fasterxml.jackson.core.JsonGenerator;
import com.fasterxml.jackson.core.StreamWriteFeature;
import com.fasterxml.jackson.core.util.MinimalPrettyPrinter;
import java.io.IOException;
import java.io.OutputStream;
import java.math.BigDecimal;

/**
 * Rows as JSON objects, one a line: of an array, or by themselves. Numbers have all their digits,
 * days are texts of ISO 8601, blanks are null.
 */
public final class JsonRows implements RowsWriter {

  private final JsonGenerator json;
  private final Schema schema;
  private final RowTexts texts;
  private final boolean array;

  /**
   * Begins a file.
   *
   * @param out is closed with this
   * @param array whether the lines make up an array
   */
  public JsonRows(OutputStream out, Schema schema, boolean array) throws IOException {
    this.schema = schema;
    this.texts = new RowTexts(schema, '.');
    this.array = array;
    this.json =
        JsonFactory.builder()
            .enable(StreamWriteFeature.WRITE_BIGDECIMAL_AS_PLAIN)
            .build()
            .createGenerator(out);
    json.setPrettyPrinter(array ? new Lines() : new MinimalPrettyPrinter("\n"));
    if (array) {
      json.writeStartArray();
    }
  }

  /** Begins a new line before each object of an array. */
  private static final class Lines extends MinimalPrettyPrinter {

    private static final long serialVersionUID = 1L;

    @Override
    public void beforeArrayValues(JsonGenerator generator) throws IOException {
      generator.writeRaw('\n');
    }

    @Override
    public void writeArrayValueSeparator(JsonGenerator generator) throws IOException {
      generator.writeRaw(",\n");
    }
  }

  @Override
  public void accept(Block block, int from, int to) throws IOException {
    for (int row = from; row < to; row++) {
      json.writeStartObject();
      for (int column = 0; column < schema.size(); column++) {
        json.writeFieldName(schema.column(column).name());
        value(block, column, row);
      }
      json.writeEndObject();
    }
  }

  private void value(Block block, int column, int row) throws IOException {
    if (block.vector(column).isBlank(row)) {
      json.writeNull();
      return;
    }
    ColumnType type = schema.column(column).type();
    switch (type.kind()) {
      case BOOLEAN -> json.writeBoolean(number(block, column, row) != 0);
      case INTEGER -> json.writeNumber(number(block, column, row));
      case DECIMAL ->
          json.writeNumber(BigDecimal.valueOf(number(block, column, row), type.places()));
      default -> json.writeString(texts.text(block, column, row));
    }
  }

  private static long number(Block block, int column, int row) {
    return ((LongVector) block.vector(column)).values()[row];
  }

  @Override
  public void close() throws IOException {
    if (array) {
      json.writeRaw('\n');
      json.writeEndArray();
    }
    json.writeRaw('\n');
    json.close();
  }
}
