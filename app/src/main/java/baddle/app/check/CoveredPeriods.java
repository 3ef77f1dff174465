package baddle.app.check;

import baddle.app.cells.KeptCells;
import baddle.core.calendar.Grain;
import baddle.core.crosstab.Crosstab;
import baddle.core.crosstab.Item;
import baddle.core.crosstab.spec.CrosstabSpec;
import baddle.core.crosstab.spec.Measure;
import baddle.core.expression.AxisItem;
import baddle.core.expression.Expression;
import baddle.core.finding.Place;
import baddle.core.table.Origin;
import baddle.plan.DatasetPlan;
import baddle.plan.ExpectPlan;
import baddle.plan.FeedPlan;
import baddle.plan.Plan;
import baddle.store.DatasetReader;
import baddle.store.entry.StoredFile;
import baddle.store.entry.StoredRefusal;
import baddle.store.entry.StoredSource;
import java.io.IOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Collectors;

/** Which periods the sources of feeds are of, against those that are expected. */
final class CoveredPeriods {

  private final Plan plan;
  private final KeptCells cells;
  private final Map<String, List<Coverage.Covered>> covered = new LinkedHashMap<>();

  CoveredPeriods(Plan plan, KeptCells cells) {
    this.plan = plan;
    this.cells = cells;
  }

  /** How the feeds' periods are covered, where some of their files were refused. */
  List<Coverage> coverage(List<StoredRefusal> refused) {
    List<Coverage> coverage = new ArrayList<>();
    for (FeedPlan feed : plan.feeds().values()) {
      feed.expect()
          .map(
              expect ->
                  coverage(feed, expect, covered.getOrDefault(feed.name(), List.of()), refused))
          .ifPresent(coverage::add);
    }
    return coverage;
  }

  private Coverage coverage(
      FeedPlan feed,
      ExpectPlan expect,
      List<Coverage.Covered> covered,
      List<StoredRefusal> refused) {
    List<StoredRefusal> own = refused.stream().filter(r -> r.feed().equals(feed.name())).toList();
    boolean byRow =
        Objects.requireNonNull(plan.datasets().get(feed.dataset())).datedBy().isPresent();
    return Coverage.of(feed.name(), expect, covered, own, plan.periods(), plan.calendar(), byRow);
  }

  /** Gathers the sources of each feed of a dataset that is expected to have periods. */
  void add(
      DatasetPlan dataset, DatasetReader reader, List<StoredFile> files, List<StoredSource> sources)
      throws IOException {
    for (FeedPlan feed : plan.feeds().values()) {
      if (feed.dataset().equals(dataset.name()) && feed.expect().isPresent()) {
        Map<Long, String> pathOfFile = new HashMap<>();
        files.stream()
            .filter(file -> file.feed().equals(feed.name()))
            .forEach(file -> pathOfFile.put(file.id(), file.path()));
        List<String> per = feed.expect().get().per();
        covered.put(
            feed.name(),
            per.isEmpty() && dataset.datedBy().isEmpty()
                ? ofSources(sources, pathOfFile)
                : ofValues(
                    reader, Set.copyOf(pathOfFile.values()), spec(dataset, feed.expect().get())));
      }
    }
  }

  /** What is asked of the rows of a dataset. */
  List<CrosstabSpec> specs(DatasetPlan dataset) {
    return plan.feeds().values().stream()
        .filter(feed -> feed.dataset().equals(dataset.name()))
        .flatMap(feed -> feed.expect().stream())
        .filter(expect -> !expect.per().isEmpty() || dataset.datedBy().isPresent())
        .map(expect -> spec(dataset, expect))
        .toList();
  }

  private static CrosstabSpec spec(DatasetPlan dataset, ExpectPlan expect) {
    List<AxisItem> down = new ArrayList<>();
    down.add(AxisItem.ofColumn(Origin.SOURCE_FILE.name()));
    down.add(AxisItem.ofColumn(Origin.SOURCE_SHEET.name()));
    down.add(
        dataset
            .datedBy()
            .map(date -> by(date, expect.every()))
            .orElse(AxisItem.ofColumn(Origin.SOURCE_PERIOD.name())));
    expect.per().stream().map(AxisItem::ofColumn).forEach(down::add);
    return CrosstabSpec.of("coverage", down, List.of(), List.of(Measure.of("rows", "count(*)")));
  }

  private static List<Coverage.Covered> ofSources(
      List<StoredSource> sources, Map<Long, String> pathOfFile) {
    return sources.stream()
        .filter(source -> pathOfFile.containsKey(source.file()))
        .map(
            source ->
                new Coverage.Covered(
                    Place.source(
                        Objects.requireNonNull(pathOfFile.get(source.file())), source.sheet()),
                    source.period(),
                    ""))
        .toList();
  }

  private static AxisItem by(String date, Grain grain) {
    return AxisItem.parse(Expression.quoted(date) + " by " + grain.words());
  }

  private List<Coverage.Covered> ofValues(
      DatasetReader reader, Set<String> paths, CrosstabSpec spec) throws IOException {
    Crosstab crosstab = cells.builder(spec, reader).build();
    List<Coverage.Covered> covered = new ArrayList<>();
    for (Item file : crosstab.down().children()) {
      if (paths.contains(file.label())) {
        for (Item sheet : file.children()) {
          for (Item ofPeriod : sheet.children()) {
            boolean blank = sheet.label().equals(Item.BLANK_LABEL);
            Place place = Place.source(file.label(), blank ? "" : sheet.label());
            leaves(ofPeriod, List.of())
                .forEach(of -> covered.add(new Coverage.Covered(place, ofPeriod.label(), of)));
          }
        }
      }
    }
    return covered;
  }

  private static List<String> leaves(Item item, List<String> labels) {
    if (item.children().isEmpty()) {
      return List.of(String.join(", ", labels));
    }
    return item.children().stream()
        .flatMap(
            child -> {
              List<String> below = new ArrayList<>(labels);
              below.add(child.label());
              return leaves(child, below).stream();
            })
        .collect(Collectors.toList());
  }
}
