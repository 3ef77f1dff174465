package baddle.core.profile;

import static org.assertj.core.api.Assertions.assertThat;

import baddle.core.calendar.MonthNames;
import baddle.core.grid.CellRange;
import baddle.core.intake.TextSheet;
import java.io.IOException;
import java.util.List;
import java.util.stream.Collectors;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class TableFinderTests {

  private static List<TableFinder.FoundTable> find(String... lines) throws IOException {
    SheetSample sample = new SheetSample(1000, CellRange.EVERYTHING);
    new TextSheet(false, List.of(lines)).read(sample);
    return TableFinder.find(sample.rows(), sample.wantsMore());
  }

  /** Lines are parted by semicolons. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '!',
      value = {
        "Date|Code;2026-01-01|a;2026-01-02|b ! A1:B3",
        "Sales of March;;|Date|Code|Qty;|2026-01-01|a|1;|2026-01-02|b|2 ! B3:D5",
        "Report|by me;Date|Code|Qty;2026-01-01|a|1 ! A1:C3",
        "Name|Town;Ann|Leek;Bob|Kale ! A1:B3",
        "Code;00117;00204 ! A1:A3",
        "Date|Qty;2026-01-01|1;;2026-01-02|2 ! A1:B4",
        "Date|Code|Qty;2026-01-01|a|1;;printed by hand ! A1:C2",
        "Date|Code|Qty;2026-01-01|a|1;;Site|Staff|Hours;North|4|12 ! A1:C2 A4:C5",
        "Date|Qty||Site|Staff;2026-01-01|1||North|4;2026-01-02|2||| ! A1:B3 D1:E2",
        "Date||Qty;2026-01-01|x|1 ! A1:C2",
        "Site|2025|=2026;North|1.50|2.50 ! A1:C2",
        "Site|2026-01|2026-02;North|1|2 ! A1:C2",
        "Site|2026-11-02|2026-11-03;North|1|2.50 ! A1:C2",
        "|2025|||2026;Site|Jan|Feb|Mar|Jan;North|1|2|3|4 ! A1:E3",
        "|2026;Site|Qty;North|1 ! A1:B3",
        "2026;Site|Qty;North|1 ! A2:B3",
        "From|2026-11-02|2026-11-03;Till|2026-12-02|2026-12-03 ! ''",
        "Staff||8;Visitors||=2003;;Wages||12.50 ! ''",
        "1|2|3;4|5|6 ! ''",
        "only a note ! ''",
      })
  void finds_tables_by_their_shape(String lines, String expected) throws IOException {
    String found =
        find(lines.strip().split(";")).stream()
            .map(table -> table.range().toString())
            .collect(Collectors.joining(" "));

    assertThat(found).isEqualTo(expected.strip());
  }

  @Test
  void joins_headings_of_two_lines() throws IOException {
    List<TableFinder.FoundTable> tables =
        find("Site|2025||2026|", "|Qty|Amount|Qty|Amount", "North|1|2|3|4");

    assertThat(tables).hasSize(1);
    assertThat(tables.get(0).headings().values())
        .containsExactly("Site", "2025 Qty", "2025 Amount", "2026 Qty", "2026 Amount");
  }

  @Property
  void finds_a_table_wherever_it_begins(
      @ForAll @IntRange(max = 20) int blankRows,
      @ForAll @IntRange(max = 9) int column,
      @ForAll @IntRange(min = 1, max = 50) int rows)
      throws IOException {
    String start = "|".repeat(column);
    String[] lines = new String[blankRows + 1 + rows];
    java.util.Arrays.fill(lines, 0, blankRows, "");
    lines[blankRows] = start + "Date|Amount";
    for (int i = 0; i < rows; i++) {
      lines[blankRows + 1 + i] = start + "2026-01-01|" + i;
    }

    assertThat(find(lines).get(0).range())
        .isEqualTo(new CellRange(blankRows + 1, blankRows + 1 + rows, column, column + 2));
  }

  @Test
  void a_profile_says_what_the_columns_of_a_table_hold() throws IOException {
    TextSheet sheet =
        new TextSheet(
            false,
            List.of("Date|Price|Price||Note", "14.03.2026|1,50|=2.5|x|", "01.02.2026|0,5|#N/A|y|"));
    SheetSample sample = new SheetSample(100, CellRange.EVERYTHING);
    sheet.read(sample);
    TableFinder.FoundTable table = TableFinder.find(sample.rows(), true).get(0);

    TableProfile profile = new TableProfile(table, MonthNames.english(), 100, 1);
    sheet.read(profile);

    assertThat(profile.columns())
        .extracting(
            c ->
                c.heading()
                    + ": "
                    + c.values().type()
                    + " "
                    + c.values().filled()
                    + " "
                    + c.values().oddities())
        .containsExactly(
            "Date: date 2 [day first]",
            "Price: decimal(2) 2 [decimal comma]",
            "Price 2: text 2 [1 error cell, 1 of its 2 values is a number]",
            "column D: text 2 []",
            "Note: text 0 []");
    assertThat(profile.firstRows()).containsExactly(List.of("14.03.2026", "1,50", "2.5", "x", ""));
  }
}
