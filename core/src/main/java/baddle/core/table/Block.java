package baddle.core.table;

import java.util.List;

/**
 * Some thousand rows, column by column. It shares the memory of whoever made it, and is only valid
 * during the call that hands it over.
 */
public final class Block {

  /** The most rows a block has. */
  public static final int MOST_ROWS = 65_536;

  private final Schema schema;
  private final List<Vector> vectors;
  private final int[] rowNumbers;
  private final int size;

  /**
   * A block.
   *
   * @param vectors one for each column of the schema, all of one size
   * @param rowNumbers where each row is in its source, as a person counts, from 1; may be longer
   *     than the block, and is empty where the origin wasn't asked for
   * @param size rows
   */
  public Block(Schema schema, List<? extends Vector> vectors, int[] rowNumbers, int size) {
    this.schema = schema;
    this.vectors = List.copyOf(vectors);
    this.rowNumbers = rowNumbers;
    this.size = size;
  }

  /** The columns. */
  public Schema schema() {
    return schema;
  }

  /** How many rows there are. */
  public int size() {
    return size;
  }

  /** Where each row is in its source; entries past {@link #size()} mean nothing. */
  public int[] rowNumbers() {
    return rowNumbers;
  }

  /** The same rows with some of the columns. */
  public Block only(Schema columns) {
    List<Vector> some =
        columns.columns().stream()
            .map(column -> vectors.get(schema.indexOf(column.name()).orElseThrow()))
            .toList();
    return new Block(columns, some, rowNumbers, size);
  }

  /**
   * Some of the rows, in memory of their own.
   *
   * @param rows which ones, in order
   * @param count how many of those
   */
  public Block rows(int[] rows, int count) {
    List<Vector> chosen = vectors.stream().map(vector -> vector.rows(rows, count)).toList();
    int[] numbers = new int[rowNumbers.length == 0 ? 0 : count];
    for (int i = 0; i < numbers.length; i++) {
      numbers[i] = rowNumbers[rows[i]];
    }
    return new Block(schema, chosen, numbers, count);
  }

  /** The same rows, standing elsewhere in their source. */
  public Block numbered(int[] numbers) {
    return new Block(schema, vectors, numbers, size);
  }

  /** The vector of a column, by the column's index from 0. */
  public Vector vector(int column) {
    return vectors.get(column);
  }

  /** A text column's vector, by the column's index from 0. */
  public TextVector text(int column) {
    return (TextVector) vectors.get(column);
  }

  /** The vector of a column that isn't text, by the column's index from 0. */
  public LongVector numbers(int column) {
    return (LongVector) vectors.get(column);
  }
}
