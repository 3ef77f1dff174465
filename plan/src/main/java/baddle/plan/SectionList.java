package baddle.plan;

import java.util.AbstractList;
import java.util.Iterator;
import java.util.List;

/** The entries of a section without their names, read when they are asked for. */
public final class SectionList<V> extends AbstractList<V> {

  private final PlanSection<V> section;

  /** Of the values of a section, in its order. */
  public SectionList(PlanSection<V> section) {
    this.section = section;
  }

  @Override
  public V get(int index) {
    return List.copyOf(section.values()).get(index);
  }

  @Override
  public Iterator<V> iterator() {
    return section.values().iterator();
  }

  @Override
  public int size() {
    return section.size();
  }
}
