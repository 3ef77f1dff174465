package baddle.app.draft;

import baddle.app.draft.found.FolderFile;
import baddle.app.draft.found.FoundTable;
import baddle.app.draft.words.HeadingWords;
import baddle.core.profile.TableProfile;
import baddle.core.value.ColumnType;
import baddle.core.value.NaturalOrder;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** Tells exports that hold all of the year so far, so that each repeats what the one before had. */
final class YearToDate {

  private static final int LEAST_FILES = 2;

  /** Of a hundred rows of a file, how many the next one has too. */
  private static final int REPEATED = 80;

  private static final Set<ColumnType.Kind> KEYS =
      Set.of(ColumnType.Kind.TEXT, ColumnType.Kind.INTEGER);

  private YearToDate() {}

  /** Marks the column by which the rows of the latest export are told from repeated ones. */
  static void mark(DraftDataset dataset, Questions questions, List<String> doubts) {
    List<FoundTable> files = new ArrayList<>(dataset.tables());
    files.sort(Comparator.comparing(FoundTable::path, NaturalOrder.INSTANCE));
    if (dataset.paths().size() < LEAST_FILES || files.size() != dataset.paths().size()) {
      return;
    }
    int growing = 0;
    for (int i = 1; i < files.size(); i++) {
      FoundTable earlier = files.get(i - 1);
      FoundTable later = files.get(i);
      boolean grows = later.table().rows() > earlier.table().rows();
      growing += grows && holds(later, earlier) ? 1 : 0;
    }
    if (growing * 3 < (files.size() - 1) * 2) {
      return;
    }
    String folder = FolderFile.folderOf(files.get(0).path());
    Optional<DraftColumn> key = key(dataset);
    String evidence =
        growing
            + " of "
            + (files.size() - 1)
            + " files hold nearly all rows of the file before, and more";
    List<QuestionAnswer> choices = new ArrayList<>();
    key.ifPresent(
        column ->
            choices.add(
                new QuestionAnswer(
                    "latest", "for each " + column.name() + " the latest file counts")));
    choices.add(new QuestionAnswer("all", "every row of every file counts"));
    Question question =
        new Question(
            "repeated rows in " + (folder.isEmpty() ? dataset.name() : folder),
            evidence,
            Question.Takes.CHOICE,
            choices,
            choices.get(0).word());
    String answer = questions.choose(question);
    if (questions.isOpen(question)) {
      doubts.add(
          question.line()
              + (answer.equals("latest")
                  ? "; only those of the latest are proposed to count"
                  : "; each is counted once more, and no column tells rows apart"));
    }
    if (answer.equals("latest")) {
      key.ifPresent(dataset::latestBy);
    }
  }

  private static boolean holds(FoundTable later, FoundTable earlier) {
    Set<Long> now = later.rows().fingerprints();
    Set<Long> before = earlier.rows().fingerprints();
    long greatest = now.stream().mapToLong(Long::longValue).max().orElse(Long.MIN_VALUE);
    List<Long> comparable =
        before.stream()
            .filter(fingerprint -> later.rows().hasAllFingerprints() || fingerprint <= greatest)
            .toList();
    long both = comparable.stream().filter(now::contains).count();
    return !comparable.isEmpty() && both * 100 >= comparable.size() * (long) REPEATED;
  }

  /**
   * What tells rows apart: the first column of codes, each of which is there once in every file. By
   * one that isn't, rows that have nothing to do with each other would be left out.
   */
  private static Optional<DraftColumn> key(DraftDataset dataset) {
    return dataset.columns().stream()
        .filter(column -> KEYS.contains(column.type().kind()))
        .filter(column -> column.spellings().stream().allMatch(HeadingWords::nameSomething))
        .filter(column -> dataset.tables().stream().allMatch(table -> isUnique(column, table)))
        .findFirst();
  }

  private static boolean isUnique(DraftColumn column, FoundTable table) {
    return table.table().columns().stream()
        .filter(one -> column.isSpelt(one.heading()))
        .map(TableProfile.Column::values)
        .anyMatch(
            values ->
                values.filled() == table.table().rows()
                    && values.distinct() == values.filled()
                    && !values.hasMoreDistinct());
  }
}
