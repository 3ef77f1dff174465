package baddle.app.reading;

import baddle.core.calendar.Period;
import baddle.core.finding.Finding;
import baddle.core.finding.FindingCode;
import baddle.core.finding.Listing;
import baddle.core.finding.Place;
import baddle.core.grid.CellRange;
import baddle.core.grid.GridFile;
import baddle.core.grid.GridRemark;
import baddle.core.grid.GridSheet;
import baddle.core.grid.MessageHead;
import baddle.core.grid.NamedRange;
import baddle.core.intake.FormIntake;
import baddle.core.intake.IntakeSpec;
import baddle.core.intake.RowWatch;
import baddle.core.intake.SourceIntake;
import baddle.core.table.BlockBuilder;
import baddle.plan.DatasetPlan;
import baddle.plan.FeedPlan;
import baddle.plan.FormCell;
import baddle.plan.NamePattern;
import baddle.plan.PeriodChoice;
import baddle.plan.Plan;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;

/** The reading of one file: which of its sheets and tables are sources, and what came of them. */
public final class SourceFileReader {

  /** A sheet that the feed wants, and what its name carries. */
  private record Wanted(GridSheet sheet, Map<String, String> parts) {}

  private final Plan plan;
  private final DatasetPlan dataset;
  private final FeedPlan feed;
  private final FoundFile file;
  private final BlockBuilder blocks;
  private final SourceNumbers numbers;
  private final RowWatch watch;
  private final List<ReadSource> sources = new ArrayList<>();
  private final List<Finding> findings = new ArrayList<>();
  private final List<Finding> passedOver = new ArrayList<>();

  /**
   * A reading of one file.
   *
   * @param dataset what is read of it
   * @param blocks takes the rows
   * @param numbers numbers its sources
   */
  public SourceFileReader(
      Plan plan, DatasetPlan dataset, FoundFile file, BlockBuilder blocks, SourceNumbers numbers) {
    this(plan, dataset, file, blocks, numbers, RowWatch.NONE);
  }

  /** The same, where someone is told of the rows that are left out. */
  public SourceFileReader(
      Plan plan,
      DatasetPlan dataset,
      FoundFile file,
      BlockBuilder blocks,
      SourceNumbers numbers,
      RowWatch watch) {
    this.watch = watch;
    this.plan = plan;
    this.dataset = dataset;
    this.feed = file.feed();
    this.file = file;
    this.blocks = blocks;
    this.numbers = numbers;
  }

  /** The sources that were read. */
  public List<ReadSource> sources() {
    return sources;
  }

  /** What wants a person's eye. */
  public List<Finding> findings() {
    return findings;
  }

  /** Replaces all there is by the reason why the file can't be read. */
  public void fail(Finding finding) {
    sources.clear();
    findings.clear();
    findings.add(finding);
  }

  private void add(FindingCode code, Place place, String message, String remedy) {
    findings.add(Finding.of(code, place, message, remedy));
  }

  private void passOver(FindingCode code, Place place, String message) {
    passedOver.add(Finding.of(code, place, message, ""));
  }

  /** Reads it. */
  public void read(GridFile grid) throws IOException {
    grid.oddities()
        .forEach(oddity -> add(FindingCode.FILE_ODD, Place.file(file.path()), oddity, ""));
    List<Wanted> wanted = wanted(grid);
    if (feed.cells().isEmpty()) {
      readTables(grid, wanted);
    } else {
      readForm(grid, wanted);
    }
    for (GridRemark remark : grid.remarks()) {
      findings.add(
          new Finding(
              remark.code(),
              remark.severity(),
              Place.file(file.path()).atRow(remark.row()),
              remark.message(),
              remark.remedy(),
              Optional.empty()));
    }
    if (sources.isEmpty() && findings.stream().noneMatch(Finding::isError)) {
      findings.add(noTable(grid));
    }
    findings.addAll(passedOver);
  }

  /** The sheets to read, in the order of time. */
  private List<Wanted> wanted(GridFile grid) {
    List<Wanted> wanted = new ArrayList<>();
    int position = 0;
    for (GridSheet sheet : grid.sheets()) {
      position++;
      Place place = Place.source(file.path(), sheet.name());
      Optional<Map<String, String>> parts = feed.sheets().match(sheet.name(), position);
      boolean named = parts.isPresent() || sheet.name().isEmpty();
      if (sheet.isReport()) {
        passedOver.add(
            Finding.of(
                FindingCode.REPORT_AS_SOURCE,
                place,
                "a report that baddle wrote is never read as a source",
                "move it out of the feed's folder"));
      } else if (!named) {
        passOver(FindingCode.SHEET_PASSED_OVER, place, "its name isn't the feed's");
      } else if (!sheet.visible()) {
        passOver(FindingCode.SHEET_HIDDEN, place, "a hidden sheet is not read");
      } else {
        wanted.add(new Wanted(sheet, parts.orElse(Map.of())));
      }
    }
    wanted.sort(Comparator.comparing(w -> NameOrder.of(w.sheet.name(), plan.periods())));
    return wanted;
  }

  private void readTables(GridFile grid, List<Wanted> wanted) throws IOException {
    boolean oneSheet = grid.sheets().size() == 1;
    Optional<NamePattern> tableName = feed.table().name();
    List<NamedRange> named = tableName.isEmpty() ? List.of() : grid.names();
    boolean anyTable = false;
    for (Wanted one : wanted) {
      if (tableName.isEmpty()) {
        CellRange region = feed.table().range().orElse(CellRange.EVERYTHING);
        boolean stray = !feed.sheets().isStated() && !oneSheet;
        readTable(grid, one, region, stray);
        continue;
      }
      for (NamedRange range : named) {
        boolean here = range.sheet().equals(one.sheet.name());
        if (here && tableName.get().match(range.name()).isPresent()) {
          anyTable = true;
          readTable(grid, one, range.range(), false);
        }
      }
    }
    if (tableName.isPresent() && !anyTable) {
      String there = named.stream().map(NamedRange::name).collect(Collectors.joining(", "));
      add(
          FindingCode.TABLE_MISSING,
          Place.file(file.path()),
          "no table or range is named as "
              + tableName.get()
              + (there.isEmpty() ? "; it names none" : "; it names " + there),
          "correct table: in the plan, or ask the sender for the right file");
    }
  }

  private void readTable(GridFile grid, Wanted wanted, CellRange region, boolean stray)
      throws IOException {
    Place place = Place.source(file.path(), wanted.sheet.name());
    Optional<Period> period = period(grid, wanted);
    IntakeSpec spec = spec(grid, wanted, period);
    new SheetTables(spec, place, wanted.sheet, blocks, numbers)
        .read(
            region,
            result -> {
              if (stray && result.outcome() == SourceIntake.Outcome.NO_TABLE) {
                passOver(FindingCode.SHEET_PASSED_OVER, place, "no row has the feed's headings");
              } else {
                take(grid, wanted, period, result);
              }
            });
  }

  private IntakeSpec spec(GridFile grid, Wanted wanted, Optional<Period> period) {
    Map<String, String> named = new HashMap<>(feed.constants());
    named.putAll(file.named());
    named.putAll(wanted.parts);
    period.ifPresent(stated -> named.put(NamePattern.PERIOD, stated.toString()));
    grid.message()
        .ifPresent(
            message -> {
              named.put("message_sender", message.sender());
              message.sent().ifPresent(sent -> named.put("message_date", sent.toString()));
            });
    named.keySet().retainAll(dataset.columns().stream().map(c -> c.column().name()).toList());
    return new IntakeSpec(
        dataset.columns(),
        named,
        feed.rules(),
        Map.of(),
        feed.shaping().inSourceOf(period),
        file.mended().of(wanted.sheet.name()),
        watch);
  }

  private Optional<Period> period(GridFile grid, Wanted wanted) {
    return switch (feed.period().kind()) {
      case SHEET_NAME -> plan.periods().find(wanted.sheet.name());
      case MESSAGE_DATE ->
          grid.message()
              .flatMap(MessageHead::sent)
              .flatMap(sent -> Period.holding(sent.toEpochDay(), sent.toEpochDay()));
      case COLUMN -> Optional.empty();
      default ->
          Optional.ofNullable(wanted.parts.get(NamePattern.PERIOD))
              .flatMap(plan.periods()::parse)
              .or(file::period);
    };
  }

  private void take(GridFile grid, Wanted wanted, Optional<Period> stated, SourceIntake result) {
    findings.addAll(result.findings());
    if (result.outcome() != SourceIntake.Outcome.READ) {
      return;
    }
    Place place = Place.source(file.path(), wanted.sheet.name());
    boolean byName =
        feed.period().kind() != PeriodChoice.Kind.PATTERN
            && feed.period().kind() != PeriodChoice.Kind.COLUMN;
    if (stated.isEmpty() && byName) {
      add(
          FindingCode.PERIOD_UNREADABLE,
          place,
          "no period is stated by the " + feed.period(),
          "rename it, or set period: to something else");
    }
    sources.add(
        new ReadSource(
            numbers.number(),
            wanted.sheet.name(),
            stated.map(Period::toString).orElse(""),
            numbers.firstRow(),
            grid.message(),
            result));
  }

  private void readForm(GridFile grid, List<Wanted> wanted) throws IOException {
    if (wanted.isEmpty()) {
      return;
    }
    Wanted form = wanted.get(0);
    Place place = Place.source(file.path(), form.sheet.name());
    Map<String, CellRange> addresses = new LinkedHashMap<>();
    boolean byName = feed.cells().values().stream().anyMatch(cell -> cell.address().isEmpty());
    List<NamedRange> names = byName ? grid.names() : List.of();
    for (Map.Entry<String, FormCell> cell : feed.cells().entrySet()) {
      Optional<CellRange> address =
          cell.getValue().address().or(() -> address(names, cell.getValue().text(), form.sheet));
      address.ifPresent(range -> addresses.put(cell.getKey(), range));
      if (address.isEmpty()) {
        add(
            FindingCode.TABLE_MISSING,
            place,
            "the workbook defines no cell " + cell.getValue().text() + " on this sheet",
            "correct cells: in the plan, or ask the sender for the right form");
      }
    }
    if (addresses.size() < feed.cells().size()) {
      return;
    }
    Optional<Period> period = period(grid, form);
    IntakeSpec spec = spec(grid, form, period);
    SourceIntake result = readForm(spec, place, form.sheet, addresses);
    if (result.isToReadAgain()) {
      numbers.drop();
      result = readForm(spec.with(result.shown()), place, form.sheet, addresses);
    }
    take(grid, form, period, result);
  }

  private SourceIntake readForm(
      IntakeSpec spec, Place place, GridSheet sheet, Map<String, CellRange> addresses)
      throws IOException {
    FormIntake intake = new FormIntake(spec, place, sheet, addresses, blocks, numbers.begin());
    sheet.read(intake);
    return intake.result();
  }

  private static Optional<CellRange> address(List<NamedRange> names, String name, GridSheet sheet) {
    return names.stream()
        .filter(named -> named.name().equalsIgnoreCase(name))
        .filter(named -> named.sheet().equals(sheet.name()))
        .map(NamedRange::range)
        .findFirst();
  }

  private Finding noTable(GridFile grid) {
    String sheets = Listing.of(grid.sheets().stream().map(GridSheet::name).toList());
    boolean stated = feed.sheets().isStated();
    String wanted =
        stated
            ? "no visible sheet is named as " + feed.sheets()
            : "no visible sheet has the feed's headings";
    return Finding.of(
        stated ? FindingCode.SHEET_MISSING : FindingCode.NO_TABLE,
        Place.file(file.path()),
        wanted + "; its sheets: " + sheets,
        "correct sheets: or the headings in the plan, or ask the sender for the right file");
  }
}
