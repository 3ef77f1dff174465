package baddle.database;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;

/**
 * How a database is reached.
 *
 * @param name what it is called in messages
 * @param url by JDBC
 * @param user who connects; empty for whom the driver takes
 * @param password what the user knows; empty for what the driver finds
 * @param secrets texts that no message may hold
 * @param drivers archives with drivers that the program doesn't have
 * @param connectSeconds how long connecting may take
 * @param querySeconds how long a statement may take, its rows included
 */
public record Access(
    String name,
    String url,
    String user,
    Optional<String> password,
    List<String> secrets,
    List<Path> drivers,
    int connectSeconds,
    int querySeconds) {

  /** Copies the lists. */
  public Access {
    secrets = List.copyOf(secrets);
    drivers = List.copyOf(drivers);
  }

  /** A text without what nobody may see. */
  String harmless(String text) {
    String without = text;
    for (String secret : secrets) {
      without = secret.isEmpty() ? without : without.replace(secret, "***");
    }
    return without;
  }

  /** The name alone: the rest may hold secrets. */
  @Override
  public String toString() {
    return name;
  }
}
