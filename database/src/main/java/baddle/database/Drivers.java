package baddle.database;

import java.io.IOException;
import java.net.MalformedURLException;
import java.net.URL;
import java.net.URLClassLoader;
import java.nio.file.Path;
import java.sql.Driver;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.List;
import java.util.ServiceLoader;

/** Finds the driver of a database; those from elsewhere see nothing of the program. */
final class Drivers {

  private Drivers() {}

  /**
   * The driver for where a database is.
   *
   * @throws DatabaseException if there is none
   */
  static Driver of(Access access) throws IOException {
    Engine engine = Engine.of(access.url());
    if (engine == Engine.POSTGRESQL) {
      return new org.postgresql.Driver();
    }
    return engine == Engine.SQLITE ? new org.sqlite.JDBC() : fromElsewhere(access);
  }

  private static Driver fromElsewhere(Access access) throws DatabaseException {
    for (Driver driver : ServiceLoader.load(Driver.class, loader(access.drivers()))) {
      try {
        if (driver.acceptsURL(access.url())) {
          return driver;
        }
      } catch (SQLException e) {
        throw new DatabaseException(
            DatabaseException.Kind.DRIVER, access.harmless(String.valueOf(e.getMessage())), e);
      }
    }
    throw new DatabaseException(
        DatabaseException.Kind.DRIVER,
        "there is no driver for "
            + scheme(access.url())
            + "; drivers for jdbc:postgresql and jdbc:sqlite come with the program, drivers: in"
            + " the plan names the archives of others");
  }

  private static String scheme(String url) {
    String[] parts = url.split(":", 3);
    return parts.length > 1 ? parts[0] + ":" + parts[1] : parts[0];
  }

  private static URLClassLoader loader(List<Path> archives) throws DatabaseException {
    List<URL> urls = new ArrayList<>();
    for (Path archive : archives) {
      try {
        urls.add(archive.toUri().toURL());
      } catch (MalformedURLException e) {
        throw new DatabaseException(DatabaseException.Kind.DRIVER, archive + " is no path", e);
      }
    }
    return new URLClassLoader(
        "drivers", urls.toArray(URL[]::new), ClassLoader.getPlatformClassLoader());
  }
}
