package baddle.store;

import java.util.ArrayList;
import java.util.List;

/**
 * The rows of a part that one live source has.
 *
 * @param from the first, from 0, inclusive
 * @param to the end, exclusive
 * @param file relative to the plan's folder
 * @param sheet empty for none
 * @param period empty for none
 * @param batch the batch that brought them in
 * @param madeAtMicros when that was, in microseconds since 1970
 * @param source the source's number in the part, from 1
 */
record SourceRange(
    int part,
    long from,
    long to,
    String file,
    String sheet,
    String period,
    int batch,
    long madeAtMicros,
    int source) {

  /** Ranges in order, where those that touch become one; its origin means nothing then. */
  static List<SourceRange> joined(List<SourceRange> ranges) {
    List<SourceRange> joined = new ArrayList<>();
    for (SourceRange range : ranges) {
      int last = joined.size() - 1;
      if (last >= 0 && joined.get(last).to() == range.from()) {
        joined.set(last, joined.get(last).until(range.to()));
      } else {
        joined.add(range);
      }
    }
    return joined;
  }

  private SourceRange until(long newTo) {
    return new SourceRange(part, from, newTo, file, sheet, period, batch, madeAtMicros, source);
  }
}
