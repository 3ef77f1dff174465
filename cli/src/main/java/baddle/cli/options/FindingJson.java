package baddle.cli.options;

import baddle.core.finding.Finding;
import com.fasterxml.jackson.core.JsonGenerator;
import java.io.IOException;
import java.math.BigDecimal;
import java.util.Locale;

/** A finding, as JSON. */
public final class FindingJson {

  private FindingJson() {}

  /** Writes a finding as an object. */
  public static void write(Finding finding, JsonGenerator json) throws IOException {
    json.writeStartObject();
    writeFields(finding, json);
    json.writeEndObject();
  }

  /** The fields, into an object that has been begun. */
  public static void writeFields(Finding finding, JsonGenerator json) throws IOException {
    json.writeStringField("code", finding.code().id());
    json.writeStringField("severity", finding.severity().name().toLowerCase(Locale.ROOT));
    json.writeStringField("file", finding.place().file());
    json.writeStringField("sheet", finding.place().sheet());
    json.writeNumberField("row", finding.place().row());
    json.writeStringField("heading", finding.place().heading());
    json.writeStringField("message", finding.message());
    json.writeStringField("remedy", finding.remedy());
    json.writeStringField("amount", finding.amount().map(BigDecimal::toPlainString).orElse(null));
  }
}
