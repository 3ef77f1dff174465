package baddle.cli.look;

import baddle.app.look.Around;
import baddle.app.look.Layout;
import baddle.app.look.LookedFile;
import baddle.app.look.LookedSheet;
import baddle.cli.options.JsonText;
import baddle.core.profile.SheetSample;
import baddle.core.profile.TableProfile;
import baddle.core.value.ValueProfile;
import com.fasterxml.jackson.core.JsonGenerator;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;

/** What is inside files, as JSON. */
final class LookJson {

  private final JsonGenerator json;

  private LookJson(JsonGenerator json) {
    this.json = json;
  }

  static String of(List<LookedFile> files) throws IOException {
    return JsonText.of(
        json -> {
          json.writeStartArray();
          for (LookedFile file : files) {
            new LookJson(json).write(file);
          }
          json.writeEndArray();
        });
  }

  /** The layouts of a folder: what is in the first file of each, and a line for each file. */
  static String ofLayouts(List<Layout> layouts) throws IOException {
    return JsonText.of(
        json -> {
          json.writeStartArray();
          for (Layout layout : layouts) {
            json.writeStartObject();
            json.writeFieldName("example");
            LookJson inner = new LookJson(json);
            inner.write(layout.example());
            json.writeArrayFieldStart("files");
            for (Layout.FileLine file : layout.files()) {
              json.writeStartObject();
              json.writeStringField("file", file.path());
              json.writeNumberField("sheets", file.sheets());
              json.writeNumberField("rows", file.rows());
              json.writeBooleanField("complete", !file.stoppedEarly());
              json.writeStringField("first", file.first());
              json.writeStringField("last", file.last());
              inner.texts("differs", file.differs());
              json.writeEndObject();
            }
            json.writeEndArray();
            json.writeEndObject();
          }
          json.writeEndArray();
        });
  }

  /** The cells around a place, row by row. */
  static String of(String file, Around around) throws IOException {
    return JsonText.of(
        json -> {
          json.writeStartObject();
          json.writeStringField("file", file);
          json.writeStringField("sheet", around.sheet());
          json.writeStringField("range", around.cells().toString());
          json.writeArrayFieldStart("rows");
          for (SheetSample.Row row : around.rows()) {
            json.writeStartObject();
            json.writeNumberField("row", row.number());
            List<String> texts = new ArrayList<>();
            for (int i = around.cells().firstColumn(); i < around.cells().endColumn(); i++) {
              texts.add(row.cell(i).text());
            }
            new LookJson(json).texts("cells", texts);
            json.writeEndObject();
          }
          json.writeEndArray();
          json.writeEndObject();
        });
  }

  private void write(LookedFile file) throws IOException {
    json.writeStartObject();
    json.writeStringField("file", file.file());
    json.writeStringField("kind", file.kind());
    json.writeNumberField("size", file.size());
    if (file.message().isPresent()) {
      json.writeStringField("sender", file.message().get().sender());
      json.writeStringField("sent", file.message().get().sent().map(String::valueOf).orElse(""));
    }
    texts("oddities", file.oddities());
    json.writeArrayFieldStart("sheets");
    for (LookedSheet sheet : file.sheets()) {
      write(sheet);
    }
    json.writeEndArray();
    json.writeEndObject();
  }

  private void texts(String name, List<String> texts) throws IOException {
    json.writeArrayFieldStart(name);
    for (String text : texts) {
      json.writeString(text);
    }
    json.writeEndArray();
  }

  private void write(LookedSheet sheet) throws IOException {
    json.writeStartObject();
    json.writeStringField("sheet", sheet.name());
    json.writeBooleanField("visible", sheet.visible());
    json.writeBooleanField("report", sheet.report());
    json.writeArrayFieldStart("tables");
    for (TableProfile table : sheet.tables()) {
      write(table);
    }
    json.writeEndArray();
    json.writeEndObject();
  }

  private void write(TableProfile table) throws IOException {
    json.writeStartObject();
    json.writeStringField("range", table.range().toString());
    json.writeNumberField("heading_row", table.headingRow());
    json.writeNumberField("rows", table.rows());
    json.writeBooleanField("complete", !table.stoppedEarly());
    json.writeArrayFieldStart("columns");
    for (TableProfile.Column column : table.columns()) {
      ValueProfile values = column.values();
      json.writeStartObject();
      json.writeStringField("heading", column.heading());
      json.writeStringField("type", values.type().toString());
      json.writeNumberField("filled", values.filled());
      json.writeNumberField("distinct", values.distinct());
      json.writeBooleanField("more_distinct", values.hasMoreDistinct());
      json.writeStringField("least", values.least());
      json.writeStringField("greatest", values.greatest());
      json.writeStringField("example", values.example());
      texts("oddities", values.oddities());
      texts("odd_values", table.oddValues(column));
      json.writeEndObject();
    }
    json.writeEndArray();
    json.writeArrayFieldStart("first_rows");
    for (List<String> row : table.firstRows()) {
      json.writeStartArray();
      for (String cell : row) {
        json.writeString(cell);
      }
      json.writeEndArray();
    }
    json.writeEndArray();
    json.writeEndObject();
  }
}
