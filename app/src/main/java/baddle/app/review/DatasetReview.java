package baddle.app.review;

import baddle.app.cells.KeptCells;
import baddle.app.cells.RowQuestion;
import baddle.app.reference.References;
import baddle.core.crosstab.spec.CrosstabSpec;
import baddle.core.finding.Finding;
import baddle.core.finding.FindingCode;
import baddle.core.finding.Place;
import baddle.core.intake.Misfits;
import baddle.core.lookup.LookupTable;
import baddle.core.table.Block;
import baddle.core.table.Origin;
import baddle.core.table.TextVector;
import baddle.plan.DatasetPlan;
import baddle.plan.Plan;
import baddle.store.DatasetReader;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Function;

/** What there is to say of a dataset as a whole, short of the duplicates. */
public final class DatasetReview {

  private static final List<String> PLACE =
      List.of(Origin.SOURCE_FILE.name(), Origin.SOURCE_SHEET.name(), Origin.SOURCE_ROW.name());

  private DatasetReview() {}

  /**
   * What wants a person's eye.
   *
   * @param anyClosed whether rows may keep what an earlier state of a lookup has brought
   * @param cells what parts of the rows are known to come to
   */
  public static List<Finding> findings(
      DatasetPlan dataset,
      DatasetReader reader,
      References references,
      boolean anyClosed,
      Function<String, LookupTable> tables,
      KeptCells cells)
      throws IOException {
    List<Finding> findings = new ArrayList<>(held(reader));
    cells.ahead(
        specs(dataset, references.plan(), reader, anyClosed).stream()
            .map(spec -> RowQuestion.ofOwn(spec, reader))
            .toList());
    findings.addAll(
        new LookupReviews(dataset, reader, references, anyClosed, tables, cells).findings());
    for (ListedControl control : ListedControl.of(dataset, references, reader, cells)) {
      findings.addAll(control.findings());
    }
    return findings;
  }

  /**
   * What a review asks of the rows.
   *
   * @param anyClosed whether rows may keep what an earlier state of a lookup has brought
   */
  public static List<CrosstabSpec> specs(
      DatasetPlan dataset, Plan plan, DatasetReader reader, boolean anyClosed) {
    List<CrosstabSpec> specs =
        new ArrayList<>(LookupReviews.specs(dataset, plan, reader, anyClosed));
    specs.addAll(ListedControl.specs(dataset, plan));
    return specs;
  }

  /** The rows that were read and held afterwards, by cause. */
  private static List<Finding> held(DatasetReader reader) throws IOException {
    Misfits causes = new Misfits(FindingCode.ROWS_HELD);
    HiddenReasons.scan(
        reader,
        PLACE,
        (block, row, reason) -> {
          if (!reason.ofKey()) {
            reason.held().ifPresent(value -> causes.add(place(block, row), value, remedy(reason)));
          }
        });
    return causes.findings();
  }

  private static String remedy(HiddenReasons.Reason reason) {
    return reason
        .closed()
        .map(
            mark ->
                "to include it: baddle reopen "
                    + mark.period()
                    + " --because REASON, then run again; or let the plan book such rows: closing:"
                    + " {restatements: book}")
        .orElse("correct the file, the lookup or the plan, and consolidate again");
  }

  private static Place place(Block block, int row) {
    TextVector sheets = block.text(1);
    String sheet = sheets.isBlank(row) ? "" : sheets.dictionary().text(sheets.codes()[row]);
    TextVector files = block.text(0);
    return Place.source(files.dictionary().text(files.codes()[row]), sheet)
        .atRow(block.numbers(2).values()[row]);
  }
}
