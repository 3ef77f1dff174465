package baddle.app.draft;

import baddle.app.draft.found.FoundTable;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Tells tables that nobody wants as rows: notes, and summaries of rows that come in anyway. */
final class LeftAlone {

  /** A sum of fewer digits may be equal by chance. */
  private static final BigDecimal LEAST = new BigDecimal(1000);

  private LeftAlone() {}

  /**
   * Removes such datasets.
   *
   * @return why, a line each
   */
  static List<String> remove(List<DraftDataset> datasets, Questions questions) {
    List<String> lines = new ArrayList<>();
    for (DraftDataset one : List.copyOf(datasets)) {
      boolean others = datasets.stream().anyMatch(other -> !other.equals(one) && hasFigures(other));
      Optional<String> why =
          others ? notes(one).or(() -> summary(one, datasets)) : Optional.<String>empty();
      if (why.isPresent()) {
        Question question =
            Question.of(
                "rows of " + one.tables().get(0).place(),
                why.get(),
                "leave",
                new QuestionAnswer("leave", "they are left alone"),
                new QuestionAnswer("read", "they are rows of a dataset of their own"));
        if (questions.choose(question).equals("leave")) {
          int more = one.tables().size() - 1;
          lines.add(
              one.tables().get(0).place()
                  + (more > 0 ? " and " + more + " more" : "")
                  + ": "
                  + why.get());
          datasets.remove(one);
        }
      }
    }
    return lines;
  }

  private static boolean hasFigures(DraftDataset dataset) {
    return dataset.columns().stream().anyMatch(column -> column.type().isNumber());
  }

  private static Optional<String> notes(DraftDataset dataset) {
    return hasFigures(dataset)
        ? Optional.empty()
        : Optional.of("no figures, and no codes of other rows");
  }

  /** Whether its sums are those of more rows in the same files. */
  private static Optional<String> summary(DraftDataset small, List<DraftDataset> datasets) {
    for (DraftDataset large : datasets) {
      if (!large.equals(small)) {
        List<String> shown =
            small.tables().stream().flatMap(table -> isSumOf(table, large).stream()).toList();
        if (shown.size() == small.tables().size() && !shown.isEmpty()) {
          return Optional.of(shown.get(0));
        }
      }
    }
    return Optional.empty();
  }

  private static Optional<String> isSumOf(FoundTable small, DraftDataset large) {
    for (FoundTable table : large.tables()) {
      boolean beside =
          table.path().equals(small.path()) && table.table().rows() > small.table().rows();
      for (Map.Entry<String, BigDecimal> sum :
          beside ? table.rows().sums().entrySet() : Map.<String, BigDecimal>of().entrySet()) {
        for (Map.Entry<String, BigDecimal> own : small.rows().sums().entrySet()) {
          if (own.getValue().abs().compareTo(LEAST) > 0
              && own.getValue().compareTo(sum.getValue()) == 0) {
            return Optional.of(
                "its "
                    + own.getKey()
                    + " adds up to the "
                    + sum.getKey()
                    + " of "
                    + table.place()
                    + ": a summary of the same rows");
          }
        }
      }
    }
    return Optional.empty();
  }
}
