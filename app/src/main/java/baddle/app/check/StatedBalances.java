package baddle.app.check;

import baddle.app.session.ProjectSession;
import baddle.app.summarize.Summarizer;
import baddle.core.crosstab.Crosstab;
import baddle.core.crosstab.Item;
import baddle.core.crosstab.RollForwardLines;
import baddle.core.crosstab.spec.RollForward;
import baddle.core.crosstab.spec.SpecException;
import baddle.core.finding.Finding;
import baddle.core.finding.FindingCode;
import baddle.core.finding.NumberText;
import baddle.core.finding.Place;
import baddle.plan.output.SummaryPlan;
import java.io.IOException;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.slf4j.LoggerFactory;

/** Compares the closing of each roll-forward with the balance that its sources state. */
final class StatedBalances {

  private final ProjectSession session;

  StatedBalances(ProjectSession session) {
    this.session = session;
  }

  /** One for each period and account from which on the difference is another one. */
  List<Finding> findings(int batch) throws IOException {
    List<Finding> findings = new ArrayList<>();
    for (SummaryPlan summary : session.project().plan().summaries().values()) {
      if (summary.crosstab().rollForward().filter(RollForward::stated).isPresent()) {
        try {
          findings.addAll(findings(summary, new Summarizer(session).crosstab(summary, batch)));
        } catch (SpecException e) {
          LoggerFactory.getLogger(StatedBalances.class)
              .debug("{} can't be made", summary.name(), e);
        }
      }
    }
    return findings;
  }

  private static List<Finding> findings(SummaryPlan summary, Crosstab crosstab) {
    Map<String, Map<RollForward.Kind, List<Optional<BigDecimal>>>> accounts = new LinkedHashMap<>();
    RollForward roll = crosstab.spec().rollForward().orElseThrow();
    for (RollForwardLines.Line line : RollForwardLines.of(roll, crosstab)) {
      accounts
          .computeIfAbsent(line.account(), account -> new LinkedHashMap<>())
          .put(line.kind(), line.values());
    }
    List<Item> periods = crosstab.across().children();
    List<Finding> findings = new ArrayList<>();
    accounts.forEach(
        (account, lines) -> {
          List<Optional<BigDecimal>> differences = lines.get(RollForward.Kind.DIFFERENCE);
          BigDecimal before = BigDecimal.ZERO;
          for (int i = 0; differences != null && i < periods.size(); i++) {
            BigDecimal now = differences.get(i).orElse(before);
            if (now.compareTo(before) != 0 && now.signum() != 0) {
              findings.add(
                  finding(
                      summary.name(),
                      account,
                      periods.get(i).label(),
                      lines.get(RollForward.Kind.STATED).get(i).orElse(BigDecimal.ZERO),
                      now));
            }
            before = now;
          }
        });
    return findings;
  }

  private static Finding finding(
      String summary, String account, String period, BigDecimal stated, BigDecimal difference) {
    return Finding.of(
            FindingCode.BALANCE_DIFFERS,
            Place.nowhere(),
            summary
                + (account.isEmpty() ? "" : ", " + account)
                + ", "
                + period
                + ": the balance stated is "
                + NumberText.exact(stated)
                + ", opening and movements come to "
                + NumberText.exact(stated.add(difference))
                + ", difference "
                + NumberText.exact(difference),
            "see which rows are missing, held, or there twice: baddle trace "
                + summary
                + "; or correct opening: in the plan")
        .touching(difference);
  }
}
