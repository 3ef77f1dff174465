package baddle.reports.page;

import baddle.reports.RowsBehind;
import baddle.reports.data.JsonLists;
import com.fasterxml.jackson.core.JsonFactory;
import com.fasterxml.jackson.core.JsonGenerator;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.util.ArrayList;
import java.util.Base64;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.zip.DeflaterOutputStream;

/**
 * Rows as a page carries them: JSON by column, each value once, deflated (RFC 1950), in base 64.
 */
final class PageRows {

  private PageRows() {}

  static String packed(RowsBehind rows, List<PageData> summaries) throws IOException {
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    try (OutputStream deflated = new DeflaterOutputStream(bytes);
        JsonGenerator json = new JsonFactory().createGenerator(deflated)) {
      json.writeStartObject();
      json.writeArrayFieldStart("columns");
      for (RowsBehind.Column column : rows.columns()) {
        json.writeStartObject();
        json.writeStringField("name", column.name());
        json.writeBooleanField("number", column.isNumber());
        JsonLists.texts(json, "values", column.values());
        JsonLists.numbers(json, "rows", column.rows());
        json.writeEndObject();
      }
      json.writeEndArray();
      json.writeObjectFieldStart("places");
      for (Map.Entry<Integer, RowsBehind.Places> one : new TreeMap<>(rows.places()).entrySet()) {
        json.writeObjectFieldStart(String.valueOf(one.getKey()));
        places(json, rows.size(), one.getValue(), summaries.get(one.getKey()));
        json.writeEndObject();
      }
      json.writeEndObject();
      json.writeEndObject();
    }
    return Base64.getEncoder().encodeToString(bytes.toByteArray());
  }

  private static void places(
      JsonGenerator json, int size, RowsBehind.Places places, PageData summary) throws IOException {
    List<List<Integer>> all = new ArrayList<>();
    int filters = 0;
    for (int row = 0; row < size; row++) {
      List<Integer> place = summary.placeOf(places.down(row), places.across(row));
      all.add(place);
      filters = Math.max(filters, place.size() - 2);
    }
    JsonLists.numbers(json, "down", numbers(all, 0));
    JsonLists.numbers(json, "across", numbers(all, 1));
    json.writeArrayFieldStart("filters");
    for (int filter = 0; filter < filters; filter++) {
      JsonLists.numbers(json, numbers(all, 2 + filter));
    }
    json.writeEndArray();
  }

  private static List<Integer> numbers(List<List<Integer>> places, int at) {
    return places.stream()
        .map(place -> at < place.size() ? place.get(at) : Integer.valueOf(RowsBehind.NOWHERE))
        .toList();
  }
}
