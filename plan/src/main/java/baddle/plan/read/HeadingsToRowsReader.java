package baddle.plan.read;

import baddle.core.calendar.PeriodText;
import baddle.core.intake.IntakeColumn;
import baddle.core.intake.heading.HeadingsToRows;
import baddle.core.value.ColumnType;
import baddle.plan.DatasetPlan;
import baddle.plan.NamePattern;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/** Reads which headings of a feed become rows. */
final class HeadingsToRowsReader {

  private final NodeReader nodes;
  private final ValueCheck values;
  private final PeriodText periods;

  HeadingsToRowsReader(NodeReader nodes, ValueCheck values, PeriodText periods) {
    this.nodes = nodes;
    this.values = values;
    this.periods = periods;
  }

  Optional<HeadingsToRows> read(Map<String, PlanNode> keys, DatasetPlan dataset) {
    PlanNode node = keys.get("headings_to_rows");
    if (node == null) {
      return Optional.empty();
    }
    Map<String, PlanNode> parts =
        nodes.keys(
            node,
            "headings_to_rows",
            List.of("headings", "label", "value", "keep_blanks", "optional"));
    for (String key : List.of("headings", "label", "value")) {
      if (!parts.containsKey(key)) {
        nodes.problem(node, "headings_to_rows: needs " + key + ":");
        return Optional.empty();
      }
    }
    Optional<IntakeColumn> label =
        nodes
            .text(parts.get("label"), "label")
            .flatMap(text -> ReadColumns.named(text, dataset, nodes));
    Optional<IntakeColumn> value =
        nodes
            .text(parts.get("value"), "value")
            .flatMap(text -> ReadColumns.named(text, dataset, nodes));
    boolean keepBlanks =
        parts.containsKey("keep_blanks")
            && nodes.truth(parts.get("keep_blanks"), "keep_blanks").orElse(false);
    if (label.isEmpty() || value.isEmpty()) {
      return Optional.empty();
    }
    ColumnType labelType = label.get().column().type();
    HeadingPatterns patterns =
        new HeadingPatterns(
            labelled(parts.get("headings"), labelType),
            optional(parts.get("optional")),
            periods,
            labelType.isCalendar(),
            Optional.empty());
    return Optional.of(
        new HeadingsToRows(
            patterns, label.get().column().name(), value.get().column().name(), keepBlanks));
  }

  private Set<String> optional(@Nullable PlanNode node) {
    return node == null
        ? Set.of()
        : nodes.texts(node, "optional").stream()
            .map(PlanNode.Text::text)
            .collect(Collectors.toSet());
  }

  private List<HeadingPatterns.Labelled> labelled(PlanNode node, ColumnType type) {
    List<HeadingPatterns.Labelled> patterns = new ArrayList<>();
    if (node instanceof PlanNode.Entries) {
      nodes
          .entries(node, "headings")
          .forEach(
              (heading, entry) ->
                  nodes
                      .text(entry.value(), "a label")
                      .filter(word -> values.fits(word, type))
                      .flatMap(
                          word ->
                              pattern(entry.key()).map(p -> labelled(p, Optional.of(word.text()))))
                      .ifPresent(patterns::add));
    } else {
      for (PlanNode.Text text : nodes.texts(node, "headings")) {
        checkLabel(text, type);
        pattern(text).map(p -> labelled(p, Optional.empty())).ifPresent(patterns::add);
      }
    }
    return patterns;
  }

  /** A heading without a label of its own has to be a value of the label's column. */
  private void checkLabel(PlanNode.Text heading, ColumnType type) {
    boolean isPattern = heading.text().matches(".*[{*?].*");
    if (isPattern || type.kind() == ColumnType.Kind.TEXT) {
      return;
    }
    boolean isPeriod =
        type.isCalendar()
            && (periods.month(heading.text()) > 0 || periods.parse(heading.text()).isPresent());
    if (!isPeriod) {
      nodes.problem(
          heading,
          "headings: "
              + heading.text()
              + " is no "
              + type.kind().word()
              + ", as the column of labels is; give it a label, {"
              + heading.text()
              + ": LABEL}, or let that column be text");
    }
  }

  private static HeadingPatterns.Labelled labelled(NamePattern pattern, Optional<String> label) {
    return new HeadingPatterns.Labelled(pattern, label);
  }

  private Optional<NamePattern> pattern(PlanNode.Text text) {
    try {
      NamePattern pattern = new NamePattern(text.text(), periods);
      if (!pattern.parts().isEmpty() && !pattern.parts().equals(List.of(NamePattern.PERIOD))) {
        nodes.problem(text, "a heading can only take {period}");
      }
      return Optional.of(pattern);
    } catch (IllegalArgumentException e) {
      nodes.problem(text, String.valueOf(e.getMessage()));
      return Optional.empty();
    }
  }
}
