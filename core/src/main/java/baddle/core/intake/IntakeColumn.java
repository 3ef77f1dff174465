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
 * @param required whether every source must have it and every row must fill it
 * @param currencyOf the column of numbers whose currency sign or code this one keeps
 * @param otherwise what stands where a row has no value
 * @param unreadable what becomes of a value that can't be read; empty for what the feed says
 * @param corrections right values by wrong ones, both as they are written; an empty one is a blank
 */
public record IntakeColumn(
    Column column,
    List<String> headings,
    boolean required,
    Optional<String> currencyOf,
    Optional<String> otherwise,
    Optional<Unreadable> unreadable,
    Map<String, String> corrections) {

  /** A column that takes its own values. */
  public IntakeColumn(Column column, List<String> headings, boolean required) {
    this(
        column, headings, required, Optional.empty(), Optional.empty(), Optional.empty(), Map.of());
  }

  /** Copies the collections. */
  public IntakeColumn {
    headings = List.copyOf(headings);
    corrections = Map.copyOf(corrections);
  }

  /** The same with other corrections. */
  public IntakeColumn with(Map<String, String> newCorrections) {
    return new IntakeColumn(
        column, headings, required, currencyOf, otherwise, unreadable, newCorrections);
  }
}
