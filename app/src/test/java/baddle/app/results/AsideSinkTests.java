package baddle.app.results;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import baddle.core.grid.CellKind;
import baddle.core.grid.ResultColumn;
import baddle.core.grid.ResultSink;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

@Timeout(60)
class AsideSinkTests {

  private static final CellKind[] KINDS = {CellKind.TEXT};

  private static final class Kept implements ResultSink {
    private final List<String> texts = new ArrayList<>();
    private int failsAt = Integer.MAX_VALUE;

    @Override
    public void begin(List<ResultColumn> columns) {
      texts.add("columns " + columns.size());
    }

    @Override
    public void row(CellKind[] kinds, String[] row) throws IOException {
      if (texts.size() > failsAt) {
        throw new IOException("the disk is full");
      }
      texts.add(row[0]);
    }
  }

  @ParameterizedTest
  @ValueSource(ints = {0, 1, 511, 512, 513, 20_000})
  void all_rows_come_in_their_order_though_their_arrays_are_used_again(int count)
      throws IOException {
    Kept kept = new Kept();
    String[] row = new String[1];
    try (AsideSink sink = new AsideSink(kept)) {
      sink.begin(List.of());
      for (int i = 0; i < count; i++) {
        row[0] = "row " + i;
        sink.row(KINDS, row);
      }
      sink.end();
    }

    assertThat(kept.texts).hasSize(count + 1).startsWith("columns 0");
    for (int i = 0; i < count; i++) {
      assertThat(kept.texts.get(i + 1)).isEqualTo("row " + i);
    }
  }

  @ParameterizedTest
  @ValueSource(ints = {1, 100_000})
  void a_sink_that_fails_fails_whoever_hands_on(int count) throws IOException {
    Kept kept = new Kept();
    kept.failsAt = 0;
    try (AsideSink sink = new AsideSink(kept)) {
      sink.begin(List.of());
      assertThatThrownBy(
              () -> {
                for (int i = 0; i < count; i++) {
                  sink.row(KINDS, new String[] {"x"});
                }
                sink.end();
              })
          .isInstanceOf(IOException.class)
          .hasMessage("the disk is full");
    }
  }

  @Test
  void closed_before_its_end_it_takes_nothing_more() throws IOException {
    Kept kept = new Kept();
    try (AsideSink sink = new AsideSink(kept)) {
      sink.begin(List.of());
      sink.row(KINDS, new String[] {"never handed on"});
    }
    assertThat(kept.texts).containsExactly("columns 0");
  }
}
