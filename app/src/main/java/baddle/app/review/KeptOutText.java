package baddle.app.review;

import baddle.store.entry.StoredKeptOut;
import java.util.Optional;

/** Puts into words what closed periods keep out of a dataset, or keep in it. */
public final class KeptOutText {

  private KeptOutText() {}

  /**
   * Describes some rows.
   *
   * @param amount the column that says what rows are worth, if one does
   */
  public static String of(StoredKeptOut kept, Optional<String> amount) {
    return Worth.of(kept.rows(), amount, kept.amount())
        + " of "
        + kept.period()
        + ", which is closed, "
        + (kept.rows() == 1 ? one(kept.kind()) : several(kept.kind()));
  }

  private static String one(StoredKeptOut.Kind kind) {
    return switch (kind) {
      case LATE -> "came in later; it is held";
      case AGAIN -> "is in the dataset already; it is left out";
      case LEFT_OUT -> "was left out when that was closed; it is left out again";
      case GONE -> "is in no file any more; it stays in the dataset";
      case DERIVED ->
          "would have other values now, for a lookup or the plan has changed; it stays unchanged";
    };
  }

  private static String several(StoredKeptOut.Kind kind) {
    return switch (kind) {
      case LATE -> "came in later; they are held";
      case AGAIN -> "are in the dataset already; they are left out";
      case LEFT_OUT -> "were left out when that was closed; they are left out again";
      case GONE -> "are in no file any more; they stay in the dataset";
      case DERIVED ->
          "would have other values now, for a lookup or the plan has changed; they stay unchanged";
    };
  }
}
