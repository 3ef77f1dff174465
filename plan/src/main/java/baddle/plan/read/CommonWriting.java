package baddle.plan.read;

import baddle.core.value.Convention;
import baddle.core.value.ValueRules;
import baddle.plan.FeedPlan;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** How all feeds of a dataset write their values. */
final class CommonWriting {

  private CommonWriting() {}

  /** How the values of a dataset are written, as far as all of its feeds state the same. */
  static ValueRules of(String dataset, Map<String, FeedPlan> feeds, ValueRules standard) {
    List<ValueRules> stated =
        feeds.values().stream()
            .filter(feed -> feed.dataset().equals(dataset))
            .map(FeedPlan::rules)
            .toList();
    return new ValueRules(
        common(stated.stream().map(ValueRules::decimal).distinct().toList()),
        common(stated.stream().map(ValueRules::dates).distinct().toList()),
        standard.years(),
        standard.months(),
        standard.dash(),
        standard.unreadable(),
        Optional.empty(),
        standard.firstDay(),
        standard.zone());
  }

  private static Optional<Convention> common(List<Optional<Convention>> stated) {
    return stated.size() == 1 ? stated.get(0) : Optional.empty();
  }
}
