package baddle.app.extract;

import baddle.app.results.QueryLine;
import baddle.core.grid.CsvForm;
import baddle.plan.QueryPlan;
import java.nio.file.Path;
import java.time.ZoneId;
import java.util.List;

/**
 * What is to be extracted.
 *
 * @param query what is asked
 * @param lines how often
 * @param zone whose clock shows moments
 * @param folder what the files' names are relative to
 * @param out the files' names, with {@code {name}} for values of a line
 * @param form how text is delimited
 * @param again whether files are written again that nothing shows to have changed
 */
public record Extract(
    QueryPlan query,
    List<QueryLine> lines,
    ZoneId zone,
    Path folder,
    String out,
    CsvForm form,
    boolean again) {

  /** Copies the list. */
  public Extract {
    lines = List.copyOf(lines);
  }
}
