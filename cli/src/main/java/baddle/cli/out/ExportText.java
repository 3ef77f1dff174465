package baddle.cli.out;

import baddle.app.export.Corrections;
import baddle.app.export.DatasetExport;
import baddle.cli.options.CommandOptions;
import baddle.cli.options.JsonText;
import baddle.cli.prove.CompareText;
import baddle.cli.terminal.Console;
import baddle.core.finding.NumberText;
import com.fasterxml.jackson.core.JsonGenerator;
import java.io.IOException;
import java.io.PrintStream;
import java.math.BigDecimal;
import java.util.Map;

/** Shows what {@link ExportCommand} has written. */
final class ExportText {

  private ExportText() {}

  static void say(
      DatasetExport.Appended appended, String out, Corrections corrections, Console console) {
    String batch = "batch " + appended.batch().number();
    if (!appended.written()) {
      console.out().println("unchanged: " + out + ", it has all rows up to " + batch);
    } else {
      String added = NumberText.counted(appended.added(), "row");
      console.out().println("appended: " + out + ", " + added + ", up to " + batch);
    }
    if (appended.corrected() > 0) {
      String changed = NumberText.counted(appended.corrected(), "row");
      console
          .out()
          .println(
              corrections == Corrections.APPEND
                  ? "  " + changed + " that changed or went since corrected, with a sign"
                  : "  "
                      + changed
                      + " changed or went since and not corrected; baddle compare --rows lists them");
    }
  }

  static String json(DatasetExport.Appended appended, String out) throws IOException {
    return JsonText.of(
        json -> {
          json.writeStartObject();
          json.writeStringField("file", out);
          json.writeNumberField("batch", appended.batch().number());
          json.writeNumberField("added", appended.added());
          json.writeNumberField("corrected", appended.corrected());
          json.writeBooleanField("written", appended.written());
          json.writeEndObject();
        });
  }

  static void write(JsonGenerator json, Map<String, Long> rowsOfFiles) throws IOException {
    json.writeStartObject();
    json.writeArrayFieldStart("files");
    for (Map.Entry<String, Long> one : rowsOfFiles.entrySet()) {
      json.writeStartObject();
      json.writeStringField("file", one.getKey());
      json.writeNumberField("rows", one.getValue());
      json.writeEndObject();
    }
    json.writeEndArray();
    json.writeEndObject();
  }

  static String json(DatasetExport.Result result, String out) throws IOException {
    return JsonText.of(
        json -> {
          json.writeStartObject();
          json.writeStringField("file", out);
          json.writeNumberField("rows", result.rows());
          json.writeNumberField("batch", result.batch().number());
          JsonText.strings(json, "remarks", result.remarks());
          CompareText.writeSources(json, result.changes());
          json.writeEndObject();
        });
  }

  static void say(DatasetExport.Result result, String out, PrintStream to, CommandOptions options) {
    to.println(
        (out.equals("-") ? "written: " : "written: " + out + ", ")
            + NumberText.counted(result.rows(), "row")
            + " of batch "
            + result.batch());
    result.remarks().forEach(remark -> to.println("  " + remark));
    if (!result.changes().isEmpty()) {
      to.println("Replaced or removed since, which these rows don't show:");
      new CompareText(options.style(), BigDecimal.ZERO, Integer.MAX_VALUE)
          .sources(result.changes())
          .forEach(line -> to.println("  " + line));
    }
  }
}
