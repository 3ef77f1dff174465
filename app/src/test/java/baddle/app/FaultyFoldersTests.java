package baddle.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import baddle.app.check.CheckResult;
import baddle.app.check.ProjectCheck;
import baddle.app.close.PeriodClose;
import baddle.app.consolidate.ConsolidateResult;
import baddle.core.finding.FindingCode;
import baddle.core.outcome.RowCounts;
import baddle.formats.xlsx.CellStyle;
import baddle.formats.xlsx.write.XlsxWriter;
import baddle.store.DatasetReader;
import baddle.store.Store;
import baddle.store.StoreException;
import java.io.IOException;
import java.io.OutputStream;
import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.stream.Collectors;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;

/**
 * Folders with faults of all kinds and known sums: every row of every file is in the dataset, left
 * out by a rule, held, or in a file that is named; and a check isn't content while one is missing.
 */
class FaultyFoldersTests {

  private static final String PLAN =
      """
      baddle: 1
      datasets:
        sales:
          dated_by: day
          amount: amount
          columns:
            doc: {type: text, required: true}
            day: {type: date, required: true}
            note: {type: text, headings: [Note]}
            amount: {type: decimal, places: 2, headings: [Amount], required: true}
      feeds:
        f: {into: sales, files: "in/*", carry_down: [doc]}
      closing: {restatements: keep out}
      """;

  private static final List<String> HEADINGS = List.of("doc", "day", "Note", "Amount");

  /** What should become of what was written. */
  private static final class Expected {
    private long read;
    private long leftOut;
    private long held;
    private boolean january;
    private BigDecimal sum = BigDecimal.ZERO;
    private final Set<String> unreadable = new HashSet<>();
    private final Set<String> repeats = new HashSet<>();
    private final Set<String> withoutNote = new HashSet<>();
  }

  private final Expected expected = new Expected();
  private int files;
  private Random random = new Random(0);

  @Property(tries = 60)
  void every_row_is_accounted_for_and_sums_tie(@ForAll long seed) throws Exception {
    FaultyFoldersTests folder = new FaultyFoldersTests();
    folder.random = new Random(seed);
    Path scratch = Files.createTempDirectory("faulty");
    try {
      folder.play(scratch);
    } finally {
      try (var all = Files.walk(scratch)) {
        for (Path file : all.sorted((one, other) -> other.compareTo(one)).toList()) {
          Files.delete(file);
        }
      }
    }
  }

  private void play(Path scratch) throws Exception {
    ProjectFolder project = new ProjectFolder(scratch, PLAN);
    int wanted = 1 + random.nextInt(6);
    while (files < wanted) {
      file(project);
    }
    tie(project);

    if (expected.january) {
      BigDecimal january = sum(project, 1);
      new PeriodClose(project.project(), ProjectFolder.CLOCK)
          .close("2026-01", Optional.of("known"));
      project.write(
          "in/late.csv",
          "doc,day,Note,Amount\nL,2026-01-31,late,7.25\n,2026-01-30,late,1.00\nM,2026-02-01,,3.00\n");
      expected.read += 3;
      expected.held += 2;
      expected.sum = expected.sum.add(new BigDecimal("3.00"));
      tie(project);
      assertThat(sum(project, 1)).isEqualByComparingTo(january);
    }
  }

  private void tie(ProjectFolder project) throws Exception {
    ConsolidateResult result = project.consolidate();
    if (expected.read == 0) {
      assertThat(result.findings().stream().filter(one -> one.isError()))
          .hasSameSizeAs(expected.unreadable);
      assertThatThrownBy(() -> ProjectCheck.run(project.project(), ProjectCheck.HeldRows.COUNTED))
          .hasMessageContaining("nothing has been consolidated");
      return;
    }
    CheckResult check = ProjectCheck.run(project.project(), ProjectCheck.HeldRows.COUNTED);
    RowCounts counts =
        check.feeds().stream()
            .map(CheckResult.FeedRows::rows)
            .reduce(RowCounts.NONE, RowCounts::plus);
    assertThat(result.addsUp()).isTrue();
    assertThat(counts)
        .isEqualTo(
            new RowCounts(
                expected.read,
                expected.read - expected.leftOut - expected.held,
                expected.leftOut,
                expected.held));
    assertThat(sum(project, 0)).isEqualByComparingTo(expected.sum);
    assertThat(files(check, FindingCode.FILE_UNREADABLE, FindingCode.HEADING_MISSING))
        .isEqualTo(expected.unreadable);
    assertThat(files(check, FindingCode.FILE_REPEATS)).isEqualTo(expected.repeats);
    assertThat(files(check, FindingCode.HEADING_ABSENT)).isEqualTo(expected.withoutNote);
    assertThat(check.findings().stream().anyMatch(finding -> finding.isError()))
        .isEqualTo(expected.held > 0 || !expected.unreadable.isEmpty());
  }

  private static Set<String> files(CheckResult check, FindingCode... codes) {
    return check.findings().stream()
        .filter(finding -> Set.of(codes).contains(finding.code()))
        .map(finding -> String.valueOf(finding.place().file()))
        .collect(Collectors.toSet());
  }

  /** The sum of a month; of all for 0. */
  private static BigDecimal sum(ProjectFolder project, int month) throws Exception {
    try (Store store = Store.openToRead(project.project().storeFolder())) {
      DatasetReader reader =
          store.dataset("sales", store.catalogue().lastBatch().orElseThrow().number());
      BigDecimal[] sum = {BigDecimal.ZERO};
      reader.scan(
          List.of("day", "amount"),
          (block, from, to) -> {
            for (int row = from; row < to; row++) {
              int of = LocalDate.ofEpochDay(block.numbers(0).values()[row]).getMonthValue();
              if (month == 0 || of == month) {
                sum[0] = sum[0].add(BigDecimal.valueOf(block.numbers(1).values()[row], 2));
              }
            }
          });
      return sum[0];
    } catch (StoreException.Absent e) {
      return BigDecimal.ZERO;
    }
  }

  private void file(ProjectFolder project) throws IOException {
    int number = files++;
    String name = "in/f" + number + ".csv";
    switch (random.nextInt(8)) {
      case 0 -> {
        project.write(name, "doc,day,Note,Amount\nA" + number + ",2026-01-05,\"open,1.00\n");
        expected.unreadable.add(name);
      }
      case 1 -> {
        project.write(name, "doc,day,Note,Worth\nA" + number + ",2026-01-05,x,1.00\n");
        expected.unreadable.add(name);
      }
      case 2 -> workbook(project, "in/f" + number + ".xlsx");
      default -> text(project, name, number);
    }
  }

  private void text(ProjectFolder project, String name, int number) throws IOException {
    boolean note = random.nextInt(5) > 0;
    List<String> headings =
        note ? HEADINGS : HEADINGS.stream().filter(heading -> !heading.equals("Note")).toList();
    List<String> lines = new ArrayList<>(List.of(String.join(",", headings)));
    int rows = 6 + random.nextInt(40);
    int pageBreak = random.nextInt(3) == 0 ? 1 + random.nextInt(rows - 1) : -1;
    BigDecimal sum = BigDecimal.ZERO;
    long held = 0;
    for (int row = 0; row < rows; row++) {
      if (row == pageBreak) {
        lines.add("");
        lines.add(lines.get(0));
        expected.read += 2;
        expected.leftOut += 2;
      }
      boolean head = row == 0 || random.nextInt(3) == 0;
      boolean bad = random.nextInt(15) == 0;
      BigDecimal amount = BigDecimal.valueOf(1 + random.nextInt(100_000), 2);
      List<String> cells = new ArrayList<>();
      cells.add(head ? "D" + number + "-" + row : "");
      int month = 1 + random.nextInt(3);
      cells.add("2026-0%d-%02d".formatted(month, 1 + random.nextInt(28)));
      expected.january |= !bad && month == 1;
      if (note) {
        cells.add("n" + row);
      }
      cells.add(bad ? "much" : amount.toString());
      lines.add(String.join(",", cells));
      sum = bad ? sum : sum.add(amount);
      held += bad ? 1 : 0;
    }
    String text = String.join("\n", lines) + "\n";
    boolean twice = random.nextInt(4) == 0;
    for (String path : twice ? List.of(name, name.replace(".csv", " again.csv")) : List.of(name)) {
      project.write(path, path.equals(name) ? text : text.replace("Amount\n", "Amount \n"));
      expected.read += rows;
      expected.held += held;
      expected.sum = expected.sum.add(sum);
      if (!note) {
        expected.withoutNote.add(path);
      }
    }
    if (twice) {
      if (pageBreak >= 0) {
        expected.read += 2;
        expected.leftOut += 2;
      }
      if (rows - held >= 5) {
        expected.repeats.add(name.replace(".csv", " again.csv"));
      }
    }
  }

  private void workbook(ProjectFolder project, String name) throws IOException {
    Path file = project.at(name);
    Files.createDirectories(file.resolveSibling(""));
    try (OutputStream out = Files.newOutputStream(file);
        XlsxWriter writer = new XlsxWriter(out, "Sheet")) {
      for (int i = 0; i < HEADINGS.size(); i++) {
        writer.text(0, i, HEADINGS.get(i), CellStyle.PLAIN);
      }
      int rows = 1 + random.nextInt(8);
      for (int row = 1; row <= rows; row++) {
        boolean formula = random.nextInt(4) == 0;
        BigDecimal amount = BigDecimal.valueOf(1 + random.nextInt(100_000), 2);
        writer.text(row, 0, name + row, CellStyle.PLAIN);
        writer.text(row, 1, "2026-02-%02d".formatted(row), CellStyle.PLAIN);
        writer.text(row, 2, "w", CellStyle.PLAIN);
        if (formula) {
          writer.formula(row, 3, "SUM(B1:B9)");
          expected.held++;
        } else {
          writer.number(row, 3, amount, amount.toString(), CellStyle.PLAIN);
          expected.sum = expected.sum.add(amount);
        }
        expected.read++;
      }
    }
    Files.setLastModifiedTime(
        file, FileTime.from(ProjectFolder.CLOCK.instant().minusSeconds(50_000)));
  }
}
