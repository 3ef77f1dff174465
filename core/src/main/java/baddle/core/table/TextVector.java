package baddle.core.table;

/** Text as codes into a dictionary; {@link Dictionary#BLANK} is a blank. */
public final class TextVector extends Vector {

  private final int[] codes;
  private final Dictionary dictionary;

  /**
   * Shares the array, which may be longer than the vector.
   *
   * @param size rows in use
   */
  public TextVector(int[] codes, int size, Dictionary dictionary) {
    super(size);
    this.codes = codes;
    this.dictionary = dictionary;
  }

  /** The codes by row; entries past {@link #size()} mean nothing. */
  public int[] codes() {
    return codes;
  }

  /** What the codes stand for. */
  public Dictionary dictionary() {
    return dictionary;
  }

  @Override
  public boolean isBlank(int row) {
    return codes[row] == Dictionary.BLANK;
  }
}
