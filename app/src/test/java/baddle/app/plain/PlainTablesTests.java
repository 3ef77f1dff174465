package baddle.app.plain;

import static org.assertj.core.api.Assertions.assertThat;

import baddle.app.Sheets;
import baddle.core.finding.Finding;
import baddle.core.finding.FindingCode;
import baddle.core.finding.Severity;
import baddle.core.grid.CellRange;
import baddle.core.grid.CsvForm;
import baddle.core.outcome.RowCounts;
import baddle.formats.Formats;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.TreeMap;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Files that are read without a plan: what only totals or repeats others doesn't count. */
class PlainTablesTests {

  private static final List<Object> HEADINGS = List.of("Site", "Item", "Amount");

  @TempDir private Path folder;

  private static BigDecimal amount(Random random) {
    return BigDecimal.valueOf(1_000 + random.nextInt(900_000), 2);
  }

  private static List<List<?>> rows(Random random) {
    List<List<?>> rows = new ArrayList<>(List.of(HEADINGS));
    for (int i = 4 + random.nextInt(12); i > 0; i--) {
      String site = List.of("Elm", "Oak", "Ash", "Yew").get(random.nextInt(4));
      rows.add(List.of(site, "item " + random.nextInt(99), amount(random)));
    }
    return rows;
  }

  private static BigDecimal sum(List<List<?>> rows) {
    return rows.stream()
        .skip(1)
        .map(row -> (BigDecimal) row.get(2))
        .reduce(BigDecimal.ZERO, BigDecimal::add);
  }

  private static List<List<?>> overview(List<List<List<?>>> tables) {
    TreeMap<String, BigDecimal> bySite = new TreeMap<>();
    for (List<List<?>> table : tables) {
      table.stream()
          .skip(1)
          .forEach(
              row -> bySite.merge((String) row.get(0), (BigDecimal) row.get(2), BigDecimal::add));
    }
    List<List<?>> rows = new ArrayList<>(List.of(HEADINGS));
    bySite.forEach((site, sum) -> rows.add(List.of(site, "all", sum)));
    return rows;
  }

  private FilesExport export(PlainChoice choice, Path... files) throws Exception {
    return new FilesExport(
        List.of(files),
        new FilesExport.Choice(choice, List.of(), List.of(), Optional.empty(), List.of()));
  }

  private static List<String> lines(FilesExport export) throws IOException {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    export.toText(out, CsvForm.STANDARD);
    return out.toString(StandardCharsets.UTF_8).lines().toList();
  }

  private static BigDecimal exported(FilesExport export) throws IOException {
    return lines(export).stream()
        .skip(1)
        .map(line -> new BigDecimal(line.substring(line.lastIndexOf(',') + 1)))
        .reduce(BigDecimal.ZERO, BigDecimal::add);
  }

  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12})
  void rows_of_detail_count_once_whatever_repeats_and_totals_them(long seed) throws Exception {
    Random random = new Random(seed);
    List<List<List<?>>> tables = new ArrayList<>();
    Sheets sheets = new Sheets();
    BigDecimal expected = BigDecimal.ZERO;
    for (int i = 0; i < 3; i++) {
      List<List<?>> table = rows(random);
      tables.add(table);
      expected = expected.add(sum(table));
      List<List<?>> written = new ArrayList<>(table);
      if (random.nextBoolean()) {
        written.add(List.of("Total", "", sum(table)));
      }
      sheets.sheet("Part " + i, written.toArray(List<?>[]::new));
    }
    int planted = random.nextInt(3);
    if (planted == 1) {
      sheets.sheet("Copy", tables.get(1).toArray(List<?>[]::new));
    } else if (planted == 2) {
      sheets.sheet("Overview", overview(tables).toArray(List<?>[]::new));
    }
    Path file = sheets.write(folder.resolve("a.xlsx"));

    FilesExport export = export(PlainChoice.STANDARD, file);

    assertThat(exported(export)).isEqualByComparingTo(expected);
    assertThat(export.findings())
        .filteredOn(finding -> finding.severity() != Severity.NOTE)
        .extracting(Finding::code)
        .isEqualTo(
            planted == 0
                ? List.of()
                : List.of(
                    planted == 1 ? FindingCode.FILE_REPEATS : FindingCode.SOURCE_SUMS_OTHERS));
    assertThat(lines(export(new PlainChoice(Optional.empty(), CellRange.EVERYTHING, true), file)))
        .hasSizeGreaterThan(lines(export).size() - (planted == 0 ? 1 : 0));
  }

  @Test
  void every_row_that_is_read_ends_somewhere_and_each_sheet_is_listed() throws Exception {
    Path file =
        new Sheets()
            .sheet(
                "May",
                HEADINGS,
                List.of("Elm", "x", 5),
                List.of("Oak", "y", 7),
                List.of("Total", "", 12))
            .sheet("Sums", List.of("Site", "Amount"), List.of("all", 12))
            .write(folder.resolve("a.xlsx"));
    PlainTables tables =
        PlainTables.of(
            new Formats(),
            PlainColumns.required(List.of("Site", "Amount")),
            PlainChoice.STANDARD,
            List.of(file));
    tables.read(() -> (block, from, to) -> {});

    assertThat(tables.counts()).isEqualTo(new RowCounts(4, 2, 2, 0));
    assertThat(tables.about())
        .containsEntry("Left out", "1 total of the rows above; --count-all counts it")
        .containsEntry(file + ", sheet May", "2 rows, 1 left out")
        .containsEntry(
            file + ", sheet Sums",
            "left out, its amounts are the sum of the other sheets of its file");
  }

  @Test
  void tables_with_some_headings_more_are_stacked_and_others_are_named() throws Exception {
    Path one = Files.writeString(folder.resolve("a.csv"), "Site,Amount\nElm,1.50\n");
    Path two = Files.writeString(folder.resolve("b.csv"), "Amount;Site;Note\n2,25;Oak;late\n");
    Path other = Files.writeString(folder.resolve("c.csv"), "Name,Street\nBirch,Hill\n");

    FilesExport export = export(PlainChoice.STANDARD, one, two, other);

    assertThat(lines(export)).containsExactly("Site,Amount,Note", "Elm,1.50,", "Oak,2.25,late");
    assertThat(export.findings())
        .filteredOn(Finding::isError)
        .extracting(finding -> finding.place().file())
        .containsOnly(other.toString());
  }

  @Test
  void where_a_row_comes_from_is_known() throws Exception {
    Path file =
        new Sheets()
            .sheet("May 2026", List.of("Title"), HEADINGS, List.of("Elm", "x", 5))
            .sheet("other", HEADINGS, List.of("Oak", "x", 6))
            .write(folder.resolve("sent 2025-11/a.xlsx"));
    FilesExport export =
        new FilesExport(
            List.of(file),
            new FilesExport.Choice(
                PlainChoice.STANDARD,
                List.of("Amount"),
                List.of("source_sheet", "source_period", "source_row"),
                Optional.of("Site <> 'nobody'"),
                List.of("Amount descending")));

    assertThat(lines(export))
        .containsExactly(
            "Amount,source_sheet,source_period,source_row",
            "6,other,2025-11,2",
            "5,May 2026,2026-05,3");
  }
}
