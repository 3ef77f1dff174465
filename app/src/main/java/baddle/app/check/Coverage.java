package baddle.app.check;

import baddle.core.calendar.Calendar;
import baddle.core.calendar.Grain;
import baddle.core.calendar.Period;
import baddle.core.calendar.PeriodText;
import baddle.core.finding.Finding;
import baddle.core.finding.FindingCode;
import baddle.core.finding.Listing;
import baddle.core.finding.Place;
import baddle.plan.ExpectPlan;
import baddle.store.entry.StoredRefusal;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.stream.Collectors;

/**
 * Which periods a feed has, and which not.
 *
 * @param feed the feed
 * @param expected what it should have, in words
 * @param first the first period there is; empty for none
 * @param last the last one
 * @param present how many periods are there, for all that one is expected for
 * @param missing those that aren't, by what they are of and in the order of time
 * @param unexpected sources that don't belong, in words
 * @param notReadable files that have arrived and can't be read, with their periods
 */
public record Coverage(
    String feed,
    String expected,
    String first,
    String last,
    int present,
    List<String> missing,
    List<String> unexpected,
    List<String> notReadable) {

  /** Copies the lists. */
  public Coverage {
    missing = List.copyOf(missing);
    unexpected = List.copyOf(unexpected);
    notReadable = List.copyOf(notReadable);
  }

  /**
   * A source, or the rows of one that have certain values.
   *
   * @param place the source
   * @param period the period it states
   * @param of the values of the columns for each of which a source is expected, as a person reads
   *     them
   */
  record Covered(Place place, String period, String of) {}

  /**
   * Looks which periods there are.
   *
   * @param sources those that have rows in the dataset
   * @param refused files that can't be read
   * @param byRow whether the periods are those of rows, of which one may be in several sources
   */
  static Coverage of(
      String feed,
      ExpectPlan expect,
      List<Covered> sources,
      List<StoredRefusal> refused,
      PeriodText periods,
      Calendar calendar,
      boolean byRow) {
    Map<String, TreeMap<Integer, List<Covered>>> found = new LinkedHashMap<>();
    List<String> unexpected = new ArrayList<>();
    Grain every = expect.every();
    int first = Integer.MAX_VALUE;
    int last = Integer.MIN_VALUE;
    for (Covered source : sources) {
      Optional<Period> period = periods.parse(source.period());
      if (period.isEmpty() || period.get().grain().compareTo(every) > 0) {
        unexpected.add(
            source.place()
                + " is of "
                + (period.isEmpty()
                    ? "no period"
                    : period.get() + ", not of one " + every.words()));
        continue;
      }
      int number = calendar.period(every, period.get().start().toEpochDay());
      first = Math.min(first, number);
      last = Math.max(last, number);
      found
          .computeIfAbsent(source.of(), of -> new TreeMap<>())
          .computeIfAbsent(number, n -> new ArrayList<>())
          .add(source);
    }
    int present = 0;
    List<String> missing = new ArrayList<>();
    for (Map.Entry<String, TreeMap<Integer, List<Covered>>> of : new TreeMap<>(found).entrySet()) {
      String prefix = of.getKey().isEmpty() ? "" : of.getKey() + " ";
      for (int number = of.getValue().firstKey(); number <= last; number++) {
        List<Covered> there = of.getValue().getOrDefault(number, List.of());
        String name = prefix + calendar.label(every, number);
        if (there.isEmpty()) {
          missing.add(name);
        } else {
          present++;
        }
        if (there.size() > 1 && !byRow) {
          unexpected.add(
              name
                  + " comes twice: "
                  + there.stream()
                      .map(source -> source.place().toString())
                      .collect(Collectors.joining(" and ")));
        }
      }
    }
    boolean any = present > 0;
    return new Coverage(
        feed,
        "every "
            + every.words()
            + (expect.per().isEmpty() ? "" : " per " + String.join(" and ", expect.per())),
        any ? calendar.label(every, first) : "",
        any ? calendar.label(every, last) : "",
        present,
        missing,
        unexpected,
        refused.stream()
            .map(one -> one.path() + (one.period().isEmpty() ? "" : " of " + one.period()))
            .distinct()
            .toList());
  }

  /**
   * What there is to report.
   *
   * @param passedOver places with the feed's headings that aren't read
   */
  List<Finding> findings(List<String> passedOver) {
    List<Finding> findings = new ArrayList<>();
    List<String> likely = passedOver.stream().filter(this::mayBeMissing).toList();
    if (!missing.isEmpty()) {
      findings.add(
          Finding.of(
              FindingCode.PERIOD_MISSING,
              Place.nowhere(),
              "feed "
                  + feed
                  + " has no source for "
                  + String.join(", ", missing)
                  + ", though it should have one "
                  + expected
                  + (likely.isEmpty()
                      ? ""
                      : "; perhaps it is in "
                          + Listing.of(likely)
                          + ", which has the headings and isn't read"),
              likely.isEmpty()
                  ? "ask the sender for the files"
                  : "see whether what is missing is there; else ask the sender for the files"));
    }
    for (String source : unexpected) {
      findings.add(
          Finding.of(
              FindingCode.PERIOD_UNEXPECTED,
              Place.nowhere(),
              "feed " + feed + ": " + source,
              "rename the file, or move it away"));
    }
    return findings;
  }

  /** Whether a place may be a missing source: its name states no period, or that of one. */
  private boolean mayBeMissing(String place) {
    Optional<Period> stated =
        PeriodText.english().find(place.substring(place.lastIndexOf('/') + 1));
    return stated.isEmpty()
        || missing.stream().anyMatch(one -> one.endsWith(stated.get().toString()));
  }
}
