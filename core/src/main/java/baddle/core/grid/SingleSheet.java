package baddle.core.grid;

import java.util.List;

/** A file without sheets, seen as one sheet without a name. */
public interface SingleSheet extends GridFile, GridSheet {

  @Override
  default List<GridSheet> sheets() {
    return List.of(this);
  }

  @Override
  default String name() {
    return "";
  }

  @Override
  default boolean visible() {
    return true;
  }
}
