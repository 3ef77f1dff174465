package baddle.app.look;

import baddle.core.grid.MessageHead;
import baddle.core.grid.NamedRange;
import java.util.List;
import java.util.Optional;

/**
 * What is inside a file.
 *
 * @param file the file, as it was named
 * @param kind what it is, as a person says it
 * @param size in bytes
 * @param message what it came with, if it is a message
 * @param oddities what is odd about it as a whole
 * @param names the tables and ranges it names
 * @param sheets its sheets, in their order
 */
public record LookedFile(
    String file,
    String kind,
    long size,
    Optional<MessageHead> message,
    List<String> oddities,
    List<NamedRange> names,
    List<LookedSheet> sheets) {

  /** Copies the lists. */
  public LookedFile {
    oddities = List.copyOf(oddities);
    names = List.copyOf(names);
    sheets = List.copyOf(sheets);
  }
}
