package baddle.database;

/**
 * What a table was loaded with last.
 *
 * @param dataset of which dataset
 * @param batch up to which batch
 * @param made when that was made: batches of two stores may have one number
 * @param rows how many rows were brought in
 * @param chosen which rows and columns, and how, in words; empty where an older program loaded it
 */
public record Loaded(String dataset, int batch, String made, long rows, String chosen) {

  /** The same, with the number of rows. */
  Loaded of(long brought) {
    return new Loaded(dataset, batch, made, brought, chosen);
  }
}
