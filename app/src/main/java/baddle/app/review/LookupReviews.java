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
import baddle.core.lookup.LookupReview;
import baddle.core.lookup.LookupSpec;
import baddle.core.lookup.LookupTable;
import baddle.core.table.Column;
import baddle.core.table.Schema;
import baddle.plan.DatasetPlan;
import baddle.plan.Plan;
import baddle.store.DatasetReader;
import java.io.IOException;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Stream;

/** Goes over a dataset's rows with each of its lookups. */
public final class LookupReviews {

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
    return new LookupFindings(dataset, references, anyClosed).of(reviews);
  }
}
