package baddle.plan.read;

import baddle.core.calendar.Grain;
import baddle.core.calendar.Period;
import baddle.core.calendar.PeriodText;
import baddle.core.intake.heading.HeadingLabels;
import baddle.plan.NamePattern;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;

/** Headings that become rows, by pattern; the label is a word of the plan or a period. */
final class HeadingPatterns implements HeadingLabels {

  /**
   * One spelling.
   *
   * @param label the word of the plan; empty for the heading itself, or the period it names
   */
  record Labelled(NamePattern pattern, Optional<String> label) {}

  private final List<Labelled> patterns;
  private final Set<String> optional;
  private final PeriodText periods;
  private final boolean asDate;
  private final Optional<Period> source;

  /**
   * Patterns of headings.
   *
   * @param optional headings and labels that a source may lack
   * @param asDate whether a period becomes its first day rather than its name
   * @param source the period of the source, whose year months without one belong to
   */
  HeadingPatterns(
      List<Labelled> patterns,
      Set<String> optional,
      PeriodText periods,
      boolean asDate,
      Optional<Period> source) {
    this.patterns = List.copyOf(patterns);
    this.optional = Set.copyOf(optional);
    this.periods = periods;
    this.asDate = asDate;
    this.source = source;
  }

  @Override
  public HeadingLabels inSourceOf(Optional<Period> period) {
    return new HeadingPatterns(patterns, optional, periods, asDate, period);
  }

  @Override
  public Optional<String> label(String heading) {
    String plain = heading.replaceAll("[\\s\\p{Zs}]+", " ").strip();
    for (Labelled labelled : patterns) {
      NamePattern pattern = labelled.pattern();
      if (pattern.parts().isEmpty()) {
        if (pattern.match(plain).isPresent()) {
          return labelled.label().or(() -> ofPlain(plain));
        }
      } else {
        Optional<Period> period = period(pattern, plain);
        if (period.isPresent()) {
          return period.map(this::shown);
        }
      }
    }
    return Optional.empty();
  }

  /** The label of a heading that is named without one: in a column of dates its period's day. */
  private Optional<String> ofPlain(String heading) {
    return asDate
        ? period(new NamePattern("{" + NamePattern.PERIOD + "}", periods), heading).map(this::shown)
        : Optional.of(heading);
  }

  private Optional<Period> period(NamePattern pattern, String heading) {
    Optional<Period> stated =
        pattern
            .match(heading)
            .flatMap(parts -> Optional.ofNullable(parts.get(NamePattern.PERIOD)))
            .flatMap(periods::parse);
    if (stated.isPresent() || source.isEmpty()) {
      return stated;
    }
    String year = String.valueOf(source.get().start().getYear());
    return pattern
        .match(heading + " " + year)
        .map(parts -> parts.getOrDefault(NamePattern.PERIOD, ""))
        .filter(text -> periods.month(text) > 0)
        .flatMap(periods::parse)
        .filter(period -> period.grain() == Grain.MONTH);
  }

  private String shown(Period period) {
    LocalDate start = period.start();
    return asDate ? start.toString() : period.toString();
  }

  @Override
  public Map<String, List<String>> required() {
    Map<String, List<String>> required = new LinkedHashMap<>();
    for (Labelled labelled : patterns) {
      String heading = labelled.pattern().toString();
      boolean isPlain = labelled.pattern().parts().isEmpty() && !heading.matches(".*[*?].*");
      String label = labelled.label().or(() -> ofPlain(heading)).orElse(heading);
      if (isPlain && !optional.contains(heading) && !optional.contains(label)) {
        required.computeIfAbsent(label, l -> new ArrayList<>()).add(heading);
      }
    }
    return required;
  }

  @Override
  public List<String> spellings() {
    return patterns.stream().map(labelled -> labelled.pattern().toString()).toList();
  }

  /** As text that is equal for equal patterns. */
  @Override
  public String toString() {
    return patterns.stream()
            .map(labelled -> Map.entry(labelled.pattern().toString(), labelled.label()).toString())
            .toList()
        + (asDate ? " dates" : "")
        + (optional.isEmpty() ? "" : " optional " + new TreeSet<>(optional));
  }
}
