package baddle.app.summarize;

import baddle.app.BatchStamp;
import baddle.app.Project;
import baddle.core.crosstab.Crosstab;
import baddle.core.crosstab.CrosstabBuilder;
import baddle.core.crosstab.CrosstabSpec;
import baddle.plan.SummaryPlan;
import baddle.reports.Provenance;
import baddle.store.Batch;
import baddle.store.DatasetReader;
import baddle.store.Store;
import baddle.store.StoreException;
import java.io.IOException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;

/** Builds the plan's summaries from the dataset's last batch. */
public final class Summarizing {

  private final Project project;

  /** Of a project. */
  public Summarizing(Project project) {
    this.project = project;
  }

  /**
   * Builds summaries.
   *
   * @param summaries of this project's plan
   * @throws StoreException.Absent if nothing was consolidated yet
   */
  public Figures figures(List<SummaryPlan> summaries) throws IOException {
    try (Store store = Store.openToRead(project.storeFolder())) {
      Batch batch =
          store
              .catalogue()
              .lastBatch()
              .orElseThrow(() -> StoreException.nothingConsolidated(project.storeFolder()));
      List<Crosstab> crosstabs = new ArrayList<>();
      Map<String, String> about = new LinkedHashMap<>();
      about.put("Plan", String.valueOf(project.planFile().getFileName()));
      about.put("Batch", BatchStamp.of(batch).toString());
      for (SummaryPlan summary : summaries) {
        DatasetReader dataset = store.dataset(summary.dataset(), batch.number());
        crosstabs.add(crosstab(summary.crosstab(), dataset));
        about.put(
            "Dataset " + summary.dataset(), String.format(Locale.ROOT, "%,d rows", dataset.rows()));
      }
      return new Figures(crosstabs, Provenance.of(about), List.of());
    }
  }

  private Crosstab crosstab(CrosstabSpec spec, DatasetReader dataset) throws IOException {
    List<String> columns = spec.columns();
    spec.check(dataset.schema());
    List<String> read = columns.isEmpty() ? List.of(dataset.schema().names().get(0)) : columns;
    CrosstabBuilder builder =
        new CrosstabBuilder(spec, dataset.schema().only(read), project.plan().calendar());
    dataset.scan(read, builder);
    return builder.build();
  }
}
