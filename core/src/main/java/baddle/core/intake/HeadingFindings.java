package baddle.core.intake;

import baddle.core.finding.Finding;
import baddle.core.finding.FindingCode;
import baddle.core.finding.Listing;
import baddle.core.finding.Nearest;
import baddle.core.finding.Place;
import baddle.core.intake.heading.HeadingRow;
import baddle.core.intake.heading.Headings;
import baddle.core.intake.heading.HeadingsToRows;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/** Puts into words what is to be told of a source's headings. */
final class HeadingFindings {

  private static final int MOST_WORDS = 20;

  private final IntakeSpec spec;
  private final Place source;
  private final List<Finding> findings;

  HeadingFindings(IntakeSpec spec, Place source, List<Finding> findings) {
    this.spec = spec;
    this.source = source;
    this.findings = findings;
  }

  private void add(FindingCode code, Place place, String message, String remedy) {
    findings.add(Finding.of(code, place, message, remedy));
  }

  /** Of the headings of a table that was read. */
  void ofHeadings(HeadingRow found) {
    List<String> ofRules =
        spec.shaping().cellColumns().stream().map(ShapingRules::headingOf).toList();
    List<String> unused =
        found.unused().stream()
            .filter(heading -> ofRules.stream().noneMatch(rule -> isSame(heading, rule)))
            .filter(heading -> stated().noneMatch(total -> isSame(heading, total)))
            .toList();
    if (!unused.isEmpty()) {
      String headingsNotUsed =
          unused.size() == 1 ? "heading no column wants: " : "headings no column wants: ";
      add(FindingCode.HEADING_NOT_USED, source, headingsNotUsed + quoted(unused), "");
    }
    for (String heading : ofRules) {
      if (ColumnIntakes.cellOfHeading(found, heading) == HeadingRow.ABSENT) {
        add(
            FindingCode.RULE_HEADING_MISSING,
            source.atRow(found.rowNumber()),
            "a leave_out rule reads the heading \""
                + heading
                + "\", which isn't there and counts as blank"
                + Nearest.hint(heading, found.headings().values()),
            "correct the rule in the plan, or ask the sender for the column");
      }
    }
    if (!found.absent().isEmpty()) {
      add(
          FindingCode.HEADING_ABSENT,
          source.atRow(found.rowNumber()),
          "no heading for "
              + String.join(", ", found.absent())
              + "; blank in all its rows"
              + Nearest.hint(found.absent().get(0), unused),
          "");
    }
    Set<String> unusedOnes = Set.copyOf(found.unused());
    List<String> notChosen = found.repeated().stream().filter(unusedOnes::contains).toList();
    if (!notChosen.isEmpty()) {
      add(
          FindingCode.HEADING_REPEATED,
          source.atRow(found.rowNumber()),
          "headings that appear more than once; the first of each is read, the others are called "
              + quoted(notChosen),
          "give the column that needs another of them that name among its headings");
    }
  }

  /** The headings under which totals are. */
  private Stream<String> stated() {
    return spec.shaping().leaveOut().stream().flatMap(rule -> rule.stated().values().stream());
  }

  private static boolean isSame(String heading, String other) {
    return Headings.comparable(heading).equals(Headings.comparable(other));
  }

  /** Of a source without the table; {@code nearest} is the row most like the headings. */
  void ofNoTable(@Nullable HeadingRow nearest) {
    if (nearest == null) {
      add(FindingCode.NO_TABLE, source, "no filled row", "ask the sender for the full file");
    } else if (!nearest.clashes().isEmpty()) {
      add(
          FindingCode.HEADING_TWICE,
          source.atRow(nearest.rowNumber()),
          "two headings for one column: " + String.join("; ", nearest.clashes()),
          "remove one of the spellings from the plan, or correct the file");
    } else if (nearest.missing().isEmpty()) {
      add(
          FindingCode.NO_TABLE,
          source,
          "no row has the dataset's headings; the nearest is row "
              + nearest.rowNumber()
              + ": "
              + quoted(nearest.headings().values()),
          "add the headings to the plan, or narrow the feed's files");
    } else {
      nearest.missing().forEach(column -> missing(column, nearest));
    }
  }

  private void missing(String column, HeadingRow nearest) {
    IntakeColumn wanted =
        spec.columns().stream()
            .filter(candidate -> candidate.column().name().equals(column))
            .findFirst()
            .orElseThrow();
    List<String> spellings = new ArrayList<>(wanted.headings());
    Optional<HeadingsToRows> turning =
        spec.shaping().headingsToRows().filter(turn -> turn.value().equals(column));
    turning.ifPresent(turn -> spellings.addAll(missing(turn, nearest)));
    if (spellings.isEmpty()) {
      spellings.add(column);
    }
    Collection<String> found = nearest.headings().values();
    Optional<String> near =
        spellings.stream()
            .flatMap(one -> found.stream().filter(heading -> begins(heading, one)))
            .findFirst()
            .or(
                () ->
                    spellings.stream()
                        .flatMap(spelling -> Nearest.to(spelling, nearest.unused()).stream())
                        .findFirst());
    add(
        FindingCode.HEADING_MISSING,
        source.atRow(nearest.rowNumber()),
        "no heading for "
            + labels(turning, nearest).orElse("the column " + column)
            + " (looked for "
            + quoted(spellings)
            + "); found "
            + quoted(found)
            + (turning.isPresent() && found.stream().anyMatch(spellings::contains)
                ? "; of a month without a year the source has to state which"
                : "")
            + near.map(heading -> "; the nearest is " + Listing.quoted(heading)).orElse(""),
        turning.isPresent()
            ? "add the heading to headings_to_rows in the plan, or correct the file; where it may be"
                + " absent, name it there under optional:"
            : "add the heading to the column's headings in the plan, or correct the file");
  }

  private static boolean begins(String heading, String start) {
    return heading.length() > start.length()
        && heading.regionMatches(true, 0, start, 0, start.length());
  }

  /** The labels whose headings should become rows and aren't there. */
  private static Optional<String> labels(Optional<HeadingsToRows> turning, HeadingRow nearest) {
    return turning
        .map(
            turn ->
                turn.labels().required().keySet().stream()
                    .filter(label -> !nearest.turned().containsValue(label))
                    .collect(Collectors.joining(", ")))
        .filter(labels -> !labels.isEmpty() && !nearest.turned().isEmpty());
  }

  /** The spellings of the headings that should become rows and aren't there. */
  private static List<String> missing(HeadingsToRows turn, HeadingRow nearest) {
    List<String> spellings = new ArrayList<>();
    turn.labels()
        .required()
        .forEach(
            (label, all) -> {
              if (!nearest.turned().containsValue(label)) {
                spellings.addAll(all);
              }
            });
    return spellings.isEmpty() ? turn.labels().spellings() : spellings;
  }

  /** Words in quotes, as many as a person reads. */
  static String quoted(Collection<String> words) {
    return Listing.of(words.stream().map(Listing::quoted).toList(), MOST_WORDS);
  }
}
