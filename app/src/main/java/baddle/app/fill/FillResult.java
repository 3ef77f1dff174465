package baddle.app.fill;

import java.math.BigDecimal;
import java.nio.file.Path;
import java.util.List;

/**
 * What a fill did.
 *
 * @param name the fill
 * @param file the workbook that was written
 * @param sheet the sheet that was filled
 * @param copied whether that was copied now
 * @param period whose figures
 * @param changed how many cells were written
 * @param unchanged how many hold what they should already
 * @param totals for each figure what was placed and what wasn't
 * @param unplaced items of the data that have no cell
 * @param withoutData items of the sheet that have no data
 * @param kept cells that stay as they are, and why
 * @param noRows datasets without a row of the period
 * @param warnings what a person should know besides
 */
public record FillResult(
    String name,
    Path file,
    String sheet,
    boolean copied,
    String period,
    int changed,
    int unchanged,
    List<Total> totals,
    List<Unplaced> unplaced,
    List<String> withoutData,
    List<Kept> kept,
    List<String> noRows,
    List<String> warnings) {

  /**
   * A figure over all items.
   *
   * @param where its column, or where its columns begin
   * @param figure what is computed
   * @param all of all items
   * @param placed of those that are in the sheet
   */
  public record Total(String where, String figure, BigDecimal all, BigDecimal placed) {

    /** What isn't in the sheet. */
    public BigDecimal notPlaced() {
      return all.subtract(placed);
    }
  }

  /**
   * An item that has no cell.
   *
   * @param item what it is called
   * @param figure what is computed
   * @param value of the item; plain digits
   * @param reason why
   */
  public record Unplaced(String item, String figure, String value, String reason) {}

  /**
   * A cell that stays.
   *
   * @param cell where it is
   * @param holds what it holds
   * @param wanted what it should have held
   * @param reason why it stays
   */
  public record Kept(String cell, String holds, String wanted, String reason) {}

  /** Copies the lists. */
  public FillResult {
    totals = List.copyOf(totals);
    unplaced = List.copyOf(unplaced);
    withoutData = List.copyOf(withoutData);
    kept = List.copyOf(kept);
    noRows = List.copyOf(noRows);
    warnings = List.copyOf(warnings);
  }

  /** Nothing was filled, for no row is of the period. */
  static FillResult ofNothing(
      String name, Path file, String sheet, String period, List<String> noRows) {
    return new FillResult(
        name, file, sheet, false, period, 0, 0, List.of(), List.of(), List.of(), List.of(), noRows,
        List.of());
  }

  /** What filling once more shows, where nothing has changed. */
  public FillResult again() {
    return new FillResult(
        name,
        file,
        sheet,
        false,
        period,
        0,
        changed + unchanged,
        totals,
        unplaced,
        withoutData,
        kept,
        noRows,
        warnings);
  }

  /** Whether nothing was filled, for no row is of the period. */
  public boolean isNothing() {
    return !noRows.isEmpty() && changed == 0 && unchanged == 0;
  }

  /** Whether something wants a person's eye. */
  public boolean wantsEye() {
    return !unplaced.isEmpty() || !kept.isEmpty() || !noRows.isEmpty();
  }
}
