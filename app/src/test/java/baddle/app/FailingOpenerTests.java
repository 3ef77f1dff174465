package baddle.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.AdditionalAnswers.delegatesTo;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.argThat;
import static org.mockito.Mockito.doThrow;
import static org.mockito.Mockito.mock;

import baddle.app.consolidate.ConsolidateResult;
import baddle.app.consolidate.Consolidation;
import baddle.core.finding.FindingCode;
import baddle.core.grid.GridOpener;
import baddle.formats.Formats;
import java.io.IOException;
import java.nio.file.Path;
import java.util.stream.Stream;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** Whatever goes wrong while one file is opened is that file's finding. */
class FailingOpenerTests {

  @TempDir Path folder;

  static Stream<Throwable> failures() {
    return Stream.of(
        new IOException("the disk is gone"),
        new IllegalStateException("a defect of a library"),
        new ArrayIndexOutOfBoundsException(7),
        new OutOfMemoryError("too much"),
        new StackOverflowError());
  }

  @ParameterizedTest
  @MethodSource("failures")
  void the_other_files_are_read_and_the_failing_one_is_named(Throwable failure) throws Exception {
    ProjectFolder project =
        new ProjectFolder(
            folder,
            """
            baddle: 1
            datasets: {d: {columns: {day: date, amount: {type: decimal, places: 2}}}}
            feeds: {f: {into: d, files: "in/*.csv"}}
            """);
    for (int i = 0; i < 4; i++) {
      project.write("in/f" + i + ".csv", "day,amount\n2026-01-0" + (1 + i) + ",1.00\n");
    }
    GridOpener opener = mock(GridOpener.class, delegatesTo(new Formats()));
    doThrow(failure)
        .when(opener)
        .open(argThat(path -> path != null && path.endsWith("f2.csv")), any());

    ConsolidateResult result =
        new Consolidation(project.project(), opener, ProjectFolder.CLOCK, 2).run();

    assertThat(result.inDataset()).isEqualTo(3);
    assertThat(result.findings().stream().filter(one -> one.isError()))
        .singleElement()
        .satisfies(
            one -> {
              assertThat(one.code()).isEqualTo(FindingCode.FILE_UNREADABLE);
              assertThat(one.place().file()).isEqualTo("in/f2.csv");
            });
  }
}
