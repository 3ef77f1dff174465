package baddle.cli;

import baddle.app.look.LookedFile;
import baddle.app.look.LookedSheet;
import baddle.core.intake.TableProfile;
import baddle.core.value.ValueProfile;
import com.fasterxml.jackson.core.JsonGenerator;
import java.io.IOException;
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
    json.writeNumberField("heading_row", table.range().firstRow());
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
