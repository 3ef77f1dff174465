package baddle.reports.data;

import baddle.reports.CrosstabLayout;
import baddle.reports.Provenance;
import baddle.reports.TypedLabels;
import com.fasterxml.jackson.core.JsonFactory;
import com.fasterxml.jackson.core.JsonGenerator;
import com.fasterxml.jackson.core.util.DefaultPrettyPrinter;
import java.io.IOException;
import java.io.OutputStream;
import java.math.BigDecimal;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.BiFunction;

/** Cross-tabs as JSON: an object with provenance and a list of summaries; numbers are exact. */
public final class JsonReport {

  private final JsonGenerator json;

  private JsonReport(JsonGenerator json) {
    this.json = json;
  }

  /** Writes cross-tabs; the stream is closed. */
  public static void write(List<CrosstabLayout> layouts, Provenance provenance, OutputStream out)
      throws IOException {
    JsonFactory factory =
        JsonFactory.builder()
            .enable(com.fasterxml.jackson.core.StreamWriteFeature.WRITE_BIGDECIMAL_AS_PLAIN)
            .build();
    try (JsonGenerator json = factory.createGenerator(out)) {
      json.setPrettyPrinter(new DefaultPrettyPrinter());
      new JsonReport(json).write(layouts, provenance);
      json.writeRaw('\n');
    }
  }

  private void write(List<CrosstabLayout> layouts, Provenance provenance) throws IOException {
    json.writeStartObject();
    json.writeObjectFieldStart("about");
    for (Map.Entry<String, String> line : provenance.lines()) {
      json.writeStringField(line.getKey(), line.getValue());
    }
    json.writeEndObject();
    json.writeArrayFieldStart("summaries");
    for (CrosstabLayout layout : layouts) {
      write(layout);
    }
    json.writeEndArray();
    json.writeEndObject();
  }

  private void write(CrosstabLayout layout) throws IOException {
    TypedLabels typed = new TypedLabels(layout.crosstab());
    json.writeStartObject();
    json.writeStringField("summary", layout.title());
    JsonLists.texts(json, "down", layout.downNames());
    JsonLists.texts(json, "across", layout.acrossNames());
    json.writeArrayFieldStart("columns");
    for (CrosstabLayout.Column column : layout.columns()) {
      json.writeStartObject();
      labels(column.labels(), typed::across);
      if (column.measure() >= 0) {
        json.writeStringField("measure", layout.spec().measures().get(column.measure()).name());
      }
      json.writeBooleanField("total", column.total());
      json.writeEndObject();
    }
    json.writeEndArray();
    json.writeArrayFieldStart("lines");
    for (CrosstabLayout.Line line : layout.lines()) {
      if (line.kind() != CrosstabLayout.Kind.GAP) {
        write(layout, line, typed);
      }
    }
    json.writeEndArray();
    json.writeEndObject();
  }

  private void write(CrosstabLayout layout, CrosstabLayout.Line line, TypedLabels typed)
      throws IOException {
    json.writeStartObject();
    labels(line.labels(), typed::down);
    json.writeBooleanField("total", line.total());
    if (line.measure() >= 0) {
      json.writeStringField("measure", layout.spec().measures().get(line.measure()).name());
    }
    if (line.kind() == CrosstabLayout.Kind.SUBTOTAL) {
      json.writeBooleanField("subtotal", true);
    }
    json.writeArrayFieldStart("values");
    for (CrosstabLayout.Column column : layout.columns()) {
      Optional<BigDecimal> value = layout.value(line, column);
      if (value.isPresent() && layout.number(line, column).isCalendar()) {
        json.writeString(layout.number(line, column).exact(value.get()));
      } else if (value.isPresent()) {
        json.writeNumber(value.get());
      } else {
        json.writeNull();
      }
    }
    json.writeEndArray();
    json.writeEndObject();
  }

  /** Numbers are numbers, days are written as ISO 8601 has them, blanks are null. */
  private void labels(List<String> labels, BiFunction<Integer, String, Optional<Object>> typed)
      throws IOException {
    json.writeArrayFieldStart("labels");
    for (int i = 0; i < labels.size(); i++) {
      Optional<Object> value = typed.apply(i, labels.get(i));
      if (value.isEmpty()) {
        json.writeNull();
      } else if (value.get() instanceof BigDecimal number) {
        json.writeNumber(number);
      } else {
        json.writeString(value.get().toString());
      }
    }
    json.writeEndArray();
  }
}
