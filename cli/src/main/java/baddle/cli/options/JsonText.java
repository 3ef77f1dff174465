package baddle.cli.options;

import com.fasterxml.jackson.core.JsonFactory;
import com.fasterxml.jackson.core.JsonGenerator;
import com.fasterxml.jackson.core.util.DefaultPrettyPrinter;
import java.io.IOException;
import java.io.StringWriter;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/** Text of indented JSON. */
public final class JsonText {

  /** Writes one value. */
  @FunctionalInterface
  public interface Content {
    void write(JsonGenerator json) throws IOException;
  }

  private JsonText() {}

  /** The text of an object. */
  public static String of(Content content) throws IOException {
    StringWriter text = new StringWriter();
    try (JsonGenerator json = new JsonFactory().createGenerator(text)) {
      json.setPrettyPrinter(new DefaultPrettyPrinter());
      content.write(json);
    }
    return text.toString();
  }

  /** A field with a list of texts. */
  public static void strings(JsonGenerator json, String field, List<String> texts)
      throws IOException {
    json.writeArrayFieldStart(field);
    for (String text : texts) {
      json.writeString(text);
    }
    json.writeEndArray();
  }

  /** An event on one line; facts are in the order of their names. */
  public static String line(Instant at, String event, Map<String, Object> facts)
      throws IOException {
    StringWriter text = new StringWriter();
    try (JsonGenerator json = new JsonFactory().createGenerator(text)) {
      json.writeStartObject();
      json.writeStringField("at", at.toString());
      json.writeStringField("event", event);
      for (Map.Entry<String, Object> fact : new TreeMap<>(facts).entrySet()) {
        json.writeFieldName(fact.getKey());
        if (fact.getValue() instanceof Boolean truth) {
          json.writeBoolean(truth);
        } else if (fact.getValue() instanceof Number number) {
          json.writeNumber(number.longValue());
        } else {
          json.writeString(fact.getValue().toString());
        }
      }
      json.writeEndObject();
    }
    return text.toString();
  }
}
