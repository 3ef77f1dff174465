package baddle.app.output;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import baddle.app.ContentHash;
import baddle.app.FileMove;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.stream.Stream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class OutputFileTests {

  private static final FileTime LONG_AGO = FileTime.fromMillis(1_000_000_000_000L);

  @TempDir private Path folder;
  private Path plan;
  private Path file;

  @BeforeEach
  void layOut() throws IOException {
    plan = Files.writeString(folder.resolve("baddle.yaml"), "baddle: 1\n");
    file = folder.resolve("report.csv");
  }

  private static OutputFile.Content text(String text) {
    return out -> out.write(text.getBytes(StandardCharsets.UTF_8));
  }

  @Test
  void a_file_appears_whole_and_is_known_as_output() throws IOException {
    OutputFile output = new OutputFile(file);
    try (OutputFile.Staged beside = output.stage(Optional.of(plan), text("a,b\n"))) {
      assertThat(file).doesNotExist();
      assertThat(beside.publish()).isTrue();
    }

    assertThat(file).hasContent("a,b\n");
    assertThat(OutputList.of(plan).hashes()).containsExactly(ContentHash.of(file));
    assertThat(names()).containsExactlyInAnyOrder("baddle.yaml", "report.csv", ".baddle");
  }

  @Test
  void a_place_is_never_empty_while_its_file_is_replaced() throws Exception {
    Files.writeString(file, "0");
    AtomicBoolean done = new AtomicBoolean();
    CompletableFuture<Long> missed =
        CompletableFuture.supplyAsync(
            () ->
                Stream.generate(() -> file)
                    .takeWhile(at -> !done.get())
                    .filter(Files::notExists)
                    .count());
    for (int i = 1; i < 1_000; i++) {
      Path written = Files.writeString(folder.resolve("written"), Integer.toString(i));
      FileMove.move(written, file);
    }
    done.set(true);

    assertThat(missed.get()).isZero();
    assertThat(file).hasContent("999");
  }

  @Test
  void what_is_being_written_is_noted_beside_the_store_until_it_is_placed() throws IOException {
    Path notes = folder.resolve(".baddle/unfinished");
    Files.createDirectories(notes);
    try (OutputFile.Staged beside = new OutputFile(file).stage(Optional.of(plan), text("x"))) {
      OutputFile.removeLeftovers(plan);
      assertThat(beside.beside()).exists();
      assertThat(notes.toFile().list()).hasSize(1);
      beside.publish();
    }
    assertThat(notes).isEmptyDirectory();
  }

  @Test
  void a_store_that_takes_no_note_stops_no_output() throws IOException {
    Files.createDirectories(folder.resolve(".baddle"));
    Files.writeString(folder.resolve(".baddle/unfinished"), "no folder");

    new OutputFile(file).write(Optional.of(plan), text("x"));

    assertThat(file).hasContent("x");
  }

  @Test
  void what_is_not_placed_leaves_nothing_behind() throws IOException {
    Files.writeString(file, "old");
    new OutputFile(file).stage(Optional.of(plan), text("new")).close();

    assertThat(file).hasContent("old");
    assertThat(names()).containsExactlyInAnyOrder("baddle.yaml", "report.csv");
    assertThat(OutputList.of(plan).hashes()).isEmpty();
  }

  @Test
  void a_failure_while_writing_leaves_the_old_file() throws IOException {
    Files.writeString(file, "old");
    assertThatThrownBy(
            () ->
                new OutputFile(file)
                    .write(
                        Optional.of(plan),
                        out -> {
                          out.write('n');
                          throw new IOException("no space");
                        }))
        .isInstanceOf(IOException.class)
        .hasMessage("can't write " + file + ": no space");

    assertThat(file).hasContent("old");
    assertThat(names()).containsExactlyInAnyOrder("baddle.yaml", "report.csv");
  }

  @Test
  void the_same_content_is_not_written_again() throws IOException {
    new OutputFile(file).write(Optional.of(plan), text("same"));
    Files.setLastModifiedTime(file, LONG_AGO);
    new OutputFile(file).write(Optional.of(plan), text("same"));

    assertThat(Files.getLastModifiedTime(file)).isEqualTo(LONG_AGO);
  }

  @Test
  void workbooks_that_differ_only_in_when_they_were_written_are_the_same() throws IOException {
    Path book = folder.resolve("report.xlsx");
    new OutputFile(book).write(Optional.of(plan), workbook("10:00", "1"));
    Files.setLastModifiedTime(book, LONG_AGO);
    new OutputFile(book).write(Optional.of(plan), workbook("11:00", "1"));
    assertThat(Files.getLastModifiedTime(book)).isEqualTo(LONG_AGO);

    new OutputFile(book).write(Optional.of(plan), workbook("11:00", "2"));
    assertThat(Files.getLastModifiedTime(book)).isNotEqualTo(LONG_AGO);
  }

  @Test
  void the_plan_above_a_file_never_reads_it_either() throws IOException {
    Path other = Files.createDirectories(folder.resolve("other"));
    Path otherPlan = Files.writeString(other.resolve("baddle.yaml"), "baddle: 1\n");
    new OutputFile(other.resolve("out.csv")).write(Optional.of(plan), text("x"));

    assertThat(OutputList.of(plan).hashes()).isEqualTo(OutputList.of(otherPlan).hashes());
    assertThat(OutputList.of(plan).hashes()).hasSize(1);
  }

  @Test
  void paths_that_cannot_be_written_are_told_before_anything_is() {
    assertThat(OutputFile.tableProblem(folder.resolve("a.txt")).orElseThrow())
        .endsWith("a.txt should end in .csv or .xlsx");
    assertThat(OutputFile.problem(folder).orElseThrow()).endsWith(" is a folder");
    assertThat(OutputFile.problem(folder.resolve("no/a.csv")).orElseThrow())
        .startsWith("there is no folder ");
    assertThat(OutputFile.tableProblem(folder.resolve("A.XLSX"))).isEmpty();
  }

  private static OutputFile.Content workbook(String writtenAt, String sheet) {
    return out -> zip(out, writtenAt, sheet);
  }

  private static void zip(OutputStream out, String writtenAt, String sheet) throws IOException {
    ZipOutputStream zip = new ZipOutputStream(out);
    zip.putNextEntry(new ZipEntry("docProps/core.xml"));
    zip.write(writtenAt.getBytes(StandardCharsets.UTF_8));
    zip.putNextEntry(new ZipEntry("xl/worksheets/sheet1.xml"));
    zip.write(sheet.getBytes(StandardCharsets.UTF_8));
    zip.finish();
  }

  private Stream<String> names() throws IOException {
    try (Stream<Path> files = Files.list(folder)) {
      return files.map(path -> String.valueOf(path.getFileName())).toList().stream();
    }
  }
}
