package baddle.app.run;

import baddle.app.consolidate.ConsolidateResult;
import java.io.IOException;

/** A first run brought nothing in, so there is nothing to report. */
public final class NothingBroughtException extends IOException {

  private static final long serialVersionUID = 1L;

  private final transient ConsolidateResult consolidated;

  NothingBroughtException(ConsolidateResult consolidated, IOException cause) {
    super("nothing was brought in, so there is nothing to report", cause);
    this.consolidated = consolidated;
  }

  /** What the consolidation found. */
  public ConsolidateResult consolidated() {
    return consolidated;
  }
}
