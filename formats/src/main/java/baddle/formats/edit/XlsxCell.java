package baddle.formats.edit;

import baddle.core.calendar.DateSystem;
import baddle.formats.xlsx.CellText;
import java.io.IOException;
import java.math.BigDecimal;
import java.math.MathContext;
import java.time.LocalDate;

/** A cell as a sheet's part writes it (ISO/IEC 29500-1, 18.3.1.4). */
final class XlsxCell {

  private static final long NANOS = 86_400_000_000_000L;

  private final String prefix;
  private final DateSystem days;
  private final XlsxStyles styles;

  /**
   * Of a sheet.
   *
   * @param prefix that its elements have, with its mark; empty for none
   */
  XlsxCell(String prefix, DateSystem days, XlsxStyles styles) {
    this.prefix = prefix;
    this.days = days;
    this.styles = styles;
  }

  /** A cell with a content and a style. */
  String of(CellAt at, int style, CellContent content) throws IOException {
    if (content instanceof CellContent.Amount number) {
      return open(at, style, "") + value(number.value()) + close();
    }
    if (content instanceof CellContent.Day day) {
      return open(at, styles.forDay(style), "") + value(serial(day.value())) + close();
    }
    if (content instanceof CellContent.Moment moment) {
      BigDecimal part =
          BigDecimal.valueOf(moment.value().toLocalTime().toNanoOfDay())
              .divide(BigDecimal.valueOf(NANOS), MathContext.DECIMAL64);
      BigDecimal serial = serial(moment.value().toLocalDate()).add(part);
      return open(at, styles.forDay(style), "") + value(serial) + close();
    }
    if (content instanceof CellContent.Fault fault) {
      return open(at, style, "e") + tag("v", fault.value()) + close();
    }
    if (content instanceof CellContent.Truth truth) {
      return open(at, style, "b") + tag("v", truth.value() ? "1" : "0") + close();
    }
    if (content instanceof CellContent.Formula formula) {
      return open(at, style, "") + tag("f", formula.value()) + close();
    }
    if (content instanceof CellContent.Text text) {
      String written = PartText.escaped(CellText.of(text.value(), at::toString));
      boolean padded = !written.strip().equals(written);
      String item = "<" + prefix + "t" + (padded ? " xml:space=\"preserve\">" : ">");
      return open(at, style, "inlineStr")
          + ("<" + prefix + "is>" + item + written + "</" + prefix + "t></" + prefix + "is>")
          + close();
    }
    String start = open(at, style, "");
    return start.substring(0, start.length() - 1) + "/>";
  }

  /** The number of a day as the workbook counts. */
  BigDecimal serial(LocalDate day) throws IOException {
    long from = days == DateSystem.FROM_1904 ? 0 : 1;
    long number = day.toEpochDay() - days.epochDay(from) + from;
    number += days == DateSystem.FROM_1900 && number >= LEAP ? 1 : 0;
    if (days.epochDay(number) != day.toEpochDay()) {
      throw new IOException("a workbook has no day " + day);
    }
    return BigDecimal.valueOf(number);
  }

  /** The number of the day that never was, in the system from 1900. */
  private static final int LEAP = 60;

  String open(CellAt at, int style, String type) {
    return "<"
        + prefix
        + "c r=\""
        + at
        + '"'
        + (style == 0 ? "" : " s=\"" + style + '"')
        + (type.isEmpty() ? "" : " t=\"" + type + '"')
        + ">";
  }

  String value(BigDecimal number) {
    return tag("v", number.toPlainString());
  }

  String close() {
    return "</" + prefix + "c>";
  }

  private String tag(String name, String text) {
    return "<" + prefix + name + ">" + PartText.escaped(text) + "</" + prefix + name + ">";
  }
}
