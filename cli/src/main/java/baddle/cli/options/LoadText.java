package baddle.cli.options;

import baddle.app.export.TableExport;
import baddle.core.finding.NumberText;
import com.fasterxml.jackson.core.JsonGenerator;
import java.io.IOException;
import java.util.List;

/** What loading tables reports. */
public final class LoadText {

  private LoadText() {}

  /** One line about a load, with its proof. */
  public static String line(TableExport.Result result) {
    return loaded(result) + "; " + result.proof().words();
  }

  private static String loaded(TableExport.Result result) {
    if (result.isUnchanged()) {
      return "unchanged: "
          + result.table()
          + ", it has all rows up to batch "
          + result.batch().number();
    }
    return "loaded: "
        + result.table()
        + ", "
        + NumberText.counted(result.rows(), "row")
        + " ("
        + result.table().how().words()
        + "), up to batch "
        + result.batch().number()
        + (result.corrected() == 0
            ? ""
            : "; "
                + NumberText.counted(result.corrected(), "row")
                + " that changed or went since corrected, with a sign");
  }

  /** What was loaded, as fields. */
  public static void write(JsonGenerator json, TableExport.Result result) throws IOException {
    json.writeStartObject();
    json.writeStringField("table", result.table().toString());
    json.writeStringField("how", result.table().how().words());
    json.writeNumberField("batch", result.batch().number());
    json.writeNumberField("rows", result.rows());
    json.writeNumberField("corrected", result.corrected());
    json.writeBooleanField("loaded", !result.isUnchanged());
    json.writeBooleanField("ties", result.proof().ties());
    json.writeNumberField("rows_in_table", result.proof().table().rows());
    json.writeNumberField("rows_in_dataset", result.proof().dataset().rows());
    if (result.proof().column().isPresent()) {
      json.writeStringField("column", result.proof().column().get());
      json.writeNumberField("sum_in_table", result.proof().table().sum());
      json.writeNumberField("sum_in_dataset", result.proof().dataset().sum());
    }
    json.writeEndObject();
  }

  /** What was loaded, table by table. */
  public static void write(JsonGenerator json, List<TableExport.Result> results)
      throws IOException {
    json.writeArrayFieldStart("tables");
    for (TableExport.Result result : results) {
      write(json, result);
    }
    json.writeEndArray();
  }
}
