package baddle.app.export;

import baddle.core.finding.Finding;
import baddle.store.Catalogue;
import baddle.store.Store;
import baddle.store.entry.Batch;
import baddle.store.entry.StoredFile;
import baddle.store.entry.StoredSource;
import java.io.IOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;

/** What a batch is made of, as tables beside its rows in a database. */
final class BatchTables {

  private BatchTables() {}

  /** Sources, batches and findings of the catalogue, for a database. */
  static List<RowsFile.Table> of(Store store, Batch batch) throws IOException {
    Catalogue catalogue = store.catalogue();
    Map<Long, StoredFile> files = new HashMap<>();
    catalogue.files(batch.number()).forEach(file -> files.put(file.id(), file));
    List<List<String>> sources = new ArrayList<>();
    for (StoredSource source : catalogue.sources(batch.number())) {
      StoredFile file = Objects.requireNonNull(files.get(source.file()));
      sources.add(
          List.of(
              file.dataset(),
              file.feed(),
              file.path(),
              source.sheet(),
              source.period(),
              source.range(),
              String.valueOf(source.counts().read()),
              String.valueOf(source.counts().kept()),
              String.valueOf(source.counts().leftOut()),
              String.valueOf(source.counts().held())));
    }
    List<List<String>> batches = new ArrayList<>();
    for (Batch one : catalogue.batches()) {
      batches.add(List.of(String.valueOf(one.number()), one.madeAt().toString()));
    }
    List<Finding> findings = new ArrayList<>(catalogue.outcomes().findings(batch.number()));
    findings.addAll(catalogue.outcomes().findingsOfDatasets(batch.number()));
    return List.of(
        new RowsFile.Table(
            "baddle_sources",
            List.of(
                "dataset",
                "feed",
                "file",
                "sheet",
                "period",
                "cells",
                "rows_read",
                "rows_kept",
                "rows_left_out",
                "rows_held"),
            sources),
        new RowsFile.Table("baddle_batches", List.of("batch", "made_at"), batches),
        new RowsFile.Table(
            "baddle_findings",
            FindingTable.HEADINGS,
            findings.stream().map(FindingTable::row).toList()));
  }
}
