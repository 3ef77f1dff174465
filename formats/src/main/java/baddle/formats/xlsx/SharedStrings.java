package baddle.formats.xlsx;

import baddle.core.grid.UnreadableFileException;
import java.io.IOException;
import java.util.Arrays;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;

/** The texts that the cells of a workbook share, in one pool of characters. */
final class SharedStrings {

  private static final int MOST_CHARACTERS = 1 << 28;

  private char[] pool = new char[1024];
  private int[] ends = new int[64];
  private int size;

  int size() {
    return size;
  }

  char[] pool() {
    return pool;
  }

  int start(int index) {
    return index == 0 ? 0 : ends[index - 1];
  }

  int end(int index) {
    return ends[index];
  }

  /** Reads the part, which may have rich text (runs are joined) and phonetic runs (skipped). */
  void read(XMLStreamReader xml) throws XMLStreamException, IOException {
    TextBuffer text = new TextBuffer();
    while (xml.hasNext()) {
      int event = xml.next();
      if (event == XMLStreamConstants.START_ELEMENT && xml.getLocalName().equals("si")) {
        text.clear();
        StringItem.read(xml, text);
        add(text);
      }
    }
  }

  private void add(TextBuffer text) throws IOException {
    int from = size == 0 ? 0 : ends[size - 1];
    int end = from + text.length();
    if (end > MOST_CHARACTERS) {
      throw new UnreadableFileException("more than 268 million characters of shared text", 0);
    }
    if (end > pool.length) {
      pool = Arrays.copyOf(pool, Math.max(end, pool.length * 2));
    }
    if (size == ends.length) {
      ends = Arrays.copyOf(ends, size * 2);
    }
    System.arraycopy(text.characters(), 0, pool, from, text.length());
    ends[size++] = end;
  }
}
