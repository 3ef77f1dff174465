package baddle.cli.prove;

import baddle.app.check.CheckResult;
import baddle.app.check.Coverage;
import baddle.app.review.FindingPolicy;
import baddle.app.review.TotalLine;
import baddle.cli.options.CellsJson;
import baddle.cli.options.FindingJson;
import baddle.cli.options.JsonText;
import baddle.core.finding.Finding;
import baddle.core.lookup.LookupReview;
import baddle.core.outcome.RowCounts;
import com.fasterxml.jackson.core.JsonGenerator;
import java.io.IOException;
import java.util.List;

/** What a check has shown, as JSON. */
final class CheckJson {

  private final JsonGenerator json;

  private CheckJson(JsonGenerator json) {
    this.json = json;
  }

  static String of(CheckResult result) throws IOException {
    return JsonText.of(json -> new CheckJson(json).write(result));
  }

  private void write(CheckResult result) throws IOException {
    json.writeStartObject();
    json.writeNumberField("batch", result.batch().number());
    json.writeStringField("made_at", result.batch().madeAt().toString());
    json.writeBooleanField("adds_up", result.addsUp());
    json.writeNumberField("in_dataset", result.inDataset());
    CellsJson.write(json, result.completeness().cells());
    json.writeArrayFieldStart("feeds");
    for (CheckResult.FeedRows feed : result.feeds()) {
      RowCounts rows = feed.rows();
      json.writeStartObject();
      json.writeStringField("feed", feed.feed());
      json.writeNumberField("sources", feed.sources());
      json.writeNumberField("rows_read", rows.read());
      json.writeNumberField("kept", rows.kept());
      json.writeNumberField("left_out", rows.leftOut());
      json.writeNumberField("held", rows.held());
      CellsJson.write(json, feed.cells());
      json.writeEndObject();
    }
    json.writeEndArray();
    json.writeArrayFieldStart("left_out");
    for (CheckResult.LeftOutRows rule : result.leftOut()) {
      json.writeStartObject();
      json.writeStringField("feed", rule.feed());
      json.writeStringField("because", rule.because());
      json.writeNumberField("rows", rule.rows());
      json.writeNumberField("sources", rule.sources());
      json.writeEndObject();
    }
    json.writeEndArray();
    json.writeArrayFieldStart("control_totals");
    for (TotalLine total : result.totals()) {
      write(total);
    }
    json.writeEndArray();
    json.writeArrayFieldStart("coverage");
    for (Coverage coverage : result.coverage()) {
      write(coverage);
    }
    json.writeEndArray();
    json.writeArrayFieldStart("lookups");
    for (CheckResult.LookupLine line : result.lookups()) {
      write(line);
    }
    json.writeEndArray();
    json.writeArrayFieldStart("duplicates");
    for (CheckResult.DuplicateLine line : result.duplicates()) {
      json.writeStartObject();
      json.writeStringField("dataset", line.dataset());
      json.writeStringField("key", line.key());
      json.writeNumberField("held", line.held());
      json.writeNumberField("left_out", line.leftOut());
      json.writeEndObject();
    }
    json.writeEndArray();
    json.writeArrayFieldStart("suspense");
    for (CheckResult.SuspenseLine line : result.suspense()) {
      json.writeStartObject();
      json.writeStringField("feed", line.feed());
      json.writeStringField("heading", line.heading());
      json.writeStringField("found", line.found());
      json.writeNumberField("values", line.values());
      json.writeStringField("expected", line.expectation());
      json.writeNumberField("rows", line.rows());
      json.writeEndObject();
    }
    json.writeEndArray();
    json.writeArrayFieldStart("findings");
    for (Finding finding : result.findings()) {
      FindingJson.write(finding, json);
    }
    json.writeEndArray();
    json.writeArrayFieldStart("accepted");
    for (FindingPolicy.Accepted accepted : result.accepted()) {
      json.writeStartObject();
      FindingJson.writeFields(accepted.finding(), json);
      json.writeStringField("because", accepted.because());
      json.writeEndObject();
    }
    json.writeEndArray();
    json.writeEndObject();
  }

  private void write(TotalLine total) throws IOException {
    json.writeStartObject();
    json.writeStringField("feed", total.feed());
    json.writeStringField("place", total.place().toString());
    json.writeStringField("column", total.total().column());
    json.writeStringField("label", total.total().label());
    json.writeStringField("stated", total.total().stated().toPlainString());
    json.writeStringField("computed", total.total().computed().toPlainString());
    json.writeStringField("difference", total.total().difference().toPlainString());
    json.writeBooleanField("ties", total.total().ties());
    json.writeEndObject();
  }

  private void write(Coverage coverage) throws IOException {
    json.writeStartObject();
    json.writeStringField("feed", coverage.feed());
    json.writeStringField("expected", coverage.expected());
    json.writeStringField("from", coverage.first());
    json.writeStringField("to", coverage.last());
    json.writeNumberField("there", coverage.present());
    texts("missing", coverage.missing());
    texts("unexpected", coverage.unexpected());
    texts("not_readable", coverage.notReadable());
    json.writeEndObject();
  }

  private void texts(String name, List<String> texts) throws IOException {
    json.writeArrayFieldStart(name);
    for (String text : texts) {
      json.writeString(text);
    }
    json.writeEndArray();
  }

  private void write(CheckResult.LookupLine line) throws IOException {
    json.writeStartObject();
    json.writeStringField("lookup", line.lookup());
    json.writeStringField("dataset", line.dataset());
    json.writeNumberField("matched", line.matched());
    keys("missing", line.missing());
    keys("ambiguous", line.ambiguous());
    texts("unused", line.unused());
    json.writeEndObject();
  }

  private void keys(String name, List<LookupReview.Key> keys) throws IOException {
    json.writeArrayFieldStart(name);
    for (LookupReview.Key key : keys) {
      json.writeStartObject();
      json.writeStringField("key", key.key());
      json.writeNumberField("rows", key.rows());
      json.writeStringField("amount", key.amount().toPlainString());
      json.writeEndObject();
    }
    json.writeEndArray();
  }
}
