package baddle.store;

import java.util.HashMap;
import java.util.Map;
import java.util.OptionalInt;

/**
 * Checksums that were computed from the bytes of stored blocks, for all who read a store while
 * nobody writes to it; whoever opens it after somebody wrote computes them again.
 */
public final class BlockChecksums {

  private record Place(int part, int column, int block) {}

  private final Map<Place, Integer> known = new HashMap<>();
  private String writer = "";

  /** Begins to serve a store; what is known of another state of it is forgotten. */
  synchronized void serve(String newWriter) {
    if (!writer.equals(newWriter)) {
      writer = newWriter;
      known.clear();
    }
  }

  synchronized OptionalInt of(int part, int column, int block) {
    Integer checksum = known.get(new Place(part, column, block));
    return checksum == null ? OptionalInt.empty() : OptionalInt.of(checksum);
  }

  synchronized void add(int part, int column, int block, int checksum) {
    known.put(new Place(part, column, block), checksum);
  }
}
