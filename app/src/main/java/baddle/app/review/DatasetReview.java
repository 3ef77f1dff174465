package baddle.app.review;

import baddle.app.reference.References;
import baddle.core.derivation.HeldBecause;
import baddle.core.finding.Finding;
import baddle.core.finding.FindingCode;
import baddle.core.finding.Place;
import baddle.core.lookup.LookupTable;
import baddle.core.table.Block;
import baddle.core.table.HiddenRows;
import baddle.core.table.Origin;
import baddle.core.table.TextVector;
import baddle.plan.DatasetPlan;
import baddle.store.DatasetReader;
import java.io.IOException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;

/** What there is to say of a dataset as a whole, short of the duplicates. */
public final class DatasetReview {

  private static final List<String> PLACE =
      List.of(Origin.SOURCE_FILE.name(), Origin.SOURCE_SHEET.name(), Origin.SOURCE_ROW.name());

  /** Rows held for one reason. */
  private static final class Held {
    private long rows;
    private Place first = Place.nowhere();
    private String value = "";
  }

  private DatasetReview() {}

  /** What wants a person's eye. */
  public static List<Finding> findings(
      DatasetPlan dataset,
      DatasetReader reader,
      References references,
      Function<String, LookupTable> tables)
      throws IOException {
    List<Finding> findings = new ArrayList<>(held(reader));
    findings.addAll(new LookupReviews(dataset, reader, references, tables).findings());
    for (ListedControl control : ListedControl.of(dataset, references, reader)) {
      findings.addAll(control.findings());
    }
    return findings;
  }

  /** The rows that were read and held afterwards, by cause. */
  private static List<Finding> held(DatasetReader reader) throws IOException {
    Map<HeldBecause, Held> causes = new LinkedHashMap<>();
    reader.scanHidden(
        PLACE,
        (block, from, to) -> {
          for (int row = from; row < to; row++) {
            add(causes, block, row);
          }
        });
    List<Finding> findings = new ArrayList<>();
    causes.forEach(
        (cause, held) ->
            findings.add(
                Finding.of(
                    FindingCode.ROWS_HELD,
                    held.first.atHeading(cause.column()),
                    new Finding.Tally(held.rows, held.value, cause.expectation()),
                    "mend the file, the lookup or the plan, and consolidate again")));
    return findings;
  }

  private static void add(Map<HeldBecause, Held> causes, Block block, int row) {
    because(block, row)
        .ifPresent(
            reason -> {
              HeldBecause cause = new HeldBecause(reason.column(), "", reason.expectation());
              Held held = causes.computeIfAbsent(cause, c -> new Held());
              if (held.rows++ == 0) {
                held.first = place(block, row);
                held.value = reason.value().isEmpty() ? "a blank" : "\"" + reason.value() + "\"";
              }
            });
  }

  /** Why a hidden row is held, if the derived columns are the reason. */
  private static Optional<HeldBecause> because(Block block, int row) {
    TextVector reasons = block.text(block.schema().indexOf(HiddenRows.HELD.name()).orElseThrow());
    return reasons.isBlank(row)
        ? Optional.empty()
        : Optional.of(HeldBecause.parse(reasons.dictionary().text(reasons.codes()[row])));
  }

  private static Place place(Block block, int row) {
    TextVector sheets = block.text(1);
    String sheet = sheets.isBlank(row) ? "" : sheets.dictionary().text(sheets.codes()[row]);
    TextVector files = block.text(0);
    return Place.source(files.dictionary().text(files.codes()[row]), sheet)
        .atRow(block.numbers(2).values()[row]);
  }
}
