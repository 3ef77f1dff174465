package baddle.formats.edit;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Formulas taken apart. */
class FormulaTextTests {

  @ParameterizedTest
  @ValueSource(
      strings = {
        "SUM(A1:B2)+'My ''own'' sheet'!$C$4*2",
        "IF(A1=\"A1 \"\"B2\"\"\",Table1[[#This Row],[a ']b]],-.5E-3)",
        "[1]Other!A1&\"'\"",
        "SUM(Jan:Dec!B2)%",
        "{1,2;3,4}",
        "#REF!+A1",
        "LOG10(A1)+named_one+Größe",
        "A:A $1:$3 B$2",
      })
  void whatever_it_is_it_stays_as_it_is_written(String formula) {
    assertThat(FormulaText.of(formula)).hasToString(formula);
    assertThat(FormulaText.of(formula).withSheet("Nowhere", "There")).isEqualTo(formula);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      quoteCharacter = '~',
      value = {
        "A1+B$2+$C3+$D$4 | A4+B$2+$C6+$D$4",
        "SUM(A1:A$9) | SUM(A4:A$9)",
        "'A1'!B2&\"A1\" | 'A1'!B5&\"A1\"",
        "LOG10(A1) | LOG10(A4)",
        "A1048575 | #REF!",
        "[@Amount]*2 | [@Amount]*2",
        "Table1[A1]+A1 | Table1[A1]+A4",
        "A:A+1:1 | A:A+1:1",
        "ABC1D+A1 | ABC1D+A4",
      })
  void what_is_named_relatively_moves_down(String formula, String moved) {
    assertThat(FormulaText.of(formula).moved(3, 0)).isEqualTo(moved);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      quoteCharacter = '~',
      value = {
        "Template!A1 | 'Feb 26'!A1",
        "'template'!A1:B2*2 | 'Feb 26'!A1:B2*2",
        "Template2!A1+\"Template!A1\" | Template2!A1+\"Template!A1\"",
        "[1]Template!A1 | [1]Template!A1",
      })
  void a_sheet_gets_another_name(String formula, String renamed) {
    assertThat(FormulaText.of(formula).withSheet("Template", "Feb 26")).isEqualTo(renamed);
  }

  @Test
  void cells_names_and_functions_are_told_apart() {
    List<FormulaPiece> pieces =
        FormulaText.of("SUM(Year1:Year3)+AB12+ABCD12+TRUE+Q1_total+Data!$B:$B").pieces();
    assertThat(pieces)
        .filteredOn(piece -> piece.kind() == FormulaPiece.Kind.CELLS)
        .extracting(FormulaPiece::text)
        .containsExactly("AB12", "$B:$B");
    assertThat(pieces)
        .filteredOn(piece -> piece.kind() == FormulaPiece.Kind.NAME)
        .extracting(FormulaPiece::text)
        .containsExactly("Year1", "Year3", "ABCD12", "Q1_total");
  }
}
