package baddle.plan.read;

import baddle.core.finding.Nearest;
import baddle.core.grid.CellRange;
import baddle.plan.DatasetPlan;
import baddle.plan.FormCell;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Reads which cells of a form become which columns. */
final class FormCellsReader {

  private final NodeReader nodes;

  FormCellsReader(NodeReader nodes) {
    this.nodes = nodes;
  }

  Map<String, FormCell> read(Map<String, PlanNode> keys, DatasetPlan dataset) {
    Map<String, FormCell> cells = new LinkedHashMap<>();
    PlanNode node = keys.get("cells");
    if (node == null) {
      return cells;
    }
    List<String> columns =
        dataset.columns().stream().map(column -> column.column().name()).toList();
    nodes
        .entries(node, "cells")
        .forEach(
            (column, entry) -> {
              if (!columns.contains(column)) {
                nodes.problem(
                    entry.key(),
                    "no column "
                        + column
                        + " in "
                        + dataset.name()
                        + Nearest.hint(column, columns));
              }
              nodes
                  .text(entry.value(), column)
                  .flatMap(text -> formCell(text))
                  .ifPresent(cell -> cells.put(column, cell));
            });
    return cells;
  }

  private Optional<FormCell> formCell(PlanNode.Text text) {
    String stated = text.text();
    Optional<CellRange> range = CellRange.parse(stated);
    boolean oneCell =
        range.isPresent()
            && range.get().firstRow() == range.get().lastRow()
            && range.get().firstColumn() + 1 == range.get().endColumn();
    boolean name = stated.matches("[\\p{L}_\\\\][\\p{L}\\p{N}._]*");
    if (!oneCell && (range.isPresent() || !name)) {
      nodes.problem(
          text,
          stated + " is no cell; expected an address such as C4, or a name of the workbook's");
      return Optional.empty();
    }
    return Optional.of(new FormCell(stated, oneCell ? range : Optional.empty()));
  }
}
