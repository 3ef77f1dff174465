package baddle.app.fill;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import baddle.core.grid.CellKind;
import baddle.formats.edit.CellContent;
import baddle.formats.edit.SeenCell;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.LocalDateTime;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.BigRange;
import net.jqwik.api.constraints.Scale;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What is listed of a cell can be put back, and is the same then. */
class CellValueTests {

  private static CellContent put(String kind, String text) throws FillException {
    return CellValue.of(kind, text);
  }

  @ParameterizedTest
  @CsvSource({
    "number, 12.50, 12.5",
    "number, 1E3, 1000",
    "number, -0.10, -0.1",
    "date, 2026-03-31, 2026-03-31",
    "date, 2026-03-31T08:30, 2026-03-31T08:30",
    "boolean, true, true",
    "error, #N/A, #N/A",
    "formula, SUM(A1:A2), SUM(A1:A2)",
    "text, 0042, 0042",
    "time, 12:00:00, 0.5",
    "time, -06:00:00, -0.25",
    "blank, '', ''",
  })
  void a_listed_value_is_put_back_as_its_kind(String kind, String text, String shown)
      throws FillException {
    CellContent content = put(kind, text);

    assertThat(CellValue.text(content)).isEqualTo(shown);
    assertThat(CellValue.kind(content)).isEqualTo(kind.equals("time") ? "number" : kind);
  }

  @ParameterizedTest
  @CsvSource({
    "number, twelve, twelve is no number",
    "date, 31.03.2026, 31.03.2026 is no date",
    "date, 2026-03-31Tnoon, 2026-03-31Tnoon is no date",
    "time, aa:bb:cc, aa:bb:cc is no time",
  })
  void what_is_no_value_of_its_kind_is_refused(String kind, String text, String message) {
    assertThatThrownBy(() -> put(kind, text)).isInstanceOf(FillException.class).hasMessage(message);
  }

  private static SeenCell cell(CellKind kind, String text) {
    return new SeenCell(kind, text, text, "", true);
  }

  @Property
  void a_number_is_the_same_however_many_zeros_it_ends_with(
      @ForAll @BigRange(min = "-99999999.99", max = "99999999.99") @Scale(2) BigDecimal amount) {
    CellContent content = new CellContent.Amount(amount);

    assertThat(CellValue.isSame(cell(CellKind.NUMBER, CellValue.text(content)), content)).isTrue();
    assertThat(
            CellValue.isSame(
                cell(CellKind.NUMBER, CellValue.text(content)),
                new CellContent.Amount(amount.setScale(4))))
        .isTrue();
    assertThat(CellValue.isSame(cell(CellKind.TEXT, CellValue.text(content)), content)).isFalse();
  }

  @ParameterizedTest
  @CsvSource({
    "DATE, 2026-03-31, true",
    "DATE, 2026-03-30, false",
    "TEXT, 2026-03-31, false",
    "BLANK, '', false",
  })
  void a_day_is_the_same_as_that_day_alone(CellKind kind, String text, boolean same) {
    CellContent day = new CellContent.Day(LocalDate.of(2026, 3, 31));

    assertThat(CellValue.isSame(cell(kind, text), day)).isEqualTo(same);
  }

  @ParameterizedTest
  @CsvSource({"Foxholt, true", "' Foxholt', false", "foxholt, false"})
  void a_text_is_the_same_with_its_white_space_only(String text, boolean same) {
    assertThat(CellValue.isSame(cell(CellKind.TEXT, text), new CellContent.Text("Foxholt")))
        .isEqualTo(same);
  }

  @ParameterizedTest
  @CsvSource({"NUMBER, number", "DATE, date", "BOOLEAN, boolean", "TIME, time", "ERROR, error"})
  void a_seen_cell_is_listed_by_its_kind(CellKind kind, String listed) {
    assertThat(CellValue.kind(cell(kind, "x"))).isEqualTo(listed);
    assertThat(CellValue.kind(new SeenCell(kind, "1", "1", "A1*2", true))).isEqualTo("formula");
    assertThat(CellValue.text(new SeenCell(kind, "1", "1", "A1*2", true))).isEqualTo("A1*2");
  }

  @ParameterizedTest
  @CsvSource({"2026-03-31T08:30:00, 2026-03-31T08:30"})
  void a_moment_has_its_time(LocalDateTime moment, String shown) {
    assertThat(CellValue.text(new CellContent.Moment(moment))).isEqualTo(shown);
  }
}
