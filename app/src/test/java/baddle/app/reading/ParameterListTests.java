package baddle.app.reading;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import baddle.app.Sheets;
import baddle.core.grid.UnreadableFileException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Lists that people keep: every value has its name, or the list is refused. */
class ParameterListTests {

  @TempDir private Path folder;

  private List<ParameterList.Line> read(String text) throws Exception {
    return ParameterList.read(Files.writeString(folder.resolve("list.csv"), text));
  }

  @Test
  void each_line_has_its_values_by_name_and_no_blanks() throws Exception {
    assertThat(read("site,year\nFoxholt,2026\n\nDunmere,\n"))
        .containsExactly(
            new ParameterList.Line(2, Map.of("site", "Foxholt", "year", "2026")),
            new ParameterList.Line(4, Map.of("site", "Dunmere")));
  }

  @Test
  void a_list_of_one_column_has_no_separator() throws Exception {
    assertThat(read("site\nEast; West\nNorth,South\n\"\"\"Old\"\" Mill, A\"\n").stream())
        .extracting(line -> line.values().get("site"))
        .containsExactly("East; West", "North,South", "\"Old\" Mill, A");
    assertThat(read("site\nEast;West\nA;B\n")).hasSize(2);
  }

  @Test
  void a_workbook_is_read_by_its_first_sheet() throws Exception {
    Path file =
        new Sheets()
            .sheet("Sites", List.of("site", "year"), List.of("Foxholt", 2026))
            .sheet("Others", List.of("site"), List.of("Dunmere"))
            .write(folder.resolve("list.xlsx"));

    assertThat(ParameterList.read(file))
        .containsExactly(new ParameterList.Line(2, Map.of("site", "Foxholt", "year", "2026")));
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "site,amount^Foxholt,1,50^ | 2 | row 2 has \"50\" in column C, which has no name; name the"
            + " column, or put a value that holds the separator into quotes",
        "site,,amount^Foxholt,note,1^ | 2 | row 2 has \"note\" in column B, which has no name; name"
            + " the column, or put a value that holds the separator into quotes",
        "site,year,site^a,b,c^ | 1 | row 1 names two columns site; rename one of them",
      })
  void a_value_without_a_name_of_its_own_is_refused(String text, long row, String message) {
    assertThatThrownBy(() -> read(text.replace('^', '\n')))
        .isInstanceOfSatisfying(
            UnreadableFileException.class, e -> assertThat(e.row()).isEqualTo(row))
        .hasMessage("list.csv: " + message);
  }

  @Test
  void what_is_written_beside_the_store_comes_back_as_it_was() throws Exception {
    OwnList list = new OwnList(folder.resolve("kept/own.csv"), List.of("name", "value"));
    assertThat(list.lines()).isEmpty();

    list.write(List.of(List.of("a,b", "say \"yes\""), List.of("", "=1+1"), List.of("c", "")));

    assertThat(list.lines())
        .containsExactly(
            Map.of("name", "a,b", "value", "say \"yes\""),
            Map.of("value", "=1+1"),
            Map.of("name", "c"));
  }
}
