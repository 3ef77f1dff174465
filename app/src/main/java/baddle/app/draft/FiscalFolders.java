package baddle.app.draft;

import baddle.app.draft.found.FolderFile;
import baddle.app.draft.found.FoundTable;
import baddle.core.calendar.FolderYear;
import baddle.core.calendar.Period;
import baddle.core.calendar.PeriodText;
import java.time.LocalDate;
import java.time.Month;
import java.time.format.TextStyle;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/** Tells files called by months in folders called by years, and with which month a year begins. */
final class FiscalFolders {

  private final PeriodText periods = PeriodText.english();
  private final List<String> paths;

  FiscalFolders(List<String> paths) {
    this.paths = List.copyOf(paths);
  }

  private Optional<Period> period(String path, Month starts) {
    String folder = FolderFile.folderOf(path);
    String last = folder.substring(folder.lastIndexOf('/') + 1);
    return FolderYear.of(last, FolderFile.stemOf(path), periods, starts);
  }

  /** Whether each file has its period so. */
  boolean are() {
    return paths.stream().allMatch(path -> period(path, Month.JANUARY).isPresent())
        && paths.stream().allMatch(path -> periods.find(FolderFile.stemOf(path)).isEmpty());
  }

  /** Whether any folder names two years, so that it matters with which month they begin. */
  boolean areFiscal() {
    return paths.stream()
        .anyMatch(path -> !period(path, Month.JANUARY).equals(period(path, Month.DECEMBER)));
  }

  /** The periods, once it is known with which month a year begins. */
  List<Period> periods(Month starts) {
    return paths.stream().flatMap(path -> period(path, starts).stream()).toList();
  }

  /** The months with which a year may begin, so that the dates of the tables are within theirs. */
  private List<Month> fitting(List<FoundTable> tables) {
    List<Month> fitting = new ArrayList<>();
    for (Month month : Month.values()) {
      if (tables.stream().allMatch(table -> fits(table, month))) {
        fitting.add(month);
      }
    }
    return fitting;
  }

  private boolean fits(FoundTable table, Month starts) {
    Optional<LocalDate> first =
        table.table().columns().stream()
            .filter(column -> column.values().type().isCalendar())
            .map(column -> LocalDate.parse(column.values().least()))
            .findFirst();
    Optional<Period> period = period(table.path(), starts);
    return first.isEmpty() || period.isEmpty() || period.get().holds(first.get().toEpochDay());
  }

  /** With which month a fiscal year begins, as far as the dates show it. */
  Question question(List<FoundTable> tables) {
    List<Month> fitting = fitting(tables);
    List<Month> usual = List.of(Month.APRIL, Month.JULY, Month.OCTOBER, Month.SEPTEMBER);
    Month proposal =
        usual.stream()
            .filter(fitting::contains)
            .findFirst()
            .or(() -> fitting.stream().findFirst())
            .orElse(Month.APRIL);
    String folder = FolderFile.folderOf(FolderFile.folderOf(paths.get(0)));
    String evidence =
        fitting.size() == Month.values().length
            ? "no date shows with which month the years of the folders begin"
            : "by the dates of the rows it may be "
                + String.join(", ", fitting.stream().map(FiscalFolders::name).toList());
    QuestionAnswer[] choices =
        Arrays.stream(Month.values())
            .map(month -> new QuestionAnswer(name(month), "years begin in " + name(month)))
            .toArray(QuestionAnswer[]::new);
    return Question.of(
        "first month of the years" + (folder.isEmpty() ? "" : " in " + folder),
        evidence,
        name(proposal),
        choices);
  }

  private static String name(Month month) {
    return month.getDisplayName(TextStyle.FULL, Locale.ENGLISH);
  }
}
