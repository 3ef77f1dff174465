package baddle.core.outcome;

/**
 * What became of the filled cells of a sheet, or of several. {@code filled} is counted on its own,
 * so that {@link #addUp} proves the others.
 *
 * @param filled cells that aren't blank
 * @param read those of rows that are kept or held, in columns that are read
 * @param headings those of headings, repeated ones too
 * @param notes texts around tables: titles, notes, labels of forms
 * @param leftOut those of rows that a rule leaves out
 * @param ignored those that the plan ignores
 * @param notRead those that nobody reads
 */
public record CellCounts(
    long filled, long read, long headings, long notes, long leftOut, long ignored, long notRead) {

  /** No cells. */
  public static final CellCounts NONE = new CellCounts(0, 0, 0, 0, 0, 0, 0);

  /** Both together. */
  public CellCounts plus(CellCounts other) {
    return new CellCounts(
        filled + other.filled,
        read + other.read,
        headings + other.headings,
        notes + other.notes,
        leftOut + other.leftOut,
        ignored + other.ignored,
        notRead + other.notRead);
  }

  /** Whether every filled cell is accounted for. */
  public boolean addUp() {
    return filled == read + headings + notes + leftOut + ignored + notRead;
  }
}
