package baddle.reports;

import baddle.core.crosstab.spec.SummaryLook;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;

/**
 * What a report says besides its figures.
 *
 * @param title its title; empty for none
 * @param subtitle what it is of, below the title; empty for none
 * @param notes what its readers should know
 * @param looks what is made of summaries, by their names
 * @param trust whether the figures are complete, and what is open against them
 * @param style what it looks like
 */
public record ReportHead(
    String title,
    String subtitle,
    List<String> notes,
    Map<String, SummaryLook> looks,
    Trust trust,
    ReportStyle style) {

  /** In the usual looks. */
  public ReportHead(
      String title,
      String subtitle,
      List<String> notes,
      Map<String, SummaryLook> looks,
      Trust trust) {
    this(title, subtitle, notes, looks, trust, ReportStyle.PLAIN);
  }

  /** Nothing is said. */
  public static final ReportHead NONE = new ReportHead("", "", List.of(), Map.of(), Trust.UNKNOWN);

  /** Copies the collections. */
  public ReportHead {
    notes = List.copyOf(notes);
    looks = Map.copyOf(looks);
  }

  /**
   * What is known of the figures when a report is made.
   *
   * @param completeness that every row read is accounted for, in words; empty if it isn't known
   * @param verdict how many errors and warnings are open against them, in words; empty if it isn't
   *     known
   * @param errors whether errors are open
   * @param findings the errors and warnings, the gravest first, one line each
   */
  public record Trust(String completeness, String verdict, boolean errors, List<String> findings) {

    /** Nothing is known. */
    public static final Trust UNKNOWN = new Trust("", "", false, List.of());

    /** Copies the list. */
    public Trust {
      findings = List.copyOf(findings);
    }
  }

  /** Whether a workbook has a page before its summaries. */
  public boolean hasCover(int summaries) {
    return !title.isEmpty() || summaries > 1;
  }

  /** What is below a table: where its figures come from, and whether they are whole. */
  public List<String> feet(Provenance provenance) {
    return Stream.of(
            provenance.fact("Batch").map(batch -> "Batch " + batch).orElse(""),
            trust.completeness(),
            trust.verdict())
        .filter(line -> !line.isEmpty())
        .toList();
  }

  /** Whether the figures are whole, and what is open against them. */
  public List<String> against() {
    return Stream.concat(
            Stream.of(trust.completeness(), trust.verdict()).filter(line -> !line.isEmpty()),
            trust.findings().stream())
        .toList();
  }

  /** The title of a summary. */
  public String titleOf(String summary) {
    String title = look(summary).title();
    return title.isEmpty() ? summary : title;
  }

  /** How a summary is to look. */
  public SummaryLook look(String summary) {
    return looks.getOrDefault(summary, SummaryLook.PLAIN);
  }
}
