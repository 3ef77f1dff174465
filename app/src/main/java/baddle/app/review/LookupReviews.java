package baddle.app.review;

import baddle.app.cells.KeptCells;
import baddle.app.reference.References;
import baddle.core.crosstab.CrosstabBuilder;
import baddle.core.crosstab.GroupedRows;
import baddle.core.crosstab.spec.CrosstabSpec;
import baddle.core.crosstab.spec.Measure;
import baddle.core.expression.AxisItem;
import baddle.core.expression.Expression;
import baddle.core.finding.Finding;
import baddle.core.finding.FindingCode;
import baddle.core.finding.Listing;
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
import baddle.plan.Plan;
import baddle.store.DatasetReader;
import java.io.IOException;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** Goes over a dataset's rows with each of its lookups. */
public final class LookupReviews {

  private static final int MOST_KEYS = 5;
  private static final int MOST_KEYS_FOR_NEAREST = 20_000;
  private final DatasetPlan dataset;
  private final References references;
  private final boolean anyClosed;
  private final KeptCells cells;
  private final List<LookupReview> reviews = new ArrayList<>();

  /**
   * Reviews every lookup of a dataset.
   *
   * @param anyClosed whether rows may keep what an earlier state of a lookup has brought
   * @param lookups the lookups' tables, by name
   * @param cells what parts of the rows are known to come to
   */
  public LookupReviews(
      DatasetPlan dataset,
      DatasetReader reader,
      References references,
      boolean anyClosed,
      Function<String, LookupTable> lookups,
      KeptCells cells)
      throws IOException {
    this.dataset = dataset;
    this.cells = cells;
    this.anyClosed = anyClosed;
    this.references = references;
    for (String name : dataset.lookups()) {
      reviews.add(review(reader, lookups.apply(name)));
    }
  }

  private LookupReview review(DatasetReader reader, LookupTable table) throws IOException {
    Set<String> keys = keys(table.spec(), reader, anyClosed);
    List<String> wanted =
        Stream.concat(keys.stream(), dataset.amount().stream()).distinct().toList();
    Schema schema = dataset.schema().only(wanted);
    LookupReview review =
        new LookupReview(
            table, schema, dataset.amount().map(schema::indexOf).orElse(OptionalInt.empty()));
    Optional<CrosstabBuilder> groups = cells.fewGroups(groups(dataset, keys), reader);
    if (groups.isPresent()) {
      Schema ofKeys = dataset.schema().only(List.copyOf(keys));
      GroupedRows.push(groups.get(), ofKeys, review::accept);
    } else {
      reader.scan(wanted, review);
    }
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

  private static Set<String> keys(LookupSpec spec, DatasetReader reader, boolean anyClosed) {
    Set<String> keys = new LinkedHashSet<>();
    spec.match().stream().map(Column::name).forEach(keys::add);
    spec.range().ifPresent(range -> keys.add(range.column().name()));
    if (anyClosed) {
      spec.bring().stream().filter(reader.schema()::has).map(Column::name).forEach(keys::add);
    }
    return keys;
  }

  /** What the lookups of a dataset ask of its rows. */
  public static List<CrosstabSpec> specs(
      DatasetPlan dataset, Plan plan, DatasetReader reader, boolean anyClosed) {
    return dataset.lookups().stream()
        .map(name -> Objects.requireNonNull(plan.lookups().get(name)).spec())
        .map(spec -> groups(dataset, keys(spec, reader, anyClosed)))
        .toList();
  }

  /** Rows with the same values in some columns, and what they carry. */
  private static CrosstabSpec groups(DatasetPlan dataset, Set<String> keys) {
    List<Measure> measures = new ArrayList<>(List.of(Measure.of("rows", "count(*)")));
    dataset
        .amount()
        .map(name -> Measure.of("amount", "sum(" + Expression.quoted(name) + ")"))
        .ifPresent(measures::add);
    return CrosstabSpec.of(
        "keys", keys.stream().map(AxisItem::ofColumn).toList(), List.of(), measures);
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
            Optional.empty()));
  }

  private String described(LookupReview.Key key) {
    String amount =
        dataset
            .amount()
            .map(name -> String.format(Locale.ROOT, ", %s %,.2f", name, key.amount()))
            .orElse("");
    return Listing.quoted(key.key()) + " (" + rows(key.rows()) + amount + ")";
  }

  private static String rows(long rows) {
    return rows == 1 ? "1 row" : String.format(Locale.ROOT, "%,d rows", rows);
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
              Optional.empty()));
    }
  }
}
