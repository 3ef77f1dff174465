package baddle.cli.terminal;

import baddle.reports.text.TextStyle;
import java.io.BufferedOutputStream;
import java.io.FilterOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.util.Locale;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * What a person's terminal or pipe is written to. Names and values come from strangers: characters
 * that would move the cursor, ring, recolour or turn text around are written as {@code \\u001b},
 * which is also what they are in JSON. The program's own styles come as marks that no text has (see
 * {@link TextStyle}) and become escape sequences here, and only here. A line printed by {@link
 * #println(String)} is one line, whatever is in it.
 */
public final class HarmlessStream extends PrintStream {

  /** Clears the line that is being written over. */
  static final char CLEAR_LINE = '\ufdd2';

  private static final Map<Integer, String> MARKS =
      Map.of(
          (int) TextStyle.STRONG,
          "\u001b[1m",
          (int) TextStyle.PLAIN,
          "\u001b[0m",
          (int) CLEAR_LINE,
          "\r\u001b[K");

  private final OutputStream exact;

  /** Over a stream of bytes. */
  public HarmlessStream(OutputStream out) {
    this(new BufferedOutputStream(out, 1 << 14));
  }

  private HarmlessStream(BufferedOutputStream buffered) {
    super(new Filter(buffered), false, StandardCharsets.UTF_8);
    exact = buffered;
  }

  /** Where data goes that has to stay exactly as it is; what was printed before is before. */
  OutputStream exact() {
    flush();
    return exact;
  }

  /** Prints one line. */
  @Override
  public void println(@Nullable String line) {
    print(String.valueOf(line).replace("\n", "\\n"));
    println();
  }

  /** Decodes what passes, and replaces what is harmful; UTF-8 comes in any pieces. */
  private static final class Filter extends FilterOutputStream {

    private static final int LONGEST = 3;
    private final byte[] pending = new byte[LONGEST];
    private int size;
    private int wanted;

    Filter(OutputStream out) {
      super(out);
    }

    @Override
    public void write(byte[] bytes, int offset, int length) throws IOException {
      int plain = offset;
      for (int i = offset; i < offset + length; i++) {
        if (size > 0 || isSpecial(bytes[i])) {
          out.write(bytes, plain, i - plain);
          write(bytes[i]);
          plain = i + 1;
        }
      }
      out.write(bytes, plain, offset + length - plain);
    }

    /** Whether a byte is harmful, or begins a sequence that may be. */
    private static boolean isSpecial(byte b) {
      boolean control = b >= 0 && b < ' ' && b != '\n' && b != '\t';
      int first = b & 0xff;
      return control
          || b == 0x7f
          || first == 0xc2
          || first == 0xd8
          || first == 0xe2
          || first == 0xef;
    }

    @Override
    public void write(int b) throws IOException {
      if (size == 0) {
        int first = b & 0xff;
        wanted = first >= 0xe0 ? 3 : first >= 0xc0 ? 2 : 1;
        if (first >= 0xf0) {
          wanted = 1;
        }
      }
      pending[size++] = (byte) b;
      if (size == wanted) {
        emit();
        size = 0;
      }
    }

    private void emit() throws IOException {
      int c = pending[0] & 0xff;
      if (wanted == 2) {
        c = ((c & 0x1f) << 6) | (pending[1] & 0x3f);
      } else if (wanted == 3) {
        c = ((c & 0xf) << 12) | ((pending[1] & 0x3f) << 6) | (pending[2] & 0x3f);
      }
      String mark = MARKS.get(c);
      if (mark != null) {
        out.write(mark.getBytes(StandardCharsets.US_ASCII));
      } else if (isHarmful(c)) {
        out.write(String.format(Locale.ROOT, "\\u%04x", c).getBytes(StandardCharsets.US_ASCII));
      } else {
        out.write(pending, 0, size);
      }
    }

    private static boolean isHarmful(int c) {
      boolean control = (c < ' ' && c != '\n' && c != '\t') || (c >= 0x7f && c < 0xa0);
      boolean turns =
          (c >= 0x202a && c <= 0x202e)
              || (c >= 0x2066 && c <= 0x2069)
              || c == 0x200e
              || c == 0x200f
              || c == 0x061c;
      return control || turns || c == 0x2028 || c == 0x2029;
    }
  }
}
