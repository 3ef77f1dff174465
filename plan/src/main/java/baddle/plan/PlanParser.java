package baddle.plan;

import com.fasterxml.jackson.core.JsonLocation;
import com.fasterxml.jackson.core.JsonParser;
import com.fasterxml.jackson.core.JsonToken;
import com.fasterxml.jackson.dataformat.yaml.YAMLFactory;
import java.io.IOException;
import java.io.Reader;
import java.util.ArrayList;
import java.util.List;

/** Reads YAML, or JSON, into nodes that know their place. */
final class PlanParser {

  private static final int DEEPEST = 50;

  private final JsonParser parser;

  private PlanParser(JsonParser parser) {
    this.parser = parser;
  }

  /** The root of a document; an empty one is nothing. */
  static PlanNode parse(Reader text) throws IOException {
    try (JsonParser yaml = new YAMLFactory().createParser(text)) {
      JsonToken first = yaml.nextToken();
      return first == null ? new PlanNode.Text("", 1, 1) : new PlanParser(yaml).node(first, 0);
    }
  }

  private PlanNode node(JsonToken token, int depth) throws IOException {
    if (depth > DEEPEST) {
      throw new IOException("more than " + DEEPEST + " levels deep");
    }
    JsonLocation place = parser.currentTokenLocation();
    if (token == JsonToken.START_OBJECT) {
      return new PlanNode.Entries(entries(depth), place.getLineNr(), place.getColumnNr());
    }
    if (token == JsonToken.START_ARRAY) {
      List<PlanNode> items = new ArrayList<>();
      for (JsonToken t = parser.nextToken(); t != JsonToken.END_ARRAY; t = parser.nextToken()) {
        items.add(node(t, depth + 1));
      }
      return new PlanNode.Items(items, place.getLineNr(), place.getColumnNr());
    }
    return text(token == JsonToken.VALUE_NULL ? "" : parser.getText(), place);
  }

  private static PlanNode.Text text(String text, JsonLocation place) {
    return new PlanNode.Text(text, place.getLineNr(), place.getColumnNr());
  }

  private List<PlanNode.Entry> entries(int depth) throws IOException {
    List<PlanNode.Entry> entries = new ArrayList<>();
    while (parser.nextToken() == JsonToken.FIELD_NAME) {
      PlanNode.Text key = text(parser.currentName(), parser.currentTokenLocation());
      entries.add(new PlanNode.Entry(key, node(parser.nextToken(), depth + 1)));
    }
    return entries;
  }
}
