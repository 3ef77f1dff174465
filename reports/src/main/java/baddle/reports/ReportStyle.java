package baddle.reports;

/**
 * What a plan wants reports to look like.
 *
 * @param accent the colour of links and of the first series, six hexadecimal digits; empty for the
 *     usual one
 * @param logo an image as an address that has its content in itself; empty for none
 */
public record ReportStyle(String accent, String logo) {

  /** As they come. */
  public static final ReportStyle PLAIN = new ReportStyle("", "");

  /** The colour of a series by its number, from 0. */
  public String series(int number) {
    return number == 0 && !accent.isEmpty() ? accent : ReportColours.SERIES.get(number);
  }
}
