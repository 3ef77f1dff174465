package baddle.app.draft;

import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;

/**
 * A feed that is proposed.
 *
 * @param name its name
 * @param dataset where its rows go
 * @param files the pattern of its files
 * @param fileCount how many files have it
 * @param sheets the pattern of its sheets
 * @param cells the cell of each column, for forms
 */
record DraftFeed(
    String name,
    String dataset,
    String files,
    int fileCount,
    Optional<String> sheets,
    Map<String, String> cells) {

  DraftFeed {
    cells = new LinkedHashMap<>(cells);
  }
}
