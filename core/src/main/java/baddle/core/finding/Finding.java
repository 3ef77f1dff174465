package baddle.core.finding;

/**
 * Something that wants a person's eye.
 *
 * @param code the kind of finding
 * @param severity how grave it is here
 * @param place where it was found
 * @param message what was found and what was expected, one sentence without a full stop
 * @param remedy what to do about it, an imperative without a full stop; empty when nothing needs
 *     doing
 */
public record Finding(
    FindingCode code, Severity severity, Place place, String message, String remedy) {

  /** A finding with its code's own severity. */
  public static Finding of(FindingCode code, Place place, String message, String remedy) {
    return new Finding(code, code.severity(), place, message, remedy);
  }

  /** Whether the command that found this must end with status 1. */
  public boolean isError() {
    return severity == Severity.ERROR;
  }
}
