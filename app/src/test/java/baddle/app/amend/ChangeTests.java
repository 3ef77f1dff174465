package baddle.app.amend;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import baddle.app.fill.FillException;
import baddle.formats.edit.CellContent;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** What a person types for a change means what it looks like. */
class ChangeTests {

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      quoteCharacter = '"',
      value = {
        "Form!C4=Alder Mill | Form | C4 | Text[value=Alder Mill]",
        "C4=7 | '' | C4 | Amount[value=7]",
        "'Year 2026'!C4=7.50 | Year 2026 | C4 | Amount[value=7.50]",
        "'It''s'!C4=x | It's | C4 | Text[value=x]",
        "C4= | '' | C4 | Blank[]",
        "C4=blank | '' | C4 | Blank[]",
        "C4='blank' | '' | C4 | Text[value=blank]",
        "C4=007 | '' | C4 | Text[value=007]",
        "C4=-0.5 | '' | C4 | Amount[value=-0.5]",
        "C4=2026-02-28 | '' | C4 | Day[value=2026-02-28]",
        "C4=2026-02-29 | '' | C4 | Text[value=2026-02-29]",
        "C4=2026-13-01 | '' | C4 | Text[value=2026-13-01]",
        "C4=true | '' | C4 | Truth[value=true]",
        "C4='it''s' | '' | C4 | Text[value=it's]",
        "C4=a=b | '' | C4 | Text[value=a=b]",
        "total=1e5 | '' | total | Text[value=1e5]",
      })
  void a_cell_that_is_named(String text, String sheet, String cell, String value)
      throws FillException {
    Change change = Change.set(text);

    assertThat(change.sheet()).isEqualTo(sheet.equals("''") ? "" : sheet);
    assertThat(change.cell()).isEqualTo(cell);
    assertThat(change.value()).hasToString(value);
    assertThat(change.condition()).isEmpty();
  }

  @Test
  void a_column_in_rows_that_meet_a_condition() throws FillException {
    Change change = Change.set("Prices!Price where code = '00231' -> 4.95");

    assertThat(change.sheet()).isEqualTo("Prices");
    assertThat(change.cell()).isEmpty();
    assertThat(change.column()).isEqualTo("Price");
    assertThat(change.condition()).isEqualTo("code = '00231'");
    assertThat(change.value()).isEqualTo(Change.value("4.95"));
  }

  @Test
  void every_cell_that_meets_a_condition() throws FillException {
    Change change = Change.find("Sheet1!text = 'n/a' -> blank");

    assertThat(change.sheet()).isEqualTo("Sheet1");
    assertThat(change.column()).isEmpty();
    assertThat(change.condition()).isEqualTo("text = 'n/a'");
    assertThat(change.value()).isEqualTo(new CellContent.Blank());
  }

  @ParameterizedTest
  @ValueSource(strings = {"", "C4", "=7", "Form!", "Form!=7"})
  void what_is_no_change_says_how_one_looks(String text) {
    assertThatThrownBy(() -> Change.set(text))
        .isInstanceOf(FillException.class)
        .hasMessage(
            text + ": should be like Form!C4=Alder Mill, or Prices!Price where code = '1' -> 4.95");
  }

  @ParameterizedTest
  @ValueSource(strings = {"", "text = 'n/a'", "-> blank"})
  void what_finds_nothing_says_how_it_looks(String text) {
    assertThatThrownBy(() -> Change.find(text))
        .isInstanceOf(FillException.class)
        .hasMessage(text + ": should be like Sheet1!text = 'n/a' -> blank");
  }
}
