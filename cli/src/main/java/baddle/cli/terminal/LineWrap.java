package baddle.cli.terminal;

import java.util.ArrayList;
import java.util.List;

/** Folds long lines between words. What follows is as far in as the line begins. */
public final class LineWrap {

  private static final int LEAST_ROOM = 30;

  private LineWrap() {}

  /**
   * The lines of a line.
   *
   * @param hang how much farther in the lines after the first are
   * @param width how many characters a line has at most; 0 for any number
   */
  public static List<String> lines(String line, int hang, int width) {
    String text = line.stripLeading();
    int indent = line.length() - text.length();
    if (width <= 0 || line.length() <= width || width - indent - hang < LEAST_ROOM) {
      return List.of(line);
    }
    List<String> lines = new ArrayList<>();
    String before = " ".repeat(indent);
    while (before.length() + text.length() > width) {
      int room = width - before.length();
      int end = text.lastIndexOf(' ', room);
      int next = end > 0 ? end : text.indexOf(' ');
      if (next < 0) {
        break;
      }
      lines.add(before + text.substring(0, next).stripTrailing());
      text = text.substring(next).stripLeading();
      before = " ".repeat(indent + hang);
    }
    lines.add(before + text);
    return lines;
  }
}
