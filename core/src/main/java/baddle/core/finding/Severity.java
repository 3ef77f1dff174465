package baddle.core.finding;

/** How grave a finding is, from least to most. */
public enum Severity {
  /** Worth knowing; nothing needs doing. */
  NOTE,
  /** The figures may not mean what they seem to. */
  WARNING,
  /** Something is not in the figures, or cannot be trusted; the command ends with status 1. */
  ERROR
}
