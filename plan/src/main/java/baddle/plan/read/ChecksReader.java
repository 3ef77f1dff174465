package baddle.plan.read;

import baddle.core.calendar.Period;
import baddle.core.calendar.PeriodText;
import baddle.core.finding.FindingCode;
import baddle.core.finding.Nearest;
import baddle.core.finding.Severity;
import baddle.plan.CheckRule;
import baddle.plan.NamePattern;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;

/** Reads what the plan makes of certain findings. */
final class ChecksReader {

  private static final List<String> KEYS = List.of("finding", "at", "count_as", "because", "until");
  private static final String ACCEPTED = "accepted";
  private static final List<String> CODES =
      Arrays.stream(FindingCode.values()).map(FindingCode::id).toList();
  private final NodeReader nodes;
  private final PeriodText periods;

  ChecksReader(NodeReader nodes, PeriodText periods) {
    this.nodes = nodes;
    this.periods = periods;
  }

  List<CheckRule> read(PlanNode node) {
    List<CheckRule> rules = new ArrayList<>();
    if (!(node instanceof PlanNode.Items list)) {
      nodes.problem(node, "checks: should be a list, not " + node.kind());
      return rules;
    }
    for (PlanNode item : list.items()) {
      rule(item).ifPresent(rules::add);
    }
    return rules;
  }

  private Optional<CheckRule> rule(PlanNode node) {
    int before = nodes.problems().size();
    Map<String, PlanNode> keys = nodes.keys(node, "checks", KEYS);
    for (String key : List.of("finding", "count_as", "because")) {
      if (!keys.containsKey(key)) {
        nodes.problem(node, "a rule of checks: needs " + key + ":");
      }
    }
    if (nodes.problems().size() > before) {
      return Optional.empty();
    }
    String code = text(keys, "finding");
    if (!CODES.contains(code)) {
      nodes.problem(keys.get("finding"), "no finding " + code + Nearest.hint(code, CODES));
    }
    String countAs = text(keys, "count_as");
    Optional<Severity> severity =
        Arrays.stream(Severity.values())
            .filter(s -> s.name().toLowerCase(Locale.ROOT).equals(countAs))
            .findFirst();
    if (severity.isEmpty() && !countAs.equals(ACCEPTED)) {
      nodes.problem(
          keys.get("count_as"),
          "count_as should be accepted, note, warning or error, not " + countAs);
    }
    Optional<Period> until = Optional.empty();
    if (keys.containsKey("until")) {
      until = periods.parse(text(keys, "until"));
      if (until.isEmpty()) {
        nodes.problem(keys.get("until"), "until: should be a period such as 2026-06");
      }
    }
    return Optional.of(new CheckRule(code, at(keys), severity, text(keys, "because"), until));
  }

  private Optional<NamePattern> at(Map<String, PlanNode> keys) {
    if (!keys.containsKey("at")) {
      return Optional.empty();
    }
    try {
      return Optional.of(new NamePattern(text(keys, "at")));
    } catch (IllegalArgumentException e) {
      nodes.problem(keys.get("at"), String.valueOf(e.getMessage()));
      return Optional.empty();
    }
  }

  private String text(Map<String, PlanNode> keys, String key) {
    return Optional.ofNullable(keys.get(key))
        .flatMap(node -> nodes.text(node, key))
        .map(PlanNode.Text::text)
        .orElse("");
  }
}
