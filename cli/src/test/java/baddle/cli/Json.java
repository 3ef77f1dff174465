package baddle.cli;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.IOException;

/** What a run prints as JSON. */
final class Json {

  private Json() {}

  static JsonNode of(String text) throws IOException {
    return new ObjectMapper().readTree(text);
  }
}
