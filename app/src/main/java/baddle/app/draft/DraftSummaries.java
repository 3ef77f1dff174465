package baddle.app.draft;

import baddle.app.draft.words.HeadingWords;
import baddle.core.value.ColumnType;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;

/** Writes the cross-tabs that an analyst asks for first. */
final class DraftSummaries {

  /** More items are no grouping. */
  private static final int FEW = 60;

  /** More items are read better down than across. */
  private static final int ACROSS = 8;

  /** More months are too wide. */
  private static final int MONTHS_ACROSS = 13;

  private static final int QUARTERS_ACROSS = 40;

  /** Longer texts are remarks, not items. */
  private static final int LONGEST = 60;

  /** What debits and credits are booked to. */
  private static final String ACCOUNT = "account";

  private static final Pattern MAIN =
      Pattern.compile("amount|revenue|turnover|value|total|betrag|umsatz|sum|wages|cost");

  private final List<DraftDataset> datasets;
  private final List<DraftFeed> feeds;
  private final StringBuilder text = new StringBuilder();
  private final List<String> names = new ArrayList<>();

  DraftSummaries(List<DraftDataset> datasets, List<DraftFeed> feeds) {
    this.datasets = datasets;
    this.feeds = feeds;
    datasets.forEach(this::add);
    datasets.forEach(this::againstBudget);
  }

  /** As lines of the plan. */
  String text() {
    return text.toString();
  }

  /** Their names. */
  List<String> names() {
    return names;
  }

  private void line(String line) {
    text.append(line).append('\n');
  }

  private void begin(String name, DraftDataset dataset) {
    names.add(name);
    line("  " + name + ":");
    line("    of: " + dataset.name());
  }

  private Optional<Turned> turned(DraftDataset dataset) {
    return feeds.stream()
        .filter(feed -> feed.dataset().equals(dataset.name()))
        .flatMap(feed -> feed.turned().stream())
        .findFirst();
  }

  private void add(DraftDataset dataset) {
    Optional<String> own = turned(dataset).flatMap(Turned::summary);
    if (own.isPresent()) {
      begin(dataset.name(), dataset);
      text.append(own.get());
      return;
    }
    List<DraftColumn> groups = groups(dataset);
    Optional<DraftColumn> date = date(dataset);
    Optional<DraftColumn> main = amounts(dataset).stream().findFirst();
    begin(dataset.name(), dataset);
    Map<String, String> directions = turned(dataset).map(Turned::measures).orElse(Map.of());
    Optional<DraftColumn> account =
        dataset.column(ACCOUNT).filter(one -> !directions.isEmpty() && one.values().size() <= FEW);
    axes(account.or(() -> groups.stream().findFirst()), date);
    line("    measures:");
    directions.forEach((name, value) -> line("      " + name + ": " + PlanText.quoted(value)));
    if (main.isEmpty()) {
      line("      Rows: count(*)");
    } else if (directions.isEmpty()) {
      measure(main.get());
    }
    String second = groups.size() > 1 ? groups.get(1).name() : "";
    if (!second.isEmpty()) {
      begin(dataset.name() + "-by-" + second.replace('_', '-'), dataset);
      line("    down: [" + second + "]");
      line("    measures:");
      directions.forEach((name, value) -> line("      " + name + ": " + PlanText.quoted(value)));
      amounts(dataset).stream()
          .filter(
              column ->
                  directions.isEmpty()
                      || turned(dataset).filter(t -> t.value().equals(column.name())).isEmpty())
          .forEach(this::measure);
      line("      Rows: count(*)");
    }
  }

  /** Months across where they fit, else down where the others fit across, else quarters. */
  private void axes(Optional<DraftColumn> group, Optional<DraftColumn> date) {
    if (date.isEmpty()) {
      line("    down: [" + group.map(DraftColumn::name).orElse("source_file") + "]");
      return;
    }
    String day = date.get().name();
    long months = date.get().months();
    if (group.isEmpty()) {
      line("    down: [" + day + " by month]");
    } else if (months <= MONTHS_ACROSS) {
      line("    down: [" + group.get().name() + "]");
      line("    across: [" + day + " by month]");
    } else if (group.get().values().size() <= ACROSS) {
      line("    down: [" + day + " by month]");
      line("    across: [" + group.get().name() + "]");
    } else {
      line("    down: [" + group.get().name() + "]");
      line("    across: [" + day + " by " + (months <= QUARTERS_ACROSS ? "quarter" : "year") + "]");
    }
  }

  private void measure(DraftColumn column) {
    line("      " + PlanText.quoted(title(column)) + ": sum(" + column.name() + ")");
  }

  private static String title(DraftColumn column) {
    String heading = column.heading();
    return heading.isEmpty()
        ? column.name()
        : heading.substring(0, 1).toUpperCase(Locale.ROOT) + heading.substring(1);
  }

  private static Optional<DraftColumn> date(DraftDataset dataset) {
    return dataset
        .date()
        .or(() -> dataset.columns().stream().filter(one -> one.type().isCalendar()).findFirst());
  }

  /** What can be added up, the main one first; not what is looked up. */
  private static List<DraftColumn> amounts(DraftDataset dataset) {
    return dataset.columns().stream()
        .filter(column -> column.type().isNumber() && column.lookup().isEmpty())
        .filter(column -> !TotalRule.NOT_SUMMED.matcher(column.name()).find())
        .sorted(
            Comparator.<DraftColumn, Boolean>comparing(
                    column -> column.type().kind() != ColumnType.Kind.DECIMAL)
                .thenComparing(column -> !MAIN.matcher(column.name()).find()))
        .toList();
  }

  /** By what figures are seen: what tells sources apart, then what has the fewest items. */
  private static List<DraftColumn> groups(DraftDataset dataset) {
    return dataset.columns().stream()
        .filter(column -> column.type().kind() == ColumnType.Kind.TEXT)
        .filter(column -> column.values().size() > 1 && column.values().size() <= FEW)
        .filter(column -> column.values().stream().allMatch(value -> value.length() <= LONGEST))
        .filter(
            column ->
                column.isFromName()
                    || column.tellsApart()
                    || column.spellings().stream().noneMatch(HeadingWords::nameSomething))
        .sorted(
            Comparator.<DraftColumn, Boolean>comparing(c -> !c.tellsApart() && !c.isFromName())
                .thenComparing(column -> column.values().size()))
        .toList();
  }

  /** What is, against what was planned by month for the same items. */
  private void againstBudget(DraftDataset budget) {
    Optional<Turned> turned = turned(budget);
    Optional<DraftColumn> month =
        budget.columns().stream().filter(DraftColumn::isOfMonths).findFirst();
    if (turned.isEmpty() || month.isEmpty()) {
      return;
    }
    for (DraftDataset actual : datasets) {
      Optional<DraftColumn> date = date(actual);
      Optional<DraftColumn> main = amounts(actual).stream().findFirst();
      boolean usable =
          !actual.equals(budget)
              && turned(actual).isEmpty()
              && date.isPresent()
              && main.isPresent();
      Optional<DraftColumn> shared =
          usable ? shared(actual, budget) : Optional.<DraftColumn>empty();
      if (usable && shared.isPresent()) {
        begin(actual.name() + "-against-" + budget.name().replace('_', '-'), actual);
        line("    down: [" + shared.get().name() + "]");
        line("    measures:");
        line("      Actual: sum(" + main.get().name() + ")");
        line(
            "      Budget: {value: sum("
                + turned.get().value()
                + "), of: "
                + budget.name()
                + ", on: {"
                + date.get().name()
                + ": "
                + month.get().name()
                + "}}");
        line("      Variance: {value: Actual, as: variance, against: Budget}");
        return;
      }
    }
  }

  /** A column of both whose items are mostly the same. */
  private static Optional<DraftColumn> shared(DraftDataset actual, DraftDataset budget) {
    return groups(actual).stream()
        .filter(
            column -> {
              Optional<DraftColumn> other = budget.column(column.name());
              Set<String> both = new HashSet<>(column.values());
              other.ifPresent(one -> both.retainAll(one.values()));
              return other.isPresent() && both.size() * 2 >= column.values().size();
            })
        .findFirst();
  }
}
