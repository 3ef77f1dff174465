package baddle.cli.options;

import baddle.core.outcome.CellCounts;
import com.fasterxml.jackson.core.JsonGenerator;
import java.io.IOException;

/** What became of filled cells, as JSON. */
public final class CellsJson {

  private CellsJson() {}

  /** Writes it as a field of an object. */
  public static void write(JsonGenerator json, CellCounts cells) throws IOException {
    json.writeObjectFieldStart("cells");
    json.writeNumberField("filled", cells.filled());
    json.writeNumberField("read", cells.read());
    json.writeNumberField("headings", cells.headings());
    json.writeNumberField("notes", cells.notes());
    json.writeNumberField("left_out", cells.leftOut());
    json.writeNumberField("ignored", cells.ignored());
    json.writeNumberField("not_read", cells.notRead());
    json.writeEndObject();
  }
}
