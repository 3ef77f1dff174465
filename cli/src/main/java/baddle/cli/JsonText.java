package baddle.cli;

import com.fasterxml.jackson.core.JsonFactory;
import com.fasterxml.jackson.core.JsonGenerator;
import com.fasterxml.jackson.core.util.DefaultPrettyPrinter;
import java.io.IOException;
import java.io.StringWriter;
import java.util.List;

/** Text of indented JSON. */
final class JsonText {

  /** Writes one value. */
  @FunctionalInterface
  interface Content {
    void write(JsonGenerator json) throws IOException;
  }

  private JsonText() {}

  static String of(Content content) throws IOException {
    StringWriter text = new StringWriter();
    try (JsonGenerator json = new JsonFactory().createGenerator(text)) {
      json.setPrettyPrinter(new DefaultPrettyPrinter());
      content.write(json);
    }
    return text.toString();
  }

  /** A field with a list of texts. */
  static void strings(JsonGenerator json, String field, List<String> texts) throws IOException {
    json.writeArrayFieldStart(field);
    for (String text : texts) {
      json.writeString(text);
    }
    json.writeEndArray();
  }
}
