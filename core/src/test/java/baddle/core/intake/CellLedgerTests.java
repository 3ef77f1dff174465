package baddle.core.intake;

import static org.assertj.core.api.Assertions.assertThat;

import baddle.core.calendar.Calendar;
import baddle.core.expression.Expression;
import baddle.core.finding.Finding;
import baddle.core.finding.FindingCode;
import baddle.core.finding.Place;
import baddle.core.grid.CellRange;
import baddle.core.outcome.CellCounts;
import baddle.core.outcome.HeldRow;
import baddle.core.outcome.HeldRowSink;
import baddle.core.outcome.HeldValue;
import baddle.core.outcome.MendedRows;
import baddle.core.outcome.UnreadRange;
import baddle.core.table.BlockBuilder;
import baddle.core.table.Column;
import baddle.core.value.ColumnType;
import baddle.core.value.ValueRules;
import java.io.IOException;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;

/** Every filled cell of a sheet is accounted for, and numbers that nobody reads are named. */
class CellLedgerTests {

  private static final List<IntakeColumn> SALES =
      List.of(
          new IntakeColumn(new Column("site", ColumnType.text()), List.of(), true),
          new IntakeColumn(new Column("amount", ColumnType.decimal(2)), List.of(), true));

  private static final HeldRowSink NOBODY =
      new HeldRowSink() {
        @Override
        public void held(HeldRow row) {}

        @Override
        public void blanked(int rowNumber, HeldValue value) {}
      };

  private static IntakeSpec spec(IgnoredCells ignored) {
    LeaveOut void_ = new LeaveOut(Expression.parse("site = 'void'"), "void", Map.of());
    return new IntakeSpec(
        SALES,
        Map.of(),
        ValueRules.STANDARD,
        WritingHints.NONE,
        new ShapingRules(
            List.of(),
            false,
            Optional.empty(),
            List.of(void_),
            Optional.empty(),
            Map.of(),
            Calendar.standard(),
            ignored),
        MendedRows.NONE,
        RowWatch.NONE);
  }

  /** Reads all tables of a sheet, as those who read files do. */
  private static List<SourceIntake> read(IgnoredCells ignored, List<String> lines)
      throws IOException {
    List<SourceIntake> results = new ArrayList<>();
    Deque<CellRange> regions = new ArrayDeque<>(List.of(CellRange.EVERYTHING));
    while (!regions.isEmpty()) {
      BlockBuilder blocks = new BlockBuilder(spec(ignored).schema(), 64, (block, from, to) -> {});
      TextSheet sheet = new TextSheet(false, lines);
      Intake intake =
          new Intake(spec(ignored), Place.file("in.xlsx"), sheet, regions.remove(), blocks, NOBODY);
      sheet.read(intake);
      SourceIntake result = intake.result();
      results.add(result);
      regions.addAll(result.more());
    }
    return results;
  }

  private static CellCounts counts(List<SourceIntake> results) {
    return results.stream()
        .map(result -> result.cells().counts())
        .reduce(CellCounts.NONE, CellCounts::plus);
  }

  private static List<String> findings(List<SourceIntake> results) {
    return results.stream()
        .flatMap(result -> result.findings().stream())
        .filter(finding -> finding.code() == FindingCode.CELLS_NOT_READ)
        .map(finding -> finding.place() + ": " + finding.message())
        .toList();
  }

  @Test
  void each_cell_has_one_fate() throws IOException {
    List<SourceIntake> results =
        read(
            IgnoredCells.NONE,
            List.of(
                "Sales of May",
                "Printed|2026",
                "Site|Amount|Fee|Clerk||",
                "Alder|10.00|1.50|Ann||7.25",
                "Copse|20.00|2.50|Bob",
                "void|1.00|0.50|Bob",
                "Site|Amount|Fee|Clerk",
                "Dunmere|30.00|3.50|Ann",
                "",
                "Checked by Ann"));
    assertThat(counts(results)).isEqualTo(new CellCounts(29, 6, 8, 4, 4, 0, 7));
    assertThat(findings(results))
        .containsExactly(
            "in.xlsx, Fee: 3 numbers below the heading \"Fee\" aren't read (C4:C8); they add up to"
                + " 7.50",
            "in.xlsx: 1 number beside the table isn't read (F4): 7.25");
    assertThat(results.get(0).cells().unread())
        .extracting(UnreadRange::heading, range -> range.range().toString(), UnreadRange::cells)
        .containsExactly(
            org.assertj.core.groups.Tuple.tuple("Fee", "C4:C8", 3L),
            org.assertj.core.groups.Tuple.tuple("Clerk", "D4:D8", 3L),
            org.assertj.core.groups.Tuple.tuple("", "F4", 1L));
  }

  @Test
  void what_the_plan_ignores_is_no_finding() throws IOException {
    IgnoredCells ignored = IgnoredCells.of(List.of("fee", "F:G", "1:1"));
    List<SourceIntake> results =
        read(
            ignored,
            List.of(
                "Total|1234.00|55.00",
                "Site|Amount|Fee||",
                "Alder|10.00|1.50||||9.00",
                "Copse|20.00|2.50||||8.00"));
    assertThat(counts(results)).isEqualTo(new CellCounts(14, 4, 3, 0, 0, 7, 0));
    assertThat(findings(results)).isEmpty();
  }

  @Test
  void numbers_above_and_below_a_table_are_named() throws IOException {
    assertThat(
            findings(
                read(
                    IgnoredCells.NONE,
                    List.of(
                        "Cash|Card|Total",
                        "100.00|200.00|300.00",
                        "",
                        "Site|Amount",
                        "Alder|10.00",
                        "Copse|20.00"))))
        .containsExactly(
            "in.xlsx: 3 numbers above or below the table aren't read (A2:C2); they add up to 600");
  }

  @Property(tries = 500)
  void every_filled_cell_of_any_sheet_is_counted_once(@ForAll long seed) throws IOException {
    Random random = new Random(seed);
    List<String> lines = new ArrayList<>();
    for (int above = random.nextInt(4); above > 0; above--) {
      lines.add(random.nextBoolean() ? "Title " + above : "Label|" + random.nextInt(5000));
    }
    for (int tables = 1 + random.nextInt(3); tables > 0; tables--) {
      boolean beside = random.nextInt(3) == 0;
      String headings = random.nextBoolean() ? "Site|Amount" : "No|Site|Fee|Amount|Clerk";
      lines.add(headings + (beside ? "||Site|Amount" : ""));
      for (int rows = random.nextInt(8); rows >= 0; rows--) {
        StringBuilder line = new StringBuilder();
        int cells = 1 + random.nextInt(8);
        for (int cell = 0; cell < cells; cell++) {
          line.append(cell == 0 ? "" : "|");
          line.append(
              List.of("", "text", "12.50", "void", "7", "2026-03-01").get(random.nextInt(6)));
        }
        lines.add(line.toString());
      }
      lines.add("");
      if (random.nextBoolean()) {
        lines.add("note below");
        lines.add("");
      }
    }
    long filled =
        lines.stream()
            .flatMap(line -> List.of(line.split("\\|")).stream())
            .filter(cell -> !cell.isBlank())
            .count();
    CellCounts counts = counts(read(IgnoredCells.NONE, lines));
    assertThat(counts.addUp()).as("%s %s", counts, lines).isTrue();
    assertThat(counts.filled()).as(lines.toString()).isEqualTo(filled);
  }

  @Test
  void a_finding_names_what_to_add_to_the_plan() throws IOException {
    List<SourceIntake> results =
        read(IgnoredCells.NONE, List.of("Site|Amount|Fee", "Alder|10.00|1.50"));
    assertThat(results.get(0).findings())
        .filteredOn(finding -> finding.code() == FindingCode.CELLS_NOT_READ)
        .extracting(Finding::remedy)
        .containsExactly(
            "if they are wanted, name their heading, sheet or table in the plan; else add ignore:"
                + " [\"Fee\"] to the feed");
  }
}
