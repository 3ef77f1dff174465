package baddle.core.crosstab;

import baddle.core.crosstab.spec.CrosstabSpec;
import baddle.core.expression.Expression;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * What a builder has made of some rows of a dataset: their cells with what was gathered in each.
 * Added to another builder of the same specification it gives what the rows themselves would.
 */
public final class CellsOfRows {

  private final List<String> texts;
  private final long[] numbers;

  /**
   * Cells that were written before.
   *
   * @param texts the items of levels of text, level by level
   * @param numbers all else; handed over
   */
  public CellsOfRows(List<String> texts, long[] numbers) {
    this.texts = List.copyOf(texts);
    this.numbers = numbers;
  }

  /** The items of levels of text, level by level. */
  public List<String> texts() {
    return texts;
  }

  /** All else; not to be changed. */
  public long[] numbers() {
    return numbers;
  }

  /** How much it takes to say what the rows come to, in numbers of 8 bytes. */
  public long size() {
    return numbers.length + texts.stream().mapToLong(text -> 1 + text.length() / Long.BYTES).sum();
  }

  /**
   * Whether cells of a dataset's rows can be added to others: not where an aggregate needs all its
   * values, such as a median.
   */
  public static boolean arePossible(CrosstabBuilder builder, String dataset) {
    return builder.gathered(dataset).stream().allMatch(Accumulator::isAdditive);
  }

  /** The cells of a builder that only took rows of one dataset. */
  public static CellsOfRows of(CrosstabBuilder builder, String dataset) {
    List<String> texts = new ArrayList<>();
    KeptNumbers numbers = new KeptNumbers();
    List<ItemCoder> coders = builder.coders();
    for (ItemCoder coder : coders) {
      numbers.write(coder.size());
      for (int code = 1; code < coder.size(); code++) {
        if (coder.isOfText()) {
          texts.add(coder.label(code));
        } else {
          numbers.write(coder.number(code).orElseThrow());
        }
      }
    }
    int cells = builder.cellCount();
    numbers.write(cells);
    for (int cell = 1; cell < cells; cell++) {
      int[] codes = builder.codes(cell);
      for (int code : codes) {
        numbers.write(code);
      }
    }
    for (Accumulator accumulator : builder.gathered(dataset)) {
      accumulator.write(cells, numbers);
    }
    return new CellsOfRows(texts, numbers.written());
  }

  /**
   * Adds them to a builder.
   *
   * @throws IllegalStateException if they are of another specification
   */
  public void addTo(CrosstabBuilder builder, String dataset) {
    addTo(builder, dataset, Optional.empty());
  }

  /**
   * Adds them, or those of one item, to a builder.
   *
   * @param item of a level of text that these cells have after those of the builder, whose cells
   *     are added; the empty text for rows without one; no item to add all cells of the same levels
   * @throws IllegalStateException if they are of another specification
   */
  public void addTo(CrosstabBuilder builder, String dataset, Optional<String> item) {
    KeptNumbers in = new KeptNumbers(numbers);
    List<ItemCoder> coders = builder.coders();
    int text = 0;
    int[][] codeOf = new int[coders.size()][];
    for (int level = 0; level < codeOf.length; level++) {
      ItemCoder coder = coders.get(level);
      codeOf[level] = new int[in.readInt()];
      for (int code = 1; code < codeOf[level].length; code++) {
        codeOf[level][code] =
            coder.isOfText() ? coder.codeOf(texts.get(text++)) : coder.codeOf(in.read());
      }
    }
    int wanted = 0;
    if (item.isPresent()) {
      int items = in.readInt() - 1;
      List<String> last = texts.subList(text, text + items);
      wanted = item.get().isEmpty() ? 0 : last.indexOf(item.get()) + 1;
      text += items;
      if (wanted == 0 && !item.get().isEmpty()) {
        return;
      }
    }
    int[] cells = new int[in.readInt()];
    int[] codes = new int[codeOf.length];
    for (int cell = 1; cell < cells.length; cell++) {
      for (int level = 0; level < codes.length; level++) {
        codes[level] = codeOf[level][in.readInt()];
      }
      boolean isWanted = item.isEmpty() || in.readInt() == wanted;
      cells[cell] = isWanted ? builder.cell(codes) : CellTable.DISCARD;
    }
    for (Accumulator accumulator : builder.gathered(dataset)) {
      accumulator.add(in, cells, builder.cellCount());
    }
    if (!in.isAtEnd() || text != texts.size()) {
      throw new IllegalStateException("cells of another specification");
    }
  }

  /** What decides into which cells rows go, and what is gathered there, as text. */
  public static String description(CrosstabSpec spec, String dataset) {
    StringBuilder text = new StringBuilder();
    List<Expression> items = spec.items(dataset);
    for (int i = 0; i < spec.levels().size(); i++) {
      text.append(items.get(i));
      text.append('\n').append(spec.levels().get(i).item().grain());
      text.append('\n').append(spec.levels().get(i).item().bands()).append('\n');
    }
    text.append(spec.down().size()).append('\n');
    if (dataset.isEmpty()) {
      text.append(spec.where()).append('\n');
    }
    return text.append(spec.calls(dataset)).toString();
  }
}
