package baddle.core.intake;

import baddle.core.finding.Finding;
import baddle.core.finding.FindingCode;
import baddle.core.finding.Place;
import baddle.core.grid.CellKind;
import baddle.core.grid.CellRange;
import baddle.core.grid.GridRow;
import baddle.core.grid.GridSheet;
import baddle.core.grid.RowSink;
import baddle.core.intake.heading.HeadingRow;
import baddle.core.outcome.HeldRowSink;
import baddle.core.outcome.RowCounts;
import baddle.core.table.BlockBuilder;
import baddle.core.value.Convention;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.stream.IntStream;

/** Reads a sheet that is a filled-in form: certain of its cells become one row. */
public final class FormIntake implements RowSink {

  private final IntakeSpec spec;
  private final Place place;
  private final GridSheet sheet;
  private final Map<String, CellRange> addresses;
  private final BlockBuilder blocks;
  private final HeldRowSink heldRows;
  private final GridRow lent = new GridRow();
  private final CellKind[] kinds;
  private final String[] texts;
  private final int firstRow;
  private final int lastRow;
  private int lastTaken;

  /**
   * An intake for one form.
   *
   * @param place how findings name it
   * @param addresses the cell of each column
   */
  public FormIntake(
      IntakeSpec spec,
      Place place,
      GridSheet sheet,
      Map<String, CellRange> addresses,
      BlockBuilder blocks,
      HeldRowSink heldRows) {
    this.spec = spec;
    this.place = place;
    this.sheet = sheet;
    this.addresses = Map.copyOf(addresses);
    this.blocks = blocks;
    this.heldRows = heldRows;
    this.kinds = new CellKind[spec.columns().size()];
    this.texts = new String[spec.columns().size()];
    Arrays.fill(kinds, CellKind.BLANK);
    Arrays.fill(texts, "");
    this.firstRow = addresses.values().stream().mapToInt(CellRange::firstRow).min().orElse(1);
    this.lastRow = addresses.values().stream().mapToInt(CellRange::firstRow).max().orElse(1);
  }

  @Override
  public GridRow next() {
    return lent;
  }

  @Override
  public boolean wantsMore() {
    return lastTaken < lastRow;
  }

  @Override
  public void row(GridRow row) {
    lastTaken = row.number();
    for (int i = 0; i < kinds.length; i++) {
      Optional<CellRange> cell = address(i);
      if (cell.isPresent() && cell.get().firstRow() == row.number()) {
        kinds[i] = row.kind(cell.get().firstColumn());
        texts[i] = row.text(cell.get().firstColumn());
      }
    }
  }

  private Optional<CellRange> address(int column) {
    return Optional.ofNullable(addresses.get(spec.columns().get(column).column().name()));
  }

  /** What came of the form: one row that is kept or held; call it once, after its last row. */
  public SourceIntake result() throws IOException {
    List<Integer> cells = new ArrayList<>(Collections.nCopies(kinds.length, HeadingRow.ABSENT));
    Map<Integer, String> headings = new TreeMap<>();
    List<Finding> findings = new ArrayList<>();
    GridRow row = new GridRow();
    row.begin(firstRow);
    for (int i = 0; i < kinds.length; i++) {
      Optional<CellRange> cell = address(i);
      if (cell.isPresent()) {
        cells.set(i, i);
        headings.put(i, cell.get().toString());
        if (kinds[i] == CellKind.BLANK) {
          empty(i, cell.get()).ifPresent(findings::add);
        } else {
          row.add(i, kinds[i], texts[i]);
        }
      }
    }
    HeadingRow form =
        new HeadingRow(
            0,
            0,
            kinds.length,
            cells,
            headings,
            List.of(),
            List.of(),
            List.of(),
            List.of(),
            List.of(),
            List.of(),
            Map.of());
    long before = blocks.rowsEnded();
    CellLedger ledger = new CellLedger(spec, CellRange.EVERYTHING, false);
    ledger.begin(spec, form);
    TableRows rows =
        new TableRows(spec, place, form, sheet, CellRange.EVERYTHING, blocks, heldRows, ledger);
    rows.add(row, false);
    rows.finish();
    RowCounts counts = new RowCounts(1, blocks.rowsEnded() - before, rows.leftOut(), rows.held());
    IntakeFindings said = new IntakeFindings(spec, place);
    said.ofValues(rows);
    findings.addAll(said.all());
    return new SourceIntake(
        SourceIntake.Outcome.READ,
        0,
        CellRange.EVERYTHING,
        counts,
        ledger.account(sheet.name(), Convention.DECIMAL_POINT),
        findings,
        rows.readings().shown(),
        List.of(),
        SourceIntake.Nearest.NONE,
        new SourceIntake.Treated(
            rows.leftOutByRule(),
            rows.totals().totals(),
            rows.corrected(),
            IntStream.range(0, kinds.length)
                .mapToObj(column -> headings.getOrDefault(column, ""))
                .toList(),
            List.of(),
            List.of(),
            rows.mended(),
            rows.suspected().all(),
            rows.readings().writing()));
  }

  private Optional<Finding> empty(int column, CellRange cell) {
    IntakeColumn wanted = spec.columns().get(column);
    return wanted.required()
        ? Optional.empty()
        : Optional.of(
            Finding.of(
                FindingCode.FORM_CELL_EMPTY,
                place.atHeading(cell.toString()),
                "the cell of " + wanted.column().name() + " is empty",
                "ask the sender whether it was meant to be"));
  }
}
