package baddle.app.review;

import baddle.app.reference.References;
import baddle.core.finding.Finding;
import baddle.core.finding.FindingCode;
import baddle.core.finding.Nearest;
import baddle.core.finding.Place;
import baddle.core.finding.Severity;
import baddle.core.lookup.LookupReview;
import baddle.core.lookup.LookupSpec;
import baddle.core.lookup.LookupTable;
import baddle.core.table.Column;
import baddle.core.table.Schema;
import baddle.plan.DatasetPlan;
import baddle.plan.LookupPlan;
import baddle.store.DatasetReader;
import java.io.IOException;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Collectors;

/** Goes over a dataset's rows with each of its lookups. */
public final class LookupReviews {

  private static final int MOST_KEYS = 5;
  private static final int MOST_KEYS_FOR_NEAREST = 20_000;
  private final DatasetPlan dataset;
  private final References references;
  private final List<LookupReview> reviews = new ArrayList<>();

  /**
   * Reviews every lookup of a dataset.
   *
   * @param lookups the lookups' tables, by name
   */
  public LookupReviews(
      DatasetPlan dataset,
      DatasetReader reader,
      References references,
      java.util.function.Function<String, LookupTable> lookups)
      throws IOException {
    this.dataset = dataset;
    this.references = references;
    for (String name : dataset.lookups()) {
      reviews.add(review(reader, lookups.apply(name)));
    }
  }

  private LookupReview review(DatasetReader reader, LookupTable table) throws IOException {
    Set<String> columns = new LinkedHashSet<>();
    table.spec().match().stream().map(Column::name).forEach(columns::add);
    table.spec().range().ifPresent(range -> columns.add(range.column().name()));
    dataset.amount().ifPresent(columns::add);
    List<String> wanted = List.copyOf(columns);
    Schema schema = dataset.schema().only(wanted);
    LookupReview review =
        new LookupReview(
            table,
            schema,
            dataset.amount().map(schema::indexOf).orElse(java.util.OptionalInt.empty()));
    reader.scan(wanted, review);
    reader.scanHidden(
        wanted,
        (block, from, to) -> {
          for (int row = from; row < to; row++) {
            if (!block.vector(wanted.size()).isBlank(row)) {
              review.accept(block, row, row + 1);
            }
          }
        });
    return review;
  }

  /** One for each lookup, in the plan's order. */
  public List<LookupReview> all() {
    return List.copyOf(reviews);
  }

  /** What wants a person's eye. */
  public List<Finding> findings() {
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
                Place.file(origin(review)).atRow(empty.get(0)),
                rows(empty.size())
                    + " of the lookup "
                    + review.table().spec().name()
                    + (empty.size() == 1
                        ? " ends before it begins and never matches"
                        : " end before they begin and never match"),
                "mend the range in the file"));
      }
      long blank = review.table().blankKeys();
      if (blank > 0) {
        findings.add(
            Finding.of(
                FindingCode.LOOKUP_KEY_BLANK,
                Place.file(origin(review)),
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

  private String origin(LookupReview review) {
    Map<String, LookupPlan> plans = references.plan().lookups();
    return references.origin(Objects.requireNonNull(plans.get(review.table().spec().name())));
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
            .map(key -> described(key) + hint(key.key(), known, spec))
            .collect(Collectors.joining(", "));
    String more = keys.size() > MOST_KEYS ? " and " + (keys.size() - MOST_KEYS) + " more" : "";
    boolean holds = spec.whenMissing() == LookupSpec.Policy.HOLD;
    findings.add(
        new Finding(
            FindingCode.LOOKUP_MISSING,
            holds ? Severity.ERROR : FindingCode.LOOKUP_MISSING.severity(),
            Place.file(origin(review)),
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
            java.util.Optional.empty()));
  }

  private String described(LookupReview.Key key) {
    String amount =
        dataset
            .amount()
            .map(name -> String.format(Locale.ROOT, ", %s %,.2f", name, key.amount()))
            .orElse("");
    return "\"" + key.key() + "\" (" + rows(key.rows()) + amount + ")";
  }

  private static String rows(long rows) {
    return rows == 1 ? "1 row" : String.format(Locale.ROOT, "%,d rows", rows);
  }

  private static String hint(String key, List<String> known, LookupSpec spec) {
    if (spec.range().isPresent() && known.contains(key)) {
      return ", which has no row for its " + spec.range().get().column().name();
    }
    return known.size() > MOST_KEYS_FOR_NEAREST
        ? ""
        : Nearest.to(key, known).map(near -> ", near \"" + near + "\"").orElse("");
  }

  private void ambiguous(LookupReview review, List<Finding> findings) {
    for (LookupTable.Ambiguity ambiguity : review.table().ambiguities()) {
      String used =
          review.ambiguous().stream()
              .filter(key -> key.key().equals(ambiguity.key()))
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
              Place.file(origin(review)).atRow(ambiguity.otherLine()),
              "key "
                  + (used.isEmpty() ? "\"" + ambiguity.key() + "\"" : used)
                  + " stands"
                  + lines
                  + " with "
                  + ambiguity.values()
                  + (used.isEmpty() ? "; no row has it" : "; the rows get neither"),
              "take one of the two out",
              java.util.Optional.empty()));
    }
  }
}
