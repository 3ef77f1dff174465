package baddle.cli.build;

import baddle.app.BatchStamp;
import baddle.app.consolidate.ConsolidateResult;
import baddle.app.consolidate.FeedLine;
import baddle.cli.options.CellsJson;
import baddle.cli.options.FindingJson;
import baddle.cli.options.JsonText;
import baddle.core.finding.Finding;
import baddle.core.outcome.RowCounts;
import com.fasterxml.jackson.core.JsonGenerator;
import java.io.IOException;
import java.util.Map;

/** What a consolidation did, as JSON. */
final class ConsolidateJson {

  private final JsonGenerator json;

  private ConsolidateJson(JsonGenerator json) {
    this.json = json;
  }

  static String of(ConsolidateResult result) throws IOException {
    return JsonText.of(json -> new ConsolidateJson(json).write(result));
  }

  private void write(ConsolidateResult result) throws IOException {
    json.writeStartObject();
    json.writeBooleanField("changed", result.made().isPresent());
    json.writeNumberField("batch", result.current().map(BatchStamp::number).orElse(0));
    json.writeStringField(
        "made_at", result.current().map(batch -> batch.madeAt().toString()).orElse(""));
    json.writeArrayFieldStart("feeds");
    for (FeedLine feed : result.feeds()) {
      write(feed);
    }
    json.writeEndArray();
    json.writeObjectFieldStart("completeness");
    writeRows(result.rows());
    json.writeNumberField("in_dataset", result.inDataset());
    json.writeBooleanField("adds_up", result.addsUp());
    CellsJson.write(json, result.completeness().cells());
    json.writeEndObject();
    json.writeObjectFieldStart("recalculated");
    for (Map.Entry<String, Long> dataset : result.derivedAnew().entrySet()) {
      json.writeNumberField(dataset.getKey(), dataset.getValue());
    }
    json.writeEndObject();
    json.writeNumberField("accepted", result.accepted());
    json.writeArrayFieldStart("findings");
    for (Finding finding : result.findings()) {
      FindingJson.write(finding, json);
    }
    json.writeEndArray();
    json.writeEndObject();
  }

  private void write(FeedLine feed) throws IOException {
    json.writeStartObject();
    json.writeStringField("feed", feed.feed());
    json.writeNumberField("files", feed.files());
    json.writeNumberField("new", feed.added());
    json.writeNumberField("changed", feed.changed());
    json.writeNumberField("renamed", feed.renamed());
    json.writeNumberField("unchanged", feed.unchanged());
    json.writeNumberField("duplicate", feed.duplicates());
    json.writeNumberField("failed", feed.failed());
    json.writeNumberField("gone", feed.gone());
    writeRows(feed.rows());
    json.writeEndObject();
  }

  private void writeRows(RowCounts rows) throws IOException {
    json.writeNumberField("rows_read", rows.read());
    json.writeNumberField("kept", rows.kept());
    json.writeNumberField("left_out", rows.leftOut());
    json.writeNumberField("held", rows.held());
  }
}
