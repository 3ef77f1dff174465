package baddle.cli.options;

import java.util.Optional;
import java.util.OptionalInt;
import org.apache.commons.cli.Option;

/** {@code --batch N}. */
public final class BatchOption {

  private BatchOption() {}

  /** The option, with what it is for. */
  public static Option of(String purpose) {
    return Option.builder().longOpt("batch").hasArg().argName("N").desc(purpose).get();
  }

  /** The batch that an option names, if it does. */
  public static OptionalInt number(CommandOptions options) throws UsageException {
    return number(options, "batch");
  }

  /** The batch that an option of another name names, if it does. */
  public static OptionalInt number(CommandOptions options, String option) throws UsageException {
    Optional<String> given = options.value(option);
    if (given.isEmpty()) {
      return OptionalInt.empty();
    }
    if (!given.get().matches("[1-9]\\d{0,8}")) {
      throw new UsageException("--" + option + " takes a number from 1, not " + given.get());
    }
    return OptionalInt.of(Integer.parseInt(given.get()));
  }
}
