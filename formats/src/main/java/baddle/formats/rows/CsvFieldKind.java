package baddle.formats.rows;

/** How a text becomes a field. */
enum CsvFieldKind {
  /** It is its own field. */
  PLAIN,
  /** Between quotes. */
  QUOTED,
  /** The library says. */
  ASKED
}
