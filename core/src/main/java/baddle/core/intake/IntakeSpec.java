package baddle.core.intake;

import baddle.core.outcome.Corrected;
import baddle.core.outcome.MendedRows;
import baddle.core.table.Column;
import baddle.core.table.Schema;
import baddle.core.value.ColumnType;
import baddle.core.value.ConventionChoice;
import baddle.core.value.ValueRules;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;

/**
 * What the intake makes of a source.
 *
 * @param columns the dataset's columns in order
 * @param named values that the source's name carries, by column; such a column isn't looked for
 *     among the headings
 * @param rules how values are written
 * @param hints how values are written, as far as that is known
 * @param shaping what happens to rows before they are kept
 * @param mended rows that are read as a person mended them
 * @param totals what becomes of totals that no rule leaves out
 * @param watch is told of the rows that are left out
 */
public record IntakeSpec(
    List<IntakeColumn> columns,
    Map<String, String> named,
    ValueRules rules,
    WritingHints hints,
    ShapingRules shaping,
    MendedRows mended,
    TotalPolicy totals,
    RowWatch watch) {

  /** Copies list and maps. */
  public IntakeSpec {
    columns = List.copyOf(columns);
    named = Map.copyOf(named);
  }

  /** Where totals that no rule leaves out are reported. */
  public IntakeSpec(
      List<IntakeColumn> columns,
      Map<String, String> named,
      ValueRules rules,
      WritingHints hints,
      ShapingRules shaping,
      MendedRows mended,
      RowWatch watch) {
    this(columns, named, rules, hints, shaping, mended, TotalPolicy.REPORT, watch);
  }

  /** Without any special rule. */
  public IntakeSpec(List<IntakeColumn> columns, Map<String, String> named) {
    this(
        columns,
        named,
        ValueRules.STANDARD,
        WritingHints.NONE,
        ShapingRules.NONE,
        MendedRows.NONE,
        RowWatch.NONE);
  }

  /** The same, with other treatment of its rows. */
  public IntakeSpec with(ShapingRules other) {
    return new IntakeSpec(columns, named, rules, hints, other, mended, totals, watch);
  }

  /** The same, with another fate of totals that no rule leaves out. */
  public IntakeSpec with(TotalPolicy other) {
    return new IntakeSpec(columns, named, rules, hints, shaping, mended, other, watch);
  }

  /** The same, with what reading the source once has shown. */
  public IntakeSpec with(Map<String, ConventionChoice> shown) {
    return new IntakeSpec(columns, named, rules, hints.with(shown), shaping, mended, totals, watch);
  }

  /** The columns of the blocks that come out, and those that keep what was replaced. */
  public Schema schema() {
    return new Schema(
        Stream.concat(
                columns.stream().map(IntakeColumn::column),
                columns.stream()
                    .filter(column -> !column.corrections().isEmpty())
                    .map(column -> Corrected.original(column.column().name()))
                    .map(name -> new Column(name, ColumnType.text())))
            .toList());
  }

  /** The same columns, and one for each heading that only rules of the shaping read. */
  public Schema workingSchema(List<String> headings) {
    return new Schema(
        Stream.concat(
                schema().columns().stream(),
                headings.stream().map(heading -> new Column(heading, ColumnType.text())))
            .toList());
  }
}
