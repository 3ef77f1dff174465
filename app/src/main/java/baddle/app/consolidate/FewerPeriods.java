package baddle.app.consolidate;

import baddle.app.parts.FileOutcome;
import baddle.app.reading.ReadSource;
import baddle.core.calendar.PeriodText;
import baddle.core.finding.Finding;
import baddle.core.finding.FindingCode;
import baddle.core.finding.Listing;
import baddle.core.finding.Place;
import baddle.core.finding.Severity;
import baddle.core.intake.heading.HeadingLabels;
import baddle.core.intake.heading.HeadingsToRows;
import baddle.plan.FeedPlan;
import baddle.store.entry.StoredHeadings;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;

/**
 * Tells sources in which a pattern for headings finds fewer of them than it did in the sender's
 * last source. One that finds half or less is another kind of source, such as the first month of a
 * new year.
 *
 * @param known the headings of the sources there are, in the order of time
 */
record FewerPeriods(List<StoredHeadings> known) {

  private static final int MOST_NAMED = 5;

  FewerPeriods {
    known = List.copyOf(known);
  }

  /** The findings of a file's sources. */
  List<Finding> findings(FileOutcome outcome) {
    FeedPlan feed = outcome.file().file().feed();
    List<Finding> findings = new ArrayList<>();
    if (feed.shaping().headingsToRows().isEmpty()) {
      return findings;
    }
    HeadingsToRows turning = feed.shaping().headingsToRows().get();
    if (!turning.labels().required().isEmpty()) {
      return findings;
    }
    for (ReadSource source : outcome.sources()) {
      Place place = Place.source(outcome.file().file().path(), source.sheet());
      HeadingLabels labels =
          turning.labels().inSourceOf(PeriodText.english().parse(source.period()));
      List<String> before = turned(last(feed.name(), place), labels);
      List<String> now = turned(source.intake().treated().headings(), labels);
      if (now.size() < before.size() && now.size() * 2 > before.size()) {
        List<String> gone = new ArrayList<>(before);
        gone.removeAll(now);
        findings.add(
            Finding.of(
                    FindingCode.HEADING_ABSENT,
                    place.atRow(source.intake().headingRow()),
                    now.size()
                        + " headings become rows, where "
                        + before.size()
                        + " did in the source before"
                        + (gone.isEmpty() ? "" : "; not here: " + Listing.of(gone, MOST_NAMED)),
                    "look whether a heading was renamed; if none is missing, nothing is to do")
                .with(Severity.WARNING));
      }
    }
    return findings;
  }

  private List<String> last(String feed, Place place) {
    List<String> last = List.of();
    for (StoredHeadings one : known) {
      if (one.feed().equals(feed) && sender(one.place()).equals(sender(place))) {
        last = one.headings();
      }
    }
    return last;
  }

  /** Sources whose names differ in digits alone come from one sender. */
  private static String sender(Place place) {
    return EarlierHeadings.sender(
        place.file() + "\n" + Objects.requireNonNullElse(place.sheet(), ""));
  }

  private static List<String> turned(List<String> headings, HeadingLabels labels) {
    return headings.stream().filter(heading -> labels.label(heading).isPresent()).toList();
  }
}
