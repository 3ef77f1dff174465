package baddle.formats.result;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import baddle.core.grid.CellKind;
import baddle.core.grid.GridRow;
import baddle.core.grid.ResultColumn;
import baddle.core.grid.UnreadableFileException;
import baddle.formats.GridText;
import com.github.luben.zstd.Zstd;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.Combinators;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import net.jqwik.api.Tuple;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** A kept result holds each cell as it came, and damage to it is noticed. */
class ResultFileTests {

  private static final Asked ASKED =
      new Asked("till", "select \"a\" where b = {b}", Map.of("b", "O'Hara, \u00e9\n"));

  /** A cell; no text is a blank. */
  private record Cell(CellKind kind, @Nullable String text) {

    @Override
    public String toString() {
      return text == null ? "" : kind + " " + text;
    }
  }

  private static byte[] written(List<List<Cell>> rows, int columns) throws IOException {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    try (ResultWriter writer = new ResultWriter(out, ASKED)) {
      List<ResultColumn> named = new ArrayList<>();
      for (int i = 0; i < columns; i++) {
        named.add(new ResultColumn("c" + i, "type " + i));
      }
      writer.begin(named);
      for (List<Cell> row : rows) {
        CellKind[] kinds = row.stream().map(Cell::kind).toArray(CellKind[]::new);
        String[] texts = row.stream().map(Cell::text).toArray(String[]::new);
        writer.row(kinds, texts);
      }
      assertThat(writer.rows()).isEqualTo(rows.size());
    }
    return out.toByteArray();
  }

  private static List<String> read(ResultFile file, int columns) throws IOException {
    List<String> lines = new ArrayList<>();
    file.read(GridText.into(lines, row -> line(row, columns)));
    return lines;
  }

  private static String line(GridRow row, int columns) {
    List<String> cells = new ArrayList<>();
    for (int i = 0; i < columns; i++) {
      boolean blank = row.kind(i) == CellKind.BLANK;
      cells.add(blank ? "" : row.kind(i) + " " + whole(row, i));
    }
    return row.number() + ": " + String.join("|", cells);
  }

  private static String whole(GridRow row, int column) {
    int start = row.wholeStart(column);
    return new String(row.buffer(column), start, row.wholeEnd(column) - start);
  }

  @Provide
  Arbitrary<List<List<Cell>>> rows() {
    Arbitrary<String> texts =
        Arbitraries.strings()
            .withChars("aZ0 ,\"\n\t{}[]:\u00e9\u20ac")
            .ofMinLength(1)
            .ofMaxLength(8)
            .filter(one -> !one.isBlank());
    Arbitrary<Cell> text = texts.map(one -> new Cell(CellKind.TEXT, one));
    Arbitrary<Cell> decimal =
        Combinators.combine(Arbitraries.longs(), Arbitraries.integers().between(0, 6))
            .as((digits, places) -> java.math.BigDecimal.valueOf(digits, places).toPlainString())
            .map(one -> new Cell(CellKind.DECIMAL, one));
    Arbitrary<Cell> other =
        Arbitraries.of(
            new Cell(CellKind.DATE, "2026-03-31"),
            new Cell(CellKind.BOOLEAN, "true"),
            new Cell(CellKind.NUMBER, "0.1"),
            new Cell(CellKind.BLANK, null));
    return Arbitraries.frequencyOf(Tuple.of(3, text), Tuple.of(3, decimal), Tuple.of(2, other))
        .list()
        .ofSize(3)
        .list()
        .ofMaxSize(12);
  }

  @Property(tries = 200)
  void every_cell_comes_back_as_it_was(@ForAll("rows") List<List<Cell>> rows) throws IOException {
    Path file = Files.createTempFile("result", ".zst");
    try {
      Files.write(file, written(rows, 3));
      ResultFile result = ResultFile.open(file);
      List<String> expected = new ArrayList<>(List.of("0: TEXT c0|TEXT c1|TEXT c2"));
      for (int i = 0; i < rows.size(); i++) {
        expected.add(
            (i + 1) + ": " + String.join("|", rows.get(i).stream().map(Cell::toString).toList()));
      }

      assertThat(read(result, 3)).isEqualTo(expected);
      assertThat(result.asked()).isEqualTo(ASKED);
      assertThat(result.columns()).contains(new ResultColumn("c1", "type 1"));
      assertThat(written(rows, 3)).isEqualTo(Files.readAllBytes(file));
    } finally {
      Files.delete(file);
    }
  }

  private static List<List<Cell>> some() {
    List<List<Cell>> rows = new ArrayList<>();
    for (int i = 0; i < 40; i++) {
      rows.add(
          List.of(
              new Cell(CellKind.TEXT, "site " + i * 7919),
              new Cell(CellKind.DECIMAL, i + ".25"),
              new Cell(CellKind.BLANK, null)));
    }
    return rows;
  }

  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3})
  void a_byte_that_changed_is_noticed_where_it_matters(long seed, @TempDir Path folder)
      throws Exception {
    byte[] whole = written(some(), 3);
    Random random = new Random(seed);
    Path file = Files.write(folder.resolve("result.zst"), whole);
    List<String> expected = read(ResultFile.open(file), 3);
    int harmless = 0;
    for (int i = 0; i < 60; i++) {
      byte[] damaged = whole.clone();
      damaged[random.nextInt(damaged.length)] ^= (byte) (1 << random.nextInt(8));
      Files.write(file, damaged);
      try {
        assertThat(read(ResultFile.open(file), 3)).isEqualTo(expected);
        harmless++;
      } catch (UnreadableFileException e) {
        assertThat(e).hasMessageMatching("(?s)(a kept result that is damaged|compressed by).*");
      }
    }
    assertThat(harmless).isLessThan(10);
  }

  @ParameterizedTest
  @ValueSource(ints = {5, 20, 100, 1})
  void an_end_that_is_missing_is_noticed(int missing, @TempDir Path folder) throws Exception {
    byte[] whole = written(some(), 3);
    Path file = folder.resolve("result.zst");
    Files.write(file, java.util.Arrays.copyOf(whole, whole.length - missing));

    assertThatThrownBy(() -> read(ResultFile.open(file), 3))
        .isInstanceOf(UnreadableFileException.class)
        .hasMessageStartingWith("a kept result that is damaged");
  }

  @Test
  void a_result_without_rows_has_its_columns(@TempDir Path folder) throws Exception {
    Path file = Files.write(folder.resolve("result.zst"), written(List.of(), 2));

    assertThat(ResultFile.open(file).columns()).hasSize(2);
    assertThat(read(ResultFile.open(file), 2)).containsExactly("0: TEXT c0|TEXT c1");
    assertThat(ResultFile.isOne(Files.readAllBytes(file))).isTrue();
    assertThat(ResultFile.isOne(new byte[] {0x28, 0x50})).isFalse();
  }

  @Test
  void another_file_that_is_packed_alike_is_refused(@TempDir Path folder) throws Exception {
    Path file = folder.resolve("other.zst");
    Files.write(file, Zstd.compress("{\"rows\": []}".getBytes(StandardCharsets.UTF_8)));

    assertThatThrownBy(() -> ResultFile.open(file))
        .isInstanceOf(UnreadableFileException.class)
        .hasMessage("compressed by Zstandard, and no result that baddle kept; unpack it first");
  }
}
