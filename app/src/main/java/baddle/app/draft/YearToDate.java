package baddle.app.draft;

import baddle.app.draft.found.FolderFile;
import baddle.app.draft.found.FoundTable;
import baddle.app.draft.words.HeadingWords;
import baddle.core.calendar.Period;
import baddle.core.calendar.PeriodText;
import baddle.core.profile.TableProfile;
import baddle.core.value.ColumnType;
import baddle.core.value.NaturalOrder;
import baddle.plan.NamePattern;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** Tells exports that hold all of the year so far, so that each repeats what the one before had. */
final class YearToDate {

  private static final int LEAST_FILES = 2;

  /** Of a hundred rows of a file, how many the next one has too. */
  private static final int REPEATED = 80;

  private static final Set<ColumnType.Kind> KEYS =
      Set.of(ColumnType.Kind.TEXT, ColumnType.Kind.INTEGER);

  private static final String EACH = "; each is counted once more, and no column tells rows apart";

  private static final PeriodText PERIODS = PeriodText.english();

  private YearToDate() {}

  /**
   * Marks the columns by which the rows of the latest export are told from repeated ones.
   *
   * @param feeds those of the dataset
   */
  static void mark(
      DraftDataset dataset, List<DraftFeed> feeds, Questions questions, List<String> doubts) {
    List<FoundTable> files = dataset.tables();
    if (dataset.paths().size() < LEAST_FILES || files.size() != dataset.paths().size()) {
      return;
    }
    List<NamePattern> patterns = feeds.stream().map(feed -> new NamePattern(feed.files())).toList();
    List<List<FoundTable>> series = new ArrayList<>();
    for (NamePattern pattern : patterns) {
      series.addAll(series(files, pattern));
    }
    int pairs = series.stream().mapToInt(one -> one.size() - 1).sum();
    int growing = series.stream().mapToInt(YearToDate::growing).sum();
    if (pairs == 0 || growing * 3 < pairs * 2) {
      return;
    }
    Optional<DraftColumn> row = key(dataset);
    boolean isDayEnough = growing == pairs && patterns.size() == 1;
    Optional<DraftColumn> key =
        row.or(() -> isDayEnough ? day(dataset) : Optional.<DraftColumn>empty());
    String folder = FolderFile.folderOf(files.get(0).path());
    String evidence =
        growing + " of " + pairs + " files hold nearly all rows of the file before, and more";
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
    boolean onlyLatest = questions.choose(question).equals("latest");
    if (questions.isOpen(question)) {
      doubts.add(question.line() + (onlyLatest ? latest(row, key.orElseThrow()) : EACH));
    }
    if (onlyLatest) {
      List<String> names = new ArrayList<>(namedParts(patterns));
      names.add(key.orElseThrow().name());
      dataset.latestBy(names, row.isPresent());
    }
  }

  private static String latest(Optional<DraftColumn> row, DraftColumn key) {
    return row.isPresent()
        ? "; only those of the latest are proposed to count"
        : "; no column tells rows apart, so of each "
            + key.name()
            + " only the rows of the latest file that has it are proposed to count";
  }

  /** What the names of all feeds tell files apart by. */
  private static List<String> namedParts(List<NamePattern> patterns) {
    List<String> parts = new ArrayList<>(namedParts(patterns.get(0)));
    patterns.forEach(pattern -> parts.retainAll(namedParts(pattern)));
    return parts;
  }

  /** What names tell files apart by besides the period. */
  private static List<String> namedParts(NamePattern pattern) {
    return pattern.parts().stream().filter(part -> !part.equals(NamePattern.PERIOD)).toList();
  }

  /** The files that follow each other, such as those of one branch, in the order of time. */
  private static List<List<FoundTable>> series(List<FoundTable> files, NamePattern pattern) {
    Map<List<String>, List<FoundTable>> series = new LinkedHashMap<>();
    for (FoundTable file : files) {
      pattern
          .match(file.path())
          .map(named -> namedParts(pattern).stream().map(named::get).toList())
          .ifPresent(apart -> series.computeIfAbsent(apart, a -> new ArrayList<>()).add(file));
    }
    series.values().forEach(one -> one.sort(inTime(pattern)));
    return List.copyOf(series.values());
  }

  private static Comparator<FoundTable> inTime(NamePattern pattern) {
    Comparator<FoundTable> byPeriod =
        Comparator.comparing(
            file ->
                pattern
                    .match(file.path())
                    .flatMap(named -> PERIODS.parse(named.getOrDefault(NamePattern.PERIOD, "")))
                    .map(Period::start)
                    .orElse(LocalDate.MIN));
    return byPeriod.thenComparing(FoundTable::path, NaturalOrder.INSTANCE);
  }

  /** How many files of a series hold the one before, and more. */
  private static int growing(List<FoundTable> series) {
    int growing = 0;
    for (int i = 1; i < series.size(); i++) {
      FoundTable earlier = series.get(i - 1);
      FoundTable later = series.get(i);
      boolean grows = later.table().rows() > earlier.table().rows();
      growing += grows && holds(later, earlier) ? 1 : 0;
    }
    return growing;
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

  /** The date of every row: each file has all rows of the days before. */
  private static Optional<DraftColumn> day(DraftDataset dataset) {
    return dataset.date().filter(date -> date.type().kind() == ColumnType.Kind.DATE);
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
