package baddle.app.review;

import baddle.core.calendar.Period;
import baddle.core.finding.Finding;
import baddle.core.finding.FindingCode;
import baddle.core.finding.Place;
import baddle.plan.CheckRule;
import baddle.plan.Plan;
import baddle.store.entry.StoredSource;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;

/** What the plan makes of findings: other severities, or acceptance with a reason. */
public final class FindingPolicy {

  /**
   * A finding that doesn't count.
   *
   * @param finding the finding
   * @param because the plan's reason
   */
  public record Accepted(Finding finding, String because) {}

  /**
   * Findings after the rules.
   *
   * @param findings those that count, the gravest first
   * @param accepted those that don't
   */
  public record Result(List<Finding> findings, List<Accepted> accepted) {

    /** Copies the lists. */
    public Result {
      findings = List.copyOf(findings);
      accepted = List.copyOf(accepted);
    }
  }

  private final List<CheckRule> rules;
  private final Optional<Period> latest;

  /**
   * The policy of a plan.
   *
   * @param sources what the datasets have; their latest period is what a rule's end is held against
   */
  public FindingPolicy(Plan plan, List<StoredSource> sources) {
    this.rules = plan.checks();
    this.latest =
        sources.stream()
            .flatMap(source -> plan.periods().parse(source.period()).stream())
            .max(Comparator.naturalOrder());
  }

  /** Applies the rules; the first that fits a finding counts. */
  public Result apply(List<Finding> findings) {
    List<Finding> counting = new ArrayList<>();
    List<Accepted> accepted = new ArrayList<>();
    for (CheckRule rule : rules) {
      if (isExpired(rule)) {
        counting.add(
            Finding.of(
                FindingCode.CHECK_EXPIRED,
                Place.nowhere(),
                "the rule for "
                    + rule.code()
                    + " ended with "
                    + rule.until().map(Period::toString).orElse("")
                    + "; it was there because: "
                    + rule.because(),
                "correct what it was about, or give it another until:"));
      }
    }
    for (Finding finding : findings) {
      Optional<CheckRule> rule = rules.stream().filter(one -> fits(one, finding)).findFirst();
      if (rule.isEmpty()) {
        counting.add(finding);
      } else if (rule.get().severity().isEmpty()) {
        accepted.add(new Accepted(finding, rule.get().because()));
      } else {
        counting.add(finding.with(rule.get().severity().get()));
      }
    }
    counting.sort(Comparator.comparing(Finding::severity).reversed());
    return new Result(counting, accepted);
  }

  private boolean isExpired(CheckRule rule) {
    return rule.until().isPresent()
        && latest.isPresent()
        && latest.get().compareTo(rule.until().get()) > 0;
  }

  private boolean fits(CheckRule rule, Finding finding) {
    String file = finding.place().file() == null ? "" : finding.place().file();
    return rule.code().equals(finding.code().id())
        && !isExpired(rule)
        && rule.at().map(pattern -> pattern.match(file).isPresent()).orElse(true);
  }
}
