package baddle.plan;

import java.util.List;
import java.util.Optional;

/**
 * One stream of files that arrive each period in the same shape.
 *
 * @param name its name
 * @param dataset the dataset its rows go into
 * @param files patterns of its files' paths, relative to the plan
 * @param except patterns of paths, or of names where they have no slash, that it doesn't want
 * @param sheets the pattern of its sheets' names; empty for every visible sheet that has the
 *     headings
 */
public record FeedPlan(
    String name,
    String dataset,
    List<NamePattern> files,
    List<NamePattern> except,
    Optional<NamePattern> sheets) {

  /** Copies the lists. */
  public FeedPlan {
    files = List.copyOf(files);
    except = List.copyOf(except);
  }
}
