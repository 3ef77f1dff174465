package baddle.app.derived;

import baddle.core.finding.FindingCode;

/** How rows with one key lie to each other. */
enum DuplicateKind {
  WITHIN_SOURCE(
      FindingCode.DUPLICATE_IN_SOURCE, "in one source", "ask the sender whether both are meant"),
  BETWEEN_SOURCES(
      FindingCode.DUPLICATE_BETWEEN_SOURCES,
      "in two sources of one period",
      "find out which of the sources is right, and remove the other"),
  BETWEEN_PERIODS(
      FindingCode.DUPLICATE_BETWEEN_PERIODS,
      "in sources of two periods",
      "find out why; on_duplicate: keep latest is for exports that repeat the year so far");

  final FindingCode code;
  final String words;
  final String remedy;

  DuplicateKind(FindingCode code, String words, String remedy) {
    this.code = code;
    this.words = words;
    this.remedy = remedy;
  }
}
