package baddle.core.crosstab;

import baddle.core.calendar.Grain;
import baddle.core.crosstab.spec.CrosstabSpec;
import baddle.core.crosstab.spec.Latest;
import baddle.core.expression.AggregateCall;
import baddle.core.expression.AxisItem;
import baddle.core.table.Block;
import baddle.core.table.Vector;
import baddle.core.value.ColumnType;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;

/** A finished cross-tab: two axes and the measures where they meet. Totals are the roots' cells. */
public final class Crosstab {

  private final CrosstabSpec spec;
  private final Axis down;
  private final Axis across;
  private final Cells cells;
  private final Views views;
  private final Item downItem;
  private final Item acrossItem;
  private final Map<String, RowInput> inputs;
  private final AxisTree downTree;
  private final AxisTree acrossTree;

  Crosstab(
      CrosstabSpec spec,
      Axis down,
      Axis across,
      Cells cells,
      Map<String, RowInput> inputs,
      AxisTree downTree,
      AxisTree acrossTree) {
    this.spec = spec;
    this.down = down;
    this.across = across;
    this.cells = cells;
    this.views = new Views(spec, cells, down, across);
    this.downItem = down.item(Axis.ROOT);
    this.acrossItem = across.item(Axis.ROOT);
    this.inputs = inputs;
    this.downTree = downTree;
    this.acrossTree = acrossTree;
  }

  /** What it was made to. */
  public CrosstabSpec spec() {
    return spec;
  }

  /** The root of the items down the side. */
  public Item down() {
    return downItem;
  }

  /** The root of the items across the top. */
  public Item across() {
    return acrossItem;
  }

  /**
   * The type of what a level's items are called: text, unless they are values as they are.
   *
   * @param level its index from 0, those down first
   */
  public ColumnType labelType(int level) {
    AxisItem item = spec.levels().get(level).item();
    boolean seen = !item.bands().isEmpty() || item.grain().filter(g -> g != Grain.DAY).isPresent();
    return seen
        ? ColumnType.text()
        : item.grain().isPresent()
            ? ColumnType.of(ColumnType.Kind.DATE)
            : Objects.requireNonNull(inputs.get("")).levelType(level);
  }

  /**
   * The type of a measure's values, before a view makes something else of them.
   *
   * @param measure its index from 0
   */
  public ColumnType type(int measure) {
    return cells.type(measure);
  }

  /**
   * The decimal places a measure is shown with unless something else is stated.
   *
   * @param measure its index from 0
   */
  public int places(int measure) {
    return cells.shownPlaces(measure);
  }

  /**
   * A measure as it is seen where two items meet, at any level; a root stands for all items.
   *
   * @param measure its index from 0
   * @return the exact value; shares and percentages as parts of one; empty where there is none
   */
  public Optional<BigDecimal> value(Item downItem, Item acrossItem, int measure) {
    return views.value(downItem.node(), acrossItem.node(), measure);
  }

  /** What a measure's view is a share of or a difference from; empty where it is neither. */
  public Optional<BigDecimal> basis(Item downItem, Item acrossItem, int measure) {
    return views.basis(downItem.node(), acrossItem.node(), measure);
  }

  /** A measure where two items meet, before a view makes something else of it. */
  public Optional<BigDecimal> plainValue(Item downItem, Item acrossItem, int measure) {
    return cells.value(downItem.node(), acrossItem.node(), measure);
  }

  /**
   * A measure in the last month; empty where the outermost level of neither axis is months.
   *
   * @param measure its index from 0
   */
  public Optional<Latest> latest(int measure) {
    boolean isAcross = across.outermostIs(Grain.MONTH);
    Axis axis = isAcross ? across : down;
    OptionalInt last =
        isAcross || down.outermostIs(Grain.MONTH) ? axis.lastPeriod() : OptionalInt.empty();
    if (last.isEmpty()) {
      return Optional.empty();
    }
    Function<@Nullable Integer, Optional<BigDecimal>> value =
        node ->
            node == null
                ? Optional.empty()
                : isAcross
                    ? cells.value(Axis.ROOT, node, measure)
                    : cells.value(node, Axis.ROOT, measure);
    int node = last.getAsInt();
    return Optional.of(
        new Latest(
            axis.label(node),
            value.apply(node),
            value.apply(axis.earlier(node, false)),
            value.apply(axis.earlier(node, true))));
  }

  /** Takes innermost cells. */
  @FunctionalInterface
  public interface CellSink {

    /**
     * Takes a cell.
     *
     * @param downNode the number of its innermost item down
     * @param acrossNode the number of its innermost item across
     */
    void accept(int downNode, int acrossNode);
  }

  /** Goes over all innermost cells that have rows. */
  public void eachCell(CellSink sink) {
    cells.each(sink);
  }

  /** Takes rows with the innermost items they belong to. */
  @FunctionalInterface
  public interface PlacedSink {

    /**
     * Takes a row.
     *
     * @param rows has the columns that the cross-tab reads first, in that order, and all others
     * @param row its index among them
     * @param downNode the number of its item down
     * @param acrossNode the number of its item across
     */
    void accept(Block rows, int row, int downNode, int acrossNode);
  }

  /**
   * Tells where rows of its own dataset belong; those that don't meet the condition are skipped.
   */
  public void place(Block block, int from, int to, PlacedSink sink) {
    RowInput.Rows rows = Objects.requireNonNull(inputs.get("")).rows(block, from, to);
    int[] downNodes = new int[rows.to()];
    int[] acrossNodes = new int[rows.to()];
    findNodes(rows, downNodes, acrossNodes);
    for (int row = rows.from(); row < rows.to(); row++) {
      sink.accept(rows.block(), row, down.ofTree(downNodes[row]), across.ofTree(acrossNodes[row]));
    }
  }

  private void findNodes(RowInput.Rows rows, int[] downNodes, int[] acrossNodes) {
    int levels = spec.down().size();
    downTree.nodes(rows.levels().subList(0, levels), rows.from(), rows.to(), downNodes);
    acrossTree.nodes(
        rows.levels().subList(levels, rows.levels().size()), rows.from(), rows.to(), acrossNodes);
  }

  /**
   * The rows of a block that a cell is made of.
   *
   * @param rows the rows, with all columns of the block
   * @param arguments what each of the aggregates is of, in the order that was asked for: 1 where it
   *     counts rows, blank for rows that its filter leaves out
   */
  public record Contribution(Block rows, List<Vector> arguments) {}

  /**
   * The rows of a block that a cell is made of; its first columns are those the cross-tab reads, in
   * that order, and others it has stay.
   *
   * @param dataset the dataset it is of; empty for the cross-tab's own
   * @param calls aggregates of that dataset's rows
   */
  public Contribution contribution(
      Block block,
      int from,
      int to,
      Item downOf,
      Item acrossOf,
      String dataset,
      List<AggregateCall> calls) {
    RowInput input = Objects.requireNonNull(inputs.get(dataset));
    RowInput.Rows rows = input.rows(block, from, to);
    int[] downNodes = new int[rows.to()];
    int[] acrossNodes = new int[rows.to()];
    findNodes(rows, downNodes, acrossNodes);
    int[] found = new int[rows.to() - rows.from()];
    int count = 0;
    for (int row = rows.from(); row < rows.to(); row++) {
      boolean isOf =
          down.above(down.ofTree(downNodes[row]), downOf.level()) == downOf.node()
              && across.above(across.ofTree(acrossNodes[row]), acrossOf.level()) == acrossOf.node();
      if (isOf) {
        found[count++] = row;
      }
    }
    List<AggregateCall> known = input.inputs().stream().map(RowInput.Input::call).toList();
    List<Vector> arguments = new ArrayList<>();
    for (AggregateCall call : calls) {
      arguments.add(input.contribution(known.indexOf(call), rows).rows(found, count));
    }
    return new Contribution(rows.block().rows(found, count), arguments);
  }

  /** The type of what an aggregate is of. */
  public ColumnType argumentType(String dataset, AggregateCall call) {
    return Objects.requireNonNull(inputs.get(dataset)).inputs().stream()
        .filter(input -> input.call().equals(call))
        .map(RowInput.Input::type)
        .findFirst()
        .orElseThrow();
  }
}
