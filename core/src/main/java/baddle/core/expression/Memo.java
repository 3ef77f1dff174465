package baddle.core.expression;

import it.unimi.dsi.fastutil.longs.Long2LongOpenHashMap;
import java.util.Arrays;

/**
 * The results of a function of one changing argument, by that argument: codes of a dictionary lie
 * in an array, numbers in a hash that is emptied when it gets large.
 */
final class Memo {

  /** Stands for a result that isn't known yet. */
  static final long UNKNOWN = Long.MIN_VALUE;

  private static final int MOST = 100_000;
  private final boolean byCode;
  private long[] ofCode = {};
  private final Long2LongOpenHashMap ofNumber = new Long2LongOpenHashMap();

  Memo(boolean byCode) {
    this.byCode = byCode;
    ofNumber.defaultReturnValue(UNKNOWN);
  }

  void clear() {
    Arrays.fill(ofCode, UNKNOWN);
    ofNumber.clear();
  }

  long get(long argument) {
    if (byCode) {
      return argument < ofCode.length ? ofCode[(int) argument] : UNKNOWN;
    }
    return ofNumber.get(argument);
  }

  void put(long argument, long result) {
    if (byCode) {
      int code = (int) argument;
      if (code >= ofCode.length) {
        int before = ofCode.length;
        ofCode = Arrays.copyOf(ofCode, Math.max(code + 1, before * 2));
        Arrays.fill(ofCode, before, ofCode.length, UNKNOWN);
      }
      ofCode[code] = result;
    } else {
      if (ofNumber.size() >= MOST) {
        ofNumber.clear();
      }
      ofNumber.put(argument, result);
    }
  }
}
