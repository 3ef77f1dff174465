package baddle.plan;

import baddle.core.derivation.DerivationStep;
import baddle.core.intake.IntakeColumn;
import baddle.core.intake.IntakeSpec;
import baddle.core.table.Column;
import baddle.core.table.Origin;
import baddle.core.table.Schema;
import baddle.core.value.Ignored;
import baddle.core.value.ValueRules;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * One clean table.
 *
 * @param name its name
 * @param columns the columns that are read, in order
 * @param derived the columns that are computed or looked up, in the plan's order
 * @param order the names of all of them in the plan's order
 * @param steps how the derived ones are made, in an order in which each finds what it needs
 * @param correctionFiles files that list a column's corrections, by column
 * @param same by column of texts, what doesn't tell them apart
 * @param duplicates when rows are the same
 * @param datedBy the column of dates that says which period a row is of; empty for that of its
 *     source
 * @param amount the column whose sums say what rows are worth, where reports of rows name one
 */
public record DatasetPlan(
    String name,
    List<IntakeColumn> columns,
    List<DerivedColumn> derived,
    List<String> order,
    List<DerivationStep> steps,
    Map<String, String> correctionFiles,
    Map<String, Set<Ignored>> same,
    DuplicateRule duplicates,
    Optional<String> datedBy,
    Optional<String> amount) {

  /** A dataset of columns that are all read. */
  public DatasetPlan(String name, List<IntakeColumn> columns) {
    this(
        name,
        columns,
        List.of(),
        columns.stream().map(column -> column.column().name()).toList(),
        List.of(),
        Map.of(),
        Map.of(),
        DuplicateRule.NONE,
        Optional.empty(),
        Optional.empty());
  }

  /** Copies the collections. */
  public DatasetPlan {
    columns = List.copyOf(columns);
    derived = List.copyOf(derived);
    order = List.copyOf(order);
    steps = List.copyOf(steps);
    correctionFiles = Map.copyOf(correctionFiles);
    same = Map.copyOf(same);
  }

  /** Everything that reading a source into it depends on, as text: equal texts, equal rows. */
  public String intakeText() {
    StringBuilder text = new StringBuilder(name);
    for (IntakeColumn column : columns) {
      text.append('\n').append(column.column().name()).append(' ').append(column.column().type());
      text.append(column.required() ? " required " : " ");
      text.append(String.join("\t", column.headings()));
      text.append(column.currencyOf().orElse(""));
      column.otherwise().ifPresent(value -> text.append(" otherwise ").append(value));
      column.unreadable().ifPresent(fate -> text.append(" unreadable ").append(fate));
      if (!column.corrections().isEmpty()) {
        text.append(new TreeMap<>(column.corrections()));
      }
    }
    return text.toString();
  }

  /** The same with the corrections that files list. */
  public DatasetPlan withCorrections(Map<String, Map<String, String>> listed) {
    List<IntakeColumn> corrected = new ArrayList<>();
    for (IntakeColumn column : columns) {
      Map<String, String> ofColumn = listed.get(column.column().name());
      corrected.add(ofColumn == null ? column : column.with(ofColumn));
    }
    return new DatasetPlan(
        name, corrected, derived, order, steps, correctionFiles, same, duplicates, datedBy, amount);
  }

  /** The columns that are read, and those that keep what corrections replaced. */
  public Schema readSchema() {
    return new IntakeSpec(columns, Map.of()).schema();
  }

  /** Its columns in the plan's order, and after them those that keep what corrections replaced. */
  public Schema schema() {
    Schema read = readSchema();
    Map<String, Column> all = new LinkedHashMap<>();
    read.columns().forEach(column -> all.put(column.name(), column));
    derived.forEach(column -> all.put(column.column().name(), column.column()));
    List<Column> ordered = new ArrayList<>();
    for (String wanted : order) {
      Optional.ofNullable(all.remove(wanted)).ifPresent(ordered::add);
    }
    ordered.addAll(all.values());
    return new Schema(ordered);
  }

  /** Its columns, and after them those of the origin. */
  public Schema schemaWithOrigin() {
    return new Schema(
        Stream.concat(schema().columns().stream(), Origin.columns().stream()).toList());
  }

  /** The same, where calculations cast texts that are written in a way. */
  public DatasetPlan readingBy(ValueRules rules) {
    List<DerivationStep> reading = new ArrayList<>();
    for (DerivationStep step : steps) {
      reading.add(
          step instanceof DerivationStep.Calculated calc
              ? new DerivationStep.Calculated(calc.column(), calc.expression().readingBy(rules))
              : step);
    }
    return withSteps(reading);
  }

  /** The same with the steps that make its derived columns. */
  public DatasetPlan withSteps(List<DerivationStep> ordered) {
    return new DatasetPlan(
        name, columns, derived, order, ordered, correctionFiles, same, duplicates, datedBy, amount);
  }

  /** The derived columns without which a row is held. */
  public Set<String> requiredDerived() {
    return derived.stream()
        .filter(DerivedColumn::required)
        .map(column -> column.column().name())
        .collect(Collectors.toSet());
  }

  /** The lookups that bring some of its columns, each once. */
  public List<String> lookups() {
    return derived.stream().flatMap(column -> column.lookup().stream()).distinct().toList();
  }
}
