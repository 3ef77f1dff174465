package baddle.formats.xlsx;

/** What the characters of a cell are (ISO/IEC 29500-1, ST_CellType). */
enum CellType {
  NUMBER,
  SHARED_TEXT,
  FORMULA_TEXT,
  TEXT,
  BOOLEAN,
  ERROR,
  DATE;

  /** The type that an attribute names. */
  static CellType of(AttributeText attribute) {
    if (attribute.length() == 1) {
      return switch (attribute.first()) {
        case 's' -> SHARED_TEXT;
        case 'n' -> NUMBER;
        case 'b' -> BOOLEAN;
        case 'e' -> ERROR;
        case 'd' -> DATE;
        default -> TEXT;
      };
    }
    return attribute.is("str") ? FORMULA_TEXT : TEXT;
  }
}
