package baddle.app.trace;

import baddle.app.BatchChoice;
import baddle.app.OwnStore;
import baddle.app.Project;
import baddle.app.consolidate.FileRereader;
import baddle.app.consolidate.PendingFiles;
import baddle.app.reading.MendedFiles;
import baddle.app.results.QueryNotes;
import baddle.app.review.HiddenReasons;
import baddle.core.finding.Finding;
import baddle.core.finding.Nearest;
import baddle.core.finding.Place;
import baddle.core.outcome.HeldValue;
import baddle.core.table.Block;
import baddle.core.table.Origin;
import baddle.formats.Formats;
import baddle.plan.DatasetPlan;
import baddle.store.Catalogue;
import baddle.store.DatasetReader;
import baddle.store.Store;
import baddle.store.StoreException;
import baddle.store.entry.Batch;
import baddle.store.entry.StoredBlanked;
import baddle.store.entry.StoredFile;
import baddle.store.entry.StoredHeldRow;
import baddle.store.entry.StoredMended;
import baddle.store.entry.StoredSource;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.OptionalInt;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/** Says what became of one row of a source. */
public final class RowTrace {

  /** Of the columns that are read, the first that is the dataset's own. */
  private static final int OWN = 4;

  private final Project project;
  private final String path;
  private final String sheet;
  private final long row;
  private final List<String> lines = new ArrayList<>();

  /**
   * A trace of one row.
   *
   * @param text the file, or the end of its path, perhaps its sheet, and the row, with colons
   *     between
   * @throws TraceException if it isn't so
   */
  public RowTrace(Project project, String text) throws TraceException {
    this.project = project;
    int last = text.lastIndexOf(':');
    if (last < 1 || !text.substring(last + 1).matches("[1-9][0-9]{0,8}")) {
      throw new TraceException(
          "--row takes FILE:ROW or FILE:SHEET:ROW, such as \"tills/Dunmere 2026-03.csv:118\"");
    }
    this.row = Long.parseLong(text.substring(last + 1));
    String before = text.substring(0, last);
    int colon = before.indexOf(':');
    this.path = colon < 0 ? before : before.substring(0, colon);
    this.sheet = colon < 0 ? "" : before.substring(colon + 1);
  }

  /**
   * What became of it, line by line.
   *
   * @throws TraceException if no such file is in the dataset
   */
  public List<String> run() throws IOException, TraceException {
    try (Store store = OwnStore.openToRead(project)) {
      Batch batch = BatchChoice.of(store, project, OptionalInt.empty());
      List<StoredFile> files = store.catalogue().files(batch.number());
      List<StoredFile> meant =
          files.stream()
              .filter(file -> file.path().equals(path) || file.path().endsWith("/" + path))
              .toList();
      if (meant.isEmpty()) {
        if (notRead(store, batch, "")) {
          return lines;
        }
        List<String> paths = files.stream().map(StoredFile::path).toList();
        throw new TraceException("no file " + path + " was read" + Nearest.hint(path, paths));
      }
      for (StoredFile file : meant) {
        trace(store, batch, file);
      }
      return lines;
    }
  }

  private void trace(Store store, Batch batch, StoredFile file) throws IOException, TraceException {
    Catalogue catalogue = store.catalogue();
    List<StoredSource> sources =
        catalogue.sources(batch.number()).stream()
            .filter(source -> source.file() == file.id())
            .toList();
    List<StoredSource> wanted =
        sources.stream().filter(s -> sheet.isEmpty() || s.sheet().equals(sheet)).toList();
    List<String> sheets = sources.stream().map(StoredSource::sheet).distinct().toList();
    if (wanted.isEmpty() && notRead(store, batch, sheet)) {
      return;
    }
    if (wanted.isEmpty()) {
      throw new TraceException(
          file.path() + " has no source on sheet " + sheet + Nearest.hint(sheet, sheets));
    }
    if (sheet.isEmpty() && sheets.size() > 1) {
      throw new TraceException(
          file.path() + " has several sheets; name one: " + String.join(", ", sheets));
    }
    String of = wanted.get(0).sheet();
    lines.add(
        file.path()
            + (of.isEmpty() ? "" : ", sheet " + of)
            + ", row "
            + row
            + " (feed "
            + file.feed()
            + ", dataset "
            + file.dataset()
            + ")");
    QueryNotes.ofSource(project, file.path()).forEach(lines::add);
    for (StoredMended value : catalogue.outcomes().mended(batch.number())) {
      if (isHere(value.place().file(), value.place().sheet(), value.place().row(), file, of)) {
        lines.add(
            "corrected in "
                + value.from()
                + ": "
                + value.place().heading()
                + " was \""
                + value.sent()
                + "\", is \""
                + value.mended()
                + "\"");
      }
    }
    for (StoredBlanked blanked : catalogue.outcomes().blanked(batch.number())) {
      Place place = blanked.place();
      if (isHere(place.file(), place.sheet(), place.row(), file, of)) {
        HeldValue value = blanked.value();
        lines.add(
            value.heading()
                + " was sent as \""
                + value.value()
                + "\", expected "
                + value.expectation()
                + "; it is kept as a blank");
      }
    }
    boolean isHeld = held(catalogue, batch, file, of);
    boolean isRead = inDataset(store, batch, file, of);
    if (!isHeld && !isRead) {
      leftOut(file, wanted);
    }
  }

  /** Says why nothing of a file, or of a sheet of it, was read; false where nothing is known. */
  private boolean notRead(Store store, Batch batch, String ofSheet) throws IOException {
    List<Finding> known =
        new ArrayList<>(
            PendingFiles.of(project, store, batch.number(), MendedFiles.of(project, new Formats()))
                .findings());
    known.addAll(store.catalogue().outcomes().findings(batch.number()));
    int before = lines.size();
    for (Finding finding : known) {
      Place place = finding.place();
      String at = Objects.requireNonNullElse(place.file(), "");
      boolean ofFile = at.equals(path) || at.endsWith("/" + path);
      if (ofFile && Objects.requireNonNullElse(place.sheet(), "").equals(ofSheet)) {
        lines.add(
            "no row of it is read. "
                + finding.code().id()
                + ": "
                + Place.source(at, ofSheet)
                + ": "
                + finding.message());
      }
    }
    return lines.size() > before;
  }

  private boolean isHere(
      @Nullable String atFile, @Nullable String atSheet, long atRow, StoredFile file, String of) {
    return atRow == row
        && file.path().equals(atFile)
        && of.equals(Objects.requireNonNullElse(atSheet, ""));
  }

  private boolean held(Catalogue catalogue, Batch batch, StoredFile file, String of)
      throws IOException {
    boolean found = false;
    for (StoredHeldRow held : catalogue.outcomes().heldRows(batch.number())) {
      if (isHere(held.place().file(), held.place().sheet(), held.place().row(), file, of)) {
        if (!found) {
          lines.add("held while it was read; its cells: " + TracedValues.cells(held));
        }
        lines.add(TracedValues.because(held.value()));
        found = true;
      }
    }
    return found;
  }

  private boolean inDataset(Store store, Batch batch, StoredFile file, String of)
      throws IOException {
    DatasetReader reader;
    try {
      reader = store.dataset(file.dataset(), batch.number());
    } catch (StoreException.Absent e) {
      return false;
    }
    int[] found = new int[1];
    List<String> own = reader.schema().names().stream().filter(name -> !Origin.has(name)).toList();
    List<String> columns =
        Stream.concat(
                Stream.of(
                    Origin.SOURCE_FILE.name(),
                    Origin.SOURCE_SHEET.name(),
                    Origin.SOURCE_ROW.name(),
                    Origin.BATCH.name()),
                own.stream())
            .toList();
    DatasetPlan dataset = project.plan().datasets().get(file.dataset());
    reader.scan(
        columns,
        (block, from, to) -> {
          for (int i = from; i < to; i++) {
            if (isAt(block, i, file, of)) {
              found[0]++;
              lines.add("in the dataset since batch " + TracedValues.cell(block, 3, i) + ":");
              lines.addAll(TracedValues.lines(block, i, OWN, dataset));
            }
          }
        });
    HiddenReasons.scan(
        reader,
        columns,
        (block, i, reason) -> {
          if (isAt(block, i, file, of)) {
            found[0]++;
            lines.add(
                reason
                    .held()
                    .map(value -> "read, then " + TracedValues.because(value))
                    .orElseGet(() -> "read, then left out: " + reason.leftOut("key")));
            lines.addAll(TracedValues.lines(block, i, OWN, dataset));
          }
        });
    return found[0] > 0;
  }

  private boolean isAt(Block block, int at, StoredFile file, String of) {
    return TracedValues.cell(block, 2, at).equals(String.valueOf(row))
        && TracedValues.cell(block, 0, at).equals(file.path())
        && TracedValues.cell(block, 1, at).equals(of);
  }

  private void leftOut(StoredFile file, List<StoredSource> sources) throws IOException {
    List<String> reasons = new ArrayList<>();
    List<String> sheets = sources.stream().map(StoredSource::sheet).distinct().toList();
    FileRereader.read(
        project,
        file.path()::equals,
        (source, headings, at, because) -> {
          String of = Objects.requireNonNullElse(source.sheet(), "");
          if (at.number() == row && sheets.contains(of)) {
            reasons.add(because);
          }
        });
    if (!reasons.isEmpty()) {
      lines.add("left out: " + String.join("; ", reasons));
      return;
    }
    int heading = sources.stream().mapToInt(StoredSource::headingRow).min().orElse(0);
    lines.add(
        row == heading
            ? "the headings are here"
            : row < heading
                ? "it is above the table, whose headings are in row " + heading
                : "it is blank, repeats the headings, or is outside of the tables that are read ("
                    + String.join(", ", sources.stream().map(StoredSource::range).toList())
                    + ")");
  }
}
