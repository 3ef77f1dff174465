package baddle.app.history;

import baddle.app.BatchStamp;
import baddle.app.OwnStore;
import baddle.app.Project;
import baddle.app.compare.SourceChange;
import baddle.core.crosstab.Crosstab;
import baddle.core.crosstab.CrosstabBuilder;
import baddle.core.crosstab.spec.CrosstabSpec;
import baddle.core.crosstab.spec.Measure;
import baddle.core.expression.Expression;
import baddle.core.finding.Finding;
import baddle.core.finding.Severity;
import baddle.store.Catalogue;
import baddle.store.DatasetReader;
import baddle.store.Store;
import baddle.store.StoreException;
import baddle.store.entry.Batch;
import baddle.store.entry.StoredClosing;
import java.io.IOException;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.OptionalInt;

/**
 * The batches of a project.
 *
 * @param batches what each brought, the last first
 */
public record History(List<BatchLine> batches) {

  /**
   * What a batch brought.
   *
   * @param batch which
   * @param files how many files were in the datasets then
   * @param rows how many rows
   * @param changes the files that differ from the batch before
   * @param errors how many findings of severity error its sources had
   * @param warnings how many warnings
   * @param remarks what else there is to say of it: that it went back, what was closed with it
   * @param totals the sums that were asked for, by column
   */
  public record BatchLine(
      BatchStamp batch,
      int files,
      long rows,
      List<SourceChange> changes,
      long errors,
      long warnings,
      List<String> remarks,
      Map<String, BigDecimal> totals) {

    /** Copies the collections. */
    public BatchLine {
      changes = List.copyOf(changes);
      remarks = List.copyOf(remarks);
      totals = new LinkedHashMap<>(totals);
    }

    /** How many of its changes are of a kind. */
    public long count(SourceChange.Kind kind) {
      return changes.stream().filter(change -> change.kind() == kind).count();
    }
  }

  /** Copies the list. */
  public History {
    batches = List.copyOf(batches);
  }

  /**
   * Of a project.
   *
   * @param totals columns of numbers to be summed, each of one dataset: {@code amount}, or {@code
   *     sales.amount} where several have it
   * @throws StoreException.Absent if nothing was consolidated yet, or no dataset has such a column
   */
  public static History of(Project project, List<String> totals) throws IOException {
    try (Store store = OwnStore.openToRead(project)) {
      Catalogue catalogue = store.catalogue();
      List<Batch> batches = catalogue.batches();
      if (batches.isEmpty()) {
        throw StoreException.nothingConsolidated(project.storeFolder());
      }
      List<BatchLine> lines = new ArrayList<>();
      int before = 0;
      boolean afterTidied = false;
      for (Batch batch : batches) {
        if (batch.tidied()) {
          afterTidied = true;
          continue;
        }
        List<Finding> findings = new ArrayList<>(catalogue.outcomes().findings(batch.number()));
        findings.addAll(catalogue.outcomes().findingsOfDatasets(batch.number()));
        if (batch.equals(batches.get(batches.size() - 1))) {
          catalogue.outcomes().refused().forEach(one -> findings.add(one.finding()));
        }
        lines.add(
            0,
            new BatchLine(
                BatchStamp.of(batch),
                catalogue.files(batch.number()).size(),
                catalogue.storedRows(batch.number()),
                SourceChange.between(catalogue, before, batch.number()),
                count(findings, Severity.ERROR),
                count(findings, Severity.WARNING),
                remarks(batch, store, afterTidied),
                sums(project, store, batch.number(), totals)));
        before = batch.number();
        afterTidied = false;
      }
      return new History(lines);
    }
  }

  private static List<String> remarks(Batch batch, Store store, boolean afterTidied)
      throws IOException {
    List<String> remarks = new ArrayList<>();
    if (afterTidied) {
      remarks.add("what was before was removed");
    }
    if (batch.backTo().isPresent()) {
      remarks.add("back to " + batch.backTo().getAsInt());
    }
    for (StoredClosing closing : store.closings().closed()) {
      if (closing.batch() == batch.number()) {
        remarks.add("closed " + closing.period());
      }
    }
    return remarks;
  }

  private static long count(List<Finding> findings, Severity severity) {
    return findings.stream().filter(finding -> finding.severity() == severity).count();
  }

  private static Map<String, BigDecimal> sums(
      Project project, Store store, int batch, List<String> wanted) throws IOException {
    Map<String, BigDecimal> sums = new LinkedHashMap<>();
    for (String name : wanted) {
      for (TotalledColumn column : TotalledColumn.of(project.plan(), name)) {
        DatasetReader reader;
        try {
          reader = store.dataset(column.dataset(), batch);
        } catch (StoreException.Absent e) {
          continue;
        }
        OptionalInt at = reader.schema().indexOf(column.column());
        if (at.isPresent() && reader.schema().column(at.getAsInt()).type().isNumber()) {
          sums.put(name, sum(project, reader, column.column()));
        }
      }
    }
    return sums;
  }

  /** Why a column can't be summed; empty where it can. */
  public static String problem(Project project, String column) {
    return TotalledColumn.problem(project.plan(), column);
  }

  private static BigDecimal sum(Project project, DatasetReader reader, String column)
      throws IOException {
    CrosstabSpec spec =
        CrosstabSpec.of(
            "total",
            List.of(),
            List.of(),
            List.of(Measure.of("total", "sum(" + Expression.quoted(column) + ")")));
    CrosstabBuilder builder =
        new CrosstabBuilder(spec, reader.schema().only(List.of(column)), project.plan().calendar());
    reader.scan(List.of(column), builder);
    Crosstab crosstab = builder.build();
    return crosstab.value(crosstab.down(), crosstab.across(), 0).orElse(BigDecimal.ZERO);
  }
}
