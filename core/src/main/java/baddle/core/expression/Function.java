package baddle.core.expression;

import java.util.Objects;
import org.jspecify.annotations.Nullable;

/** What a function does with one row. */
@FunctionalInterface
interface Function {

  /**
   * Its value: a {@link String} or a {@link Long}; null for a blank.
   *
   * @param arguments {@link String}s and {@link Long}s; never null unless the function takes blanks
   */
  @Nullable Object apply(@Nullable Object[] arguments) throws Failure.Thrown;

  /** An argument that is a number, a day or a truth value. */
  static long number(@Nullable Object argument) {
    return (Long) Objects.requireNonNull(argument);
  }

  /** An argument that is a text. */
  static String text(@Nullable Object argument) {
    return (String) Objects.requireNonNull(argument);
  }
}
