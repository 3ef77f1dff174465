package baddle.plan;

import baddle.core.grid.Dialect;
import baddle.core.intake.ShapingRules;
import baddle.core.value.ValueRules;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/**
 * One stream of files that arrive each period in the same shape.
 *
 * @param name its name
 * @param dataset the dataset its rows go into
 * @param files patterns of its files' paths, relative to the plan; none where it has a query
 * @param except patterns of paths, or of names where they have no slash, that it doesn't want
 * @param sheets which sheets of workbooks are read
 * @param table where the tables are
 * @param period where the period comes from
 * @param dialect how its delimited text is written
 * @param rules how its values are written
 * @param cells where the columns are on a form, by column; empty for a feed of tables
 * @param constants values that all its rows have, by column
 * @param shaping what happens to its rows before they are kept
 * @param whenGone what becomes of the rows of files that are gone
 * @param expect which periods it should have
 * @param controlList what its sources should add up to
 * @param query what a database is asked for; empty where its rows come in files
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
    Map<String, FormCell> cells,
    Map<String, String> constants,
    ShapingRules shaping,
    WhenGone whenGone,
    Optional<ExpectPlan> expect,
    Optional<ControlList> controlList,
    Optional<QueryPlan> query) {

  /** The same, but its rows come from a database. */
  public FeedPlan of(QueryPlan asked) {
    return new FeedPlan(
        name,
        dataset,
        files,
        except,
        sheets,
        table,
        period,
        dialect,
        rules,
        cells,
        constants,
        shaping,
        whenGone,
        expect,
        controlList,
        Optional.of(asked));
  }

  /** Copies the collections. */
  public FeedPlan {
    files = List.copyOf(files);
    except = List.copyOf(except);
    constants = Map.copyOf(constants);
    cells = Collections.unmodifiableMap(new LinkedHashMap<>(cells));
  }

  /** Everything that reading a source depends on besides the dataset, as text. */
  public String intakeText() {
    StringBuilder text = new StringBuilder(name);
    for (Object choice : List.of(sheets, table, period, dialect.text(), rules.text())) {
      text.append('\n').append(choice);
    }
    text.append('\n').append(new TreeMap<>(constants)).append('\n').append(shaping);
    cells.forEach((column, cell) -> text.append('\n').append(column).append(cell.text()));
    query.ifPresent(asked -> text.append('\n').append(asked.kind().key()).append(asked.text()));
    return text.toString();
  }
}
