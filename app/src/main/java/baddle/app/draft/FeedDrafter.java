package baddle.app.draft;

import baddle.app.draft.found.FolderFile;
import baddle.app.draft.found.FoundTable;
import baddle.app.draft.words.NameShape;
import baddle.app.draft.words.Rhythm;
import baddle.core.calendar.Period;
import baddle.core.calendar.PeriodText;
import baddle.core.value.ColumnType;
import java.time.Month;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Pattern;

/** Proposes the feeds of datasets. */
final class FeedDrafter {

  private static final Pattern PART = Pattern.compile("\\{([^{}]+)}");

  private final PeriodText periods = PeriodText.english();
  private final List<DraftDataset> datasets;
  private final Versions versions;
  private final Questions questions;
  private final List<String> doubts;
  private final CopiedSheets copies;
  private final NameProposals naming = new NameProposals();
  private final List<DraftFeed> feeds = new ArrayList<>();
  private String fiscalYearStarts = "";

  FeedDrafter(
      List<DraftDataset> datasets,
      Versions versions,
      CopiedSheets copies,
      Questions questions,
      List<String> doubts) {
    this.copies = copies;
    this.datasets = datasets;
    this.versions = versions;
    this.questions = questions;
    this.doubts = doubts;
  }

  List<DraftFeed> feeds() {
    return feeds;
  }

  /** Those of a dataset. */
  List<DraftFeed> of(DraftDataset dataset) {
    return feeds.stream().filter(feed -> feed.dataset().equals(dataset.name())).toList();
  }

  /** Of a dataset of tables: one for each kind of path. */
  void tables(DraftDataset dataset) {
    Optional<Turned> turned =
        dataset.turned().or(() -> MonthsAcross.turn(dataset)).or(() -> MoneyInAndOut.turn(dataset));
    List<List<String>> groups = NestedNames.groups(dataset.paths(), periods);
    for (List<String> paths : groups) {
      List<FoundTable> found =
          dataset.tables().stream().filter(one -> paths.contains(one.path())).toList();
      tables(dataset, found, paths, turned, groups.size() == 1);
    }
  }

  private void tables(
      DraftDataset dataset,
      List<FoundTable> found,
      List<String> paths,
      Optional<Turned> turned,
      boolean only) {
    List<String> sheets =
        found.stream().map(FoundTable::sheet).filter(name -> !name.isEmpty()).distinct().toList();
    NameShape ofSheets = sheets.isEmpty() ? null : NameShape.of(sheets, periods);
    boolean periodInSheets =
        ofSheets != null && sheets.size() > 1 && ofSheets.hasPeriod() && !ofSheets.varies();
    Optional<String> pattern =
        ofSheets != null && periodInSheets
            ? Optional.of(ofSheets.pattern(Optional.empty()))
            : Optional.empty();
    List<String> heads = heads(dataset, paths, found);
    NestedNames names = NestedNames.of(paths, periods);
    String files = files(dataset, names, periodInSheets);
    boolean inMessages = found.stream().allMatch(FoundTable::inMessage);
    if (inMessages) {
      addMessage(dataset);
    }
    List<String> settings = new ArrayList<>(dataset.writing(paths));
    copies.setting(paths).ifPresent(settings::add);
    Optional<List<Period>> byFolder = byFolder(paths, found);
    if (byFolder.isPresent()) {
      settings.add("period: folder year and month");
    }
    if (inMessages && !files.contains("{period}")) {
      settings.add("period: message date");
    }
    feeds.add(
        new DraftFeed(
            only ? naming.take(dataset.name()) : naming.of(paths, List.of(), false),
            dataset.name(),
            files,
            except(paths),
            settings,
            paths.size(),
            pattern,
            Map.of(),
            new TotalRules(dataset, found, heads, doubts).list(),
            heads,
            turned.map(one -> summarized(one, names, files, only ? paths : List.of())),
            byFolder
                .map(months -> rhythm(months, ""))
                .orElseGet(() -> expect(periodInSheets ? sheets : paths, files))));
  }

  /**
   * With the summary of money that came in and went out, where the rows are that; by account where
   * the names of the files tell several apart.
   *
   * @param paths all files of the dataset; none where there are others
   */
  private Turned summarized(Turned turned, NestedNames names, String files, List<String> paths) {
    if (turned.cash().isEmpty()) {
      return turned;
    }
    Optional<String> part =
        PART.matcher(files)
            .results()
            .map(found -> found.group(1))
            .filter(name -> !name.equals("period"))
            .findFirst();
    Map<String, String> accounts = new HashMap<>();
    names
        .naming()
        .filter(shape -> part.isPresent() && shape.parts().size() == paths.size())
        .ifPresent(
            shape -> {
              for (int i = 0; i < paths.size(); i++) {
                accounts.put(paths.get(i), shape.parts().get(i));
              }
            });
    CashSummary cash = turned.cash().get();
    return turned.with(
        accounts.isEmpty()
            ? cash.lines(questions)
            : cash.lines(questions, part.orElseThrow(), accounts));
  }

  /** The periods of files called by months in folders called by years; empty for others. */
  private Optional<List<Period>> byFolder(List<String> paths, List<FoundTable> found) {
    FiscalFolders folders = new FiscalFolders(paths);
    if (!folders.are()) {
      return Optional.empty();
    }
    Month starts = Month.JANUARY;
    if (folders.areFiscal()) {
      Question question = folders.question(found);
      String answer = questions.choose(question);
      starts = Month.valueOf(answer.toUpperCase(Locale.ROOT));
      fiscalYearStarts = answer;
      if (questions.isOpen(question)) {
        doubts.add(question.line() + "; " + answer + " is proposed");
      }
    }
    return Optional.of(folders.periods(starts));
  }

  /** With which month fiscal years begin; empty where no name depends on it. */
  Optional<String> fiscalYearStarts() {
    return Optional.of(fiscalYearStarts).filter(month -> !month.isEmpty());
  }

  /** Of a dataset of forms. */
  void forms(DraftDataset dataset, List<String> paths, Map<String, String> cells) {
    String files = files(dataset, NestedNames.of(paths, periods), false);
    feeds.add(
        new DraftFeed(
            naming.take(dataset.name()),
            dataset.name(),
            files,
            except(paths),
            List.of(),
            paths.size(),
            Optional.empty(),
            cells,
            List.of(),
            List.of(),
            Optional.empty(),
            expect(paths, files)));
  }

  private List<String> except(List<String> paths) {
    Set<String> patterns = new TreeSet<>();
    paths.forEach(path -> patterns.addAll(versions.except(FolderFile.folderOf(path))));
    return List.copyOf(patterns);
  }

  /** The pattern of a feed's files; what varies in their names becomes a column. */
  private String files(DraftDataset dataset, NestedNames names, boolean periodInSheets) {
    Optional<NameShape> naming = periodInSheets ? Optional.empty() : names.naming();
    if (periodInSheets && names.segments().size() == 1) {
      return names.start() + "*" + names.ending().orElse(".*");
    }
    Optional<String> part =
        naming.map(shape -> partName(dataset, shape.parts(), names.pattern(Optional.of("name"))));
    if (part.isPresent() && naming.isPresent()) {
      addPart(dataset, part.get(), naming.get().parts());
    }
    return names.pattern(part);
  }

  /** The column of any dataset whose values the parts are; else a name of its own. */
  private String partName(DraftDataset dataset, List<String> parts, String pattern) {
    Set<String> distinct = new LinkedHashSet<>(parts);
    List<DraftDataset> order = new ArrayList<>(List.of(dataset));
    order.addAll(datasets);
    for (DraftDataset known : order) {
      for (DraftColumn column : known.columns()) {
        long there = distinct.stream().filter(column.values()::contains).count();
        if (there * 5 >= distinct.size() * 4L) {
          return column.name();
        }
      }
    }
    Question question =
        new Question(
            "{name} in " + pattern,
            "the files differ by a part of their names, such as "
                + String.join(", ", distinct.stream().limit(3).toList()),
            Question.Takes.NAME,
            List.of(),
            "name");
    String answer = questions.choose(question);
    if (questions.isOpen(question)) {
      doubts.add(question.line() + "; what is it called?");
    }
    return answer;
  }

  /** Who sent it and when, which the message says and no heading. */
  private static void addMessage(DraftDataset dataset) {
    if (dataset.column("message_sender").isEmpty()) {
      dataset.columns().add(DraftColumn.gathered("message_sender", ColumnType.Kind.TEXT, 0));
      dataset.columns().add(DraftColumn.gathered("message_date", ColumnType.Kind.DATE, 0));
    }
  }

  private static void addPart(DraftDataset dataset, String name, List<String> parts) {
    dataset.column(name).ifPresent(DraftColumn::markTellsApart);
    if (dataset.column(name).isEmpty()) {
      dataset.columns().add(0, DraftColumn.ofName(name, parts));
    }
  }

  /**
   * The columns that only the first row of a block fills in some tables of a feed, and each row in
   * the others.
   */
  private static List<String> heads(
      DraftDataset dataset, List<String> paths, List<FoundTable> found) {
    Map<List<String>, Integer> seen = new LinkedHashMap<>();
    for (FoundTable table : found) {
      List<String> names = new ArrayList<>();
      for (int column : table.table().heads()) {
        table
            .heading(column)
            .flatMap(dataset::spelt)
            .filter(one -> names.isEmpty() || !one.type().isNumber())
            .ifPresent(one -> names.add(one.name()));
      }
      if (!names.isEmpty()) {
        seen.merge(names, 1, Integer::sum);
      }
    }
    List<String> heads =
        seen.entrySet().stream()
            .max(Map.Entry.comparingByValue())
            .map(Map.Entry::getKey)
            .filter(names -> areHeads(names, dataset, found))
            .orElse(List.of());
    if (!heads.isEmpty()) {
      dataset
          .evidence()
          .add(
              String.join(", ", heads)
                  + " are filled on the first row of a block only, in "
                  + paths.get(0)
                  + (paths.size() > 1 ? " and others" : "")
                  + ": they are carried down");
    }
    return heads;
  }

  /** Whether most tables either have these columns as heads too, or fill the first in each row. */
  private static boolean areHeads(
      List<String> names, DraftDataset dataset, List<FoundTable> found) {
    Optional<DraftColumn> first = dataset.column(names.get(0));
    long fitting =
        found.stream()
            .filter(
                table ->
                    table.table().heads().stream()
                            .flatMap(at -> table.heading(at).stream())
                            .anyMatch(one -> first.filter(c -> c.isSpelt(one)).isPresent())
                        || table.rows().alwaysFilled().stream()
                            .anyMatch(one -> first.filter(c -> c.isSpelt(one)).isPresent()))
            .count();
    return fitting * 2 > found.size();
  }

  /** How often a feed arrives, and for each what, by the names of its files or sheets. */
  private Optional<String> expect(List<String> names, String files) {
    List<Optional<Period>> found =
        names.stream()
            .map(
                name ->
                    periods.find(
                        name.contains("/") || name.contains(".") ? FolderFile.stemOf(name) : name))
            .toList();
    return found.stream().anyMatch(Optional::isEmpty)
        ? Optional.empty()
        : rhythm(found.stream().flatMap(Optional::stream).toList(), files);
  }

  private static Optional<String> rhythm(List<Period> found, String files) {
    String per =
        PART.matcher(files)
            .results()
            .map(part -> part.group(1))
            .filter(part -> !part.equals("period"))
            .findFirst()
            .map(part -> ", per: " + part)
            .orElse("");
    return Rhythm.of(found).map(grain -> "{every: " + grain.words() + per + "}");
  }
}
