package baddle.cli.options;

import baddle.core.finding.Nearest;
import baddle.core.finding.Severity;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import org.apache.commons.cli.Option;

/** {@code --fail-on SEVERITY}: from which severity on a command fails. */
public final class FailOnOption {

  private static final List<String> SEVERITIES = List.of("note", "warning", "error");

  private FailOnOption() {}

  /** The option. */
  public static Option option() {
    return Option.builder()
        .longOpt("fail-on")
        .hasArg()
        .argName("SEVERITY")
        .desc("end with status 1 from this on: note, warning or error (default: error)")
        .get();
  }

  /** What it says; error where it is not given. */
  public static Severity severity(CommandOptions options) throws UsageException {
    String given = options.value("fail-on").orElse("error");
    return Arrays.stream(Severity.values())
        .filter(severity -> severity.name().toLowerCase(Locale.ROOT).equals(given))
        .findFirst()
        .orElseThrow(
            () ->
                new UsageException(
                    "--fail-on takes note, warning or error, not "
                        + given
                        + Nearest.hint(given, SEVERITIES)));
  }
}
