package baddle.app.parts;

import baddle.core.finding.Finding;
import java.util.List;
import java.util.Map;

/**
 * What came of looking at a file for rows of closed periods.
 *
 * @param keptOut the periods of which rows are held, and what is to be said of them
 * @param findings what is to be said of rows that are booked
 */
public record LateOfFile(Map<String, String> keptOut, List<Finding> findings) {

  static final LateOfFile NONE = new LateOfFile(Map.of(), List.of());

  public LateOfFile {
    keptOut = Map.copyOf(keptOut);
    findings = List.copyOf(findings);
  }
}
