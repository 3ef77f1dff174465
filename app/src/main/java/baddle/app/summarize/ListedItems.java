package baddle.app.summarize;

import baddle.app.reference.References;
import baddle.app.session.ProjectSession;
import baddle.core.crosstab.spec.CrosstabSpec;
import baddle.core.crosstab.spec.Level;
import baddle.plan.LookupPlan;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;

/** Items that a level shows without data because a lookup lists them. */
final class ListedItems {

  private final ProjectSession session;

  ListedItems(ProjectSession session) {
    this.session = session;
  }

  /** The same with the items listed that a lookup's values say. */
  CrosstabSpec in(CrosstabSpec spec) throws IOException {
    boolean any = spec.levels().stream().anyMatch(l -> l.empty().kind() == Level.Empty.Kind.LOOKUP);
    if (!any) {
      return spec;
    }
    References references = session.references();
    return spec.with(listed(spec.down(), references), listed(spec.across(), references));
  }

  private List<Level> listed(List<Level> levels, References references) throws IOException {
    List<Level> listed = new ArrayList<>();
    for (Level level : levels) {
      if (level.empty().kind() != Level.Empty.Kind.LOOKUP) {
        listed.add(level);
        continue;
      }
      String name = level.empty().labels().get(0);
      LookupPlan lookup = Objects.requireNonNull(session.project().plan().lookups().get(name));
      listed.add(level.always(references.values(lookup, level.item().heading())));
    }
    return listed;
  }
}
