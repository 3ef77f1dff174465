package baddle.app.draft;

/**
 * A heading that is taken for a column.
 *
 * @param column the dataset's
 * @param evidence in words; empty for the same spelling
 */
record AlignedHeading(DraftColumn column, AlignedBy by, String evidence) {

  /** Whether a person should confirm it. */
  boolean isOnlyLikely() {
    return by == AlignedBy.SHAPE || by == AlignedBy.REST;
  }
}
