package baddle.app.changes;

import baddle.app.Project;
import baddle.core.calendar.FolderYear;
import baddle.core.calendar.Period;
import baddle.core.calendar.PeriodText;
import baddle.plan.FeedPlan;
import baddle.plan.NamePattern;
import java.util.Map;
import java.util.Optional;

/** The period that a file's name, or that of its folder, states. */
final class NamedPeriod {

  private NamedPeriod() {}

  /**
   * The period of a file.
   *
   * @param parts what the feed's pattern takes of the path
   * @return empty where the feed states its periods elsewhere, or none is named
   */
  static Optional<Period> of(
      FeedPlan feed, String path, Map<String, String> parts, Project project) {
    int slash = path.lastIndexOf('/');
    int dot = path.lastIndexOf('.');
    String name = path.substring(slash + 1, dot > slash ? dot : path.length());
    PeriodText periods = project.plan().periods();
    return switch (feed.period().kind()) {
      case FILE_NAME -> periods.find(name);
      case FOLDER_NAME ->
          slash < 0
              ? Optional.empty()
              : periods.find(path.substring(path.lastIndexOf('/', slash - 1) + 1, slash));
      case FOLDER_YEAR ->
          slash < 0
              ? Optional.empty()
              : FolderYear.of(
                  path.substring(path.lastIndexOf('/', slash - 1) + 1, slash),
                  name,
                  periods,
                  project.plan().calendar().fiscalYearStarts());
      case PATTERN -> Optional.ofNullable(parts.get(NamePattern.PERIOD)).flatMap(periods::parse);
      default -> Optional.empty();
    };
  }
}
