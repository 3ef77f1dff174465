package baddle.app.trace;

import baddle.core.crosstab.Crosstab;
import baddle.core.crosstab.Item;
import baddle.core.crosstab.spec.CrosstabSpec;
import baddle.core.crosstab.spec.Level;
import baddle.core.expression.Aggregate;
import baddle.core.expression.AggregateCall;
import baddle.core.finding.Listing;
import baddle.core.table.Block;
import baddle.core.table.Column;
import baddle.core.table.LongVector;
import baddle.core.table.Origin;
import baddle.core.table.Schema;
import baddle.core.table.Vector;
import baddle.core.value.ColumnType;
import baddle.core.value.WideSum;
import baddle.store.DatasetReader;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Stream;

/** Gathers what the rows give. */
final class Contributions {

  private final Crosstab crosstab;
  private final String dataset;
  private final Item down;
  private final Item across;
  private final TracedRows table;
  private final List<AggregateCall> calls;
  private final List<String> columns;
  private final List<String> scanned;
  private final List<WideSum> sums = new ArrayList<>();
  private final long[] filled;
  final List<String> restItems = new ArrayList<>();
  private final List<Level> rests = new ArrayList<>();
  private final List<Set<String>> restLabels = new ArrayList<>();
  long count;
  private Schema schema = new Schema(List.of());

  /**
   * Of a cell.
   *
   * @param dataset whose rows, as the cross-tab names it
   * @param calls what its measure is made of
   * @param table takes the rows
   */
  Contributions(
      Crosstab crosstab,
      Item down,
      Item across,
      String dataset,
      List<AggregateCall> calls,
      TracedRows table) {
    this.crosstab = crosstab;
    this.dataset = dataset;
    this.calls = calls;
    CrosstabSpec spec = crosstab.spec();
    this.down = down;
    this.across = across;
    this.table = table;
    calls.forEach(call -> sums.add(new WideSum()));
    filled = new long[calls.size()];
    List<String> origin =
        Stream.of(Origin.SOURCE_FILE, Origin.SOURCE_SHEET, Origin.SOURCE_ROW)
            .map(column -> column.name())
            .toList();
    List<String> own = spec.columns(dataset);
    scanned = Stream.concat(own.stream(), origin.stream()).distinct().toList();
    columns = Stream.concat(origin.stream(), own.stream()).distinct().toList();
    if (down.isRest()) {
      rests.add(spec.down().get(down.level() - 1));
    }
    if (across.isRest()) {
      rests.add(spec.across().get(across.level() - 1));
    }
    rests.removeIf(level -> !level.item().value().isName());
    rests.forEach(level -> restLabels.add(new TreeSet<>()));
  }

  void scan(DatasetReader reader) throws IOException {
    List<Column> typed = new ArrayList<>(reader.schema().only(columns).columns());
    for (AggregateCall call : calls) {
      typed.add(new Column(call.toString(), crosstab.argumentType(dataset, call)));
    }
    schema = new Schema(typed);
    table.begin(schema, calls.size());
    reader.scan(scanned, this::accept);
    for (int i = 0; i < rests.size(); i++) {
      Set<String> labels = restLabels.get(i);
      restItems.add(
          rests.get(i).keep().map(keep -> keep.rest()).orElse("")
              + " includes "
              + Listing.of(labels));
    }
  }

  private void accept(Block block, int from, int to) throws IOException {
    Crosstab.Contribution found =
        crosstab.contribution(block, from, to, down, across, dataset, calls);
    Block rows = found.rows();
    for (int row = 0; row < rows.size(); row++) {
      count++;
      for (int i = 0; i < calls.size(); i++) {
        Vector argument = found.arguments().get(i);
        if (!argument.isBlank(row)) {
          filled[i]++;
          if (argument instanceof LongVector numbers) {
            sums.get(i).add(numbers.values()[row]);
          }
        }
      }
      for (int i = 0; i < rests.size(); i++) {
        int column = scanned.indexOf(rests.get(i).item().value().names().get(0));
        if (column >= 0) {
          restLabels
              .get(i)
              .add(rows.vector(column).shown(row, rows.schema().column(column).type()));
        }
      }
    }
    List<Vector> vectors = new ArrayList<>();
    for (String column : columns) {
      vectors.add(rows.vector(scanned.indexOf(column)));
    }
    vectors.addAll(found.arguments());
    table.accept(new Block(schema, vectors, rows.rowNumbers(), rows.size()), 0, rows.size());
  }

  List<String> totals() {
    List<String> totals = new ArrayList<>();
    for (int i = 0; i < calls.size(); i++) {
      ColumnType type = crosstab.argumentType(dataset, calls.get(i));
      Aggregate function = calls.get(i).function();
      boolean adds = function == Aggregate.SUM || function == Aggregate.AVG;
      totals.add(
          adds
              ? sums.get(i).value(type.places()).toPlainString()
              : String.format(Locale.ROOT, "%,d values", filled[i]));
    }
    return totals;
  }
}
