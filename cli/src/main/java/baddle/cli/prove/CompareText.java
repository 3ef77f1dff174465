package baddle.cli.prove;

import baddle.app.compare.Cause;
import baddle.app.compare.Comparison;
import baddle.app.compare.Movement;
import baddle.app.compare.RowChange;
import baddle.app.compare.SourceChange;
import baddle.cli.options.JsonText;
import baddle.core.finding.NumberText;
import baddle.reports.text.TextStyle;
import baddle.reports.text.TextTable;
import com.fasterxml.jackson.core.JsonGenerator;
import java.io.IOException;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;

/** What moved, as text. */
public final class CompareText {

  private static final int PERCENT_PLACES = 1;
  private static final int MOST_PLACES = 2;

  private final TextStyle style;
  private final BigDecimal least;
  private final int most;

  /** For a terminal. */
  public CompareText(TextStyle style, BigDecimal least, int most) {
    this.style = style;
    this.least = least;
    this.most = most;
  }

  List<String> lines(Comparison comparison) {
    List<String> lines = new ArrayList<>();
    lines.add(style.strong("From " + comparison.before() + " to " + comparison.after()));
    if (!comparison.sources().isEmpty()) {
      lines.add("");
      lines.addAll(sources(comparison.sources()));
    }
    int before = lines.size();
    for (Comparison.Summary summary : comparison.summaries()) {
      lines.addAll(summary(summary));
    }
    if (lines.size() == before) {
      lines.add("");
      lines.add("No figure of a summary has moved.");
    }
    return lines;
  }

  /** The sources that differ. */
  public List<String> sources(List<SourceChange> changes) {
    TextTable table = new TextTable(2, List.of("source", "", "rows before", "rows now"));
    changes.stream()
        .limit(most)
        .forEach(
            change ->
                table.add(
                    List.of(
                        change.path(),
                        switch (change.kind()) {
                          case RENAMED -> "renamed from " + change.before();
                          case MOVED -> "moved from dataset " + change.before();
                          default -> change.kind().word();
                        },
                        NumberText.count(change.rowsBefore()),
                        NumberText.count(change.rowsAfter()))));
    List<String> lines = new ArrayList<>(table.lines(style));
    more(changes.size(), lines);
    return lines;
  }

  private void more(int all, List<String> lines) {
    if (all > most) {
      lines.add(String.format(Locale.ROOT, "... and %,d more; --verbose shows all", all - most));
    }
  }

  private boolean isLarge(Movement movement) {
    return movement.amount().abs().compareTo(least) >= 0;
  }

  private List<String> summary(Comparison.Summary summary) {
    List<Movement> moved = summary.movements().stream().filter(this::isLarge).toList();
    List<String> lines = new ArrayList<>();
    if (moved.isEmpty() && summary.notes().isEmpty()) {
      return lines;
    }
    lines.add("");
    summary.notes().forEach(note -> lines.add(summary.name() + ": " + note));
    if (moved.isEmpty()) {
      return lines;
    }
    lines.addAll(table(summary.name(), moved, summary.totals()));
    more(moved.size(), lines);
    List<Cause> causes =
        summary.causes().stream().filter(cause -> isLarge(cause.movement())).toList();
    if (!causes.isEmpty()) {
      lines.add("");
      lines.addAll(causes(summary, causes));
      more(causes.size(), lines);
    }
    summary
        .derived()
        .ifPresent(
            reason ->
                lines.add(
                    reason.words()
                        + ": rows of unchanged files may hold other values than before, and be"
                        + " under other items"));
    return lines;
  }

  private List<String> causes(Comparison.Summary summary, List<Cause> causes) {
    TextTable table =
        new TextTable(
                2,
                List.of(
                    summary.name() + ", by source",
                    "measure",
                    "before",
                    "now",
                    "movement",
                    "%",
                    "because",
                    "of rows"))
            .leftFrom(6);
    for (Cause cause : causes.stream().limit(most).toList()) {
      List<String> cells = new ArrayList<>(cells(cause.movement()));
      cells.add(cause.reason().words());
      cells.add(rows(cause));
      table.add(cells);
    }
    for (Movement total : summary.totals()) {
      if (causes.stream().anyMatch(c -> c.movement().measure().equals(total.measure()))) {
        List<String> cells = new ArrayList<>(cells(total));
        cells.add("");
        cells.add("");
        table.add(cells);
      }
    }
    List<String> lines = new ArrayList<>(table.lines(style));
    lines.addAll(reasons(summary));
    return lines;
  }

  /** What each reason moved, where there are several. */
  private List<String> reasons(Comparison.Summary summary) {
    Map<List<String>, List<Cause>> byReason = new LinkedHashMap<>();
    for (Cause cause : summary.causes()) {
      byReason
          .computeIfAbsent(
              List.of(cause.movement().measure(), cause.reason().words()), k -> new ArrayList<>())
          .add(cause);
    }
    if (byReason.keySet().stream().map(key -> key.get(1)).distinct().count() < 2) {
      return List.of();
    }
    TextTable table =
        new TextTable(2, List.of(summary.name() + ", because", "measure", "movement", "sources"));
    byReason.forEach(
        (key, causes) ->
            table.add(
                List.of(
                    key.get(1),
                    key.get(0),
                    signed(
                        causes.stream()
                            .map(cause -> cause.movement().amount())
                            .reduce(BigDecimal.ZERO, BigDecimal::add)),
                    NumberText.count(causes.size()))));
    List<String> lines = new ArrayList<>();
    lines.add("");
    lines.addAll(table.lines(style));
    return lines;
  }

  /** {@code 3 added +12.00, 1 altered -2.00}. */
  private static String rows(Cause cause) {
    List<String> parts = new ArrayList<>();
    for (RowChange kind : RowChange.values()) {
      Cause.Part part = cause.part(kind);
      if (part.rows() > 0) {
        parts.add(NumberText.count(part.rows()) + " " + kind.word() + " " + signed(part.amount()));
      }
    }
    return String.join(", ", parts);
  }

  /** Some movements, and what they come to. */
  private List<String> table(String title, List<Movement> movements, List<Movement> totals) {
    TextTable table = new TextTable(2, List.of(title, "measure", "before", "now", "movement", "%"));
    movements.stream().limit(most).forEach(movement -> table.add(cells(movement)));
    totals.forEach(movement -> table.add(cells(movement)));
    return table.lines(style);
  }

  /** A movement as cells of a table. */
  public static List<String> cells(Movement movement) {
    return List.of(
        movement.place(),
        movement.measure(),
        movement.before().map(number -> NumberText.rounded(number, MOST_PLACES)).orElse(""),
        movement.after().map(number -> NumberText.rounded(number, MOST_PLACES)).orElse(""),
        signed(movement.amount()),
        percent(movement));
  }

  static String signed(BigDecimal number) {
    return (number.signum() > 0 ? "+" : "") + NumberText.rounded(number, MOST_PLACES);
  }

  private static String percent(Movement movement) {
    Optional<BigDecimal> before = movement.before().filter(number -> number.signum() != 0);
    return before
        .map(
            number ->
                movement
                    .amount()
                    .movePointRight(2)
                    .divide(number.abs(), PERCENT_PLACES, RoundingMode.HALF_UP))
        .map(CompareText::signed)
        .orElse("");
  }

  static String json(Comparison comparison, BigDecimal least) throws IOException {
    return JsonText.of(
        json -> {
          json.writeStartObject();
          json.writeStringField("before", comparison.before());
          json.writeStringField("after", comparison.after());
          writeSources(json, comparison.sources());
          json.writeArrayFieldStart("summaries");
          for (Comparison.Summary summary : comparison.summaries()) {
            json.writeStartObject();
            json.writeStringField("summary", summary.name());
            JsonText.strings(json, "notes", summary.notes());
            write(json, "totals", summary.totals(), BigDecimal.ZERO);
            write(json, "movements", summary.movements(), least);
            if (summary.derived().isPresent()) {
              json.writeStringField("derived_values", summary.derived().get().words());
            }
            writeCauses(json, summary.causes(), least);
            json.writeEndObject();
          }
          json.writeEndArray();
          json.writeEndObject();
        });
  }

  /** Writes the sources that differ. */
  public static void writeSources(JsonGenerator json, List<SourceChange> changes)
      throws IOException {
    json.writeArrayFieldStart("sources");
    for (SourceChange change : changes) {
      json.writeStartObject();
      json.writeStringField("source", change.path());
      json.writeStringField("change", change.kind().word());
      json.writeStringField("before", change.before());
      json.writeNumberField("rows_before", change.rowsBefore());
      json.writeNumberField("rows_after", change.rowsAfter());
      json.writeEndObject();
    }
    json.writeEndArray();
  }

  private static void write(
      JsonGenerator json, String field, List<Movement> movements, BigDecimal least)
      throws IOException {
    json.writeArrayFieldStart(field);
    for (Movement movement : movements) {
      if (movement.amount().abs().compareTo(least) < 0) {
        continue;
      }
      json.writeStartObject();
      write(json, movement);
      json.writeEndObject();
    }
    json.writeEndArray();
  }

  private static void write(JsonGenerator json, Movement movement) throws IOException {
    JsonText.strings(json, "items", movement.items());
    json.writeStringField("measure", movement.measure());
    if (movement.before().isPresent()) {
      json.writeNumberField("before", movement.before().get());
    }
    if (movement.after().isPresent()) {
      json.writeNumberField("after", movement.after().get());
    }
    json.writeNumberField("movement", movement.amount());
  }

  private static void writeCauses(JsonGenerator json, List<Cause> causes, BigDecimal least)
      throws IOException {
    json.writeArrayFieldStart("by_source");
    for (Cause cause : causes) {
      if (cause.movement().amount().abs().compareTo(least) < 0) {
        continue;
      }
      json.writeStartObject();
      write(json, cause.movement());
      json.writeStringField("because", cause.reason().words());
      for (RowChange kind : RowChange.values()) {
        json.writeObjectFieldStart(kind.word());
        json.writeNumberField("rows", cause.part(kind).rows());
        json.writeNumberField("movement", cause.part(kind).amount());
        json.writeEndObject();
      }
      json.writeEndObject();
    }
    json.writeEndArray();
  }
}
