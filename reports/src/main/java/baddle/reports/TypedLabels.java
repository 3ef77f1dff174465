package baddle.reports;

import baddle.core.crosstab.Crosstab;
import baddle.core.crosstab.Item;
import baddle.core.crosstab.spec.CrosstabSpec;
import baddle.core.value.ColumnType;
import java.math.BigDecimal;
import java.time.DateTimeException;
import java.time.LocalDate;
import java.util.Optional;

/** What the labels of a cross-tab are: days and numbers where its items are such. */
public final class TypedLabels {

  private final Crosstab crosstab;
  private final CrosstabSpec spec;

  /** Of the items of a cross-tab. */
  public TypedLabels(Crosstab crosstab) {
    this.crosstab = crosstab;
    this.spec = crosstab.spec();
  }

  /**
   * The value of a line's label: a day, a number, or text; empty for that of blanks.
   *
   * @param at its place among the line's labels, from 0
   */
  public Optional<Object> down(int at, String label) {
    boolean outside = spec.measuresAt().down() && spec.measuresAt().outside();
    return of(outside ? at - 1 : at, 0, spec.down().size(), label);
  }

  /** The same of a column's label. */
  public Optional<Object> across(int at, String label) {
    boolean named = spec.measures().size() > 1 && !spec.measuresAt().down();
    boolean outside = named && spec.measuresAt().outside();
    return of(outside ? at - 1 : at, spec.down().size(), spec.across().size(), label);
  }

  private Optional<Object> of(int at, int first, int levels, String label) {
    if (label.equals(Item.BLANK_LABEL)) {
      return Optional.empty();
    }
    boolean isLevel = at >= 0 && at < levels && spec.rollForward().isEmpty();
    ColumnType type = isLevel ? crosstab.labelType(first + at) : ColumnType.text();
    if (type.isNumber() && label.matches("-?\\d+(\\.\\d+)?")) {
      return Optional.of(new BigDecimal(label));
    }
    if (type.kind() == ColumnType.Kind.DATE) {
      try {
        return Optional.of(LocalDate.parse(label));
      } catch (DateTimeException e) {
        return Optional.of(label);
      }
    }
    return Optional.of(label);
  }
}
