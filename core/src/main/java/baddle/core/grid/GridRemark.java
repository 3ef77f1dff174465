package baddle.core.grid;

import baddle.core.finding.Finding;
import baddle.core.finding.FindingCode;
import baddle.core.finding.Place;
import baddle.core.finding.Severity;
import java.util.Optional;

/**
 * Something to say of how a file is read, which shows only while it is: a guess, say.
 *
 * @param code the kind of finding
 * @param severity how grave it is here
 * @param row where, from 1; 0 for the file as a whole
 * @param message one sentence without a full stop
 * @param remedy an imperative without a full stop; empty where nothing needs doing
 */
public record GridRemark(
    FindingCode code, Severity severity, int row, String message, String remedy) {

  /** The finding for a file. */
  public Finding finding(String file) {
    return new Finding(
        code, severity, Place.file(file).atRow(row), message, remedy, Optional.empty());
  }
}
