package baddle.app.draft;

import static org.assertj.core.api.Assertions.assertThat;

import baddle.app.CrosstabCells;
import baddle.app.Project;
import baddle.app.ProjectFolder;
import baddle.app.consolidate.ConsolidateResult;
import baddle.app.summarize.Summarizer;
import baddle.core.crosstab.Crosstab;
import baddle.core.crosstab.spec.CrosstabSpec;
import baddle.core.crosstab.spec.Measure;
import baddle.core.expression.AxisItem;
import baddle.plan.output.SummaryPlan;
import java.io.OutputStream;
import java.math.BigDecimal;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import org.dhatim.fastexcel.Workbook;
import org.dhatim.fastexcel.Worksheet;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** A plan that was drafted by files, whatever way each is written, brings in all they hold. */
class DraftedPlanTests {

  private static final List<String> BRANCHES = List.of("Foxholt", "Alder Mill", "Dunmere");
  private static final List<String> CODES = List.of("A1", "B2", "G\u00e4nsebl\u00fcmchen", "0042");
  private static final List<String> DATES = List.of("yyyy-MM-dd", "dd.MM.yyyy", "MM/dd/yyyy");
  private static final List<Charset> CHARSETS =
      List.of(StandardCharsets.UTF_8, Charset.forName("windows-1252"), StandardCharsets.UTF_16LE);

  private static final List<String> NEGATIVE = List.of("-%s", "(%s)", "%s-");

  /** How one file is written. */
  private record Writing(
      char separator,
      char decimal,
      boolean grouped,
      String dates,
      Charset charset,
      String lineEnd,
      int titles,
      boolean quotesAll,
      int negative,
      boolean total,
      boolean upper) {

    static Writing any(Random random) {
      char decimal = random.nextBoolean() ? '.' : ',';
      return new Writing(
          ",;\t|".charAt(random.nextInt(4)),
          decimal,
          random.nextBoolean(),
          DATES.get(random.nextInt(DATES.size())),
          CHARSETS.get(random.nextInt(CHARSETS.size())),
          random.nextBoolean() ? "\n" : "\r\n",
          random.nextInt(3),
          random.nextInt(3) == 0,
          random.nextInt(3),
          random.nextBoolean(),
          random.nextBoolean());
    }

    String heading(String name) {
      return upper ? name.toUpperCase(Locale.ROOT) + " " : name;
    }

    String line(String... cells) {
      StringBuilder line = new StringBuilder();
      for (String cell : cells) {
        boolean quoted = quotesAll || cell.indexOf(separator) >= 0;
        line.append(line.isEmpty() ? "" : separator);
        line.append(quoted ? '"' + cell + '"' : cell);
      }
      return line + lineEnd;
    }

    String amount(BigDecimal amount) {
      String plain = String.format(Locale.ROOT, grouped ? "%,.2f" : "%.2f", amount.abs());
      String marked =
          decimal == '.' ? plain : plain.replace('.', ' ').replace(',', '.').replace(' ', ',');
      return amount.signum() >= 0 ? marked : NEGATIVE.get(negative).formatted(marked);
    }

    byte[] bytes(String text) {
      boolean marked = charset.equals(StandardCharsets.UTF_16LE);
      return ((marked ? "\ufeff" : "") + text).getBytes(charset);
    }
  }

  @TempDir private Path folder;

  /** The plan that is drafted keeps so many rows, and its first summary adds up to a total. */
  private void theDraftComesTo(long rows, BigDecimal expected) throws Exception {
    Draft draft = PlanDrafter.of(folder, folder.resolve("in"), 2).draft(Map.of());
    ProjectFolder project = new ProjectFolder(folder, draft.text());
    ConsolidateResult result = project.consolidate();

    assertThat(result.rows().kept()).as("%s%n%s", draft.text(), result).isEqualTo(rows);
    assertThat(result.hasErrors()).as("%s%n%s", draft.text(), result.findings()).isFalse();
    Project drafted = project.project();
    SummaryPlan summary = drafted.plan().summaries().values().iterator().next();
    Crosstab crosstab = Summarizer.figures(drafted, List.of(summary)).crosstabs().get(0);
    int amount = summary.crosstab().measure("Amount");
    assertThat(crosstab.plainValue(crosstab.down(), crosstab.across(), amount))
        .as(draft.text())
        .contains(expected);
  }

  static List<Long> seeds() {
    return new Random(7).longs(24).boxed().toList();
  }

  @ParameterizedTest
  @MethodSource("seeds")
  void all_rows_arrive_with_their_values(long seed) throws Exception {
    Random random = new Random(seed);
    Files.createDirectories(folder.resolve("in"));
    Map<String, BigDecimal> expected = new TreeMap<>();
    long rows = 0;
    long totals = 0;
    StringBuilder how = new StringBuilder();
    for (int month = 1; month <= 3; month++) {
      for (String branch : BRANCHES) {
        Writing writing = Writing.any(random);
        how.append(branch).append(' ').append(month).append(' ').append(writing).append('\n');
        StringBuilder text = new StringBuilder();
        for (int title = 0; title < writing.titles(); title++) {
          text.append("Sales of ").append(branch).append(writing.lineEnd());
        }
        text.append(
            writing.line(
                writing.heading("Date"),
                writing.heading("Code"),
                writing.heading("Qty"),
                writing.heading("Amount")));
        int lines = 4 + random.nextInt(20);
        BigDecimal total = BigDecimal.ZERO;
        for (int line = 0; line < lines; line++) {
          int day = line == 0 ? 13 + random.nextInt(15) : 1 + random.nextInt(28);
          LocalDate date = LocalDate.of(2026, month, day);
          BigDecimal amount = BigDecimal.valueOf(random.nextInt(4_000_001) - 1_000_000L, 2);
          text.append(
              writing.line(
                  date.format(DateTimeFormatter.ofPattern(writing.dates(), Locale.ROOT)),
                  CODES.get(random.nextInt(CODES.size())),
                  String.valueOf(1 + random.nextInt(50)),
                  writing.amount(amount)));
          expected.merge("%s|2026-%02d".formatted(branch, month), amount, BigDecimal::add);
          total = total.add(amount);
          rows++;
        }
        if (writing.total()) {
          text.append(writing.line("Total", "", "", writing.amount(total)));
          totals++;
        }
        Path file = folder.resolve("in/%s 2026-%02d.csv".formatted(branch, month));
        Files.write(file, writing.bytes(text.toString()));
      }
    }

    Draft draft = PlanDrafter.of(folder, folder.resolve("in"), 2).draft(Map.of());
    ProjectFolder project = new ProjectFolder(folder, draft.text());
    ConsolidateResult result = project.consolidate();

    assertThat(result.rows().kept()).as("%s%n%s%n%s", how, draft.text(), result).isEqualTo(rows);
    assertThat(result.rows().leftOut())
        .as("%s%n%s%n%s", how, draft.text(), result)
        .isGreaterThanOrEqualTo(totals);
    assertThat(result.hasErrors()).as("%s%n%s", how, result.findings()).isFalse();
    Project drafted = project.project();
    SummaryPlan summary = drafted.plan().summaries().values().iterator().next();
    Crosstab crosstab = Summarizer.figures(drafted, List.of(summary)).crosstabs().get(0);
    List<String> measures = summary.crosstab().measures().stream().map(Measure::name).toList();
    int amount = measures.indexOf(measures.contains("Amount") ? "Amount" : "AMOUNT");
    assertThat(CrosstabCells.of(crosstab, amount)).as("%s", how).isEqualTo(expected);
  }

  @ParameterizedTest
  @MethodSource("seeds")
  void so_do_those_of_workbooks_with_a_sheet_for_each_month(long seed) throws Exception {
    Random random = new Random(seed);
    Files.createDirectories(folder.resolve("in"));
    BigDecimal expected = BigDecimal.ZERO;
    long rows = 0;
    for (String branch : BRANCHES) {
      boolean textDates = random.nextBoolean();
      int left = random.nextInt(3);
      int top = random.nextInt(3);
      boolean totalled = random.nextBoolean();
      try (OutputStream out = Files.newOutputStream(folder.resolve("in/" + branch + ".xlsx"));
          Workbook workbook = new Workbook(out, "made up", "1.0")) {
        for (int month = 1; month <= 3; month++) {
          Worksheet sheet = workbook.newWorksheet("2026-%02d".formatted(month));
          for (int title = 0; title < top; title++) {
            sheet.value(title, 0, "Sales of " + branch);
          }
          int row = top;
          List<String> headings = List.of("Date", "Code", "Qty", "Amount");
          for (int i = 0; i < headings.size(); i++) {
            sheet.value(row, left + i, headings.get(i));
          }
          BigDecimal total = BigDecimal.ZERO;
          for (int lines = 4 + random.nextInt(10); lines > 0; lines--) {
            row++;
            LocalDate date = LocalDate.of(2026, month, 1 + random.nextInt(28));
            if (textDates) {
              sheet.value(row, left, date.toString());
            } else {
              sheet.value(row, left, date);
              sheet.style(row, left).format("dd/mm/yyyy").set();
            }
            BigDecimal amount = BigDecimal.valueOf(random.nextInt(4_000_001) - 1_000_000L, 2);
            sheet.value(row, left + 1, CODES.get(random.nextInt(CODES.size())));
            sheet.value(row, left + 2, 1 + random.nextInt(50));
            sheet.value(row, left + 3, amount);
            total = total.add(amount);
            rows++;
          }
          if (totalled) {
            sheet.value(row + 1, left, "Grand total");
            sheet.value(row + 1, left + 3, total);
          }
          expected = expected.add(total);
        }
        workbook.newWorksheet("Notes").value(0, 0, "ask for the figures of May");
      }
    }

    theDraftComesTo(rows, expected);
  }

  @ParameterizedTest
  @MethodSource("seeds")
  void exports_of_the_year_so_far_count_once(long seed) throws Exception {
    Random random = new Random(seed);
    Files.createDirectories(folder.resolve("in"));
    boolean numbered = random.nextBoolean();
    List<String> branches = BRANCHES.subList(0, 1 + random.nextInt(BRANCHES.size()));
    String only = branches.size() == 1 ? "export" : "";
    BigDecimal expected = BigDecimal.ZERO;
    long kept = 0;
    for (String branch : branches) {
      List<String> lines = new ArrayList<>();
      List<BigDecimal> amounts = new ArrayList<>();
      for (int month = 1; month <= 4; month++) {
        for (int day = 1; day <= 27; day += 1 + random.nextInt(4)) {
          for (int rows = 1 + random.nextInt(4); rows > 0; rows--) {
            String number = numbered ? "D%04d,".formatted(1000 + lines.size()) : "";
            String code = CODES.get(random.nextInt(CODES.size()));
            lines.add("%s2026-%02d-%02d,%s".formatted(number, month, day, code));
            amounts.add(BigDecimal.valueOf(1 + random.nextInt(9_000), 2));
          }
        }
        if (month > 1) {
          amounts.set(random.nextInt(8), BigDecimal.valueOf(1 + random.nextInt(9_000), 2));
        }
        StringBuilder text =
            new StringBuilder(numbered ? "Document," : "").append("Day,Code,Amount\n");
        for (int i = 0; i < lines.size(); i++) {
          text.append(lines.get(i)).append(',').append(amounts.get(i)).append('\n');
        }
        String name = only.isEmpty() ? branch : only;
        Files.writeString(
            folder.resolve("in/%s 2026-%02d.csv".formatted(name, month)), text.toString());
      }
      kept += lines.size();
      expected = expected.add(amounts.stream().reduce(BigDecimal.ZERO, BigDecimal::add));
    }

    theDraftComesTo(kept, expected);
  }

  @ParameterizedTest
  @MethodSource("seeds")
  void documents_with_totals_and_a_mapping_are_told_by_their_shape(long seed) throws Exception {
    Random random = new Random(seed);
    Files.createDirectories(folder.resolve("in"));
    boolean subtotals = random.nextBoolean();
    boolean named = random.nextBoolean();
    String grand = List.of("Total", "Grand total", "TOTAL:", "Grand-Total").get(random.nextInt(4));
    Map<String, BigDecimal> expected = new TreeMap<>();
    long rows = 0;
    for (int month = 1; month <= 3; month++) {
      StringBuilder text = new StringBuilder("Doc,Customer,Day,Code,Amount\n");
      BigDecimal all = BigDecimal.ZERO;
      for (int doc = 1; doc <= 6; doc++) {
        String customer = BRANCHES.get(random.nextInt(3));
        BigDecimal sum = BigDecimal.ZERO;
        int lines = 2 + random.nextInt(4);
        for (int line = 0; line < lines; line++) {
          BigDecimal amount = BigDecimal.valueOf(random.nextInt(100_000), 2);
          text.append(line == 0 ? "D" + month + "0" + doc + "," + customer : ",")
              .append(",2026-0%d-%02d,".formatted(month, 1 + random.nextInt(28)))
              .append("K" + (1 + random.nextInt(5)))
              .append("," + amount + "\n");
          expected.merge(customer, amount, BigDecimal::add);
          sum = sum.add(amount);
          rows++;
        }
        if (subtotals) {
          String label = named ? customer + " total" : "Subtotal";
          text.append("," + label + ",,," + sum + "\n");
        }
        all = all.add(sum);
      }
      text.append("," + grand + ",,," + all + "\n");
      Files.writeString(folder.resolve("in/orders 2026-0%d.csv".formatted(month)), text);
    }
    Files.createDirectories(folder.resolve("ref"));
    Files.writeString(
        folder.resolve("ref/codes.csv"),
        "Code,Range\nK1,Trees\nK2,Shrubs\nK3,\nK4,Roses\nK5,Trees\nK6,Seeds\n");

    Draft draft = PlanDrafter.of(folder, folder, 2).draft(Map.of());
    ProjectFolder project = new ProjectFolder(folder, draft.text());
    ConsolidateResult result = project.consolidate();

    assertThat(draft.lookups()).as(draft.text()).hasSize(1);
    assertThat(result.rows().kept()).as("%s%n%s", draft.text(), result).isEqualTo(rows);
    assertThat(result.hasErrors()).as("%s%n%s", draft.text(), result.findings()).isFalse();
    Project drafted = project.project();
    SummaryPlan summary = drafted.plan().summaries().values().iterator().next();
    CrosstabSpec byCustomer =
        CrosstabSpec.of(
            "customers",
            List.of(AxisItem.ofColumn("customer")),
            List.of(),
            List.of(Measure.of("Amount", "sum(amount)")));
    SummaryPlan plan = new SummaryPlan("customers", summary.dataset(), byCustomer);
    Crosstab crosstab = Summarizer.figures(drafted, List.of(plan)).crosstabs().get(0);
    assertThat(CrosstabCells.of(crosstab, 0)).as(draft.text()).isEqualTo(expected);
  }
}
