package baddle.plan;

import baddle.core.grid.Dialect;
import baddle.core.value.ValueRules;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * One stream of files that arrive each period in the same shape.
 *
 * @param name its name
 * @param dataset the dataset its rows go into
 * @param files patterns of its files' paths, relative to the plan
 * @param except patterns of paths, or of names where they have no slash, that it doesn't want
 * @param sheets which sheets of workbooks are read
 * @param table where the tables are
 * @param period where the period comes from
 * @param dialect how its delimited text is written
 * @param rules how its values are written
 * @param cells where the columns stand on a form, by column; empty for a feed of tables
 */
public record FeedPlan(
    String name,
    String dataset,
    List<NamePattern> files,
    List<NamePattern> except,
    SheetChoice sheets,
    TableChoice table,
    PeriodChoice period,
    Dialect dialect,
    ValueRules rules,
    Map<String, FormCell> cells) {

  /** Copies the collections. */
  public FeedPlan {
    files = List.copyOf(files);
    except = List.copyOf(except);
    cells = Collections.unmodifiableMap(new LinkedHashMap<>(cells));
  }

  /** Everything that reading a source depends on besides the dataset, as text. */
  public String intakeText() {
    StringBuilder text = new StringBuilder(name);
    for (Object choice : List.of(sheets, table, period, dialect.text(), rules.text())) {
      text.append('\n').append(choice);
    }
    cells.forEach((column, cell) -> text.append('\n').append(column).append(cell.text()));
    return text.toString();
  }
}
