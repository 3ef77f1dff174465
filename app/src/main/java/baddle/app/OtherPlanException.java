package baddle.app;

import java.io.IOException;
import java.nio.file.Path;

/** Another plan keeps its datasets there; the remedy is to keep those of this one elsewhere. */
public final class OtherPlanException extends IOException {

  private static final long serialVersionUID = 1L;

  OtherPlanException(String theirs, String own, Path store) {
    super(
        store
            + " holds the datasets of "
            + theirs
            + ", and "
            + own
            + " would change them; give "
            + own
            + " a folder of its own, such as store: "
            + own.replaceAll("\\.\\w+$", ""));
  }
}
