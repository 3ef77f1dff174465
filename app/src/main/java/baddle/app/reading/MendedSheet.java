package baddle.app.reading;

import baddle.core.finding.Place;
import baddle.core.grid.GridRow;
import baddle.core.grid.RowSink;
import baddle.core.outcome.MendedRows;
import baddle.formats.rows.FormulaMark;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;

/** Takes the rows of one sheet; the first is the headings. */
final class MendedSheet implements RowSink {

  private static final int MARK = MendedFiles.OWN.size() - 1;

  private final MendedFiles all;
  private final Place place;
  private final GridRow row = new GridRow();
  private List<String> headings = List.of();

  MendedSheet(MendedFiles all, Place place) {
    this.all = all;
    this.place = place;
  }

  @Override
  public GridRow next() {
    return row;
  }

  @Override
  public boolean wantsMore() {
    return true;
  }

  @Override
  public void row(GridRow filled) {
    if (filled.filled() == 0) {
      return;
    }
    if (headings.isEmpty()) {
      headings = texts(filled);
    } else if (headings.containsAll(MendedFiles.OWN)) {
      add(filled);
    } else {
      all.notUsed(
          place.atRow(filled.number()),
          "its sheet lacks a heading of " + String.join(", ", MendedFiles.OWN));
    }
  }

  private List<String> texts(GridRow filled) {
    List<String> texts = new ArrayList<>();
    for (int cell = 0; cell < filled.width(); cell++) {
      texts.add(asSent(filled.text(cell)));
    }
    return texts;
  }

  /** Without the mark that keeps programs from taking a text of a CSV file for a formula. */
  private String asSent(String text) {
    boolean delimited = String.valueOf(place.file()).toLowerCase(Locale.ROOT).endsWith(".csv");
    return delimited ? FormulaMark.without(text) : text;
  }

  private void add(GridRow filled) {
    Place from = place.atRow(filled.number());
    String[] own = new String[MendedFiles.OWN.size()];
    for (int i = 0; i < own.length; i++) {
      own[i] = filled.text(headings.indexOf(MendedFiles.OWN.get(i)));
    }
    if (own[MARK].isEmpty() || !own[2].matches("[0-9]{1,9}")) {
      all.notUsed(
          from, "it has no held_mark; what is held after reading isn't corrected in its cells");
      return;
    }
    Map<String, MendedRows.Cell> cells = new LinkedHashMap<>();
    for (int cell = 0; cell < headings.size(); cell++) {
      if (!MendedFiles.OWN.contains(headings.get(cell)) && !headings.get(cell).isEmpty()) {
        cells.put(
            headings.get(cell), new MendedRows.Cell(filled.kind(cell), asSent(filled.text(cell))));
      }
    }
    all.put(
        new MendedFiles.At(own[0], own[1], Integer.parseInt(own[2])),
        new MendedRows.Row(own[MARK], cells, from));
  }
}
