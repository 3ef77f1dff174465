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
import baddle.core.grid.ReadAgainException;
import baddle.core.intake.ColumnSums;
import baddle.core.intake.FormIntake;
import baddle.core.intake.IntakeSpec;
import baddle.core.intake.RowWatch;
import baddle.core.intake.SheetAudit;
import baddle.core.intake.SourceIntake;
import baddle.core.intake.WritingHints;
import baddle.core.outcome.CellAccount;
import baddle.core.table.BlockBuilder;
import baddle.core.value.Convention;
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
import java.util.Set;
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
  private final Set<Convention> siblings;
  private final List<ReadSource> sources = new ArrayList<>();
  private final List<Finding> findings = new ArrayList<>();
  private final List<Finding> passedOver = new ArrayList<>();

  /** What became of the cells that are in no source. */
  private CellAccount outside = CellAccount.NONE;

  /**
   * A reading of one file.
   *
   * @param dataset what is read of it
   * @param blocks takes the rows
   * @param numbers numbers its sources
   */
  public SourceFileReader(
      Plan plan, DatasetPlan dataset, FoundFile file, BlockBuilder blocks, SourceNumbers numbers) {
    this(plan, dataset, file, blocks, numbers, RowWatch.NONE, Set.of());
  }

  /**
   * The same, where someone is told of the rows that are left out.
   *
   * @param siblings how the sender's other files are written, as far as they show it
   */
  public SourceFileReader(
      Plan plan,
      DatasetPlan dataset,
      FoundFile file,
      BlockBuilder blocks,
      SourceNumbers numbers,
      RowWatch watch,
      Set<Convention> siblings) {
    this.watch = watch;
    this.siblings = Set.copyOf(siblings);
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

  /** Notes a sheet of which nothing is read, and looks what is on it. */
  private void passOver(FindingCode code, Wanted passed, String message) throws IOException {
    Place place = Place.source(file.path(), passed.sheet.name());
    SheetAudit audit = audit(passed, List.of());
    if (!audit.hasHeadings()) {
      passedOver.add(Finding.of(code, place, message, ""));
    }
    passedOver.addAll(audit.findings(place, message, passed.sheet.name()));
  }

  /** Accounts for the cells of a sheet outside of the ranges that were read. */
  private SheetAudit audit(Wanted sheet, List<CellRange> accounted) throws IOException {
    IntakeSpec spec = spec(Optional.empty(), sheet, Optional.empty());
    String name = sheet.sheet.name();
    boolean ignored = feed.shaping().ignored().hasName(name) || feed.sheets().isExcepted(name);
    SheetAudit audit = new SheetAudit(spec, ignored, !feed.cells().isEmpty(), accounted);
    try {
      sheet.sheet.read(audit);
    } catch (ReadAgainException e) {
      audit = new SheetAudit(spec, ignored, !feed.cells().isEmpty(), accounted);
      sheet.sheet.read(audit);
    }
    outside = outside.plus(audit.account(name));
    return audit;
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
      findings.add(remark.finding(file.path()));
    }
    if (sources.isEmpty() && findings.stream().noneMatch(Finding::isError)) {
      findings.add(noTable(grid));
    }
    findings.addAll(passedOver);
    if (!sources.isEmpty()) {
      sources.set(0, sources.get(0).with(outside));
    }
  }

  /** The sheets to read, in the order of time. */
  private List<Wanted> wanted(GridFile grid) throws IOException {
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
        passOver(
            FindingCode.SHEET_PASSED_OVER,
            new Wanted(sheet, Map.of()),
            "its name isn't the feed's");
      } else if (!sheet.visible()) {
        passOver(
            FindingCode.SHEET_HIDDEN,
            new Wanted(sheet, parts.orElse(Map.of())),
            "a hidden sheet is not read");
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
        boolean isRead = readTable(grid, one, region, stray);
        if (isRead && !region.equals(CellRange.EVERYTHING)) {
          auditOutside(one, List.of(region));
        }
        continue;
      }
      List<CellRange> regions = new ArrayList<>();
      for (NamedRange range : named) {
        boolean here = range.sheet().equals(one.sheet.name());
        if (here && tableName.get().match(range.name()).isPresent()) {
          anyTable = true;
          readTable(grid, one, range.range(), false);
          regions.add(range.range());
        }
      }
      if (!regions.isEmpty()) {
        auditOutside(one, regions);
      } else {
        passOver(
            FindingCode.SHEET_PASSED_OVER, one, "no table or range of it is named as the feed's");
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

  private void auditOutside(Wanted sheet, List<CellRange> read) throws IOException {
    Place place = Place.source(file.path(), sheet.sheet.name());
    passedOver.addAll(audit(sheet, read).findings(place, "", sheet.sheet.name()));
  }

  /** Reads the tables of a sheet, and tells whether there are any. */
  private boolean readTable(GridFile grid, Wanted wanted, CellRange region, boolean stray)
      throws IOException {
    Place place = Place.source(file.path(), wanted.sheet.name());
    Optional<Period> period = period(grid, wanted);
    IntakeSpec spec = spec(grid.message(), wanted, period);
    int before = sources.size();
    boolean[] isStray = new boolean[1];
    new SheetTables(spec, place, wanted.sheet, blocks, numbers)
        .read(
            region,
            (own, result) -> {
              if (stray && result.outcome() == SourceIntake.Outcome.NO_TABLE) {
                isStray[0] = true;
              } else {
                take(grid, wanted, period, result);
              }
            });
    if (sources.size() == before && !isStray[0]) {
      ColumnSums sums = audit(wanted, List.of()).sums();
      findings.replaceAll(one -> isOfHeadings(one, place) ? withSums(one, sums) : one);
    }
    if (isStray[0]) {
      passOver(FindingCode.SHEET_PASSED_OVER, wanted, "no row has the feed's headings");
    }
    return sources.size() > before;
  }

  private static boolean isOfHeadings(Finding finding, Place source) {
    return finding.code() == FindingCode.HEADING_MISSING
        && finding.place().source().equals(source)
        && finding.amount().isEmpty();
  }

  /** A finding of a sheet that can't be read, with what isn't in the figures for it. */
  private static Finding withSums(Finding finding, ColumnSums sums) {
    return sums.inWords().isEmpty()
        ? finding
        : finding.adding("; none of its rows is read: " + sums.inWords()).touching(sums.largest());
  }

  private IntakeSpec spec(Optional<MessageHead> sent, Wanted wanted, Optional<Period> period) {
    Map<String, String> named = new HashMap<>(feed.constants());
    named.putAll(file.named());
    named.putAll(wanted.parts);
    period.ifPresent(stated -> named.put(NamePattern.PERIOD, stated.toString()));
    sent.ifPresent(
        message -> {
          named.put("message_sender", message.sender());
          message.sent().ifPresent(day -> named.put("message_date", day.toString()));
        });
    named.keySet().retainAll(dataset.columns().stream().map(c -> c.column().name()).toList());
    return new IntakeSpec(
        dataset.columns(),
        named,
        feed.rules(),
        new WritingHints(Map.of(), period, siblings),
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

  /** Reads the sheets that the plan names, else the first of the workbook. */
  private void readForm(GridFile grid, List<Wanted> wanted) throws IOException {
    List<GridSheet> inOrder = grid.sheets();
    Optional<Wanted> first =
        wanted.stream().min(Comparator.comparing(one -> inOrder.indexOf(one.sheet)));
    for (Wanted one : wanted) {
      if (feed.sheets().isStated() || one.equals(first.orElseThrow())) {
        readForm(grid, one);
      } else {
        passOver(
            FindingCode.SHEET_PASSED_OVER,
            one,
            "the form is read from the first sheet, " + first.orElseThrow().sheet.name());
      }
    }
  }

  private void readForm(GridFile grid, Wanted form) throws IOException {
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
    IntakeSpec spec = spec(grid.message(), form, period);
    SourceIntake result = readForm(spec, place, form.sheet, addresses);
    if (result.isToReadAgain()) {
      numbers.drop();
      result = readForm(spec.with(result.shown()), place, form.sheet, addresses);
    }
    take(grid, form, period, result);
    auditOutside(form, List.copyOf(addresses.values()));
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
