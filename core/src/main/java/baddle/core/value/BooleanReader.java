package baddle.core.value;

import java.util.Locale;
import java.util.Map;

/** Reads truth values: true/false, yes/no, y/n, 1/0, in any case. */
final class BooleanReader implements ValueReader {

  private static final Map<String, Long> SPELLINGS =
      Map.of("true", 1L, "yes", 1L, "y", 1L, "1", 1L, "false", 0L, "no", 0L, "n", 0L, "0", 0L);

  private long value;

  @Override
  public Fit read(char[] text, int start, int end) {
    int length = end - start;
    Long read =
        length > 5
            ? null
            : SPELLINGS.get(new String(text, start, length).toLowerCase(Locale.ROOT));
    if (read == null) {
      return Fit.NOT_A_BOOLEAN;
    }
    value = read;
    return Fit.FITS;
  }

  @Override
  public Fit readStoredNumber(char[] text, int start, int end) {
    return read(text, start, end);
  }

  @Override
  public long value() {
    return value;
  }
}
