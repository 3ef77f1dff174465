package baddle.bench.drafts;

import baddle.app.Project;
import baddle.app.check.CheckResult;
import baddle.app.check.ProjectCheck;
import baddle.app.consolidate.ConsolidateResult;
import baddle.app.consolidate.Consolidation;
import baddle.app.draft.Draft;
import baddle.app.draft.PlanDrafter;
import baddle.app.export.DatasetExport;
import baddle.app.export.ExportException;
import baddle.app.export.RowsChoice;
import baddle.app.session.ProjectSession;
import baddle.core.grid.CsvForm;
import baddle.plan.PlanException;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;

/** Drafts a plan from a folder, follows it, and compares what came in with the truth. */
final class Attempt {

  private final Folder folder;
  private final Path place;

  Attempt(Folder folder, Path place) {
    this.folder = folder;
    this.place = place;
  }

  /** Rows of a dataset, by column. */
  private record Rows(List<String> names, List<List<String>> rows) {

    List<String> column(int index) {
      return rows.stream().map(row -> row.get(index)).toList();
    }
  }

  Score score() throws IOException, PlanException, ExportException {
    folder.write(place);
    Draft draft = PlanDrafter.of(place, place, 1).draft(Map.of());
    if (draft.feeds().isEmpty()) {
      return Score.nothing(draft.doubts().size());
    }
    Path plan = Files.writeString(place.resolve(Project.PLAN_NAME), draft.text());
    Project project = Project.open(plan);
    ConsolidateResult made = Consolidation.of(project, Clock.systemUTC(), 1).run();
    if (made.made().isEmpty()) {
      return Score.nothing(draft.doubts().size());
    }
    Score best = Score.nothing(draft.doubts().size());
    CheckResult checked = ProjectCheck.run(project, ProjectCheck.HeldRows.COUNTED);
    int datasets = project.plan().datasets().size();
    for (String dataset : project.plan().datasets().keySet()) {
      Score score =
          compare(
              rows(project, dataset),
              made,
              checked,
              draft,
              Math.abs(datasets - 1 - folder.beside()));
      best = score.columns() >= best.columns() ? score : best;
    }
    return best;
  }

  private static Rows rows(Project project, String dataset) throws IOException, ExportException {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    CsvForm tabs = new CsvForm('\t', '.', StandardCharsets.UTF_8, false, false, true);
    try (ProjectSession session = ProjectSession.open(project)) {
      new DatasetExport(session, dataset, RowsChoice.EVERYTHING, tabs).toText(out);
    }
    List<List<String>> lines = new ArrayList<>();
    for (String line : out.toString(StandardCharsets.UTF_8).split("\n")) {
      List<String> cells = new ArrayList<>();
      for (String cell : line.split("\t", -1)) {
        cells.add(Truth.number(cell));
      }
      lines.add(cells);
    }
    return new Rows(lines.get(0), lines.subList(1, lines.size()));
  }

  private Score compare(
      Rows rows, ConsolidateResult made, CheckResult checked, Draft draft, int others) {
    Truth truth = folder.truth();
    Map<String, Integer> found = align(rows);
    boolean brought =
        truth.brought().stream()
            .allMatch(
                name ->
                    found.containsKey(name) && isRight(rows, name, found.getOrDefault(name, 0)));
    long right =
        truth.columns().stream()
            .filter(
                name -> found.containsKey(name) && isRight(rows, name, found.getOrDefault(name, 0)))
            .count();
    boolean ties =
        checked.totals().stream().allMatch(one -> one.total().ties())
            && (truth.stated() == 0 || !checked.totals().isEmpty());
    long stated = made.rows().leftOut();
    return new Score(
        (int) (right * 100 / truth.columns().size()),
        rows.rows.size() == truth.rows().size(),
        totals(
                rows.rows,
                found.getOrDefault(truth.amount(), -1),
                found.getOrDefault(truth.date(), -1))
            .equals(wanted()),
        truth.stated() == 0 ? 100 : (int) Math.min(100, stated * 100 / truth.stated()),
        ties,
        brought,
        others,
        draft.doubts().size(),
        isWhole(rows, found));
  }

  /** Which column of the rows holds most of the values of each that is wanted. */
  private Map<String, Integer> align(Rows rows) {
    Map<String, Integer> found = new LinkedHashMap<>();
    Set<Integer> taken = new HashSet<>();
    for (String name : folder.truth().columns()) {
      List<String> values = values(name);
      int best = -1;
      int most = 0;
      for (int i = 0; i < rows.names.size(); i++) {
        int common = taken.contains(i) ? 0 : common(values, rows.column(i));
        if (common > most) {
          best = i;
          most = common;
        }
      }
      if (most * 2 >= values.size() && best >= 0) {
        found.put(name, best);
        taken.add(best);
      }
    }
    return found;
  }

  private List<String> values(String name) {
    int at = folder.truth().columns().indexOf(name);
    return folder.truth().rows().stream().map(row -> row.get(at)).toList();
  }

  private static int common(List<String> one, List<String> other) {
    Map<String, Integer> counts = new HashMap<>();
    one.forEach(text -> counts.merge(text, 1, Integer::sum));
    int common = 0;
    for (String value : other) {
      int left = counts.getOrDefault(value, 0);
      common += left > 0 ? 1 : 0;
      counts.put(value, left - 1);
    }
    return common;
  }

  private boolean isRight(Rows rows, String name, int column) {
    return rows.rows.size() == folder.truth().rows().size()
        && common(values(name), rows.column(column)) == rows.rows.size();
  }

  private boolean isWhole(Rows rows, Map<String, Integer> found) {
    if (found.size() < folder.truth().columns().size()) {
      return false;
    }
    List<String> ours =
        rows.rows.stream()
            .map(
                row ->
                    String.join(
                        "\t",
                        folder.truth().columns().stream()
                            .map(n -> row.get(found.getOrDefault(n, 0)))
                            .toList()))
            .sorted()
            .toList();
    List<String> wanted =
        folder.truth().rows().stream().map(row -> String.join("\t", row)).sorted().toList();
    return ours.equals(wanted);
  }

  private Map<String, BigDecimal> wanted() {
    Truth truth = folder.truth();
    List<String> columns = truth.columns();
    return totals(truth.rows(), columns.indexOf(truth.amount()), columns.indexOf(truth.date()));
  }

  private static Map<String, BigDecimal> totals(List<List<String>> rows, int amount, int date) {
    Map<String, BigDecimal> totals = new TreeMap<>();
    for (List<String> row : amount < 0 ? List.<List<String>>of() : rows) {
      String number = row.get(amount);
      String day = date < 0 ? "" : row.get(date);
      if (number.matches("-?\\d+(\\.\\d+)?")) {
        totals.merge(
            day.substring(0, Math.min(7, day.length())), new BigDecimal(number), BigDecimal::add);
      }
    }
    totals.replaceAll((month, sum) -> sum.stripTrailingZeros());
    return totals;
  }
}
