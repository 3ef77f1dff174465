package baddle.formats.xls;

import baddle.core.calendar.DateSystem;
import baddle.core.grid.CellKind;
import baddle.core.grid.GridRow;
import baddle.core.grid.RowSink;
import baddle.core.grid.UnreadableFileException;
import baddle.formats.number.NumberFormats;
import baddle.formats.number.SerialDate;
import java.io.IOException;
import java.util.BitSet;
import java.util.Optional;
import org.apache.poi.hssf.record.BoolErrRecord;
import org.apache.poi.hssf.record.CellValueRecordInterface;
import org.apache.poi.hssf.record.FormulaRecord;
import org.apache.poi.hssf.record.LabelRecord;
import org.apache.poi.hssf.record.LabelSSTRecord;
import org.apache.poi.hssf.record.NumberRecord;
import org.apache.poi.hssf.record.RKRecord;
import org.apache.poi.hssf.record.Record;
import org.apache.poi.hssf.record.RowRecord;
import org.apache.poi.hssf.record.StringRecord;
import org.apache.poi.ss.usermodel.CellType;
import org.apache.poi.ss.usermodel.FormulaError;
import org.jspecify.annotations.Nullable;

/** Gathers the cell records of a sheet into rows. */
final class RecordRows {

  /**
   * A formula's option by which the writer leaves computing it to whoever opens the workbook; such
   * a formula's result is stored as nought.
   */
  private static final int CALCULATE_ON_LOAD = 0x2;

  private final XlsFile workbook;
  private final DateSystem dateSystem;
  private final RowSink sink;
  private final BitSet hiddenRows = new BitSet();
  private @Nullable GridRow row;
  private int rowIndex = -1;
  private @Nullable FormulaRecord textFormula;

  RecordRows(XlsFile workbook, RowSink sink) {
    this.workbook = workbook;
    this.dateSystem = workbook.dateSystem();
    this.sink = sink;
  }

  void add(Record record) throws IOException {
    if (record instanceof RowRecord height) {
      hiddenRows.set(height.getRowNumber(), height.getZeroHeight());
    } else if (record instanceof StringRecord result) {
      FormulaRecord formula = textFormula;
      if (formula != null) {
        text(formula, result.getString());
        textFormula = null;
      }
    } else if (record instanceof CellValueRecordInterface cell) {
      add(cell);
    }
  }

  private void add(CellValueRecordInterface cell) throws IOException {
    if (cell instanceof NumberRecord number) {
      number(cell, number.getValue());
    } else if (cell instanceof RKRecord number) {
      number(cell, number.getRKNumber());
    } else if (cell instanceof LabelSSTRecord text) {
      text(cell, workbook.shared(text.getSSTIndex()));
    } else if (cell instanceof LabelRecord text) {
      text(cell, text.getValue());
    } else if (cell instanceof BoolErrRecord value) {
      if (value.isBoolean()) {
        at(cell, CellKind.BOOLEAN, String.valueOf(value.getBooleanValue()));
      } else {
        error(cell, value.getErrorValue());
      }
    } else if (cell instanceof FormulaRecord formula) {
      formula(formula);
    }
  }

  private void formula(FormulaRecord formula) throws IOException {
    boolean computedWhenOpened = (formula.getOptions() & CALCULATE_ON_LOAD) != 0;
    if (computedWhenOpened
        && formula.getCachedResultTypeEnum() == CellType.NUMERIC
        && formula.getValue() == 0) {
      at(formula, CellKind.FORMULA, "= a formula");
    } else if (formula.hasCachedResultString()) {
      textFormula = formula;
    } else if (formula.getCachedResultTypeEnum() == CellType.BOOLEAN) {
      at(formula, CellKind.BOOLEAN, String.valueOf(formula.getCachedBooleanValue()));
    } else if (formula.getCachedResultTypeEnum() == CellType.ERROR) {
      error(formula, formula.getCachedErrorValue());
    } else if (formula.getCachedResultTypeEnum() == CellType.NUMERIC) {
      number(formula, formula.getValue());
    }
  }

  private void number(CellValueRecordInterface cell, double number) throws IOException {
    int format = cell.getXFIndex() & 0xffff;
    Optional<String> date =
        workbook.formats().isDate(format)
            ? SerialDate.iso(number, dateSystem)
            : Optional.<String>empty();
    Optional<String> time =
        workbook.formats().isTime(format) ? SerialDate.time(number) : Optional.<String>empty();
    CellKind kind =
        date.isPresent() ? CellKind.DATE : time.isPresent() ? CellKind.TIME : CellKind.NUMBER;
    at(cell, kind, date.or(() -> time).orElseGet(() -> shown(format, number)));
  }

  private String shown(int format, double number) {
    String text = StoredDouble.text(number);
    return NumberFormats.zeros(workbook.formats().digits(format), text) + text;
  }

  private void text(CellValueRecordInterface cell, String text) throws IOException {
    at(cell, CellKind.TEXT, text);
  }

  private void error(CellValueRecordInterface cell, int code) throws IOException {
    at(
        cell,
        CellKind.ERROR,
        FormulaError.isValidCode(code) ? FormulaError.forInt(code).getString() : "#ERROR");
  }

  private void at(CellValueRecordInterface cell, CellKind kind, String text) throws IOException {
    if (cell.getRow() != rowIndex) {
      begin(cell.getRow());
    }
    GridRow current = row;
    if (current == null || cell.getColumn() < current.width()) {
      throw new UnreadableFileException(
          "cells are not in order; open the workbook and save it anew", rowIndex + 1);
    }
    current.add(cell.getColumn(), kind, text);
  }

  private void begin(int index) throws IOException {
    if (index < rowIndex) {
      throw new UnreadableFileException(
          "rows are not in order; open the workbook and save it anew", index + 1);
    }
    end();
    GridRow next = sink.next();
    next.begin(index + 1);
    if (hiddenRows.get(index)) {
      next.hide();
    }
    row = next;
    rowIndex = index;
  }

  /** Hands the last row over. */
  void end() throws IOException {
    GridRow current = row;
    if (current != null && sink.wantsMore()) {
      sink.row(current);
    }
    row = null;
  }
}
