package baddle.core.intake;

import java.util.Optional;

/** Which headings become rows, and under which label. */
public interface HeadingLabels {

  /** The label of a heading's rows, as text; empty for a heading that stays a column. */
  Optional<String> label(String heading);

  /** The spellings, for messages. */
  java.util.List<String> spellings();
}
