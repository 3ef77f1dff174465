package baddle.app.check;

import baddle.core.finding.Finding;
import baddle.core.finding.FindingCode;
import baddle.core.finding.Place;
import baddle.core.intake.LeaveOut;
import baddle.plan.FeedPlan;
import baddle.store.entry.StoredLeftOut;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Stream;

/** Looks at how many rows the leave-out rules of a feed find, batch after batch. */
final class RuleCounts {

  /** A rule may find nothing in so many batches before that is said. */
  private static final int BATCHES_WITHOUT = 3;

  private static final int MOST_OF = 2;
  private static final int FEW_OF = 10;

  private RuleCounts() {}

  /**
   * The rows that were left out, by feed and reason.
   *
   * @param ofRules those that rules left out
   * @param others those that other reasons did
   */
  static List<CheckResult.LeftOutRows> byReason(
      List<StoredLeftOut> ofRules, List<StoredLeftOut> others) {
    Map<List<String>, List<StoredLeftOut>> groups = new LinkedHashMap<>();
    Stream.concat(ofRules.stream(), others.stream())
        .forEach(
            one ->
                groups
                    .computeIfAbsent(List.of(one.feed(), one.because()), k -> new ArrayList<>())
                    .add(one));
    List<CheckResult.LeftOutRows> lines = new ArrayList<>();
    groups.forEach(
        (key, group) ->
            lines.add(
                new CheckResult.LeftOutRows(
                    key.get(0),
                    key.get(1),
                    group.stream().mapToLong(StoredLeftOut::rows).sum(),
                    (int) group.stream().filter(one -> one.rows() > 0).count())));
    return lines.stream().filter(line -> line.rows() > 0).toList();
  }

  static List<Finding> findings(FeedPlan feed, List<StoredLeftOut> all) {
    List<Finding> findings = new ArrayList<>();
    for (LeaveOut rule : feed.shaping().leaveOut()) {
      List<StoredLeftOut> ofRule =
          all.stream()
              .filter(one -> one.feed().equals(feed.name()))
              .filter(one -> one.because().equals(rule.because()))
              .toList();
      nothing(feed, rule, ofRule, findings);
      most(ofRule, findings);
    }
    return findings;
  }

  /** The rule has found nothing in the sources of the last batches, or never anything. */
  private static void nothing(
      FeedPlan feed, LeaveOut rule, List<StoredLeftOut> ofRule, List<Finding> findings) {
    TreeMap<Integer, Long> rowsOfBatch = new TreeMap<>();
    ofRule.forEach(one -> rowsOfBatch.merge(one.batch(), one.rows(), Long::sum));
    int without = 0;
    for (long rows : rowsOfBatch.descendingMap().values()) {
      if (rows > 0) {
        break;
      }
      without++;
    }
    boolean never = !rowsOfBatch.isEmpty() && without == rowsOfBatch.size();
    if (never || without >= BATCHES_WITHOUT) {
      findings.add(
          Finding.of(
              FindingCode.RULE_FINDS_NOTHING,
              Place.nowhere(),
              "feed "
                  + feed.name()
                  + ": the leave_out rule \""
                  + rule.because()
                  + (never
                      ? "\" finds nothing"
                      : "\" found nothing in the last " + without + " batches"),
              "see whether the sources have changed, or remove the rule"));
    }
  }

  /** The rule leaves out most of a source, and little of the others. */
  private static void most(List<StoredLeftOut> ofRule, List<Finding> findings) {
    long rows = ofRule.stream().mapToLong(StoredLeftOut::rows).sum();
    long read = ofRule.stream().mapToLong(StoredLeftOut::read).sum();
    for (StoredLeftOut one : ofRule) {
      long others = rows - one.rows();
      long readOfOthers = read - one.read();
      boolean mostHere = one.rows() * MOST_OF > one.read();
      boolean fewElsewhere = readOfOthers > 0 && others * FEW_OF < readOfOthers;
      if (mostHere && fewElsewhere) {
        findings.add(
            Finding.of(
                FindingCode.RULE_FINDS_MOST,
                one.place(),
                "the leave_out rule \""
                    + one.because()
                    + "\" leaves out "
                    + one.rows()
                    + " of "
                    + one.read()
                    + " rows here, and "
                    + others
                    + " of "
                    + readOfOthers
                    + " elsewhere",
                "check that the rule still fits these rows"));
      }
    }
  }
}
