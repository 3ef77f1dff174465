package baddle.app.draft;

import baddle.app.draft.found.FolderFile;
import baddle.app.draft.found.FolderScan;
import baddle.app.draft.found.FoundTable;
import baddle.app.look.FileProfiler;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** Proposes a plan by the files in a folder. */
public final class PlanDrafter {

  private final FolderScan look;

  private PlanDrafter(FolderScan look) {
    this.look = look;
  }

  /**
   * Looks at every file below a folder.
   *
   * @param base where the plan will be
   * @param folder at or below it
   * @param threads how many files are looked into at a time
   */
  public static PlanDrafter of(Path base, Path folder, int threads) throws IOException {
    Path from = base.toAbsolutePath().normalize();
    return new PlanDrafter(FolderScan.of(from, folder, FileProfiler.standard(), threads));
  }

  /**
   * Proposes a plan; the same for the same files and answers.
   *
   * @param answers to the questions that a draft before raised, by their ids
   */
  public Draft draft(Map<String, String> answers) {
    Questions questions = new Questions(answers);
    List<String> doubts = new ArrayList<>(look.unreadable());
    Versions versions = Versions.of(look.files(), questions);
    doubts.addAll(versions.doubts());
    List<String> leftAlone = new ArrayList<>();
    List<FolderFile> files = new ArrayList<>();
    CopiedSheets copies = new CopiedSheets();
    for (FolderFile file : look.files()) {
      leftAlone.addAll(file.leftAlone());
      if (!versions.excluded().contains(file.path()) && !file.sheets().isEmpty()) {
        files.add(copies.without(file));
      }
    }
    leftAlone.addAll(copies.leftAlone());
    Clusters clusters = Clusters.of(files, questions);
    doubts.addAll(clusters.doubts());
    List<DraftDataset> datasets = clusters.datasets();
    ItemsAcross.mark(datasets, questions);
    NameProposals naming = new NameProposals();
    List<DraftLookup> lookups = new MappingTables(datasets, naming, doubts).take();
    leftAlone.addAll(LeftAlone.remove(datasets, questions));
    datasets.forEach(dataset -> name(dataset, datasets, naming));
    FeedDrafter feeds = new FeedDrafter(datasets, versions, copies, questions, doubts);
    List.copyOf(datasets).forEach(feeds::tables);
    for (DraftDataset dataset : datasets) {
      YearToDate.mark(dataset, feeds.of(dataset), questions, doubts);
      dataset.columns().forEach(DraftColumn::doubtSpellings);
    }
    for (String folder : clusters.forms().keySet()) {
      forms(clusters, folder, feeds, datasets, naming, questions);
    }
    DraftParts parts =
        new DraftParts(
            datasets,
            feeds.feeds(),
            lookups,
            doubts,
            leftAlone,
            questions.decided(),
            feeds.fiscalYearStarts());
    return parts.draft(questions);
  }

  private static void name(DraftDataset dataset, List<DraftDataset> all, NameProposals naming) {
    boolean alone =
        all.stream()
            .filter(other -> !other.equals(dataset))
            .noneMatch(
                other ->
                    other.byFolder().keySet().stream().anyMatch(dataset.byFolder()::containsKey));
    List<String> sheets =
        dataset.tables().stream()
            .map(FoundTable::sheet)
            .filter(sheet -> !sheet.isEmpty())
            .distinct()
            .toList();
    dataset.rename(naming.of(dataset.paths(), sheets, alone));
  }

  private static void forms(
      Clusters clusters,
      String folder,
      FeedDrafter feeds,
      List<DraftDataset> datasets,
      NameProposals naming,
      Questions questions) {
    List<String> paths =
        clusters.forms().getOrDefault(folder, List.of()).stream().map(FolderFile::path).toList();
    DraftDataset dataset = new DraftDataset(questions);
    dataset.rename(naming.of(paths, List.of(), true));
    Map<String, String> cells = new LinkedHashMap<>();
    for (FormCells.Field field : clusters.fields(folder)) {
      DraftColumn column = new DraftColumn(field.label());
      column.rename(dataset.freeName(column.name()));
      column.take(field.values(), 0, field.values().filled() == paths.size(), true);
      dataset.columns().add(column);
      cells.put(column.name(), field.address());
    }
    datasets.add(dataset);
    feeds.forms(dataset, paths, cells);
  }
}
