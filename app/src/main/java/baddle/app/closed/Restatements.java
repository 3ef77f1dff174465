package baddle.app.closed;

import baddle.app.review.ClosedPeriods;
import baddle.app.review.KeptOutText;
import baddle.core.finding.Finding;
import baddle.core.finding.FindingCode;
import baddle.core.finding.Place;
import baddle.plan.DatasetPlan;
import baddle.plan.Plan;
import baddle.store.Store;
import baddle.store.entry.StoredKeptOut;
import java.io.IOException;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;

/** What has changed about closed periods since they were closed, and what was kept out of them. */
public final class Restatements {

  private Restatements() {}

  /** The findings at a batch; none for periods that were closed with a later one. */
  public static List<Finding> findings(Plan plan, Store store, int batch) throws IOException {
    ClosedPeriods closed = ClosedPeriods.of(store, plan);
    List<Finding> findings = new ArrayList<>(keptOut(plan, store, batch, closed));
    for (int then : closed.batches()) {
      if (then < batch) {
        for (DatasetPlan dataset : plan.datasets().values()) {
          ClosedProof.changes(store, dataset, closed.closedWith(then), then, batch)
              .forEach(change -> findings.add(restated(change)));
        }
      }
    }
    return findings;
  }

  private static List<Finding> keptOut(Plan plan, Store store, int batch, ClosedPeriods closed)
      throws IOException {
    Map<String, List<StoredKeptOut>> groups = new LinkedHashMap<>();
    for (StoredKeptOut one : store.closings().keptOut(batch)) {
      if (closed.has(one.period())) {
        String group = one.path() + "\n" + one.period() + "\n" + code(one.kind());
        groups.computeIfAbsent(group, key -> new ArrayList<>()).add(one);
      }
    }
    return groups.values().stream().map(group -> finding(plan, group)).toList();
  }

  private static FindingCode code(StoredKeptOut.Kind kind) {
    return switch (kind) {
      case LATE, GONE, DERIVED -> FindingCode.RESTATEMENT_KEPT_OUT;
      case AGAIN, LEFT_OUT -> FindingCode.CLOSED_SENT_AGAIN;
    };
  }

  /** The finding for one file and period. */
  private static Finding finding(Plan plan, List<StoredKeptOut> group) {
    StoredKeptOut first = group.get(0);
    Optional<String> amount =
        Optional.ofNullable(plan.datasets().get(first.dataset())).flatMap(DatasetPlan::amount);
    boolean isKeptOut = code(first.kind()) == FindingCode.RESTATEMENT_KEPT_OUT;
    Finding finding =
        Finding.of(
            code(first.kind()),
            Place.file(first.path()),
            group.stream()
                .map(one -> KeptOutText.of(one, amount))
                .collect(Collectors.joining(". ")),
            isKeptOut
                ? "to include it: baddle reopen "
                    + first.period()
                    + " --because REASON, then run again"
                : "");
    return isKeptOut ? finding.touching(moved(group)) : finding;
  }

  /** How much the period's figures would move: late rows less those that are gone. */
  private static BigDecimal moved(List<StoredKeptOut> group) {
    BigDecimal moved = BigDecimal.ZERO;
    for (StoredKeptOut one : group) {
      moved =
          switch (one.kind()) {
            case LATE -> moved.add(one.amount());
            case GONE -> moved.subtract(one.amount());
            case AGAIN, LEFT_OUT, DERIVED -> moved;
          };
    }
    return moved;
  }

  private static Finding restated(ClosedProof.Change change) {
    ClosedPeriods.Closed period = change.period();
    return Finding.of(
        FindingCode.RESTATED,
        Place.file(change.path()),
        "it isn't what it was when "
            + period.period()
            + " was closed in batch "
            + period.closing().batch()
            + ": "
            + change.text("then", "now"),
        "see what moved: baddle compare --since-close "
            + period.period()
            + "; if it is right, baddle reopen and baddle close it again");
  }
}
