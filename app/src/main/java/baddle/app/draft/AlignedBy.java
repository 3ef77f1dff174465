package baddle.app.draft;

/** AlignedBy what a heading is taken for a column; the later, the less sure. */
enum AlignedBy {
  SPELLING,
  WORDS,
  SOME_WORDS,
  VALUES,
  COMPUTED,
  SHAPE,
  REST
}
