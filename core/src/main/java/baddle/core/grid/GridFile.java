package baddle.core.grid;

import java.io.Closeable;
import java.io.IOException;
import java.util.List;
import java.util.Optional;

/** An open file seen as sheets. */
public interface GridFile extends Closeable {

  /** The sheets in the file's order; at least one. */
  List<GridSheet> sheets();

  /** What the file is, as a person says it: {@code .xlsx workbook}, {@code text, UTF-8, comma}. */
  String kind();

  /** The tables and defined names of a workbook that stand for one range of one sheet. */
  default List<NamedRange> names() throws IOException {
    return List.of();
  }

  /** The message that the file is; empty for other kinds. */
  default Optional<MessageHead> message() {
    return Optional.empty();
  }

  /** How its delimited text is written, as far as that is known by now. */
  default Dialect dialect() {
    return Dialect.TOLD_BY_CONTENT;
  }

  /** What there is to say of how the rows that were read so far were understood. */
  default List<GridRemark> remarks() {
    return List.of();
  }

  /** What is odd about the file as a whole, one sentence each without a full stop. */
  default List<String> oddities() {
    return List.of();
  }
}
