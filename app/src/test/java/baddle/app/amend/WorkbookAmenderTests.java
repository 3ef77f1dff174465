package baddle.app.amend;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import baddle.app.Sheets;
import baddle.app.fill.FillException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Cells are changed in a copy, all that are wanted or none, and back by the journal. */
class WorkbookAmenderTests {

  private static final LocalDate DAY = LocalDate.of(2026, 3, 1);

  @TempDir private Path folder;
  private Path sent;
  private Path copy;

  @BeforeEach
  void write() throws Exception {
    sent =
        new Sheets()
            .sheet(
                "Form",
                List.of("n/a", "Old Mill", "=B2*2"),
                List.of(DAY, 12.5, "n/a"),
                List.of(" spaced ", true))
            .sheet(
                "Prices",
                List.of("Price list"),
                List.of("Code", "Price", "Kind"),
                List.of("00231", 4, "n/a"),
                List.of("231", 5, "x"),
                List.of("232", 6, "x"))
            .write(folder.resolve("sent.xlsx"));
    copy = folder.resolve("changed/sent.xlsx");
  }

  private Amended amend(Change... changes) throws Exception {
    return amend(new WorkbookAmender(List.of(changes), false, false));
  }

  private Amended amend(WorkbookAmender amending) throws Exception {
    return new AmendRun(amending, folder.resolve("changed/journal.csv"))
        .run(Map.of(sent, copy), true)
        .get(0);
  }

  private static List<String> cells(Amended amended) {
    return amended.cells().stream()
        .map(
            cell ->
                "%s!%s: %s %s -> %s %s"
                    .formatted(
                        cell.sheet(),
                        cell.cell(),
                        cell.kindBefore(),
                        cell.before(),
                        cell.kindAfter(),
                        cell.after()))
        .toList();
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "Form!B1=Alder Mill | Form!B1: text Old Mill -> text Alder Mill",
        "B2=13 | Form!B2: number 12.5 -> number 13",
        "Form!A2=2026-03-02 | Form!A2: date 2026-03-01 -> date 2026-03-02",
        "Form!D9=new | Form!D9: blank  -> text new",
        "Form!B1=blank | Form!B1: text Old Mill -> blank ",
        "Prices!Price where \"Code\" = '00231' -> 4.95 | Prices!B3: number 4 -> number 4.95",
        "Prices!Price where \"Kind\" = 'x' -> 7 |"
            + " Prices!B4: number 5 -> number 7, Prices!B5: number 6 -> number 7",
      })
  void a_cell_is_named_or_found_by_its_row(String set, String changed) throws Exception {
    Amended amended = amend(Change.set(set));

    assertThat(amended.problem()).isEmpty();
    assertThat(String.join(", ", cells(amended)).strip()).isEqualTo(changed.strip());
    Amended.Cell cell = amended.cells().get(0);
    assertThat(Sheets.cell(copy, cell.sheet(), cell.cell())).isEqualTo(cell.after());
    assertThat(Sheets.cell(sent, cell.sheet(), cell.cell())).isEqualTo(cell.before());
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "text = 'n/a' -> blank | Form!A1, Form!C2, Prices!C3",
        "Form!text = 'n/a' -> blank | Form!A1, Form!C2",
        "number > 4.5 and number < 7 -> 0 | Prices!B4, Prices!B5",
        "date = date '2026-03-01' -> 2026-04-01 | Form!A2",
        "text = 'nowhere' -> blank | ''",
      })
  void every_cell_that_meets_a_condition(String find, String found) throws Exception {
    Amended amended = amend(Change.find(find));

    assertThat(amended.problem()).isEmpty();
    assertThat(amended.cells().stream().map(cell -> cell.sheet() + "!" + cell.cell()))
        .containsExactly(found.isEmpty() ? new String[0] : found.split(", "));
    assertThat(Files.exists(copy)).isEqualTo(!found.isEmpty());
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "Frm!B1=x | no sheet Frm; did you mean Form? (sheets: Form, Prices)",
        "Form!wages=1 | wages is neither a cell such as C4 nor a name of the workbook",
        "Prices!Prise where \"Code\" = '231' -> 1 | sheet Prices: no row of headings has Code and"
            + " Prise; did you mean Price?",
        "Prices!Price where \"Code\" = '999' -> 1 | sheet Prices: no row where \"Code\" = '999'",
        "Prices!Price where \"Code\" -> 1 | \"Code\" is neither true nor false",
      })
  void what_cannot_be_found_changes_nothing(String set, String problem) throws Exception {
    Amended amended = amend(Change.set("Form!B2=1"), Change.set(set));

    assertThat(amended.problem()).isEqualTo(problem);
    assertThat(amended.cells()).isEmpty();
    assertThat(amended.wantsEye()).isTrue();
    assertThat(copy).doesNotExist();
  }

  @Test
  void a_cell_that_is_changed_twice_is_a_contradiction() throws Exception {
    Amended amended = amend(Change.set("Form!B2=1"), Change.set("Form!B2=2"));

    assertThat(amended.problem()).isEqualTo("Form!B2 is changed twice");
    assertThat(copy).doesNotExist();
  }

  @Test
  void a_formula_stays_unless_formulas_are_meant() throws Exception {
    List<Change> changes = List.of(Change.set("Form!C1=7"), Change.set("Form!B1=y"));

    Amended kept = amend(new WorkbookAmender(changes, false, false));
    assertThat(kept.stays())
        .containsExactly("Form!C1: a formula, =B2*2 (--formulas would change it)");
    assertThat(Sheets.cell(copy, "Form", "C1")).isEqualTo("=B2*2");
    Amended changed = amend(new WorkbookAmender(changes, true, false));
    assertThat(changed.stays()).isEmpty();
    assertThat(Sheets.cell(copy, "Form", "C1")).isEqualTo("7");
  }

  @Test
  void a_text_no_cell_can_hold_is_refused() throws Exception {
    assertThat(amend(Change.set("Form!B1=" + "x".repeat(40_000))).problem())
        .isEqualTo("Form!B1: a text of more than 32767 characters, which no cell holds");
  }

  @Test
  void what_is_there_already_is_no_change() throws Exception {
    assertThat(amend(Change.set("Form!B1=Old Mill")).cells()).isEmpty();
    assertThat(copy).doesNotExist();
  }

  @Test
  void a_file_that_is_no_workbook_is_its_own_problem() throws Exception {
    Files.writeString(sent, "site,amount\n");

    assertThat(amend(Change.set("B1=x")).problem()).isNotEmpty();
  }

  private Path list(String... lines) throws Exception {
    return Files.writeString(folder.resolve("changes.csv"), String.join("\n", lines) + "\n");
  }

  @Test
  void a_list_names_files_old_values_and_reasons() throws Exception {
    List<Change> changes =
        ChangeList.read(
            list(
                "file,sheet,cell,column,where,old,new,because",
                "sent.xlsx,Form,B1,,,Old Mill,Alder Mill,renamed",
                "other.xlsx,Form,B1,,,,Foxholt,",
                ",Prices,,Price,\"\"\"Code\"\" = '231'\",,5.5,new price"));

    Amended amended = amend(changes.toArray(Change[]::new));

    assertThat(cells(amended))
        .containsExactly(
            "Form!B1: text Old Mill -> text Alder Mill", "Prices!B4: number 5 -> number 5.5");
    assertThat(amended.cells()).extracting(Amended.Cell::because).contains("renamed", "new price");
  }

  @Test
  void an_old_value_that_is_not_there_any_more_stops_the_file() throws Exception {
    List<Change> changes =
        ChangeList.read(list("sheet,cell,old,new", "Form,B1,New Mill,x", "Form,B2,12.5,1"));

    Amended amended = amend(changes.toArray(Change[]::new));

    assertThat(amended.problem())
        .isEqualTo("Form!B1 holds Old Mill, not New Mill; the file isn't changed");
    assertThat(copy).doesNotExist();
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "sheet,cel,new | Form,B1,x | : no column cel; did you mean cell? (columns: file, sheet,"
            + " cell, column, where, old, new, because)",
        "sheet,new | Form,x | , row 2: needs either cell, an address or a name, or where",
        "cell,where,new | B1,a = 'b',x | , row 2: needs either cell, an address or a name, or"
            + " where",
      })
  void a_list_that_cannot_be_followed_is_refused(String head, String line, String message)
      throws Exception {
    Path list = list(head, line);

    assertThatThrownBy(() -> ChangeList.read(list))
        .isInstanceOf(FillException.class)
        .hasMessage(list + message);
  }

  @Test
  void a_journal_brings_every_cell_back_with_its_kind_and_its_spaces() throws Exception {
    Path journal = folder.resolve("changed/journal.csv");
    Amended amended =
        amend(
            Change.set("Form!A1=7"),
            Change.set("Form!A2=later"),
            Change.set("Form!A3=trimmed"),
            Change.set("Form!B1=blank"),
            Change.set("Form!D9=007"));
    Journal.write(journal, List.of(amended));

    List<Amended> undone = Journal.undo(journal, true);

    assertThat(undone).singleElement().satisfies(one -> assertThat(one.problem()).isEmpty());
    for (String at : List.of("A1", "A2", "A3", "B1", "D9", "C1")) {
      assertThat(Sheets.cell(copy, "Form", at)).isEqualTo(Sheets.cell(sent, "Form", at));
    }
    assertThat(Journal.undo(journal, true).get(0).cells()).isEmpty();
  }

  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3, 4, 5, 6})
  void any_changes_are_undone_whole(long seed) throws Exception {
    Random random = new Random(seed);
    List<String> values = List.of("7", "-0.5", "2026-05-05", "true", "'0042'", "blank", "new text");
    List<Change> changes = new ArrayList<>();
    List<String> places = new ArrayList<>();
    for (int i = 0; i < 6; i++) {
      String place = "Prices!" + (char) ('A' + random.nextInt(5)) + (1 + random.nextInt(8));
      if (!places.contains(place)) {
        places.add(place);
        changes.add(Change.set(place + "=" + values.get(random.nextInt(values.size()))));
      }
    }
    Path journal = folder.resolve("changed/journal.csv");

    Amended amended = amend(changes.toArray(Change[]::new));
    Journal.write(journal, List.of(amended));
    Journal.undo(journal, true);

    assertThat(amended.problem()).isEmpty();
    for (String place : places) {
      String at = place.substring("Prices!".length());
      assertThat(Sheets.cell(copy, "Prices", at))
          .as(place)
          .isEqualTo(Sheets.cell(sent, "Prices", at));
    }
  }

  @Test
  void a_copy_that_somebody_changed_since_stays() throws Exception {
    Path journal = folder.resolve("changed/journal.csv");
    Journal.write(journal, List.of(amend(Change.set("Form!B1=Alder Mill"))));
    new Sheets().sheet("Form", List.of("", "Copse End")).write(copy);

    assertThat(Journal.undo(journal, true).get(0).problem())
        .isEqualTo("Form!B1 holds Copse End, not Alder Mill; the file isn't changed");
    assertThat(Sheets.cell(copy, "Form", "B1")).isEqualTo("Copse End");
  }

  @Test
  void places_that_hold_something_else_are_not_written_over() throws Exception {
    Path journal = folder.resolve("changed/journal.csv");
    assertThat(Journal.problem(journal)).isEmpty();
    assertThat(Journal.problem(copy, journal)).isEmpty();
    Journal.write(journal, List.of(amend(Change.set("Form!B1=x"))));

    assertThat(Journal.problem(journal)).isEmpty();
    assertThat(Journal.problem(copy, journal)).isEmpty();
    assertThat(Journal.problem(sent, journal))
        .contains(sent + " is there and no journal lists it as a copy; name another place");
    Path other = Files.writeString(folder.resolve("other.csv"), "site,amount\nFoxholt,1\n");
    assertThat(Journal.problem(other))
        .contains(other + " is there and is no journal; name another file");
    assertThatThrownBy(() -> Journal.undo(other, true))
        .isInstanceOf(FillException.class)
        .hasMessageContaining("isn't of a journal");
  }
}
