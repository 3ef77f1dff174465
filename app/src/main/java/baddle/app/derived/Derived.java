package baddle.app.derived;

import baddle.app.ContentHash;
import baddle.app.Project;
import baddle.app.cells.KeptCells;
import baddle.app.closed.ClosedRows;
import baddle.app.closed.FrozenRows;
import baddle.app.reference.References;
import baddle.app.review.DatasetReview;
import baddle.app.review.RepeatedSources;
import baddle.app.review.SummedSources;
import baddle.core.derivation.Derivation;
import baddle.core.finding.Finding;
import baddle.core.lookup.LookupTable;
import baddle.core.table.HiddenRows;
import baddle.plan.DatasetPlan;
import baddle.plan.LookupPlan;
import baddle.plan.Plan;
import baddle.store.BatchWriter;
import baddle.store.DatasetReader;
import baddle.store.Store;
import baddle.store.StoreException;
import baddle.store.entry.StoredFile;
import baddle.store.entry.StoredSample;
import java.io.IOException;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;

/**
 * What a batch does with the datasets besides reading their sources: derived columns, duplicates,
 * and what is to be said of each as a whole. Datasets come in waves, each after those it looks
 * things up in.
 */
public final class Derived {

  private final Plan plan;
  private final References references;
  private final Store store;
  private final Derivations derivations;
  private final ClosedRows closed;
  private final KeptCells cells;
  private final Map<String, String> hashes = new LinkedHashMap<>();
  private final Map<String, Long> changedRows = new LinkedHashMap<>();

  /** Of a project and its store. */
  public Derived(Project project, References references, Store store, ClosedRows closed) {
    this.closed = closed;
    this.plan = project.plan();
    this.references = references;
    this.store = store;
    this.derivations = new Derivations(plan);
    this.cells = new KeptCells(project);
  }

  /** How the columns are derived. */
  public Derivations derivations() {
    return derivations;
  }

  /** How many rows have other values, by dataset; none for datasets that weren't computed anew. */
  public Map<String, Long> changedRows() {
    return changedRows;
  }

  private static boolean isTreated(DatasetPlan dataset) {
    return !dataset.steps().isEmpty() || !dataset.duplicates().key().isEmpty();
  }

  /** Whether the plan or a lookup's file has changed since stored rows were derived. */
  public boolean isOutOfDate(List<StoredFile> known) throws IOException {
    for (DatasetPlan dataset : plan.datasets().values()) {
      boolean hasRows = known.stream().anyMatch(file -> file.dataset().equals(dataset.name()));
      String before = store.catalogue().derivation(dataset.name()).orElse("");
      boolean isOrWasTreated = isTreated(dataset) || !before.isEmpty();
      if (hasRows && isOrWasTreated && !before.startsWith(references.derivedBy(dataset).text())) {
        return true;
      }
    }
    return false;
  }

  /** The datasets, those first that others look things up in. */
  public List<List<DatasetPlan>> waves() {
    List<List<DatasetPlan>> waves = new ArrayList<>();
    Set<String> done = new HashSet<>();
    List<DatasetPlan> left = new ArrayList<>(plan.datasets().values());
    while (!left.isEmpty()) {
      List<DatasetPlan> wave =
          left.stream().filter(dataset -> done.containsAll(datasetsLookedUpBy(dataset))).toList();
      if (wave.isEmpty()) {
        throw new IllegalStateException("datasets that look each other up: " + left);
      }
      waves.add(wave);
      left.removeAll(wave);
      wave.forEach(dataset -> done.add(dataset.name()));
    }
    return waves;
  }

  private List<String> datasetsLookedUpBy(DatasetPlan dataset) {
    return lookups(dataset).stream().flatMap(lookup -> lookup.dataset().stream()).toList();
  }

  private List<LookupPlan> lookups(DatasetPlan dataset) {
    return dataset.lookups().stream()
        .map(name -> Objects.requireNonNull(plan.lookups().get(name)))
        .toList();
  }

  /** Reads the lookups of some datasets, so that their sources can be read. */
  public void prepare(List<DatasetPlan> wave, BatchWriter batch) throws IOException {
    for (DatasetPlan dataset : wave) {
      StringBuilder hash = new StringBuilder();
      for (LookupPlan lookup : lookups(dataset)) {
        LookupTable table =
            lookup.dataset().isEmpty()
                ? references.table(lookup)
                : references.table(lookup, reader(lookup.dataset().get(), batch));
        derivations.add(table);
        hash.append(lookup.dataset().isEmpty() ? "" : table.text());
      }
      hashes.put(
          dataset.name(),
          references.derivedBy(dataset).withRows(ContentHash.of(hash.toString())).text());
    }
  }

  private Optional<DatasetReader> reader(String dataset, BatchWriter batch) throws IOException {
    try {
      return Optional.of(store.dataset(dataset, batch.batch().number()));
    } catch (StoreException.Absent e) {
      return Optional.empty();
    }
  }

  /**
   * Derives stored rows anew where that is needed, marks duplicates, and stores what is to be said.
   *
   * @param copied parts of the batch that have rows of earlier ones
   * @return whether rows that were stored before have changed
   */
  public boolean finish(List<DatasetPlan> wave, BatchWriter batch, Set<Integer> copied)
      throws IOException {
    boolean changed = false;
    for (DatasetPlan dataset : wave) {
      String hash = Objects.requireNonNull(hashes.get(dataset.name()));
      String before = store.catalogue().derivation(dataset.name()).orElse("");
      Optional<DatasetReader> reader = reader(dataset.name(), batch);
      boolean isOrWasTreated = isTreated(dataset) || !before.isEmpty();
      List<Finding> findings = new ArrayList<>();
      if (reader.isPresent() && isOrWasTreated && !before.equals(hash)) {
        Derivation derivation = derivations.even(dataset);
        boolean anyBefore =
            reader.get().parts().stream()
                .anyMatch(part -> !batch.wrote(part) || copied.contains(part));
        if (anyBefore) {
          Optional<FrozenRows> frozen = closed.frozen(dataset, batch.batch().number());
          Rederivation again =
              new Rederivation(batch, reader.get(), dataset, derivation, frozen, copied);
          changedRows.put(dataset.name(), again.run());
          if (frozen.isPresent()) {
            frozen.get().store(batch);
          }
        }
        changed = true;
        batch.setDerivation(dataset.name(), hash);
        reader = reader(dataset.name(), batch);
      }
      if (reader.isPresent()) {
        findings.addAll(review(dataset, reader.get(), batch));
      }
      batch.replaceFindings(dataset.name(), findings);
    }
    return changed;
  }

  private List<Finding> review(DatasetPlan dataset, DatasetReader reader, BatchWriter batch)
      throws IOException {
    List<Finding> findings = new ArrayList<>();
    DatasetReader current = reader;
    boolean marks = !dataset.duplicates().key().isEmpty() || reader.hides(HiddenRows.DUPLICATE);
    if (marks) {
      int number = batch.batch().number();
      SourceRanks ranks =
          new SourceRanks(
              store.catalogue().sources(number),
              store.catalogue().files(number),
              dataset.name(),
              plan.periods());
      findings.addAll(
          new DuplicateMarks(reader, dataset, ranks, closed.frozen(dataset, number)).run(batch));
      current = reader(dataset.name(), batch).orElseThrow();
    }
    List<StoredSample> samples = store.catalogue().samples(batch.batch().number(), dataset.name());
    findings.addAll(RepeatedSources.findings(plan, dataset, current, samples));
    findings.addAll(SummedSources.findings(samples));
    findings.addAll(
        DatasetReview.findings(
            dataset, current, references, closed.keepsAny(), derivations::lookup, cells));
    return findings;
  }
}
