package baddle.bench.drafts;

/** A kind of folder that people have. */
@FunctionalInterface
interface Kind {

  /** One of the kind. */
  Folder make(Facts facts);
}
