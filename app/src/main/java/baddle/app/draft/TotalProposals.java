package baddle.app.draft;

import baddle.app.Project;
import baddle.app.consolidate.FileRereader;
import baddle.core.finding.Place;
import baddle.core.intake.SuspectedTotal;
import baddle.plan.read.PlanEdit;
import java.io.IOException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;

/** Proposes rules for rows that look like totals and that the plan doesn't leave out. */
final class TotalProposals {

  private TotalProposals() {}

  /** A rule of a feed. */
  private record Rule(String feed, String rule, boolean proved) {}

  /** The rows that a rule would leave out: the first place, and how many there are. */
  private static final class Rows {
    private final Place first;
    private long count;

    private Rows(Place first) {
      this.first = first;
    }
  }

  /** One for each rule; it is written into the plan only where sums prove what it leaves out. */
  static List<Proposal> of(Project project) throws IOException {
    Map<Rule, Rows> rules = new LinkedHashMap<>();
    FileRereader.sources(
        project,
        (file, sources) ->
            sources.forEach(
                source -> {
                  for (SuspectedTotal total : source.intake().treated().suspected()) {
                    Place place =
                        Place.source(file.path(), source.sheet()).atRow(total.rowNumber());
                    Rule rule = new Rule(file.feed().name(), total.rule(), total.isProved());
                    rules.computeIfAbsent(rule, r -> new Rows(place)).count++;
                  }
                }));
    List<Proposal> proposals = new ArrayList<>();
    rules.forEach((rule, rows) -> proposals.add(proposal(rule, rows)));
    return proposals;
  }

  private static Proposal proposal(Rule rule, Rows rows) {
    String what =
        rows.count == 1
            ? " looks like a total, and no rule leaves it out"
            : String.format(
                Locale.ROOT,
                " and %,d more look like totals, and no rule leaves them out",
                rows.count - 1);
    Proposal.Change add = text -> PlanEdit.addLeaveOut(text, rule.feed, rule.rule);
    return new Proposal(
        List.of(
            "feed " + rule.feed + ": " + rows.first + what,
            rule.proved
                ? "  its amounts are the sum of the rows above it; to leave it out, add to leave_out:"
                : "  if it is one, add to leave_out:",
            "    - " + rule.rule),
        rule.proved ? Optional.of(add) : Optional.empty());
  }
}
