package baddle.app.results;

import baddle.app.Project;
import baddle.core.finding.Listing;
import baddle.database.Access;
import baddle.database.DatabaseException;
import baddle.plan.database.DatabasePlan;
import java.io.IOException;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermission;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** Finds out how a database of a plan is reached, with the secrets that the plan only names. */
public final class DatabaseAccess {

  private static final String SQLITE = "jdbc:sqlite:";
  private static final Set<PosixFilePermission> OF_OTHERS =
      EnumSet.of(
          PosixFilePermission.GROUP_READ,
          PosixFilePermission.GROUP_WRITE,
          PosixFilePermission.OTHERS_READ,
          PosixFilePermission.OTHERS_WRITE);

  private final Project project;

  /** For the databases of a project. */
  public DatabaseAccess(Project project) {
    this.project = project;
  }

  /**
   * How a database is reached.
   *
   * @throws DatabaseException if a variable isn't set, or a secret isn't kept as one
   */
  public Access to(DatabasePlan database) throws IOException {
    List<String> secrets = new ArrayList<>();
    Optional<String> password = Optional.empty();
    if (database.password().isPresent()) {
      password = Optional.of(variable(database, database.password().get()));
    } else if (database.passwordFile().isPresent()) {
      password = Optional.of(file(database, database.passwordFile().get()));
    }
    password.ifPresent(secrets::add);
    for (String name : DatabasePlan.variables(database.url())) {
      secrets.add(variable(database, name));
    }
    return new Access(
        database.name(),
        url(filled(database, database.url())),
        filled(database, database.user()),
        password,
        secrets,
        drivers(database),
        database.connectSeconds(),
        database.querySeconds());
  }

  private String filled(DatabasePlan database, String text) throws DatabaseException {
    for (String name : DatabasePlan.variables(text)) {
      variable(database, name);
    }
    return DatabasePlan.filled(text, name -> project.environment().variable(name).orElse(""));
  }

  private String variable(DatabasePlan database, String name) throws DatabaseException {
    return project
        .environment()
        .variable(name)
        .filter(value -> !value.isEmpty())
        .orElseThrow(
            () ->
                new DatabaseException(
                    DatabaseException.Kind.REFUSED,
                    "the variable "
                        + name
                        + " isn't set, which the database "
                        + database.name()
                        + " needs; set it, such as by export "
                        + name
                        + "=..."));
  }

  private String file(DatabasePlan database, String name) throws IOException {
    Path file = project.folder().resolve(name);
    if (!Files.isRegularFile(file)) {
      throw new DatabaseException(
          DatabaseException.Kind.REFUSED,
          "password_file: of " + database.name() + ": there is no file " + name);
    }
    if (isOpenToOthers(file)) {
      throw new DatabaseException(
          DatabaseException.Kind.REFUSED,
          "password_file: of "
              + database.name()
              + ": others than its owner can read "
              + name
              + "; remove it with chmod 600, and change the password");
    }
    return Files.readString(file).strip();
  }

  private static boolean isOpenToOthers(Path file) throws IOException {
    try {
      Set<PosixFilePermission> permissions = EnumSet.noneOf(PosixFilePermission.class);
      permissions.addAll(Files.getPosixFilePermissions(file));
      permissions.retainAll(OF_OTHERS);
      return !permissions.isEmpty();
    } catch (UnsupportedOperationException e) {
      return false;
    }
  }

  /** The file of a database in a file is relative to the plan like all others. */
  private String url(String url) {
    if (!url.startsWith(SQLITE)
        || url.startsWith(SQLITE + ":")
        || url.startsWith(SQLITE + "file:")) {
      return url;
    }
    int settings = url.indexOf('?');
    String path = url.substring(SQLITE.length(), settings < 0 ? url.length() : settings);
    return SQLITE + project.folder().resolve(path) + (settings < 0 ? "" : url.substring(settings));
  }

  private List<Path> drivers(DatabasePlan database) throws IOException {
    List<Path> drivers = new ArrayList<>();
    for (String pattern : database.drivers()) {
      Path at = project.folder().resolve(pattern.replaceFirst("[^/]*$", "")).normalize();
      String name = pattern.substring(pattern.lastIndexOf('/') + 1);
      int before = drivers.size();
      if (Files.isDirectory(at)) {
        try (DirectoryStream<Path> found = Files.newDirectoryStream(at, name)) {
          found.forEach(drivers::add);
        }
      }
      if (drivers.size() == before) {
        throw new DatabaseException(
            DatabaseException.Kind.DRIVER,
            "drivers: of "
                + database.name()
                + ": there is no file "
                + Listing.of(List.of(pattern)));
      }
    }
    return drivers.stream().sorted().toList();
  }
}
