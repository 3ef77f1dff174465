package baddle.formats.xlsx;

/** Whether a sheet of a workbook is shown (ISO/IEC 29500-1, 18.18.68). */
public enum SheetSight {
  /** It is. */
  SHOWN,
  /** Once a reader asks for it. */
  HIDDEN,
  /** It isn't in the list that a reader can ask for sheets from. */
  SEALED
}
