package baddle.formats.xls;

/** Writes the binary numbers of old workbooks in invariant notation. */
final class StoredDouble {

  private static final double EXACT = 1e15;

  private StoredDouble() {}

  /** Whole numbers without a point; others so that they read back as the same binary number. */
  static String text(double number) {
    boolean whole = number == Math.rint(number) && Math.abs(number) < EXACT;
    return whole ? Long.toString((long) number) : Double.toString(number);
  }
}
