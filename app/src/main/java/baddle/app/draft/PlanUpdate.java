package baddle.app.draft;

import baddle.app.EditedPlan;
import baddle.app.Project;
import baddle.app.consolidate.FeedFiles;
import baddle.app.draft.words.HeadingWords;
import baddle.app.look.FileProfiler;
import baddle.app.look.LookChoice;
import baddle.app.look.LookedFile;
import baddle.app.look.LookedSheet;
import baddle.core.finding.Nearest;
import baddle.core.intake.IntakeColumn;
import baddle.core.intake.heading.Headings;
import baddle.core.profile.TableProfile;
import baddle.core.value.ColumnType;
import baddle.plan.DatasetPlan;
import baddle.plan.FeedPlan;
import baddle.plan.PlanException;
import baddle.plan.read.PlanEdit;
import java.io.IOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;

/** Finds what today's files have that the plan doesn't know, and proposes how to say it. */
public final class PlanUpdate {

  /** A heading that no column wants. */
  private static final class Unknown {
    private final String heading;
    private final ColumnType type;
    private final String firstPlace;

    /** All headings of the first table that has it. */
    private final List<String> beside;

    private final Set<String> places = new LinkedHashSet<>();
    private final Map<String, Integer> missingBeside = new HashMap<>();

    Unknown(String heading, ColumnType type, String firstPlace, List<String> beside) {
      this.beside = beside;
      this.heading = heading;
      this.type = type;
      this.firstPlace = firstPlace;
    }
  }

  private static final int MOST_HEADINGS = 12;
  private final Project project;
  private final FileProfiler looking;
  private final List<Proposal> proposals = new ArrayList<>();

  /** For a project. */
  public PlanUpdate(Project project) {
    this(project, FileProfiler.standard());
  }

  PlanUpdate(Project project, FileProfiler looking) {
    this.project = project;
    this.looking = looking;
  }

  /** The proposals; none if the plan knows all there is. */
  public List<Proposal> proposals() throws IOException {
    FeedFiles files = FeedFiles.of(project);
    for (FeedPlan feed : project.plan().feeds().values()) {
      List<FeedFiles.FeedFile> ofFeed =
          files.files().stream().filter(file -> file.feed().equals(feed)).toList();
      if (feed.cells().isEmpty()) {
        feed(feed, ofFeed);
      }
    }
    proposals.addAll(TotalProposals.of(project));
    for (String path : files.unwanted()) {
      proposals.add(Proposal.of(path + " is read by no feed; widen files: of one, or add a feed"));
    }
    return proposals;
  }

  /** What became of proposals. */
  public record Applied(List<Proposal> changed, List<Proposal> left) {

    /** Copies the lists. */
    public Applied {
      changed = List.copyOf(changed);
      left = List.copyOf(left);
    }
  }

  /**
   * Writes the changes of proposals into the plan; comments, order and layout stay.
   *
   * @param all what {@link #proposals} found
   * @param parameters values of the plan's parameters
   * @throws PlanException if the changed plan couldn't be followed; then nothing is written
   */
  public Applied apply(List<Proposal> all, Map<String, String> parameters)
      throws IOException, PlanException {
    List<Proposal> changed = new ArrayList<>();
    List<Proposal> left = new ArrayList<>();
    EditedPlan.edit(
        project.planFile(),
        parameters,
        whole -> {
          String text = whole;
          for (Proposal proposal : all) {
            String before = text;
            Optional<String> after = proposal.change().flatMap(change -> change.apply(before));
            (after.isPresent() ? changed : left).add(proposal);
            text = after.orElse(before);
          }
          return text;
        });
    return new Applied(changed, left);
  }

  private void feed(FeedPlan feed, List<FeedFiles.FeedFile> files) throws IOException {
    DatasetPlan dataset =
        Objects.requireNonNull(project.plan().datasets().get(feed.dataset()), feed.dataset());
    Map<String, Unknown> unknown = new LinkedHashMap<>();
    Set<String> everFound = new HashSet<>();
    Map<String, String> sheets = new LinkedHashMap<>();
    for (FeedFiles.FeedFile file : files) {
      LookedFile looked;
      try {
        looked = looking.look(file.file(), LookChoice.STANDARD);
      } catch (IOException e) {
        proposals.add(Proposal.of(file.path() + " can't be read: " + e.getMessage()));
        continue;
      }
      int position = 0;
      boolean any = false;
      List<String> others = new ArrayList<>();
      for (LookedSheet sheet : looked.sheets()) {
        position++;
        boolean wanted =
            sheet.name().isEmpty() || feed.sheets().match(sheet.name(), position).isPresent();
        for (TableProfile table : sheet.visible() ? sheet.tables() : List.<TableProfile>of()) {
          Set<String> found = found(dataset, table);
          long known = found.size() + turned(feed, table);
          boolean ofFeed = known > 1 || (wanted && known + near(dataset, table, found) > 1);
          if (wanted && ofFeed) {
            everFound.addAll(found);
            note(feed, dataset, file, table, found, unknown);
            any = true;
          } else if (ofFeed) {
            sheets.putIfAbsent(sheet.name(), file.path());
          } else if (wanted) {
            table.columns().forEach(column -> others.add(column.heading()));
          }
        }
      }
      if (!any && !others.isEmpty()) {
        proposals.add(
            Proposal.of(
                "feed "
                    + feed.name()
                    + ": no table of "
                    + file.path()
                    + " has the plan's headings; those there are: "
                    + String.join(", ", others.stream().limit(MOST_HEADINGS).toList())));
      }
    }
    for (Unknown heading : unknown.values()) {
      Optional<Proposal> turned =
          TurnedHeadings.proposal(
              feed, heading.heading, heading.type, heading.firstPlace, heading.beside);
      if (turned.isPresent()) {
        proposals.add(turned.get());
      } else {
        propose(feed, dataset, heading, everFound);
      }
    }
    sheets.forEach((sheet, path) -> proposals.add(ofSheet(feed, sheet, path)));
  }

  private static Proposal ofSheet(FeedPlan feed, String sheet, String path) {
    return new Proposal(
        List.of(
            "feed "
                + feed.name()
                + ": sheet "
                + sheet
                + " of "
                + path
                + " has the headings and is not read; widen sheets: if it belongs to the feed"),
        Optional.of(text -> PlanEdit.addSheet(text, feed.name(), sheet)));
  }

  private static Set<String> spellings(IntakeColumn column) {
    Set<String> spellings = new HashSet<>();
    spellings.add(Headings.comparable(column.column().name()));
    column.headings().forEach(heading -> spellings.add(Headings.comparable(heading)));
    return spellings;
  }

  /** How many headings of a table become rows. */
  private static long turned(FeedPlan feed, TableProfile table) {
    return feed.shaping().headingsToRows().stream()
        .flatMap(
            turning ->
                table.columns().stream()
                    .filter(column -> turning.labels().label(column.heading()).isPresent()))
        .count();
  }

  /** The names of the columns whose headings a table has. */
  private static Set<String> found(DatasetPlan dataset, TableProfile table) {
    Set<String> found = new HashSet<>();
    for (IntakeColumn column : dataset.columns()) {
      Set<String> spellings = spellings(column);
      boolean there =
          table.columns().stream()
              .anyMatch(c -> spellings.contains(Headings.comparable(c.heading())));
      if (there) {
        found.add(column.column().name());
      }
    }
    return found;
  }

  /** How many headings are like those of columns that a table doesn't have. */
  private static long near(DatasetPlan dataset, TableProfile table, Set<String> found) {
    return dataset.columns().stream()
        .filter(column -> !found.contains(column.column().name()))
        .filter(
            column ->
                table.columns().stream().anyMatch(one -> isNear(spoken(column), one.heading())))
        .count();
  }

  /** The spellings of a column, its name among them. */
  private static List<String> spoken(IntakeColumn column) {
    List<String> spellings = new ArrayList<>(column.headings());
    spellings.add(column.column().name().replace('_', ' '));
    return spellings;
  }

  private static boolean isNear(List<String> spellings, String heading) {
    HeadingWords words = HeadingWords.of(heading);
    return spellings.stream().map(HeadingWords::of).anyMatch(words::areNear);
  }

  private static void note(
      FeedPlan feed,
      DatasetPlan dataset,
      FeedFiles.FeedFile file,
      TableProfile table,
      Set<String> found,
      Map<String, Unknown> unknown) {
    for (TableProfile.Column column : table.columns()) {
      String comparable = Headings.comparable(column.heading());
      boolean known =
          dataset.columns().stream().anyMatch(c -> spellings(c).contains(comparable))
              || feed.shaping().headingsToRows().stream()
                  .anyMatch(turned -> turned.labels().label(column.heading()).isPresent());
      if (!known) {
        Unknown heading =
            unknown.computeIfAbsent(
                comparable,
                key ->
                    new Unknown(
                        column.heading(),
                        column.values().type(),
                        file.path(),
                        table.columns().stream().map(TableProfile.Column::heading).toList()));
        heading.places.add(file.path());
        for (IntakeColumn wanted : dataset.columns()) {
          String name = wanted.column().name();
          boolean missing =
              !found.contains(name)
                  && !file.named().contains(name)
                  && wanted.column().type().common(heading.type).kind()
                      == wanted.column().type().kind();
          if (missing) {
            heading.missingBeside.merge(name, 1, Integer::sum);
          }
        }
      }
    }
  }

  private void propose(FeedPlan feed, DatasetPlan dataset, Unknown unknown, Set<String> everFound) {
    String where =
        unknown.places.size() == 1
            ? unknown.firstPlace
            : String.format(
                Locale.ROOT, "%,d files, the first %s", unknown.places.size(), unknown.firstPlace);
    String heading = PlanText.quoted(unknown.heading);
    Optional<Renamed> renamed = renamed(dataset, unknown, everFound);
    String head = "feed " + feed.name() + ": the plan doesn't know " + heading + " (" + where + ")";
    if (renamed.isPresent()) {
      String column = renamed.get().column();
      List<String> lines =
          List.of(
              head,
              "  probably "
                  + column
                  + " under another name, which is missing there"
                  + (renamed.get().sure() ? "" : ", the only one of its type")
                  + "; add to its column:",
              "    headings: [..., " + heading + "]");
      Proposal.Change add =
          text -> PlanEdit.addHeading(text, dataset.name(), column, unknown.heading);
      proposals.add(
          new Proposal(lines, renamed.get().sure() ? Optional.of(add) : Optional.empty()));
      return;
    }
    boolean decimal = unknown.type.kind() == ColumnType.Kind.DECIMAL;
    String name = DraftColumn.plainName(unknown.heading);
    boolean free =
        dataset.order().stream().noneMatch(name::equals) && DraftColumn.isPlainName(name);
    String setting =
        "{type: "
            + unknown.type.kind().word()
            + (decimal ? ", places: " + unknown.type.places() : "")
            + ", headings: ["
            + heading
            + "]}";
    List<String> lines =
        List.of(
            head,
            "  to read it, add to the columns of " + dataset.name() + ":",
            "    " + name + ": " + setting);
    Proposal.Change add = text -> PlanEdit.addColumn(text, dataset.name(), name, setting);
    proposals.add(new Proposal(lines, free ? Optional.of(add) : Optional.empty()));
  }

  /** A column that a heading is probably of, and whether its name says so. */
  private record Renamed(String column, boolean sure) {}

  /** The column that is missing wherever the heading is and that the heading is most like. */
  private static Optional<Renamed> renamed(
      DatasetPlan dataset, Unknown unknown, Set<String> everFound) {
    List<IntakeColumn> missing =
        dataset.columns().stream()
            .filter(c -> unknown.missingBeside.containsKey(c.column().name()))
            .toList();
    for (IntakeColumn column : missing) {
      List<String> spellings = spoken(column);
      boolean near =
          isNear(spellings, unknown.heading) || Nearest.to(unknown.heading, spellings).isPresent();
      if (near) {
        return Optional.of(new Renamed(column.column().name(), true));
      }
    }
    List<IntakeColumn> expected =
        missing.stream()
            .filter(c -> everFound.contains(c.column().name()))
            .filter(c -> c.column().type().kind() != ColumnType.Kind.TEXT)
            .toList();
    return expected.size() == 1
        ? Optional.of(new Renamed(expected.get(0).column().name(), false))
        : Optional.empty();
  }
}
