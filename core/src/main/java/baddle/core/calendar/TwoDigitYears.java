package baddle.core.calendar;

/**
 * The hundred years that years of two digits lie in.
 *
 * @param first the first of them
 */
public record TwoDigitYears(int first) {

  /** 1970 to 2069. */
  public static final TwoDigitYears STANDARD = new TwoDigitYears(1970);

  /** The year that ends with these two digits. */
  public int year(int twoDigits) {
    return first + Math.floorMod(twoDigits - first, 100);
  }

  @Override
  public String toString() {
    return first + " to " + (first + 99);
  }
}
