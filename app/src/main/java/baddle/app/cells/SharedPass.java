package baddle.app.cells;

import baddle.core.crosstab.CellsOfRows;
import baddle.core.crosstab.spec.SpecException;
import baddle.core.table.Block;
import baddle.core.table.Schema;
import baddle.store.DatasetReader;
import baddle.store.StoreException;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.slf4j.LoggerFactory;

/**
 * One way over the rows of a dataset for several questions. A part that fewer than two of them want
 * is left to the one that asks, and so is a question that has too many cells to be gathered beside
 * the others.
 */
final class SharedPass {

  private final DatasetReader reader;
  private final int mostCells;
  private final List<Asked> asked = new ArrayList<>();

  /**
   * Over the rows of a dataset.
   *
   * @param mostCells how many cells are gathered at a time
   */
  SharedPass(DatasetReader reader, int mostCells) {
    this.reader = reader;
    this.mostCells = mostCells;
  }

  void add(Asked question) {
    asked.add(question);
  }

  /** A question with what is known of its answer. */
  static final class Asked {

    private final KeptCells kept;
    private final String key;
    private final RowQuestion question;
    private final List<String> columns;
    private final CellsFile file;
    private final List<String> contents = new ArrayList<>();
    private final Map<String, CellsOfRows> fresh = new HashMap<>();
    private long size;
    private boolean isGivenUp;

    Asked(KeptCells kept, String key, RowQuestion question, CellsFile file) {
      this.kept = kept;
      this.key = key;
      this.question = question;
      this.columns = question.columns();
      this.file = file;
    }

    /** What the rows of a part are made of, if what they come to isn't known. */
    private Optional<String> wanted(int part) throws IOException {
      Optional<String> content =
          isGivenUp ? Optional.empty() : question.reader().content(part, columns);
      if (content.isEmpty()) {
        isGivenUp = true;
        return content;
      }
      if (!file.has(content.get())) {
        return content;
      }
      grow(content.get(), file.numbers(content.get()));
      return Optional.empty();
    }

    private void grow(String content, long numbers) {
      size += numbers;
      isGivenUp |= size > KeptCells.MOST_NUMBERS;
      contents.add(content);
    }

    private void put(String content, CellsOfRows cells) {
      grow(content, cells.size());
      if (!isGivenUp) {
        fresh.put(content, cells);
      }
    }

    private void keep() {
      if (!fresh.isEmpty()) {
        file.keep(contents, fresh);
      }
    }
  }

  /** Takes the rows of one part for one question. */
  private static final class Taker {

    private final Asked asked;
    private final String content;
    private final KeptCells.Inputs inputs;
    private final Schema schema;
    private @Nullable Block whole;
    private @Nullable Block narrow;
    private long rows;

    Taker(Asked asked, String content) {
      this.asked = asked;
      this.content = content;
      this.inputs = asked.kept.inputs(asked.question);
      this.schema = asked.question.schema();
    }

    void accept(Block block, int from, int to) throws IOException {
      Block own = narrow;
      if (own == null || whole != block) {
        own = block.only(schema);
        whole = block;
        narrow = own;
      }
      try {
        inputs.rows().accept(own, from, to);
        rows += to - from;
      } catch (SpecException e) {
        asked.isGivenUp = true;
      }
    }

    int cells() {
      return inputs.builder().cellCount();
    }

    void finish() {
      CellsOfRows cells = CellsOfRows.of(inputs.builder(), asked.question.dataset());
      if (!KeptCells.areWorth(cells, rows)) {
        asked.isGivenUp = true;
        return;
      }
      asked.put(content, cells);
    }
  }

  /** Goes over the parts that several questions want; returns the keys of those left alone. */
  List<String> run() throws IOException {
    try {
      for (int part : reader.parts()) {
        List<Taker> takers = new ArrayList<>();
        for (Asked one : asked) {
          one.wanted(part).ifPresent(content -> takers.add(new Taker(one, content)));
        }
        if (takers.size() > 1) {
          run(part, takers);
        }
      }
    } catch (StoreException e) {
      LoggerFactory.getLogger(SharedPass.class).debug("left to those who ask", e);
    }
    asked.forEach(Asked::keep);
    return asked.stream().filter(one -> one.isGivenUp).map(one -> one.key).toList();
  }

  private void run(int part, List<Taker> takers) throws IOException {
    Set<String> columns = new LinkedHashSet<>();
    takers.forEach(taker -> columns.addAll(taker.asked.columns));
    reader.scanPart(
        part,
        List.copyOf(columns),
        (block, from, to) -> {
          for (Taker taker : takers) {
            taker.accept(block, from, to);
          }
          takers.removeIf(taker -> taker.asked.isGivenUp);
          giveUpLargest(takers);
        });
    takers.forEach(Taker::finish);
  }

  private void giveUpLargest(List<Taker> takers) {
    while (takers.stream().mapToLong(Taker::cells).sum() > mostCells) {
      Taker largest = takers.stream().max(Comparator.comparingInt(Taker::cells)).orElseThrow();
      largest.asked.isGivenUp = true;
      takers.remove(largest);
    }
  }
}
