package baddle.reports.workbook;

import baddle.core.crosstab.spec.Subtotals;
import baddle.formats.xlsx.write.XlsxWriter;
import baddle.reports.CrosstabLayout;
import java.util.List;

/** Lets the lines and columns of a cross-tab be folded away where a subtotal of them stays. */
final class OutlineGroups {

  private OutlineGroups() {}

  /** Lines within an outer item can be folded away where there is a subtotal that stays. */
  static void lines(XlsxWriter writer, CrosstabLayout layout, int headingLines) {
    Subtotals subtotals = layout.spec().totals().subtotals();
    int deepest = layout.spec().down().size() - 1;
    boolean above = !subtotals.anyAt(Subtotals.Place.BELOW, deepest);
    for (int depth = 1; depth <= deepest; depth++) {
      if (subtotals.of(depth - 1) == Subtotals.Place.NONE) {
        continue;
      }
      int begun = -1;
      for (int i = 0; i <= layout.lines().size(); i++) {
        boolean within =
            i < layout.lines().size()
                && layout.lines().get(i).kind() != CrosstabLayout.Kind.GAP
                && layout.lines().get(i).depth() >= depth;
        if (within && begun < 0) {
          begun = i;
        } else if (!within && begun >= 0) {
          writer.group(headingLines + begun, headingLines + i - 1, above);
          begun = -1;
        }
      }
    }
  }

  /** Columns within an outer item can be folded away where there is a subtotal that stays. */
  static void columns(XlsxWriter writer, CrosstabLayout layout, int labels) {
    Subtotals across = layout.spec().totals().subtotalsAcross();
    int outer = layout.spec().across().size() - 1;
    boolean subtotals =
        across.anyAt(Subtotals.Place.BELOW, outer) || across.anyAt(Subtotals.Place.ABOVE, outer);
    List<CrosstabLayout.Column> columns = layout.columns();
    for (int from = 0; subtotals && from < columns.size(); from++) {
      int to = from;
      while (to < columns.size() && !columns.get(to).total()) {
        to++;
      }
      if (to > from) {
        writer.groupColumns(labels + from, labels + to - 1);
        from = to;
      }
    }
  }
}
