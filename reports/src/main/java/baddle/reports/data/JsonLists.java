package baddle.reports.data;

import com.fasterxml.jackson.core.JsonGenerator;
import java.io.IOException;
import java.util.List;

/** Lists as arrays of JSON. */
public final class JsonLists {

  private JsonLists() {}

  /** Writes a field with an array of texts. */
  public static void texts(JsonGenerator json, String field, List<String> texts)
      throws IOException {
    json.writeFieldName(field);
    texts(json, texts);
  }

  /** Writes a field that is a list of texts. */
  public static void texts(JsonGenerator json, List<String> texts) throws IOException {
    json.writeStartArray();
    for (String text : texts) {
      json.writeString(text);
    }
    json.writeEndArray();
  }

  /** Writes a field with an array of whole numbers. */
  public static void numbers(JsonGenerator json, String field, List<Integer> numbers)
      throws IOException {
    json.writeFieldName(field);
    numbers(json, numbers);
  }

  /** Writes a field that is a list of numbers. */
  public static void numbers(JsonGenerator json, List<Integer> numbers) throws IOException {
    json.writeStartArray();
    for (int number : numbers) {
      json.writeNumber(number);
    }
    json.writeEndArray();
  }
}
