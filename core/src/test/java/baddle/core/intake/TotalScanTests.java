package baddle.core.intake;

import static org.assertj.core.api.Assertions.assertThat;

import baddle.core.finding.Finding;
import baddle.core.finding.FindingCode;
import baddle.core.finding.Place;
import baddle.core.grid.CellRange;
import baddle.core.outcome.HeldRow;
import baddle.core.outcome.HeldRowSink;
import baddle.core.outcome.HeldValue;
import baddle.core.table.BlockBuilder;
import baddle.core.table.Column;
import baddle.core.value.ColumnType;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Rows that total those above them are told from others, though no rule names them. */
class TotalScanTests {

  private static final List<IntakeColumn> SALES =
      List.of(
          column("site", ColumnType.text(), false),
          column("day", ColumnType.of(ColumnType.Kind.DATE), false),
          column("units", ColumnType.of(ColumnType.Kind.INTEGER), false),
          column("price", ColumnType.decimal(2), false),
          column("amount", ColumnType.decimal(2), false));

  private final List<HeldRow> held = new ArrayList<>();

  private final class Sink implements HeldRowSink {

    @Override
    public void held(HeldRow row) {
      held.add(row);
    }

    @Override
    public void blanked(int rowNumber, HeldValue value) {}
  }

  private static IntakeColumn column(String name, ColumnType type, boolean required) {
    return new IntakeColumn(new Column(name, type), List.of(), required);
  }

  private SourceIntake read(List<IntakeColumn> columns, TotalPolicy policy, List<String> lines)
      throws IOException {
    IntakeSpec spec = new IntakeSpec(columns, Map.of()).with(policy);
    BlockBuilder blocks = new BlockBuilder(spec.schema(), 64, (block, from, to) -> {});
    TextSheet sheet = new TextSheet(true, lines);
    Intake intake =
        new Intake(spec, Place.file("in.csv"), sheet, CellRange.EVERYTHING, blocks, new Sink());
    sheet.read(intake);
    SourceIntake result = intake.result();
    blocks.flush();
    return result;
  }

  private SourceIntake sales(String... rows) throws IOException {
    List<String> lines = new ArrayList<>(List.of("Site|Day|Units|Price|Amount"));
    lines.addAll(List.of(rows));
    return read(SALES, TotalPolicy.REPORT, lines);
  }

  private static List<String> suspected(SourceIntake result) {
    return result.findings().stream()
        .filter(finding -> finding.code() == FindingCode.TOTAL_SUSPECTED)
        .map(
            f ->
                f.severity().name().toLowerCase(Locale.ROOT) + " " + f.place() + ": " + f.message())
        .toList();
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = ';',
      quoteCharacter = '`',
      value = {
        "Total||7||70.00;error;lower(site) = 'total' and day is null;units, amount",
        "GRAND TOTAL:|2026-01-31|7||70.00;error;lower(site) = 'grand total:';units, amount",
        "Dunmere total||7||70.00;error;lower(site) = 'dunmere total' and day is null;units, amount",
        "Gesamtsumme||||70.00;error;lower(site) = 'gesamtsumme' and day is null;amount",
        "Итого||||70.00;error;lower(site) = 'итого' and day is null;amount",
        "All sites||7||70.00;error;day is null and units is not null;units, amount",
        "||7||70.00;error;site is null and units is not null;units, amount",
        "Total||8||70.00;error;lower(site) = 'total' and day is null;amount",
        "Total||8||71.00;warning;lower(site) = 'total' and day is null;",
        "Total|2026-01-31|8||71.00;warning;lower(site) = 'total';",
      })
  void a_total_is_told_by_its_label_its_sums_and_its_blanks(
      String row, String severity, String condition, String tying) throws IOException {
    SourceIntake result =
        sales("Alder|2026-01-02|3|10.00|30.00", "Copse|2026-01-03|4|10.00|40.00", row);
    assertThat(suspected(result))
        .singleElement()
        .asString()
        .startsWith(severity + " in.csv, row 4");
    SuspectedTotal total = result.treated().suspected().get(0);
    assertThat(total.condition()).isEqualTo(condition);
    assertThat(String.join(", ", total.tying())).isEqualTo(tying == null ? "" : tying);
    assertThat(result.counts().kept()).isEqualTo(3);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = ';',
      value = {
        "Copse|2026-01-04|7||70.00",
        "Total Fitness Ltd|2026-01-04|2|10.00|20.00",
        "Totem Poles|2026-01-04|2|10.00|20.00",
        "Summer Lane||2|10.00|20.00",
        "Dunmere||1|5.00|5.00",
        "Total||||",
        "|||10.00|",
      })
  void other_rows_are_not(String row) throws IOException {
    assertThat(
            suspected(
                sales("Alder|2026-01-02|3|10.00|30.00", "Copse|2026-01-03|4|10.00|40.00", row)))
        .isEmpty();
  }

  @Test
  void sums_are_of_the_rows_since_any_total_before() throws IOException {
    SourceIntake result =
        sales(
            "Alder|2026-01-02|3|1.00|30.00",
            "Alder|2026-01-03|4|1.00|40.00",
            "Total Alder||7||70.00",
            "Copse|2026-01-02|1|1.00|11.00",
            "Copse|2026-01-03|2|1.00|12.00",
            "Total Copse||3||23.00",
            "Total north||10||93.00",
            "Dunmere|2026-01-02|5|1.00|13.00",
            "Dunmere|2026-01-03|6|1.00|14.00",
            "Total Dunmere||11||27.00",
            "Total south||11||27.00",
            "Grand total||21||120.00");
    assertThat(result.treated().suspected())
        .hasSize(6)
        .allSatisfy(total -> assertThat(total.isProved()).isTrue());
    assertThat(result.treated().suspected())
        .extracting(SuspectedTotal::rows)
        .containsExactly(2L, 2L, 4L, 2L, 2L, 6L);
  }

  @Test
  void a_last_row_that_only_adds_up_is_a_warning() throws IOException {
    SourceIntake result =
        sales(
            "Alder|2026-01-02|3|1.00|30.10",
            "Alder|2026-01-03|4|1.00|40.25",
            "Copse|2026-01-04|5|1.00|12.40",
            "Everything|2026-01-31|12|1.00|82.75");
    assertThat(suspected(result))
        .containsExactly(
            "warning in.csv, row 5: looks like a total and counts: it is the last row, and the 3"
                + " rows above it add up to its units, amount (units 12, amount 82.75)");
  }

  @Test
  void amounts_without_anything_that_tells_rows_apart_are_a_warning() throws IOException {
    SourceIntake result =
        sales(
            "Alder|2026-01-02|3|1.00|30.10",
            "Alder|2026-01-03|4|1.00|40.25",
            "Copse|2026-01-04|5|1.00|12.40",
            "Copse|2026-01-05|5|1.00|12.40",
            "Copse|2026-01-06|5|1.00|12.40",
            "||12||82.75",
            "Copse|2026-01-07|5|1.00|12.40");
    assertThat(suspected(result))
        .containsExactly(
            "warning in.csv, row 7: looks like a total and counts: it has no site, no day (units 12,"
                + " amount 82.75)");
  }

  @Test
  void a_held_row_that_looks_like_one_says_how_to_leave_it_out() throws IOException {
    List<IntakeColumn> columns =
        List.of(
            column("site", ColumnType.text(), true),
            column("code", ColumnType.text(), true),
            column("amount", ColumnType.decimal(2), true));
    SourceIntake result =
        read(
            columns,
            TotalPolicy.REPORT,
            List.of("Site|Code|Amount", "Alder|1|10.00", "Copse||20.00", "Total||30.00"));
    assertThat(suspected(result)).isEmpty();
    assertThat(result.findings())
        .filteredOn(finding -> finding.code() == FindingCode.ROWS_HELD)
        .extracting(Finding::remedy)
        .containsExactly(
            "ask the sender for it, or remove required: from the column, and consolidate again",
            "if it is a total, leave it out: add to leave_out: of its feed {when: \"lower(site) ="
                + " 'total'\", because: total row, control_total: [amount]}");
    assertThat(held).extracting(HeldRow::rowNumber).containsExactly(3, 4);
  }

  @Test
  void proved_totals_are_left_out_where_that_is_wanted() throws IOException {
    SourceIntake result =
        read(
            SALES,
            TotalPolicy.LEAVE_OUT,
            List.of(
                "Site|Day|Units|Price|Amount",
                "Alder|2026-01-02|3|10.00|30.00",
                "Copse|2026-01-03|4|10.00|40.00",
                "Total||7||70.00",
                "Total carried||8||99.00"));
    assertThat(result.counts().kept()).isEqualTo(3);
    assertThat(result.treated().leftOut())
        .containsExactly(new SourceIntake.LeftOut("totals of the rows above them", 1));
    assertThat(suspected(result)).singleElement().asString().contains("row 5");
  }

  /** Rows of any amounts, and a total row at random places. */
  @Property(tries = 300)
  void a_planted_total_is_proved_and_nothing_else_is(
      @ForAll long seed, @ForAll @IntRange(min = 2, max = 200) int rows) throws IOException {
    Random random = new Random(seed);
    List<String> lines = new ArrayList<>(List.of("Site|Day|Units|Price|Amount"));
    long units = 0;
    long cents = 0;
    int since = 0;
    List<Integer> planted = new ArrayList<>();
    for (int row = 0; row < rows; row++) {
      int unit = 1 + random.nextInt(30);
      long cent = 100L + random.nextInt(1_000_000);
      units += unit;
      cents += cent;
      since++;
      lines.add(
          "Site "
              + random.nextInt(9)
              + "|2026-01-0"
              + (1 + random.nextInt(9))
              + "|"
              + unit
              + "|1.00|"
              + money(cent));
      if (since > 1 && random.nextInt(8) == 0) {
        String label = List.of("Total", "Subtotal", "Everything", "").get(random.nextInt(4));
        lines.add(label + "||" + units + "||" + money(cents));
        planted.add(lines.size());
        units = 0;
        cents = 0;
        since = 0;
      }
    }
    List<SuspectedTotal> found = read(SALES, TotalPolicy.REPORT, lines).treated().suspected();
    assertThat(found).extracting(SuspectedTotal::rowNumber).isEqualTo(planted);
    assertThat(found).allMatch(SuspectedTotal::isProved);
  }

  private static String money(long cents) {
    return cents / 100 + "." + String.format(Locale.ROOT, "%02d", cents % 100);
  }
}
