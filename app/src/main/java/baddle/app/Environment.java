package baddle.app;

import java.util.Optional;

/** Where secrets come from that the plan only names. */
@FunctionalInterface
public interface Environment {

  /** That of this process. */
  Environment OWN = name -> Optional.ofNullable(System.getenv(name));

  /** The value of a variable; empty where it isn't set. */
  Optional<String> variable(String name);
}
