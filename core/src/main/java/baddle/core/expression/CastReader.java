package baddle.core.expression;

import baddle.core.calendar.DateSystem;
import baddle.core.value.ColumnType;
import baddle.core.value.Convention;
import baddle.core.value.ConventionChoice;
import baddle.core.value.Fit;
import baddle.core.value.ValueReader;
import baddle.core.value.ValueRules;
import java.util.Optional;

/**
 * Reads texts that are cast: as the feeds say they are written, and where they don't say, only
 * those that can be read in one way.
 */
final class CastReader {

  private final ColumnType type;
  private final ValueReader reader;

  /** For texts of the other convention, where none is stated. */
  private final Optional<ValueReader> other;

  CastReader(ColumnType type, ValueRules rules) {
    this.type = type;
    this.reader = ValueReader.of(type, rules, DateSystem.FROM_1900);
    boolean assumed = reader.conventionChoice().filter(ConventionChoice::isAssumed).isPresent();
    if (assumed) {
      ConventionChoice undecidable = ConventionChoice.undecidable(type);
      reader.understand(undecidable);
      ValueReader second = ValueReader.of(type, rules, DateSystem.FROM_1900);
      Convention convention = undecidable.convention().other();
      second.understand(new ConventionChoice(convention, ConventionChoice.Certainty.UNDECIDABLE));
      other = Optional.of(second);
    } else {
      other = Optional.empty();
    }
  }

  /** The value; a failure where the text is none, or could be two. */
  Long read(char[] text) throws Failure.Thrown {
    Fit fit = reader.read(text, 0, text.length);
    if (fit == Fit.FITS) {
      return reader.value();
    }
    if (other.isPresent() && other.get().read(text, 0, text.length) == Fit.FITS) {
      return other.get().value();
    }
    boolean unclear = fit == Fit.UNCLEAR_MARK || fit == Fit.UNCLEAR_ORDER;
    throw new Failure.Thrown(
        unclear
            ? Failure.UNCLEAR
            : type.isNumber()
                ? Failure.NOT_A_NUMBER
                : type.isCalendar() ? Failure.NOT_A_DATE : Failure.NOT_A_BOOLEAN);
  }
}
