package baddle.plan;

/**
 * Where the period of a feed's sources comes from.
 *
 * @param kind what states it
 * @param column the column whose values state it; empty for the other kinds
 */
public record PeriodChoice(Kind kind, String column) {

  /** What states a period. */
  public enum Kind {
    /** The part {@code {period}} of a pattern. */
    PATTERN("{period}"),
    /** The file's name, anywhere in it. */
    FILE_NAME("file name"),
    /** The name of the folder the file lies in, anywhere in it. */
    FOLDER_NAME("folder name"),
    /** The month in the file's name, of the year in the name of its folder. */
    FOLDER_YEAR("folder year and month"),
    /** The sheet's name, anywhere in it. */
    SHEET_NAME("sheet name"),
    /** The date of the message that the file was attached to. */
    MESSAGE_DATE("message date"),
    /** The values of a column. */
    COLUMN("a column");

    private final String words;

    Kind(String words) {
      this.words = words;
    }

    /** What the plan calls it. */
    public String words() {
      return words;
    }
  }

  /** The part of a pattern, where there is one. */
  public static final PeriodChoice OF_PATTERN = new PeriodChoice(Kind.PATTERN, "");

  /** As it is written in the plan. */
  @Override
  public String toString() {
    return kind == Kind.COLUMN ? column : kind.words();
  }
}
