package baddle.formats.xlsx.write;

import baddle.core.crosstab.spec.ChartKind;
import baddle.formats.xlsx.CellPlace;
import java.math.BigDecimal;
import java.util.List;
import java.util.Optional;

/**
 * A chart in a sheet, of cells of that sheet.
 *
 * @param kind what is drawn
 * @param title above it
 * @param pattern how the value axis is written
 * @param backwards whether the categories run against the order of the cells
 * @param categories where the categories' labels are
 * @param series at least one
 * @param colors those of the rest
 */
public record SheetChart(
    ChartKind kind,
    String title,
    String pattern,
    boolean backwards,
    Cells categories,
    List<Series> series,
    Colors colors) {

  /**
   * The colours of what isn't a series, six hexadecimal digits each.
   *
   * @param ink of the title
   * @param muted of labels and axes
   * @param grid of the lines across
   */
  public record Colors(String ink, String muted, String grid) {}

  /**
   * Cells and what they hold.
   *
   * @param sheet the name of their sheet
   * @param places row and column of each, from 0
   * @param texts what each holds, for labels; empty for numbers
   * @param numbers what each holds; empty for labels
   */
  public record Cells(
      String sheet,
      List<CellPlace> places,
      List<String> texts,
      List<Optional<BigDecimal>> numbers) {

    /** Copies the lists. */
    public Cells {
      places = List.copyOf(places);
      texts = List.copyOf(texts);
      numbers = List.copyOf(numbers);
    }
  }

  /**
   * A series.
   *
   * @param name what it is called
   * @param values where its numbers are
   * @param color six hexadecimal digits
   */
  public record Series(String name, Cells values, String color) {}

  /** Copies the list. */
  public SheetChart {
    series = List.copyOf(series);
  }
}
