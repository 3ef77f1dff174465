package baddle.app.parts;

import baddle.app.closed.ClosedRows;
import baddle.app.review.ClosedPeriods;
import baddle.app.review.DatedRows;
import baddle.core.check.RowHashes;
import baddle.core.derivation.HeldBecause;
import baddle.core.finding.Finding;
import baddle.core.finding.FindingCode;
import baddle.core.finding.NumberText;
import baddle.core.finding.Place;
import baddle.core.table.Block;
import baddle.core.table.Dictionary;
import baddle.core.table.HiddenRows;
import baddle.core.table.LongVector;
import baddle.core.table.TextVector;
import baddle.core.table.Vector;
import baddle.plan.DatasetPlan;
import baddle.plan.Restatement;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/**
 * Looks at the rows of sources that are being read for such as are dated in a closed period and
 * weren't there when the last batch was made: they are held with that reason, or counted where the
 * plan books them.
 */
public final class LateRows {

  /** Rows of one file and period. */
  private static final class Tally {
    private long rows;
    private BigDecimal amount = BigDecimal.ZERO;
  }

  private final DatasetPlan dataset;
  private final String date;
  private final ClosedPeriods closed;
  private final boolean holds;
  private final ClosedRows before;
  private final PartSources sources;
  private final Map<String, Map<Long, Integer>> ofGone = new HashMap<>();
  private final Map<String, Map<String, Tally>> late = new TreeMap<>();
  private long rows;

  /** Of one dataset. */
  public LateRows(
      DatasetPlan dataset,
      ClosedPeriods closed,
      Restatement policy,
      ClosedRows before,
      PartSources sources) {
    this.dataset = dataset;
    this.date = dataset.datedBy().orElseThrow();
    this.closed = closed;
    this.holds = policy == Restatement.KEEP_OUT;
    this.before = before;
    this.sources = sources;
  }

  /** Whether a row's reason is that its period is closed. */
  public static boolean isLate(String reason) {
    return HeldBecause.parse(reason).ofClosed().isPresent();
  }

  /** The block as it is to be stored; its last column says which rows are held. */
  public Block apply(Block block) {
    RowHashes hashes = new RowHashes(block.schema(), before.hashed());
    hashes.begin(block);
    DatedRows.Days days = new DatedRows.Days(block, date);
    int heldAt = block.schema().indexOf(HiddenRows.HELD.name()).orElseThrow();
    TextVector held = block.text(heldAt);
    Dictionary reasons = new Dictionary();
    int[] codes = new int[block.size()];
    boolean[] any = new boolean[1];
    sources.eachRun(
        rows,
        block.size(),
        (source, from, to) -> {
          String path = sources.file(source).file().path();
          Map<Long, Integer> taken = ofGone.computeIfAbsent(path, p -> new HashMap<>());
          for (int row = from; row < to; row++) {
            Optional<ClosedPeriods.Closed> period =
                held.isBlank(row) && days.isDated(row)
                    ? closed.of(days.day(row))
                    : Optional.empty();
            if (period.isPresent() && !before.take(path, hashes.shortened(row), taken)) {
              tally(path, period.get(), block, row);
              if (holds) {
                LocalDate day = LocalDate.ofEpochDay(days.day(row));
                codes[row] =
                    reasons.code(
                        HeldBecause.closed(date, day.toString(), period.get().period().toString())
                            .text());
                any[0] = true;
              }
            }
          }
        });
    rows += block.size();
    return any[0] ? withReasons(block, heldAt, held, reasons, codes) : block;
  }

  private void tally(String path, ClosedPeriods.Closed period, Block block, int row) {
    Tally tally =
        late.computeIfAbsent(path, p -> new TreeMap<>())
            .computeIfAbsent(period.period().toString(), p -> new Tally());
    tally.rows++;
    dataset
        .amount()
        .flatMap(name -> block.schema().indexOf(name).stream().boxed().findFirst())
        .ifPresent(
            index -> {
              Vector vector = block.vector(index);
              if (vector instanceof LongVector numbers && !vector.isBlank(row)) {
                int places = block.schema().column(index).type().places();
                tally.amount = tally.amount.add(BigDecimal.valueOf(numbers.values()[row], places));
              }
            });
  }

  private static Block withReasons(
      Block block, int heldAt, TextVector held, Dictionary reasons, int[] codes) {
    for (int row = 0; row < block.size(); row++) {
      if (!held.isBlank(row)) {
        codes[row] = reasons.code(held.dictionary().text(held.codes()[row]));
      }
    }
    List<Vector> vectors = new ArrayList<>();
    for (int i = 0; i < block.schema().size(); i++) {
      vectors.add(i == heldAt ? new TextVector(codes, codes.length, reasons) : block.vector(i));
    }
    return new Block(block.schema(), vectors, block.rowNumbers(), block.size());
  }

  /** The same outcomes, with what is to be said of each; call it after the last block. */
  public List<FileOutcome> settle(List<FileOutcome> outcomes) {
    List<FileOutcome> settled = new ArrayList<>();
    for (FileOutcome outcome : outcomes) {
      String path = outcome.file().file().path();
      if (outcome.failed()) {
        before.giveBack(ofGone.getOrDefault(path, Map.of()));
        settled.add(outcome);
      } else {
        settled.add(outcome.with(ofFile(path)));
      }
    }
    return settled;
  }

  private LateOfFile ofFile(String path) {
    Map<String, String> keptOut = new TreeMap<>();
    List<Finding> findings = new ArrayList<>();
    late.getOrDefault(path, Map.of())
        .forEach(
            (period, tally) -> {
              if (holds) {
                keptOut.put(period, said(period, tally) + "; held");
              } else {
                findings.add(
                    Finding.of(
                            FindingCode.LATE_ROWS_BOOKED,
                            Place.file(path),
                            said(period, tally) + "; booked, as the plan says",
                            "see what moved: baddle compare --since-close " + period)
                        .touching(tally.amount));
              }
            });
    return new LateOfFile(keptOut, findings);
  }

  private String said(String period, Tally tally) {
    return (tally.rows == 1 ? "1 row is" : tally.rows + " rows are")
        + " dated in "
        + period
        + ", which is closed, and came in later"
        + dataset
            .amount()
            .map(name -> ": " + name + " " + NumberText.exact(tally.amount))
            .orElse("");
  }
}
