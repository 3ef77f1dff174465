package baddle.app.lists;

import baddle.core.finding.Place;
import baddle.core.grid.CellRange;
import baddle.core.intake.IntakeColumn;
import baddle.core.intake.heading.Headings;
import baddle.plan.DatasetPlan;
import baddle.plan.FeedPlan;
import baddle.plan.Plan;
import baddle.store.entry.StoredHeadings;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.function.Predicate;

/** Which heading of each source stands for which column, and what is absent, extra or renamed. */
final class HeadingTable {

  private final Plan plan;

  HeadingTable(Plan plan) {
    this.plan = plan;
  }

  /** The table of sources in the order of time. */
  ListTable of(List<StoredHeadings> sources) {
    ListTable table =
        new ListTable(
            "headings", "feed", "file", "sheet", "column", "state", "at", "heading", "before");
    Map<String, Map<String, String>> last = new HashMap<>();
    for (StoredHeadings source : sources) {
      Map<String, String> before = last.computeIfAbsent(sender(source), s -> new HashMap<>());
      Predicate<String> turned = turned(source.feed());
      Map<String, String> columns = columns(source.feed());
      for (int at = 0; at < source.headings().size(); at++) {
        String heading = source.headings().get(at);
        String column = columns.getOrDefault(Headings.comparable(heading), "");
        if (!heading.isEmpty()) {
          String was = column.isEmpty() ? "" : before.getOrDefault(column, heading);
          boolean renamed = !was.isEmpty() && !was.equals(heading);
          String state =
              !column.isEmpty()
                  ? renamed ? "renamed" : "found"
                  : turned.test(heading) ? "becomes rows" : "extra";
          add(table, source, column, state, CellRange.letters(at), heading, renamed ? was : "");
          if (!column.isEmpty()) {
            before.put(column, heading);
          }
        }
      }
      for (String column : source.absent()) {
        add(table, source, column, "absent", "", "", before.getOrDefault(column, ""));
      }
    }
    return table;
  }

  /** Sources whose names differ in digits alone come from one sender, one after the other. */
  private static String sender(StoredHeadings source) {
    String name = source.place().file() + "\n" + source.place().sheet();
    return source.feed() + "\n" + name.replaceAll("[0-9]+", "0");
  }

  /** Tells the headings of a feed whose cells are rows. */
  private Predicate<String> turned(String feedName) {
    FeedPlan feed = plan.feeds().get(feedName);
    return heading ->
        feed != null
            && feed.shaping()
                .headingsToRows()
                .flatMap(turn -> turn.labels().label(heading))
                .isPresent();
  }

  private static void add(
      ListTable table,
      StoredHeadings source,
      String column,
      String state,
      String at,
      String heading,
      String before) {
    Place place = source.place();
    table.add(
        source.feed(),
        Objects.requireNonNullElse(place.file(), ""),
        Objects.requireNonNullElse(place.sheet(), ""),
        column,
        state,
        at,
        heading,
        before);
  }

  /** The column that each spelling of a heading stands for; of a form, each cell's address. */
  private Map<String, String> columns(String feedName) {
    Map<String, String> columns = new HashMap<>();
    FeedPlan feed = plan.feeds().get(feedName);
    DatasetPlan dataset = feed == null ? null : plan.datasets().get(feed.dataset());
    if (feed == null || dataset == null) {
      return columns;
    }
    for (IntakeColumn column : dataset.columns()) {
      String name = column.column().name();
      columns.put(Headings.comparable(name), name);
      column.headings().forEach(heading -> columns.put(Headings.comparable(heading), name));
    }
    feed.cells()
        .forEach(
            (name, cell) ->
                cell.address()
                    .ifPresent(at -> columns.put(Headings.comparable(at.toString()), name)));
    return columns;
  }
}
