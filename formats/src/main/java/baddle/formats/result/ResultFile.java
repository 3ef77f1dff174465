package baddle.formats.result;

import baddle.core.grid.CellKind;
import baddle.core.grid.GridRow;
import baddle.core.grid.ResultColumn;
import baddle.core.grid.RowSink;
import baddle.core.grid.SingleSheet;
import baddle.core.grid.UnreadableFileException;
import com.fasterxml.jackson.core.JsonFactory;
import com.fasterxml.jackson.core.JsonParser;
import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.core.JsonToken;
import com.fasterxml.jackson.core.StreamReadConstraints;
import com.github.luben.zstd.ZstdIOException;
import com.github.luben.zstd.ZstdInputStream;
import java.io.BufferedInputStream;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * A kept result seen as a sheet. The headings are row 0, so that the number of a row is that of the
 * result's.
 */
public final class ResultFile implements SingleSheet {

  private static final byte[] MAGIC = {0x28, (byte) 0xb5, 0x2f, (byte) 0xfd};
  private static final int BUFFER = 1 << 16;
  private static final JsonFactory JSON =
      JsonFactory.builder()
          .streamReadConstraints(
              StreamReadConstraints.builder()
                  .maxStringLength(1 << 26)
                  .maxNumberLength(1 << 18)
                  .build())
          .build();

  private final Path file;

  private ResultFile(Path file) {
    this.file = file;
  }

  /** Whether a file that begins so is compressed as results are. */
  public static boolean isOne(byte[] head) {
    return head.length >= MAGIC.length
        && head[0] == MAGIC[0]
        && head[1] == MAGIC[1]
        && head[2] == MAGIC[2]
        && head[3] == MAGIC[3];
  }

  /**
   * Opens a kept result.
   *
   * @throws UnreadableFileException if it is none
   */
  public static ResultFile open(Path file) throws IOException {
    ResultFile result = new ResultFile(file);
    result.asked();
    return result;
  }

  /** What it is the answer to. */
  public Asked asked() throws IOException {
    try (JsonParser json = parser()) {
      return new Head(json).asked();
    } catch (IOException e) {
      throw unreadable(e, 0);
    }
  }

  /** Its columns. */
  public List<ResultColumn> columns() throws IOException {
    try (JsonParser json = parser()) {
      return new Head(json).columns;
    } catch (IOException e) {
      throw unreadable(e, 0);
    }
  }

  @Override
  public String kind() {
    return "result of a query";
  }

  @Override
  public boolean fixedWidth() {
    return true;
  }

  @Override
  public void read(RowSink sink) throws IOException {
    int number = 0;
    try (JsonParser json = parser()) {
      Head head = new Head(json);
      GridRow row = sink.next();
      row.begin(0);
      for (int i = 0; i < head.columns.size(); i++) {
        row.add(i, CellKind.TEXT, head.columns.get(i).name());
      }
      sink.row(row);
      while (sink.wantsMore() && json.nextToken() == JsonToken.START_ARRAY) {
        number++;
        GridRow next = sink.next();
        next.begin(number);
        cells(json, next, head.holds);
        sink.row(next);
      }
    } catch (UnreadableFileException e) {
      throw e;
    } catch (JsonProcessingException | ZstdIOException e) {
      throw unreadable(e, number);
    }
  }

  private static void cells(JsonParser json, GridRow row, List<CellKind> holds) throws IOException {
    int column = 0;
    for (JsonToken token = json.nextToken();
        token != JsonToken.END_ARRAY;
        token = json.nextToken()) {
      if (token == JsonToken.START_OBJECT) {
        CellKind kind = ResultWords.kind(String.valueOf(json.nextFieldName()));
        json.nextToken();
        cell(json, row, column, kind);
        json.nextToken();
      } else if (token == JsonToken.VALUE_STRING) {
        cell(json, row, column, holds.get(column));
      } else if (token.isNumeric()) {
        cell(json, row, column, CellKind.DECIMAL);
      } else {
        row.add(column, CellKind.BLANK, "");
      }
      column++;
    }
  }

  private static void cell(JsonParser json, GridRow row, int column, CellKind kind)
      throws IOException {
    row.add(column, kind, json.getTextCharacters(), json.getTextOffset(), json.getTextLength());
  }

  private JsonParser parser() throws IOException {
    return JSON.createParser(
        new BufferedInputStream(
            new ZstdInputStream(new BufferedInputStream(Files.newInputStream(file), BUFFER)),
            BUFFER));
  }

  private static UnreadableFileException unreadable(IOException e, int row) {
    return e instanceof UnreadableFileException known
        ? known
        : new UnreadableFileException("a kept result that is damaged: " + e.getMessage(), row);
  }

  @Override
  public void close() {}

  /** The first line. */
  private static final class Head {

    private String database = "";
    private String query = "";
    private final Map<String, String> values = new LinkedHashMap<>();
    private final List<ResultColumn> columns = new ArrayList<>();
    private final List<CellKind> holds = new ArrayList<>();

    Head(JsonParser json) throws IOException {
      boolean isResult =
          json.nextToken() == JsonToken.START_OBJECT
              && ResultWords.VERSION_KEY.equals(json.nextFieldName())
              && json.nextIntValue(0) == ResultWords.VERSION;
      if (!isResult) {
        throw new UnreadableFileException(
            "compressed by Zstandard, and no result that baddle kept; unpack it first", 0);
      }
      for (String key = json.nextFieldName(); key != null; key = json.nextFieldName()) {
        json.nextToken();
        switch (key) {
          case ResultWords.DATABASE -> database = json.getText();
          case ResultWords.QUERY -> query = json.getText();
          case ResultWords.VALUES -> values(json);
          case ResultWords.COLUMNS -> columns(json);
          default -> json.skipChildren();
        }
      }
    }

    private void values(JsonParser json) throws IOException {
      for (String name = json.nextFieldName(); name != null; name = json.nextFieldName()) {
        values.put(name, String.valueOf(json.nextTextValue()));
      }
    }

    private void columns(JsonParser json) throws IOException {
      while (json.nextToken() == JsonToken.START_OBJECT) {
        Map<String, String> column = new LinkedHashMap<>();
        for (String key = json.nextFieldName(); key != null; key = json.nextFieldName()) {
          column.put(key, String.valueOf(json.nextTextValue()));
        }
        columns.add(
            new ResultColumn(
                column.getOrDefault(ResultWords.NAME, ""),
                column.getOrDefault(ResultWords.TYPE, "")));
        holds.add(ResultWords.kind(column.getOrDefault(ResultWords.HOLDS, "text")));
      }
    }

    Asked asked() {
      return new Asked(database, query, values);
    }
  }
}
