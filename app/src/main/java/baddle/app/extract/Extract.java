package baddle.app.extract;

import baddle.app.results.QueryLine;
import baddle.core.grid.CsvForm;
import baddle.core.intake.IntakeColumn;
import baddle.core.intake.heading.Headings;
import baddle.core.value.ColumnType;
import baddle.plan.DatasetPlan;
import baddle.plan.QueryPlan;
import java.nio.file.Path;
import java.time.ZoneId;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;

/**
 * What is to be extracted.
 *
 * @param query what is asked
 * @param lines how often
 * @param zone whose clock shows moments
 * @param folder what the files' names are relative to
 * @param out the files' names, with {@code {name}} for values of a line
 * @param types the dataset's types by heading, as headings are compared; empty without a dataset
 * @param form how text is delimited
 * @param again whether files are written again that nothing shows to have changed
 */
public record Extract(
    QueryPlan query,
    List<QueryLine> lines,
    ZoneId zone,
    Path folder,
    String out,
    Map<String, ColumnType> types,
    CsvForm form,
    boolean again) {

  /** Copies the collections. */
  public Extract {
    lines = List.copyOf(lines);
    types = Map.copyOf(types);
  }

  /** The types of a dataset's columns by all headings they may have. */
  public static Map<String, ColumnType> types(DatasetPlan dataset) {
    Map<String, ColumnType> types = new HashMap<>();
    for (IntakeColumn column : dataset.columns()) {
      Stream.concat(column.headings().stream(), Stream.of(column.column().name()))
          .forEach(heading -> types.put(Headings.comparable(heading), column.column().type()));
    }
    return types;
  }
}
