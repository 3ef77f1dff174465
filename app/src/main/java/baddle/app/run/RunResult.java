package baddle.app.run;

import baddle.app.BatchStamp;
import baddle.app.check.CheckResult;
import baddle.app.compare.Comparison;
import baddle.app.consolidate.ConsolidateResult;
import baddle.app.export.TableExport;
import baddle.app.fill.FillResult;
import baddle.core.finding.Finding;
import baddle.core.finding.Severity;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;

/**
 * What a run did.
 *
 * @param consolidated what came in
 * @param checked whether the figures can be trusted now
 * @param findings what is open: what the check found, and files that couldn't be brought in
 * @param before the batch before this run; empty where there was none or nothing changed
 * @param added findings that are open since this run
 * @param resolved findings that were open before it and aren't any more
 * @param moved what moved since the batch before; empty where there is none
 * @param written the reports whose content is another one now
 * @param unchanged the reports that are as they were
 * @param gone reports of values that the data has no more; they show an earlier batch
 * @param removed such reports that were removed
 * @param filled what was put into workbooks
 * @param tables what was loaded into databases
 */
public record RunResult(
    ConsolidateResult consolidated,
    CheckResult checked,
    List<Finding> findings,
    Optional<BatchStamp> before,
    List<Finding> added,
    List<Finding> resolved,
    Optional<Comparison> moved,
    List<Path> written,
    List<Path> unchanged,
    List<Path> gone,
    List<Path> removed,
    List<FillResult> filled,
    List<TableExport.Result> tables) {

  /**
   * What the next run shows if nothing changes until then.
   *
   * @param next what its consolidation will say
   * @param files all that this run has written or let be, in its order
   */
  RunResult again(ConsolidateResult next, List<Path> files) {
    return new RunResult(
        next,
        checked,
        OpenFindings.of(next, checked),
        Optional.empty(),
        List.of(),
        List.of(),
        Optional.empty(),
        List.of(),
        files,
        gone,
        List.of(),
        filled.stream().map(FillResult::again).toList(),
        List.of());
  }

  /** How many open findings have a severity. */
  public long count(Severity severity) {
    return findings.stream().filter(finding -> finding.severity() == severity).count();
  }

  /** Copies the lists. */
  public RunResult {
    findings = List.copyOf(findings);
    added = List.copyOf(added);
    resolved = List.copyOf(resolved);
    written = List.copyOf(written);
    unchanged = List.copyOf(unchanged);
    gone = List.copyOf(gone);
    removed = List.copyOf(removed);
    filled = List.copyOf(filled);
    tables = List.copyOf(tables);
  }
}
