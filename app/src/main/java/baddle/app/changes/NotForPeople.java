package baddle.app.changes;

import java.util.Locale;
import java.util.Set;

/** Tells files that programs leave behind in folders and nobody sent. */
final class NotForPeople {

  private static final Set<String> LEFT_BEHIND = Set.of("thumbs.db", "desktop.ini", "icon\r");

  private NotForPeople() {}

  /** Whether a file of this name is one of them. */
  static boolean is(String name) {
    return name.startsWith("~$") || LEFT_BEHIND.contains(name.toLowerCase(Locale.ROOT));
  }
}
