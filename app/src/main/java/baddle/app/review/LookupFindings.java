package baddle.app.review;

import baddle.app.reference.References;
import baddle.core.finding.Finding;
import baddle.core.finding.FindingCode;
import baddle.core.finding.Listing;
import baddle.core.finding.Nearest;
import baddle.core.finding.NumberText;
import baddle.core.finding.Place;
import baddle.core.finding.Severity;
import baddle.core.lookup.LookupReview;
import baddle.core.lookup.LookupSpec;
import baddle.core.lookup.LookupTable;
import baddle.plan.DatasetPlan;
import baddle.plan.LookupPlan;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** What is to be said of lookups whose datasets' rows have been gone over. */
final class LookupFindings {

  private static final int MOST_KEYS = 5;
  private static final int MOST_KEYS_FOR_NEAREST = 20_000;

  private final DatasetPlan dataset;
  private final References references;
  private final boolean anyClosed;

  /**
   * Of a dataset.
   *
   * @param anyClosed whether rows may keep what an earlier state of a lookup has brought
   */
  LookupFindings(DatasetPlan dataset, References references, boolean anyClosed) {
    this.dataset = dataset;
    this.references = references;
    this.anyClosed = anyClosed;
  }

  /** What wants a person's eye. */
  List<Finding> of(List<LookupReview> reviews) {
    List<Finding> findings = new ArrayList<>();
    for (LookupReview review : reviews) {
      findings.addAll(references.findings(review.table().spec().name()));
      missing(review, findings);
      ambiguous(review, findings);
      List<Integer> empty = review.table().emptyRanges();
      if (!empty.isEmpty()) {
        findings.add(
            Finding.of(
                FindingCode.LOOKUP_RANGE_EMPTY,
                place(review).atRow(empty.get(0)),
                rows(empty.size())
                    + " of the lookup "
                    + review.table().spec().name()
                    + (empty.size() == 1
                        ? " ends before it begins and never matches"
                        : " end before they begin and never match"),
                "correct the range in the file"));
      }
      long blank = review.table().blankKeys();
      if (blank > 0) {
        findings.add(
            Finding.of(
                FindingCode.LOOKUP_KEY_BLANK,
                place(review),
                (blank == 1 ? "1 row has" : blank + " rows have")
                    + " a blank key and "
                    + (blank == 1 ? "is" : "are")
                    + " of no use to the lookup "
                    + review.table().spec().name(),
                ""));
      }
    }
    return findings;
  }

  /** The lookup's file; nowhere for a dataset. */
  private Place place(LookupReview review) {
    LookupPlan plan =
        Objects.requireNonNull(references.plan().lookups().get(review.table().spec().name()));
    return references.path(plan).map(Place::file).orElseGet(Place::nowhere);
  }

  private void missing(LookupReview review, List<Finding> findings) {
    List<LookupReview.Key> keys = review.missing();
    if (keys.isEmpty()) {
      return;
    }
    LookupSpec spec = review.table().spec();
    List<String> known = review.table().keys();
    long rows = keys.stream().mapToLong(LookupReview.Key::rows).sum();
    String shown =
        keys.stream()
            .limit(MOST_KEYS)
            .map(key -> described(key) + hint(key, known, review.table()))
            .collect(Collectors.joining(", "));
    String more = keys.size() > MOST_KEYS ? " and " + (keys.size() - MOST_KEYS) + " more" : "";
    boolean holds = spec.whenMissing() == LookupSpec.Policy.HOLD;
    findings.add(
        new Finding(
            FindingCode.LOOKUP_MISSING,
            holds ? Severity.ERROR : FindingCode.LOOKUP_MISSING.severity(),
            place(review),
            "lookup "
                + spec.name()
                + " has no row for "
                + (keys.size() == 1 ? "1 key" : keys.size() + " keys")
                + " of "
                + rows(rows)
                + " of "
                + dataset.name()
                + (holds ? ", which are held" : "")
                + ": "
                + shown
                + more,
            "add the keys to the file, or correct them in the sources",
            Optional.empty(),
            worth(keys.stream())));
  }

  private Optional<BigDecimal> worth(Stream<LookupReview.Key> keys) {
    return dataset
        .amount()
        .map(name -> keys.map(LookupReview.Key::amount).reduce(BigDecimal.ZERO, BigDecimal::add));
  }

  private String described(LookupReview.Key key) {
    String amount =
        dataset.amount().map(name -> ", " + name + " " + NumberText.exact(key.amount())).orElse("");
    return Listing.quoted(key.key()) + " (" + rows(key.rows()) + amount + ")";
  }

  private static String rows(long rows) {
    return NumberText.counted(rows, "row");
  }

  private String hint(LookupReview.Key key, List<String> known, LookupTable table) {
    Optional<LookupSpec.Range> range = table.spec().range();
    if (range.isPresent() && table.hasKey(key.comparable())) {
      return ", which has no row for its " + range.get().column().name();
    }
    if (anyClosed && table.hasKey(key.comparable())) {
      return ", which it has now, but not when their period was closed";
    }
    return known.size() > MOST_KEYS_FOR_NEAREST
        ? ""
        : Nearest.to(key.key(), known).map(near -> ", near " + Listing.quoted(near)).orElse("");
  }

  private void ambiguous(LookupReview review, List<Finding> findings) {
    for (LookupTable.Ambiguity ambiguity : review.table().ambiguities()) {
      String used =
          review.ambiguous().stream()
              .filter(key -> key.comparable().equals(ambiguity.comparable()))
              .map(this::described)
              .findFirst()
              .orElse("");
      String lines =
          ambiguity.line() == 0
              ? ""
              : " in rows " + ambiguity.line() + " and " + ambiguity.otherLine();
      findings.add(
          new Finding(
              FindingCode.LOOKUP_AMBIGUOUS,
              used.isEmpty() ? Severity.WARNING : FindingCode.LOOKUP_AMBIGUOUS.severity(),
              place(review).atRow(ambiguity.otherLine()),
              "lookup "
                  + review.table().spec().name()
                  + ": key "
                  + (used.isEmpty() ? Listing.quoted(ambiguity.key()) : used)
                  + " appears"
                  + lines
                  + " with "
                  + ambiguity.values()
                  + (used.isEmpty() ? "; no row has it" : "; the rows get neither"),
              "remove one of the two",
              Optional.empty(),
              worth(
                  review.ambiguous().stream()
                      .filter(key -> key.comparable().equals(ambiguity.comparable()))
                      .limit(1))));
    }
  }
}
