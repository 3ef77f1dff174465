package baddle.formats.edit;

import java.io.IOException;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;

/** A row of a table of ISO/IEC 26300 as it is written, and with other cells. */
final class OdsRow {

  /** What says what a cell holds. */
  private static final List<String> VALUES =
      List.of(
          "office:value-type",
          "office:value",
          "office:date-value",
          "office:time-value",
          "office:boolean-value",
          "office:string-value",
          "office:currency",
          "calcext:value-type");

  private static final String REPEATED = "table:number-columns-repeated";

  /**
   * A cell, or several that are alike.
   *
   * @param tag as it is written
   * @param name of the element
   * @param repeated how many there are
   * @param paragraphs the text that is shown
   * @param others what it holds besides: notes, drawings
   */
  record Cell(String tag, String name, int repeated, String paragraphs, String others) {

    String written(int times, String otherTag, String content) {
      String counted =
          times == 1
              ? PartText.without(otherTag, REPEATED)
              : PartText.with(otherTag, REPEATED, String.valueOf(times));
      if (content.isEmpty()) {
        return counted.endsWith("/>") ? counted : PartText.opened(counted) + "</" + name + ">";
      }
      return PartText.opened(counted) + content + "</" + name + ">";
    }

    String as(int times) {
      return written(times, tag, others + paragraphs);
    }
  }

  private final List<Cell> cells = new ArrayList<>();

  void add(Cell cell) {
    cells.add(cell);
  }

  /** The cells with others in some columns. */
  String with(SortedMap<Integer, CellContent> contents, Map<Integer, Optional<BigDecimal>> stale)
      throws IOException {
    StringBuilder written = new StringBuilder();
    int column = 0;
    for (Cell cell : cells) {
      int end = column + cell.repeated();
      int same = column;
      for (int at = column; at < end; at++) {
        boolean changes = contents.containsKey(at) || stale.containsKey(at);
        if (changes) {
          if (at > same) {
            written.append(cell.as(at - same));
          }
          CellContent content = contents.get(at);
          written.append(
              content == null
                  ? stale(cell, stale.getOrDefault(at, Optional.empty()))
                  : changed(cell, content));
          same = at + 1;
        } else if (at - same > 0 && contents.tailMap(at).isEmpty() && stale.isEmpty()) {
          break;
        }
      }
      if (end > same) {
        written.append(cell.as(end - same));
      }
      column = end;
    }
    for (Map.Entry<Integer, CellContent> more : contents.tailMap(column).entrySet()) {
      if (more.getKey() > column) {
        written.append(
            new Cell("<table:table-cell/>", "table:table-cell", 1, "", "")
                .as(more.getKey() - column));
      }
      Cell none = new Cell("<table:table-cell/>", "table:table-cell", 1, "", "");
      written.append(changed(none, more.getValue()));
      column = more.getKey() + 1;
    }
    return written.toString();
  }

  private static String bare(Cell cell) {
    String tag = cell.tag();
    for (String attribute : VALUES) {
      tag = PartText.without(tag, attribute);
    }
    return tag;
  }

  private static String stale(Cell cell, Optional<BigDecimal> result) {
    if (result.isEmpty()) {
      return cell.written(1, bare(cell), cell.others());
    }
    String value = result.get().toPlainString();
    String tag = PartText.with(bare(cell), "office:value-type", "float");
    return cell.written(
        1,
        PartText.with(tag, "office:value", value),
        cell.others() + "<text:p>" + value + "</text:p>");
  }

  private static String changed(Cell cell, CellContent content) throws IOException {
    String tag = PartText.without(bare(cell), "table:formula");
    if (content instanceof CellContent.Blank) {
      return cell.written(1, tag, cell.others());
    }
    if (content instanceof CellContent.Formula formula) {
      String text = formula.value().contains(":=") ? formula.value() : "of:=" + formula.value();
      return cell.written(1, PartText.with(tag, "table:formula", text), cell.others());
    }
    String type;
    String attribute;
    String value;
    if (content instanceof CellContent.Amount amount) {
      type = "float";
      attribute = "office:value";
      value = amount.value().toPlainString();
    } else if (content instanceof CellContent.Day day) {
      type = "date";
      attribute = "office:date-value";
      value = day.value().toString();
    } else if (content instanceof CellContent.Moment moment) {
      type = "date";
      attribute = "office:date-value";
      value = moment.value().toString();
    } else if (content instanceof CellContent.Truth truth) {
      type = "boolean";
      attribute = "office:boolean-value";
      value = String.valueOf(truth.value());
    } else if (content instanceof CellContent.Text text) {
      return cell.written(
          1,
          PartText.with(tag, "office:value-type", "string"),
          cell.others() + paragraphs(text.value()));
    } else {
      throw new IOException("an error value can't be put into a cell of this format");
    }
    return cell.written(
        1,
        PartText.with(PartText.with(tag, "office:value-type", type), attribute, value),
        cell.others() + "<text:p>" + PartText.escaped(value) + "</text:p>");
  }

  /** A text, a paragraph for each of its lines; spaces that XML would swallow are counted. */
  static String paragraphs(String text) {
    StringBuilder written = new StringBuilder();
    for (String line : text.split("\n", -1)) {
      written.append("<text:p>");
      int at = 0;
      while (at < line.length()) {
        int spaces = 0;
        while (at + spaces < line.length() && line.charAt(at + spaces) == ' ') {
          spaces++;
        }
        boolean swallowed = spaces > 1 || (spaces == 1 && (at == 0 || at + 1 == line.length()));
        if (swallowed) {
          written.append("<text:s text:c=\"").append(spaces).append("\"/>");
          at += spaces;
        } else if (line.charAt(at) == '\t') {
          written.append("<text:tab/>");
          at++;
        } else {
          int next = at + 1;
          while (next < line.length() && line.charAt(next) != ' ' && line.charAt(next) != '\t') {
            next++;
          }
          written.append(PartText.escaped(line.substring(at, next)));
          at = next;
        }
      }
      written.append("</text:p>");
    }
    return written.toString();
  }
}
