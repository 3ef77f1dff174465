package baddle.core.intake;

import baddle.core.grid.GridRow;
import baddle.core.intake.heading.HeadingRow;
import baddle.core.intake.heading.Headings;
import baddle.core.outcome.Corrected;
import baddle.core.table.Column;
import baddle.core.value.Convention;
import baddle.core.value.ConventionChoice;
import baddle.core.value.Evidence;
import baddle.core.value.ValueReader;
import java.util.ArrayList;
import java.util.Collection;
import java.util.EnumSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** What reading the columns of a table shows: how their values are written, which were replaced. */
final class ColumnReadings {

  /** What reading one column has shown. */
  record Reading(String heading, ValueReader reader) {}

  private final IntakeSpec spec;
  private final HeadingRow headings;
  private final ColumnIntake[] intakes;

  /**
   * Of the columns of a table.
   *
   * @param intakes what takes their values, and after them those of headings that rules read
   */
  ColumnReadings(IntakeSpec spec, HeadingRow headings, ColumnIntake[] intakes) {
    this.spec = spec;
    this.headings = headings;
    this.intakes = intakes;
  }

  /** Looks at the first rows before any is taken. */
  void lookAhead(GridRow[] rows, int to) {
    for (ColumnIntake intake : intakes) {
      intake.numbers().ifPresent(number -> number.lookAhead(rows, to));
    }
  }

  /**
   * How the numbers of a column are written; for one that isn't read, how those of others are,
   * decimal commas before points.
   */
  Optional<ConventionChoice> ofNumbers(String wanted) {
    Optional<ConventionChoice> ofOthers = Optional.empty();
    for (int i = 0; i < spec.columns().size(); i++) {
      Column column = spec.columns().get(i).column();
      Optional<ConventionChoice> of =
          column.type().isNumber()
              ? intakes[i].numbers().flatMap(taker -> taker.reader().conventionChoice())
              : Optional.empty();
      if (of.isPresent() && column.name().equals(wanted)) {
        return of;
      }
      boolean comma = of.filter(one -> one.convention() == Convention.DECIMAL_COMMA).isPresent();
      ofOthers = comma ? of : ofOthers.or(() -> of);
    }
    return ofOthers;
  }

  /** How numbers of columns are taken to be written that nobody reads. */
  Convention markOfMost() {
    return ofNumbers("").map(ConventionChoice::convention).orElse(Convention.DECIMAL_POINT);
  }

  /**
   * The values that were replaced.
   *
   * @param rows how many rows were taken
   */
  List<Corrected> corrected(long rows) {
    List<Corrected> all = new ArrayList<>();
    for (ColumnIntake intake : intakes) {
      all.addAll(intake.corrected());
    }
    for (IntakeColumn column : spec.columns()) {
      String stated = spec.named().getOrDefault(column.column().name(), "");
      String right = column.corrections().get(stated);
      if (right != null) {
        all.add(new Corrected(column.column().name(), stated, right, rows));
      }
    }
    return all;
  }

  /** The columns whose values could be written in more than one way, by name. */
  Map<String, Reading> byColumn() {
    Map<String, Reading> readings = new LinkedHashMap<>();
    for (int i = 0; i < spec.columns().size(); i++) {
      Optional<NumberIntake> number = intakes[i].numbers();
      if (number.flatMap(taker -> taker.reader().conventionChoice()).isPresent()) {
        int cell = number.get().cell();
        readings.put(
            spec.columns().get(i).column().name(),
            new Reading(
                headings.headings().getOrDefault(cell, Headings.ofColumn(cell)),
                number.get().reader()));
      }
    }
    return readings;
  }

  /**
   * How all columns are to be read, if the values of any turned out to be written otherwise than it
   * was read by; else nothing.
   */
  Map<String, ConventionChoice> shown() {
    Map<String, Reading> columns = byColumn();
    Map<String, ConventionChoice> shown = new LinkedHashMap<>();
    boolean again = false;
    for (Map.Entry<String, Reading> column : columns.entrySet()) {
      ValueReader reader = column.getValue().reader();
      ConventionChoice taken = reader.conventionChoice().orElseThrow();
      Evidence evidence = reader.evidence();
      ConventionChoice decided = taken;
      if (taken.isAssumed()) {
        decided =
            evidence.isUnclear()
                ? byOthers(taken.convention(), evidence, columns.values())
                    .map(ConventionChoice::known)
                    .orElseGet(evidence::decide)
                : evidence.decide();
        again |= evidence.contradicts(taken, decided);
      }
      shown.put(column.getKey(), decided);
    }
    return again ? shown : Map.of();
  }

  /** What decides a column all of whose values could be read both ways. */
  private Optional<Convention> byOthers(
      Convention convention, Evidence evidence, Collection<Reading> columns) {
    return inSource(convention, evidence, columns)
        .or(() -> one(convention, spec.hints().siblings()));
  }

  /** The convention that the source's other columns or its period decide for such a column. */
  private Optional<Convention> inSource(
      Convention convention, Evidence evidence, Collection<Reading> columns) {
    Set<Convention> ofColumns = EnumSet.noneOf(Convention.class);
    for (Reading other : columns) {
      ConventionChoice taken = other.reader.conventionChoice().orElseThrow();
      boolean same = taken.convention() == convention || taken.convention() == convention.other();
      if (same && !other.reader.evidence().isUnclear() && !other.reader.evidence().isEmpty()) {
        ofColumns.add(
            taken.isAssumed() ? other.reader.evidence().decide().convention() : taken.convention());
      }
    }
    if (!ofColumns.isEmpty()) {
      return one(convention, ofColumns);
    }
    return spec.hints().period().flatMap(evidence::within);
  }

  /** The conventions that the source shows, and those that it leaves open. */
  SourceWriting writing() {
    Set<Convention> shown = EnumSet.noneOf(Convention.class);
    Set<Convention> open = EnumSet.noneOf(Convention.class);
    Map<String, Reading> columns = byColumn();
    columns.forEach(
        (name, reading) -> {
          ConventionChoice taken = reading.reader.conventionChoice().orElseThrow();
          Evidence evidence = reading.reader.evidence();
          boolean stated = !taken.isAssumed() && !spec.hints().shown().containsKey(name);
          if (stated || evidence.isEmpty() || evidence.isContradictory()) {
            return;
          }
          if (!evidence.isUnclear()) {
            shown.add(evidence.decide().convention());
          } else if (inSource(taken.convention(), evidence, columns.values()).isEmpty()) {
            open.add(SourceWriting.pair(taken.convention()));
          }
        });
    return new SourceWriting(shown, open);
  }

  /** The one of two conventions that is there alone. */
  private static Optional<Convention> one(Convention convention, Set<Convention> all) {
    boolean own = all.contains(convention);
    boolean other = all.contains(convention.other());
    return own == other ? Optional.empty() : Optional.of(own ? convention : convention.other());
  }
}
