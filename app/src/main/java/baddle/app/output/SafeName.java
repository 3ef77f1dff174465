package baddle.app.output;

/** Values as parts of files' names. */
public final class SafeName {

  private SafeName() {}

  /** A value as a part of a file's name that every system takes. */
  public static String of(String value) {
    String safe = value.replaceAll("[\\p{Cntrl}/\\\\:*?\"<>|]", "_").strip();
    String plain = safe.replaceAll("[. ]+$", "");
    return plain.isEmpty() ? "(blank)" : plain;
  }
}
