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
 * @param isEarlier whether the fill is for a later period too
 * @param changed how many cells were written
 * @param unchanged how many hold what they should already
 * @param totals for each figure what was placed and what wasn't
 * @param unplaced items of the data that have no cell
 * @param withoutData items of the sheet that have no data
 * @param kept cells that stay as they are, and why
 * @param cleared cells whose numbers nobody wrote for the period, and nothing is to be put into
 * @param noRows datasets without a row of the period
 * @param warnings what a person should know besides
 */
public record FillResult(
    String name,
    Path file,
    String sheet,
    boolean copied,
    String period,
    boolean isEarlier,
    int changed,
    int unchanged,
    List<Total> totals,
    List<Unplaced> unplaced,
    List<String> withoutData,
    List<Kept> kept,
    List<Cleared> cleared,
    List<String> noRows,
    List<String> warnings) {

  /**
   * A figure over all items.
   *
   * @param where its column, or where its columns begin
   * @param figure what is computed
   * @param all of all items, by the dataset
   * @param inSheet what the sheet's own cells add up to
   * @param notInSheet of the items that have no cell
   */
  public record Total(
      String where, String figure, BigDecimal all, BigDecimal inSheet, BigDecimal notInSheet) {

    /**
     * What the dataset has and the sheet has not, although it has a cell for it; 0 if they agree.
     */
    public BigDecimal apart() {
      return all.subtract(notInSheet).subtract(inSheet);
    }

    /** Whether sheet and dataset agree. */
    public boolean agrees() {
      return apart().signum() == 0;
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

  /**
   * A cell that is cleared: its number was a sample of the template's.
   *
   * @param cell where it is
   * @param item what the sheet calls it
   * @param held the number
   */
  public record Cleared(String cell, String item, String held) {}

  /** Copies the lists. */
  public FillResult {
    totals = List.copyOf(totals);
    unplaced = List.copyOf(unplaced);
    withoutData = List.copyOf(withoutData);
    kept = List.copyOf(kept);
    cleared = List.copyOf(cleared);
    noRows = List.copyOf(noRows);
    warnings = List.copyOf(warnings);
  }

  /** Nothing was filled, for no row is of the period. */
  static FillResult ofNothing(
      String name, Path file, String sheet, String period, List<String> noRows) {
    return new FillResult(
        name, file, sheet, false, period, false, 0, 0, List.of(), List.of(), List.of(), List.of(),
        List.of(), noRows, List.of());
  }

  /** What filling once more shows, where nothing has changed. */
  public FillResult again() {
    return new FillResult(
        name,
        file,
        sheet,
        false,
        period,
        isEarlier,
        0,
        changed + unchanged,
        totals,
        unplaced,
        withoutData,
        kept,
        List.of(),
        noRows,
        warnings);
  }

  /** The same, of a period that isn't the last one. */
  FillResult ofEarlier() {
    return new FillResult(
        name,
        file,
        sheet,
        copied,
        period,
        true,
        changed,
        unchanged,
        totals,
        unplaced,
        withoutData,
        kept,
        cleared,
        noRows,
        warnings);
  }

  /** Whether nothing was filled, for no row is of the period. */
  public boolean isNothing() {
    return !noRows.isEmpty() && changed == 0 && unchanged == 0;
  }

  /** Whether all totals of the sheet are those of the dataset. */
  public boolean agrees() {
    return totals.stream().allMatch(Total::agrees);
  }

  /**
   * Whether something wants a person's eye. What has no cell of an earlier period was said when
   * that was filled.
   */
  public boolean wantsEye() {
    boolean isNew = !isEarlier || changed > 0;
    return !kept.isEmpty() || !agrees() || (isNew && !(unplaced.isEmpty() && noRows.isEmpty()));
  }
}
