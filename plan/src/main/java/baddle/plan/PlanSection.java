package baddle.plan;

import java.util.AbstractMap;
import java.util.AbstractSet;
import java.util.Collections;
import java.util.Iterator;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.function.BiConsumer;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;

/**
 * A section of a plan by name, in the plan's order, each of whose entries is read when it is first
 * asked for. Of a plan that is known to be sound a command so reads only what it needs.
 */
public final class PlanSection<V> extends AbstractMap<String, V> {

  private final Map<String, Later> entries = new LinkedHashMap<>();
  private final Object lock;

  /**
   * A section without entries.
   *
   * @param lock what all sections of a plan are read under, for reading one may ask for others
   */
  public PlanSection(Object lock) {
    this.lock = lock;
  }

  private final class Later {
    private @Nullable Supplier<Optional<V>> reading;
    private @Nullable V value;

    Later(Supplier<Optional<V>> reading) {
      this.reading = reading;
    }

    @Nullable V value() {
      synchronized (lock) {
        Supplier<Optional<V>> now = reading;
        if (now != null) {
          reading = null;
          value = now.get().orElse(null);
        }
        return value;
      }
    }
  }

  /** Adds an entry that is yet to be read; nothing comes of it where it can't be followed. */
  public void add(String name, Supplier<Optional<V>> reading) {
    entries.put(name, new Later(reading));
  }

  /** The section with each entry made into something else, once it is asked for. */
  public <W> PlanSection<W> then(Followed<V, W> next) {
    PlanSection<W> other = new PlanSection<>(lock);
    entries.forEach(
        (name, later) ->
            other.add(
                name, () -> Optional.ofNullable(later.value()).map(value -> next.of(name, value))));
    return other;
  }

  /** What is made of an entry. */
  @FunctionalInterface
  public interface Followed<V, W> {
    W of(String name, V value);
  }

  /** Hands on the names with what reads them, without reading. */
  public void forEachLater(BiConsumer<String, Supplier<V>> use) {
    entries.forEach((name, later) -> use.accept(name, () -> Objects.requireNonNull(later.value())));
  }

  /** Reads all entries, and forgets those that can't be followed. */
  public void readAll() {
    entries.values().removeIf(later -> later.value() == null);
  }

  @Override
  public @Nullable V get(@Nullable Object name) {
    Later later = entries.get(name);
    return later == null ? null : later.value();
  }

  @Override
  public boolean containsKey(@Nullable Object name) {
    return entries.containsKey(name);
  }

  @Override
  public int size() {
    return entries.size();
  }

  @Override
  public Set<String> keySet() {
    return Collections.unmodifiableSet(entries.keySet());
  }

  @Override
  public Set<Map.Entry<String, V>> entrySet() {
    return new AbstractSet<>() {
      @Override
      public Iterator<Map.Entry<String, V>> iterator() {
        Iterator<Map.Entry<String, Later>> all = entries.entrySet().iterator();
        return new Iterator<>() {
          @Override
          public boolean hasNext() {
            return all.hasNext();
          }

          @Override
          public Map.Entry<String, V> next() {
            Map.Entry<String, Later> entry = all.next();
            return new SimpleImmutableEntry<>(
                entry.getKey(), Objects.requireNonNull(entry.getValue().value()));
          }
        };
      }

      @Override
      public int size() {
        return entries.size();
      }
    };
  }
}
