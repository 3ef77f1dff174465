package baddle.app.draft;

import baddle.app.draft.found.FolderFile;
import baddle.app.draft.found.FoundSheet;
import baddle.app.draft.found.FoundTable;
import baddle.app.draft.found.Labelled;
import baddle.core.profile.TableProfile;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/** Puts the tables that are alike into one dataset each, and tells forms from tables. */
final class Clusters {

  /** A layout that fewer of a hundred files of a folder have isn't what the folder is of. */
  private static final int USUAL = 30;

  /** Of a hundred forms, in how many a heading is what another form fills in. */
  private static final int MOST = 80;

  private static final int LEAST_FIELDS = 2;

  private final Questions questions;
  private final List<DraftDataset> datasets = new ArrayList<>();
  private final Map<String, List<FolderFile>> forms = new TreeMap<>();
  private final Map<String, List<FormCells.Field>> fields = new HashMap<>();
  private final List<String> doubts = new ArrayList<>();

  Clusters(Questions questions) {
    this.questions = questions;
  }

  /** Puts the tables of some files together. */
  static Clusters of(List<FolderFile> files, Questions questions) {
    Clusters clusters = new Clusters(questions);
    Map<String, List<FolderFile>> byFolder = new TreeMap<>();
    for (FolderFile file : files) {
      byFolder
          .computeIfAbsent(FolderFile.folderOf(file.path()), folder -> new ArrayList<>())
          .add(file);
    }
    List<FolderFile> left = new ArrayList<>();
    byFolder.forEach((folder, ofFolder) -> left.addAll(clusters.withoutForms(folder, ofFolder)));
    clusters.cluster(left);
    clusters.datasets.forEach(DraftDataset::joinComplements);
    return clusters;
  }

  /** The datasets of tables, those of the most tables first. */
  List<DraftDataset> datasets() {
    return datasets;
  }

  /** Files that are forms, by folder. */
  Map<String, List<FolderFile>> forms() {
    return forms;
  }

  /** What the forms of a folder say. */
  List<FormCells.Field> fields(String folder) {
    return fields.getOrDefault(folder, List.of());
  }

  /** What wants a person's eye. */
  List<String> doubts() {
    return doubts;
  }

  private static List<FoundTable> tables(FolderFile file) {
    return file.sheets().stream()
        .flatMap(sheet -> sheet.tables().stream())
        .filter(found -> found.table().columns().size() > 1 && found.table().rows() > 0)
        .toList();
  }

  private static List<Labelled> labelled(FolderFile file) {
    return file.sheets().stream().findFirst().map(FoundSheet::labelled).orElse(List.of());
  }

  /** The files of a folder that aren't forms. */
  private List<FolderFile> withoutForms(String folder, List<FolderFile> files) {
    Map<String, Integer> signatures = new HashMap<>();
    for (FolderFile file : files) {
      tables(file).stream()
          .map(Clusters::signature)
          .distinct()
          .forEach(signature -> signatures.merge(signature, 1, Integer::sum));
    }
    List<FormCells.Field> all =
        files.size() > 1
            ? FormCells.of(files.stream().map(Clusters::labelled).toList())
            : List.of();
    List<FolderFile> unusual = new ArrayList<>();
    List<FolderFile> left = new ArrayList<>();
    for (FolderFile file : files) {
      boolean usual =
          tables(file).stream()
              .anyMatch(
                  table ->
                      signatures.getOrDefault(signature(table), 0) * 100 > files.size() * USUAL);
      (usual && !isFilledIn(file, all) ? left : unusual).add(file);
    }
    List<List<Labelled>> sheets = unusual.stream().map(Clusters::labelled).toList();
    List<FormCells.Field> found =
        unusual.size() > 1 ? FormCells.of(sheets) : List.<FormCells.Field>of();
    boolean areForms =
        found.size() >= LEAST_FIELDS
            || (!found.isEmpty() && unusual.stream().allMatch(file -> tables(file).isEmpty()));
    if (areForms) {
      forms.put(folder, unusual);
      fields.put(folder, found);
      return left;
    }
    for (FolderFile file : unusual) {
      if (tables(file).isEmpty()) {
        doubts.add(file.path() + " has no table that could be told by its shape");
      }
    }
    return files;
  }

  /** Whether the headings of a file's table are values that are beside labels in the others. */
  private static boolean isFilledIn(FolderFile file, List<FormCells.Field> found) {
    if (found.size() < LEAST_FIELDS) {
      return false;
    }
    List<FoundTable> tables = tables(file);
    long filled =
        tables.stream()
            .filter(
                table ->
                    table.table().columns().stream()
                        .map(TableProfile.Column::heading)
                        .anyMatch(
                            heading ->
                                found.stream()
                                    .anyMatch(f -> f.values().values().contains(heading))))
            .count();
    boolean across =
        tables.stream()
            .anyMatch(
                table ->
                    MonthsAcross.are(
                        table.table().columns().stream()
                            .map(TableProfile.Column::heading)
                            .toList()));
    return !tables.isEmpty() && !across && filled * 100 >= tables.size() * (long) MOST;
  }

  private void cluster(List<FolderFile> files) {
    Map<String, List<FoundTable>> bySignature = new LinkedHashMap<>();
    for (FolderFile file : files) {
      for (FoundTable table : tables(file)) {
        String key = FolderFile.folderOf(file.path()) + "\n" + signature(table);
        bySignature.computeIfAbsent(key, k -> new ArrayList<>()).add(table);
      }
    }
    bySignature.values().stream()
        .sorted(Comparator.<List<FoundTable>>comparingInt(List::size).reversed())
        .forEach(this::place);
  }

  /** The headings; months across are one, whatever year they are of. */
  private static String signature(FoundTable found) {
    List<String> headings =
        found.table().columns().stream().map(TableProfile.Column::heading).toList();
    boolean across = MonthsAcross.are(headings);
    StringBuilder signature = new StringBuilder();
    for (String heading : headings) {
      signature.append(across && MonthsAcross.isMonth(heading) ? "" : heading).append('\t');
    }
    return signature.toString().replaceAll("\t\t+", "\t\t");
  }

  private void place(List<FoundTable> alike) {
    FoundTable first = alike.get(0);
    DraftDataset dataset =
        datasets.stream()
            .filter(known -> known.isAlike(first))
            .max(Comparator.comparingDouble(known -> known.likeness(first)))
            .orElse(null);
    Optional<Question> question =
        Optional.ofNullable(dataset).flatMap(known -> OwnHeadings.question(known, first));
    boolean apart =
        question.filter(one -> !questions.choose(one).equals(OwnHeadings.ONE)).isPresent();
    if (dataset == null || apart) {
      dataset = new DraftDataset(questions);
      datasets.add(dataset);
    }
    alike.forEach(dataset::add);
    question
        .filter(questions::isOpen)
        .ifPresent(one -> doubts.add(one.line() + "; they are proposed as one dataset"));
  }
}
