package baddle.core.finding;

import java.math.BigDecimal;
import java.util.Optional;

/**
 * Something that wants a person's eye.
 *
 * @param code the kind of finding
 * @param severity how grave it is here
 * @param place where it was found
 * @param message what was found and what was expected, one sentence without a full stop
 * @param remedy what to do about it, an imperative without a full stop; empty when nothing needs
 *     doing
 * @param tally for rows that have one cause in common; findings of several sources can be added up
 * @param amount what it touches of the figures; empty where that isn't known
 */
public record Finding(
    FindingCode code,
    Severity severity,
    Place place,
    String message,
    String remedy,
    Optional<Tally> tally,
    Optional<BigDecimal> amount) {

  /** A message is read by a person; what it is about may have any length. */
  private static final int LONGEST = 8000;

  /** A finding that touches no amount that is known. */
  public Finding(
      FindingCode code,
      Severity severity,
      Place place,
      String message,
      String remedy,
      Optional<Tally> tally) {
    this(code, severity, place, message, remedy, tally, Optional.empty());
  }

  /** Cuts a message that nobody could read. */
  public Finding {
    message = Listing.shortened(message, LONGEST);
  }

  /**
   * Rows with one cause.
   *
   * @param rows how many
   * @param value the value that caused it, quoted or in words
   * @param cause what was expected instead
   */
  public record Tally(long rows, String value, String cause) {

    /** What a finding of a code says of so many rows. */
    public String message(FindingCode code) {
      String counted = NumberText.counted(rows, "row");
      String fate = code == FindingCode.VALUES_BLANKED ? " kept with a blank" : " held";
      return counted + fate + ": found " + value + ", expected " + cause;
    }
  }

  /** A finding with its code's own severity. */
  public static Finding of(FindingCode code, Place place, String message, String remedy) {
    return new Finding(code, code.severity(), place, message, remedy, Optional.empty());
  }

  /** A finding about rows with one cause. */
  public static Finding of(FindingCode code, Place place, Tally tally, String remedy) {
    return new Finding(
        code, code.severity(), place, tally.message(code), remedy, Optional.of(tally));
  }

  /** The same, saying more. */
  public Finding adding(String more) {
    return new Finding(code, severity, place, message + more, remedy, tally, amount);
  }

  /** The same, with something else to do. */
  public Finding withRemedy(String other) {
    return new Finding(code, severity, place, message, other, tally, amount);
  }

  /** The same, with the amount in doubt. */
  public Finding touching(BigDecimal touched) {
    return new Finding(code, severity, place, message, remedy, tally, Optional.of(touched));
  }

  /** Whether an amount is in doubt by it. */
  public boolean touchesAmount() {
    return amount.filter(touched -> touched.signum() != 0).isPresent();
  }

  /** The same, with another severity. */
  public Finding with(Severity other) {
    return new Finding(code, other, place, message, remedy, tally, amount);
  }

  /** Whether the command that found this must end with status 1. */
  public boolean isError() {
    return severity == Severity.ERROR;
  }
}
