package baddle.reports.page;

import baddle.reports.CrosstabLayout;
import baddle.reports.Headline;
import java.util.List;

/**
 * A report.
 *
 * @param value the value it is of
 * @param file its place, as seen from the index
 * @param figures what each of its summaries comes to, as it is shown
 * @param movement how the first of them moved; empty for none
 */
public record IndexEntry(String value, String file, List<String> figures, String movement) {

  /** Copies the list. */
  public IndexEntry {
    figures = List.copyOf(figures);
  }

  /** Of the figures of a report. */
  public static IndexEntry of(String value, String file, List<CrosstabLayout> layouts) {
    List<Headline> headlines = layouts.stream().map(Headline::of).toList();
    return new IndexEntry(
        value,
        file,
        headlines.stream().map(Headline::shown).toList(),
        headlines.stream()
            .map(Headline::movement)
            .filter(text -> !text.isEmpty())
            .findFirst()
            .orElse(""));
  }
}
