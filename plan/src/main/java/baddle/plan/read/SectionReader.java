package baddle.plan.read;

import baddle.plan.PlanSection;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;

/** Reads the sections of a plan, whose entries have names. */
final class SectionReader {

  /** Reads one entry of a section; empty where it can't be followed. */
  @FunctionalInterface
  interface EntryReader<V> {
    Optional<V> read(String name, PlanNode node);
  }

  private final NodeReader nodes;
  private final Object lock;

  /**
   * Of a plan.
   *
   * @param lock held while an entry is read
   */
  SectionReader(NodeReader nodes, Object lock) {
    this.nodes = nodes;
    this.lock = lock;
  }

  /** The entries of a section by name; none where the plan hasn't it. */
  Map<String, PlanNode> entries(Map<String, PlanNode> keys, String section) {
    Map<String, PlanNode> values = new LinkedHashMap<>();
    PlanNode node = keys.get(section);
    if (node != null) {
      nodes.entries(node, section).forEach((name, entry) -> values.put(name, entry.value()));
    }
    return values;
  }

  /** A section whose entries are read once they are asked for. */
  <V> PlanSection<V> later(Map<String, PlanNode> section, EntryReader<V> reader) {
    PlanSection<V> entries = new PlanSection<>(lock);
    section.forEach(
        (name, node) ->
            entries.add(
                name,
                () -> {
                  Optional<V> entry = reader.read(name, node);
                  if (nodes.isSound() && !nodes.problems().isEmpty()) {
                    throw new IllegalStateException(
                        "a plan known to be sound isn't: " + nodes.problems());
                  }
                  return entry;
                }));
    return entries;
  }

  /** A section that is read at once, unless the plan is known to be sound. */
  <V> PlanSection<V> read(Map<String, PlanNode> section, EntryReader<V> reader) {
    PlanSection<V> entries = later(section, reader);
    if (!nodes.isSound()) {
      entries.readAll();
    }
    return entries;
  }
}
