package baddle.app.run;

import baddle.app.kept.KeptResult;
import baddle.core.finding.Finding;
import java.nio.file.Path;
import java.util.List;

/**
 * What was open at a batch when a run ended. It depends on the store and on the files that the plan
 * names, not on what lies in the folders of sources, so the next run finds it although files came.
 *
 * @param batch its number
 * @param findings what a check as of it finds, and what was found when it was made
 */
record OpenAtBatch(int batch, List<Finding> findings) {

  OpenAtBatch {
    findings = List.copyOf(findings);
  }

  /** As the last run of a plan kept it. */
  static KeptResult<OpenAtBatch> kept(Path planFile) {
    return new KeptResult<>(planFile, "open", OpenAtBatch.class);
  }
}
