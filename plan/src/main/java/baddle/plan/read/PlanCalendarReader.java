package baddle.plan.read;

import baddle.core.calendar.Calendar;
import baddle.core.calendar.Languages;
import baddle.core.calendar.MonthNames;
import baddle.core.finding.Nearest;
import baddle.core.value.ValueRules;
import java.time.DateTimeException;
import java.time.Month;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;

/** Reads what the plan states of time: its fiscal year, its zone, the languages of its months. */
final class PlanCalendarReader {

  private final NodeReader nodes;
  private final Map<String, PlanNode> keys;

  /**
   * Of a plan.
   *
   * @param plan its keys
   */
  PlanCalendarReader(NodeReader nodes, Map<String, PlanNode> plan) {
    this.nodes = nodes;
    this.keys =
        plan.containsKey("calendar")
            ? nodes.keys(plan.get("calendar"), "calendar", List.of("fiscal_year_starts", "zone"))
            : Map.of();
  }

  /** The names of months that dates and periods are written with. */
  MonthNames months(PlanNode node) {
    List<Locale> languages = new ArrayList<>();
    for (PlanNode.Text text : nodes.texts(node, "languages")) {
      Locale language = Locale.forLanguageTag(text.text());
      if (text.text().matches("[a-z]{2,3}(-[A-Za-z0-9]+)*") && Languages.isKnown(language)) {
        languages.add(language);
      } else {
        nodes.problem(text, text.text() + " is no language; expected a code such as en or de");
      }
    }
    return languages.isEmpty() ? MonthNames.english() : new MonthNames(languages);
  }

  /** Where a moment becomes a day. */
  ZoneId zone() {
    PlanNode node = keys.get("zone");
    if (node == null) {
      return ValueRules.STANDARD.zone();
    }
    Optional<PlanNode.Text> text = nodes.text(node, "zone");
    try {
      return text.map(name -> ZoneId.of(name.text())).orElse(ValueRules.STANDARD.zone());
    } catch (DateTimeException e) {
      nodes.problem(node, "zone: should be a time zone such as Europe/London or UTC");
      return ValueRules.STANDARD.zone();
    }
  }

  /** When years begin. */
  Calendar calendar() {
    PlanNode month = keys.get("fiscal_year_starts");
    if (month == null) {
      return Calendar.standard();
    }
    Optional<PlanNode.Text> name = nodes.text(month, "fiscal_year_starts");
    Optional<Month> starts = name.flatMap(text -> month(text.text()));
    if (name.isPresent() && starts.isEmpty()) {
      List<String> months = Stream.of(Month.values()).map(PlanCalendarReader::name).toList();
      nodes.problem(
          month,
          "fiscal_year_starts should be a month's name, not "
              + name.get().text()
              + Nearest.hint(name.get().text(), months));
    }
    return new Calendar(starts.orElse(Month.JANUARY));
  }

  private static Optional<Month> month(String name) {
    return Stream.of(Month.values()).filter(m -> name(m).equalsIgnoreCase(name)).findFirst();
  }

  private static String name(Month month) {
    return month.name().charAt(0) + month.name().substring(1).toLowerCase(Locale.ROOT);
  }
}
