package baddle.cli;

import com.fasterxml.jackson.core.JsonFactory;
import com.fasterxml.jackson.core.JsonGenerator;
import com.fasterxml.jackson.core.util.DefaultPrettyPrinter;
import java.io.IOException;
import java.io.StringWriter;

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
}
