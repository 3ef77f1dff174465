package baddle.formats.result;

import baddle.core.grid.CellKind;
import baddle.core.grid.ResultColumn;
import baddle.core.grid.ResultSink;
import com.fasterxml.jackson.core.JsonFactory;
import com.fasterxml.jackson.core.JsonGenerator;
import com.github.luben.zstd.ZstdOutputStream;
import java.io.Closeable;
import java.io.IOException;
import java.io.OutputStream;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * Writes a result. A column's texts are what those of its first row are; a cell that holds
 * something else is an object with the word for that. Numbers are exact unless a cell or column
 * says {@code number}. The same rows make the same bytes.
 */
public final class ResultWriter implements ResultSink, Closeable {

  private static final int LEVEL = 1;

  private final Asked asked;
  private final JsonGenerator json;
  private List<ResultColumn> columns = List.of();
  private CellKind[] holds = {};
  private boolean begun;
  private long rows;

  /**
   * A writer; closing it closes the stream.
   *
   * @param asked what the rows answer
   */
  public ResultWriter(OutputStream out, Asked asked) throws IOException {
    this.asked = asked;
    ZstdOutputStream packed = new ZstdOutputStream(out, LEVEL);
    packed.setChecksum(true);
    json = new JsonFactory().createGenerator(packed).setRootValueSeparator(null);
  }

  /** How many rows there are so far. */
  public long rows() {
    return rows;
  }

  @Override
  public void begin(List<ResultColumn> newColumns) {
    columns = List.copyOf(newColumns);
  }

  @Override
  public void row(CellKind[] kinds, @Nullable String[] texts) throws IOException {
    if (!begun) {
      head(kinds);
    }
    json.writeStartArray();
    for (int i = 0; i < texts.length; i++) {
      cell(kinds[i], texts[i], i);
    }
    json.writeEndArray();
    json.writeRaw('\n');
    rows++;
  }

  private void cell(CellKind kind, @Nullable String text, int column) throws IOException {
    if (text == null) {
      json.writeNull();
    } else if (kind == CellKind.DECIMAL || kind == holds[column]) {
      value(kind, text);
    } else {
      json.writeStartObject();
      json.writeFieldName(ResultWords.of(kind));
      value(kind, text);
      json.writeEndObject();
    }
  }

  private void value(CellKind kind, String text) throws IOException {
    if (kind == CellKind.DECIMAL) {
      json.writeNumber(text);
    } else {
      json.writeString(text);
    }
  }

  private void head(CellKind[] kinds) throws IOException {
    begun = true;
    holds = new CellKind[columns.size()];
    json.writeStartObject();
    json.writeNumberField(ResultWords.VERSION_KEY, ResultWords.VERSION);
    json.writeStringField(ResultWords.DATABASE, asked.database());
    json.writeStringField(ResultWords.QUERY, asked.query());
    json.writeObjectFieldStart(ResultWords.VALUES);
    for (Map.Entry<String, String> value : asked.values().entrySet()) {
      json.writeStringField(value.getKey(), value.getValue());
    }
    json.writeEndObject();
    json.writeArrayFieldStart(ResultWords.COLUMNS);
    for (int i = 0; i < columns.size(); i++) {
      boolean isStated = i < kinds.length && kinds[i] != CellKind.BLANK;
      holds[i] = isStated && kinds[i] != CellKind.DECIMAL ? kinds[i] : CellKind.TEXT;
      json.writeStartObject();
      json.writeStringField(ResultWords.NAME, columns.get(i).name());
      json.writeStringField(ResultWords.TYPE, columns.get(i).type());
      json.writeStringField(ResultWords.HOLDS, ResultWords.of(holds[i]));
      json.writeEndObject();
    }
    json.writeEndArray();
    json.writeEndObject();
    json.writeRaw('\n');
  }

  @Override
  public void close() throws IOException {
    try (json) {
      if (!begun) {
        head(new CellKind[0]);
      }
    }
  }
}
