package baddle.core.intake;

import baddle.core.table.Column;
import baddle.core.value.Unreadable;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * A column as the intake looks for it.
 *
 * @param column its name and type
 * @param headings the spellings its heading may have besides its own name
 * @param need what every source must have of it
 * @param currencyOf the column of numbers whose currency sign or code this one keeps
 * @param otherwise what is where a row has no value
 * @param unreadable what becomes of a value that can't be read; empty for what the feed says
 * @param corrections right values by wrong ones, both as they are written; an empty one is a blank
 * @param keepsSpaces whether white space around a text is part of it
 */
public record IntakeColumn(
    Column column,
    List<String> headings,
    Need need,
    Optional<String> currencyOf,
    Optional<String> otherwise,
    Optional<Unreadable> unreadable,
    Map<String, String> corrections,
    boolean keepsSpaces) {

  /** What every source must have of a column. */
  public enum Need {
    /** Nothing: where its heading is absent, it is blank. */
    NONE,
    /** Its heading; its values may be blank. */
    HEADING,
    /** Its heading, and a value in every row. */
    VALUES
  }

  /** A column that takes its own values. */
  public IntakeColumn(Column column, List<String> headings, boolean required) {
    this(column, headings, required ? Need.VALUES : Need.NONE);
  }

  /** A column that takes its own values. */
  public IntakeColumn(Column column, List<String> headings, Need need) {
    this(
        column,
        headings,
        need,
        Optional.empty(),
        Optional.empty(),
        Optional.empty(),
        Map.of(),
        false);
  }

  /** Copies the collections. */
  public IntakeColumn {
    headings = List.copyOf(headings);
    corrections = Map.copyOf(corrections);
  }

  /** Whether every row must fill it. */
  public boolean required() {
    return need == Need.VALUES;
  }

  /** The same with other corrections. */
  public IntakeColumn with(Map<String, String> newCorrections) {
    return new IntakeColumn(
        column, headings, need, currencyOf, otherwise, unreadable, newCorrections, keepsSpaces);
  }
}
