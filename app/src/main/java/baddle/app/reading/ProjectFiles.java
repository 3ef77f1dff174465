package baddle.app.reading;

import baddle.app.Project;
import baddle.plan.DatasetPlan;
import baddle.plan.FeedPlan;
import baddle.plan.LookupPlan;
import baddle.plan.NamePattern;
import baddle.plan.QueryPlan;
import baddle.plan.database.DatabasePlan;
import java.nio.file.Path;
import java.util.Collections;
import java.util.LinkedHashSet;
import java.util.Set;

/**
 * Where all lies that a project's rows come from, whether it is there or not.
 *
 * @param folders folders of sources and of mended rows
 * @param files the plan and the files it names
 */
public record ProjectFiles(Set<Path> folders, Set<Path> files) {

  private static final String SQLITE = "jdbc:sqlite:";

  /** Copies the sets. */
  public ProjectFiles {
    folders = Collections.unmodifiableSet(new LinkedHashSet<>(folders));
    files = Collections.unmodifiableSet(new LinkedHashSet<>(files));
  }

  /** Of a project. */
  public static ProjectFiles of(Project project) {
    Path home = project.folder();
    Set<Path> folders = new LinkedHashSet<>();
    Set<Path> files = new LinkedHashSet<>();
    files.add(project.planFile());
    for (FeedPlan feed : project.plan().feeds().values()) {
      for (NamePattern pattern : feed.files()) {
        folders.add(home.resolve(pattern.folder()));
      }
      feed.controlList().ifPresent(list -> addNamed(list.feed(), home, files));
    }
    project.plan().feeds().values().stream()
        .flatMap(feed -> feed.query().stream())
        .forEach(query -> addNamed(query, home, files));
    for (DatabasePlan database : project.plan().databases().values()) {
      database.passwordFile().ifPresent(file -> files.add(home.resolve(file)));
    }
    folders.add(home.resolve(MendedFiles.FOLDER));
    for (LookupPlan lookup : project.plan().lookups().values()) {
      lookup.feed().ifPresent(feed -> addNamed(feed, home, files));
    }
    for (DatasetPlan dataset : project.plan().datasets().values()) {
      dataset.correctionFiles().values().forEach(path -> files.add(home.resolve(path)));
    }
    project.plan().fills().stream()
        .filter(fill -> !fill.isInPlace() && !fill.workbook().contains("{"))
        .forEach(fill -> files.add(home.resolve(fill.workbook())));
    String logo = project.plan().style().logo();
    if (!logo.isEmpty()) {
      files.add(home.resolve(logo));
    }
    return new ProjectFiles(folders, files);
  }

  private static void addNamed(QueryPlan query, Path home, Set<Path> files) {
    query.list().ifPresent(list -> files.add(home.resolve(list)));
    if (query.kind() == QueryPlan.Kind.QUERY_FILE) {
      files.add(home.resolve(query.text()));
    }
    String url = query.database().url();
    if (url.startsWith(SQLITE) && !url.contains("{")) {
      files.add(home.resolve(url.substring(SQLITE.length()).replaceFirst("[?].*", "")));
    }
  }

  private static void addNamed(FeedPlan named, Path home, Set<Path> files) {
    files.add(home.resolve(named.files().get(0).toString()));
  }
}
