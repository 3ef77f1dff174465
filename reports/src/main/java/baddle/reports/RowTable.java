package baddle.reports;

import baddle.core.table.BlockSink;
import baddle.core.table.Schema;
import java.io.IOException;
import java.util.List;
import java.util.Map;

/** The rows behind the figures of a workbook, as a table. */
public interface RowTable {

  /**
   * Rows that follow each other.
   *
   * @param first the number of the first, from 0
   * @param count how many there are, at least one
   */
  record Span(long first, long count) {}

  /** What the table is called. */
  String name();

  /** The summaries that are of these rows. */
  List<String> summaries();

  /** Its columns. */
  Schema schema();

  /** How many rows it has. */
  long rows() throws IOException;

  /**
   * Where the rows of items of a summary are that follow each other.
   *
   * @return by the labels of an item down, from the outermost; none for all rows; an item that is
   *     missing has rows elsewhere too, or none
   */
  Map<List<String>, Span> spans(String summary) throws IOException;

  /** Pushes all of them. */
  void scan(BlockSink sink) throws IOException;
}
