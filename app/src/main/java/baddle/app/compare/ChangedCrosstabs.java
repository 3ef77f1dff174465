package baddle.app.compare;

import baddle.core.calendar.Calendar;
import baddle.core.crosstab.Crosstab;
import baddle.core.crosstab.CrosstabBuilder;
import baddle.core.crosstab.spec.CrosstabSpec;
import baddle.core.table.Block;
import baddle.core.table.Schema;
import java.io.IOException;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;

/** A cross-tab of each kind of rows. */
final class ChangedCrosstabs {
  private final Schema columns;
  private final Map<RowChange, CrosstabBuilder> builders = new EnumMap<>(RowChange.class);

  ChangedCrosstabs(CrosstabSpec spec, Schema columns, Calendar calendar) {
    this.columns = columns;
    for (RowChange kind : RowChange.values()) {
      builders.put(kind, new CrosstabBuilder(spec, columns, calendar));
    }
  }

  void accept(RowChange kind, Block block, int from, int to) throws IOException {
    Objects.requireNonNull(builders.get(kind)).accept(block.only(columns), from, to);
  }

  void addTo(Map<RowChange, List<Crosstab>> crosstabs) {
    builders.forEach(
        (kind, builder) ->
            crosstabs.computeIfAbsent(kind, k -> new ArrayList<>()).add(builder.build()));
  }
}
