package baddle.app.draft;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * A feed that is proposed.
 *
 * @param name its name
 * @param dataset where its rows go
 * @param files the pattern of its files
 * @param except patterns of files that don't count
 * @param writing how values are written, as settings, where the files don't show it
 * @param fileCount how many files have it
 * @param sheets the pattern of its sheets
 * @param cells the cell of each column, for forms
 * @param rules for rows of totals
 * @param heads columns that are on the first row of a block, the one first that begins it
 * @param turned the columns that become rows; empty for none
 * @param expect which periods it should have, as a setting; empty where that can't be told
 */
record DraftFeed(
    String name,
    String dataset,
    String files,
    List<String> except,
    List<String> writing,
    int fileCount,
    Optional<String> sheets,
    Map<String, String> cells,
    List<TotalRule> rules,
    List<String> heads,
    Optional<Turned> turned,
    Optional<String> expect) {

  DraftFeed {
    cells = new LinkedHashMap<>(cells);
    except = List.copyOf(except);
    writing = List.copyOf(writing);
    rules = List.copyOf(rules);
    heads = List.copyOf(heads);
  }
}
