package baddle.cli.look;

import baddle.app.check.CheckResult;
import baddle.app.draft.Draft;
import baddle.app.draft.PlanUpdate;
import baddle.app.draft.Proposal;
import baddle.app.draft.Question;
import baddle.app.draft.QuestionAnswer;
import baddle.app.draft.Trial;
import baddle.cli.build.ConsolidateText;
import baddle.cli.options.FindingJson;
import baddle.cli.options.FindingLines;
import baddle.cli.options.JsonText;
import baddle.core.finding.Finding;
import baddle.core.finding.Severity;
import baddle.core.outcome.RowCounts;
import baddle.reports.CrosstabLayout;
import baddle.reports.text.TextCrosstab;
import baddle.reports.text.TextStyle;
import com.fasterxml.jackson.core.JsonGenerator;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** What a drafted plan makes of the files, as text. */
final class TrialText {

  /** More findings are only counted: the figures should be in sight. */
  private static final int MOST = 5;

  private TrialText() {}

  /**
   * The lines.
   *
   * @param room how many characters a line may have; 0 for any
   */
  static List<String> lines(Trial trial, TextStyle style, int room) {
    List<String> lines = new ArrayList<>();
    lines.add("");
    lines.add(style.strong("Tried with these files; nothing is stored"));
    ConsolidateText.whatCameIn(trial.consolidated(), style)
        .forEach(line -> lines.add(line.isEmpty() ? line : "  " + line));
    trial.checked().ifPresent(checked -> check(checked, lines));
    trial
        .figures()
        .ifPresent(
            figures -> {
              lines.add("");
              CrosstabLayout layout = new CrosstabLayout(figures.crosstabs().get(0));
              lines.addAll(new TextCrosstab(layout, style).lines(room));
            });
    return lines;
  }

  /** The same as JSON, with what was drafted. */
  static String json(String plan, Draft draft, Optional<Trial> trial) throws IOException {
    return JsonText.of(
        json -> {
          json.writeStartObject();
          json.writeStringField("plan", plan);
          JsonText.strings(json, "feeds", draft.feeds());
          JsonText.strings(json, "lookups", draft.lookups());
          JsonText.strings(json, "because", draft.evidence());
          JsonText.strings(json, "left_alone", draft.leftAlone());
          JsonText.strings(json, "doubts", draft.doubts());
          json.writeArrayFieldStart("questions");
          for (Question question : draft.questions()) {
            json.writeStartObject();
            json.writeStringField("about", question.id());
            json.writeStringField("evidence", question.evidence());
            JsonText.strings(
                json, "choices", question.choices().stream().map(QuestionAnswer::word).toList());
            json.writeStringField("proposal", question.proposal());
            json.writeEndObject();
          }
          json.writeEndArray();
          if (trial.isPresent()) {
            json.writeObjectFieldStart("tried");
            write(trial.get(), json);
            json.writeEndObject();
          }
          json.writeEndObject();
        });
  }

  private static void write(Trial trial, JsonGenerator json) throws IOException {
    RowCounts rows = trial.consolidated().rows();
    json.writeNumberField("rows_read", rows.read());
    json.writeNumberField("in_dataset", trial.consolidated().inDataset());
    json.writeNumberField("left_out", rows.leftOut());
    json.writeNumberField("held", rows.held());
    List<Finding> findings =
        trial.checked().map(CheckResult::findings).orElse(trial.consolidated().findings());
    if (trial.checked().isPresent()) {
      json.writeNumberField("control_totals", trial.checked().get().totals().size());
      json.writeNumberField("that_tie", ties(trial.checked().get()));
    }
    json.writeArrayFieldStart("findings");
    for (Finding finding : findings) {
      FindingJson.write(finding, json);
    }
    json.writeEndArray();
  }

  /** What a plan should learn, as JSON. */
  static String json(PlanUpdate.Applied applied) throws IOException {
    return JsonText.of(
        json -> {
          json.writeStartObject();
          json.writeArrayFieldStart("proposals");
          for (Proposal proposal : applied.left()) {
            write(proposal, false, json);
          }
          for (Proposal proposal : applied.changed()) {
            write(proposal, true, json);
          }
          json.writeEndArray();
          json.writeEndObject();
        });
  }

  private static void write(Proposal proposal, boolean written, JsonGenerator json)
      throws IOException {
    json.writeStartObject();
    json.writeStringField("text", String.join("\n", proposal.lines()));
    json.writeBooleanField("sure", proposal.change().isPresent());
    json.writeBooleanField("written", written);
    json.writeEndObject();
  }

  private static long ties(CheckResult checked) {
    return checked.totals().stream().filter(line -> line.total().ties()).count();
  }

  private static void check(CheckResult checked, List<String> lines) {
    long totals = checked.totals().size();
    if (totals > 0) {
      lines.add("  Control totals: " + ties(checked) + " of " + totals + " tie");
    }
    List<Finding> serious =
        checked.findings().stream().filter(one -> one.severity() != Severity.NOTE).toList();
    if (!serious.isEmpty()) {
      lines.add("");
      FindingLines.of(serious.subList(0, Math.min(MOST, serious.size())), true)
          .forEach(line -> lines.add("  " + line));
      if (serious.size() > MOST) {
        lines.add(
            "  and "
                + (serious.size() - MOST)
                + " more; once it is consolidated, baddle check lists them all");
      }
    }
  }
}
