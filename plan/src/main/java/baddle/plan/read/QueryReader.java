package baddle.plan.read;

import baddle.core.calendar.Grain;
import baddle.core.calendar.Period;
import baddle.core.calendar.PeriodText;
import baddle.plan.ExpectPlan;
import baddle.plan.PeriodSpan;
import baddle.plan.QueryPlan;
import baddle.plan.database.DatabasePlan;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Reads what a feed asks a database for. */
final class QueryReader {

  /** The keys that a feed from a database has instead of those about files. */
  static final List<String> KEYS =
      List.of("database", "query", "query_file", "table", "for_each", "unchanged_while");

  private final NodeReader nodes;
  private final Map<String, DatabasePlan> databases;
  private final PeriodText periods;

  QueryReader(NodeReader nodes, Map<String, DatabasePlan> databases, PeriodText periods) {
    this.nodes = nodes;
    this.databases = databases;
    this.periods = periods;
  }

  Optional<QueryPlan> read(String feed, PlanNode node, Map<String, PlanNode> keys) {
    Optional<DatabasePlan> database =
        nodes
            .text(keys.get("database"), "database")
            .flatMap(name -> PlanReferences.database(nodes, databases, name));
    List<QueryPlan.Kind> stated =
        Arrays.stream(QueryPlan.Kind.values()).filter(k -> keys.containsKey(k.key())).toList();
    if (stated.size() != 1) {
      nodes.problem(node, "feed " + feed + " needs one of query:, query_file: and table:");
      return Optional.empty();
    }
    QueryPlan.Kind kind = stated.get(0);
    Optional<String> text = text(keys, kind.key());
    Map<String, PlanNode> each =
        keys.containsKey("for_each")
            ? nodes.keys(keys.get("for_each"), "for_each", List.of("list", "periods"))
            : Map.of();
    if (kind == QueryPlan.Kind.TABLE && !each.isEmpty()) {
      nodes.problem(keys.get("for_each"), "for_each: is for a query that names its values");
    }
    Optional<PeriodSpan> span =
        each.containsKey("periods") ? span(each.get("periods")) : Optional.empty();
    if (database.isEmpty() || text.isEmpty()) {
      return Optional.empty();
    }
    return Optional.of(
        new QueryPlan(
            database.get(),
            kind,
            text.get(),
            text(each, "list"),
            span,
            text(keys, "unchanged_while")));
  }

  private Optional<String> text(Map<String, PlanNode> keys, String key) {
    PlanNode node = keys.get(key);
    return node == null ? Optional.empty() : nodes.text(node, key).map(PlanNode.Text::text);
  }

  private Optional<PeriodSpan> span(PlanNode node) {
    Map<String, PlanNode> keys = nodes.keys(node, "periods", List.of("from", "to"));
    for (String key : List.of("from", "to")) {
      if (!keys.containsKey(key)) {
        nodes.problem(node, "periods: needs " + key + ":, such as " + example(key));
        return Optional.empty();
      }
    }
    Optional<Period> from = text(keys, "from").flatMap(periods::parse);
    if (from.filter(period -> ExpectPlan.GRAINS.contains(period.grain())).isEmpty()) {
      nodes.problem(keys.get("from"), "from: should be a period such as 2026-01");
      return Optional.empty();
    }
    Grain grain = from.get().grain();
    String to = text(keys, "to").orElse("");
    for (boolean complete : List.of(true, false)) {
      if (to.equals(PeriodSpan.words(grain, complete))) {
        return Optional.of(new PeriodSpan(from.get(), Optional.empty(), complete));
      }
    }
    Optional<Period> last = periods.parse(to).filter(end -> PeriodSpan.follow(from.get(), end));
    if (last.isEmpty()) {
      nodes.problem(
          keys.get("to"),
          "to: should be "
              + PeriodSpan.words(grain, true)
              + ", "
              + PeriodSpan.words(grain, false)
              + ", or a "
              + grain.words()
              + " not before "
              + from.get());
      return Optional.empty();
    }
    return Optional.of(new PeriodSpan(from.get(), last, false));
  }

  private static String example(String key) {
    return key.equals("from") ? "2026-01" : "last complete month";
  }
}
