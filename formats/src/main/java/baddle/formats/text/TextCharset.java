package baddle.formats.text;

import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.Reader;
import java.nio.charset.Charset;
import java.nio.charset.CodingErrorAction;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Locale;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * How the characters of a text file are encoded.
 *
 * @param charset the encoding
 * @param mark the length in bytes of the byte-order mark at the file's start
 * @param guess whether it was guessed
 * @param assumed whether nothing speaks against it in the part that was looked at, and nothing for
 *     it either
 */
public record TextCharset(Charset charset, int mark, Guess guess, boolean assumed) {

  /** How sure an encoding is. */
  public enum Guess {
    /** It is stated, or every character beyond ASCII shows it. */
    NONE,
    /** Any character could be meant in it. */
    GUESSED,
    /** Some characters speak for it, others for UTF-8. */
    MIXED
  }

  private static final Charset WINDOWS = Charset.forName("windows-1252");
  private static final Charset LATIN_9 = Charset.forName("ISO-8859-15");
  private static final int CHUNK = 1 << 16;

  /** What a person calls it. */
  public String words() {
    String name =
        charset.name().startsWith("windows")
            ? "Windows" + charset.name().substring("windows".length())
            : charset.name().toUpperCase(Locale.ROOT);
    return mark > 0 ? name + " with byte-order mark" : name;
  }

  /**
   * Reads a file in this encoding. What can't be decoded is never replaced: the reader fails with a
   * {@link java.nio.charset.CharacterCodingException}.
   */
  public Reader reader(Path file) throws IOException {
    return new InputStreamReader(
        bytes(file),
        charset
            .newDecoder()
            .onMalformedInput(CodingErrorAction.REPORT)
            .onUnmappableCharacter(CodingErrorAction.REPORT));
  }

  /** The bytes of a file behind any byte-order mark. */
  public InputStream bytes(Path file) throws IOException {
    InputStream in = Files.newInputStream(file);
    try {
      in.skipNBytes(mark);
      return in;
    } catch (IOException | RuntimeException e) {
      in.close();
      throw e;
    }
  }

  /**
   * Decodes pieces of text in this encoding, if these can be cut before and behind any ASCII
   * character: every byte below 128 is that character, whatever is beside it.
   */
  public Optional<PieceDecoder> pieces() {
    return isAsciiBased() ? Optional.of(new PieceDecoder(charset)) : Optional.empty();
  }

  private boolean isAsciiBased() {
    if (charset.equals(StandardCharsets.UTF_8)) {
      return true;
    }
    byte[] ascii = new byte[128];
    for (int i = 0; i < ascii.length; i++) {
      ascii[i] = (byte) i;
    }
    return charset.canEncode()
        && charset.newEncoder().maxBytesPerChar() == 1
        && new String(ascii, charset).equals(new String(ascii, StandardCharsets.US_ASCII));
  }

  /** One stated by the plan; a byte-order mark is skipped all the same. */
  public static TextCharset stated(Charset charset, byte[] head, int length) {
    TextCharset told = ofMark(head, length);
    return new TextCharset(charset, told.mark, Guess.NONE, false);
  }

  /** Tells the encoding by the beginning of a file. */
  public static TextCharset of(byte[] head, int length) {
    TextCharset byMark = ofMark(head, length);
    if (byMark.mark > 0) {
      return byMark;
    }
    Charset wide = wide(head, length);
    if (wide != null) {
      return new TextCharset(wide, 0, Guess.GUESSED, false);
    }
    Utf8Check check = new Utf8Check();
    check.add(head, length);
    if (check.malformed() == 0) {
      return new TextCharset(StandardCharsets.UTF_8, 0, Guess.NONE, true);
    }
    return check.multiByte() > check.malformed()
        ? new TextCharset(StandardCharsets.UTF_8, 0, Guess.NONE, false)
        : eightBit(head, length, check.guess());
  }

  /** Looks through the whole of a file that began like UTF-8 and turned out not to be. */
  public static TextCharset ofWhole(Path file) throws IOException {
    Utf8Check check = new Utf8Check();
    boolean[] seen = new boolean[256];
    byte[] chunk = new byte[CHUNK];
    try (InputStream in = Files.newInputStream(file)) {
      for (int read = in.read(chunk); read >= 0; read = in.read(chunk)) {
        check.add(chunk, read);
        for (int i = 0; i < read; i++) {
          seen[chunk[i] & 0xff] = true;
        }
      }
    }
    check.end();
    return check.malformed() == 0 || check.multiByte() > check.malformed()
        ? new TextCharset(StandardCharsets.UTF_8, 0, Guess.NONE, false)
        : new TextCharset(eightBit(seen), 0, check.guess(), false);
  }

  private static TextCharset ofMark(byte[] head, int length) {
    if (length >= 3 && head[0] == (byte) 0xef && head[1] == (byte) 0xbb && head[2] == (byte) 0xbf) {
      return new TextCharset(StandardCharsets.UTF_8, 3, Guess.NONE, false);
    }
    if (length >= 2 && head[0] == (byte) 0xff && head[1] == (byte) 0xfe) {
      return new TextCharset(StandardCharsets.UTF_16LE, 2, Guess.NONE, false);
    }
    if (length >= 2 && head[0] == (byte) 0xfe && head[1] == (byte) 0xff) {
      return new TextCharset(StandardCharsets.UTF_16BE, 2, Guess.NONE, false);
    }
    return new TextCharset(StandardCharsets.UTF_8, 0, Guess.NONE, true);
  }

  /** UTF-16 without a mark: most of the bytes in every other place are zero, the others aren't. */
  private static @Nullable Charset wide(byte[] head, int length) {
    int even = 0;
    int odd = 0;
    for (int i = 0; i < length; i++) {
      if (head[i] == 0) {
        even += i % 2 == 0 ? 1 : 0;
        odd += i % 2 == 1 ? 1 : 0;
      }
    }
    int half = Math.max(1, length / 2);
    if (length >= 4 && odd * 2 > half && even * 10 < half) {
      return StandardCharsets.UTF_16LE;
    }
    return length >= 4 && even * 2 > half && odd * 10 < half ? StandardCharsets.UTF_16BE : null;
  }

  private static TextCharset eightBit(byte[] head, int length, Guess guess) {
    boolean[] seen = new boolean[256];
    for (int i = 0; i < length; i++) {
      seen[head[i] & 0xff] = true;
    }
    return new TextCharset(eightBit(seen), 0, guess, false);
  }

  /**
   * Windows-1252, which has letters and signs from 0x80 to 0x9f; ISO 8859-15 where there are none
   * and its euro sign stands for the currency sign nobody uses.
   */
  private static Charset eightBit(boolean[] seen) {
    for (int i = 0x80; i < 0xa0; i++) {
      if (seen[i]) {
        return WINDOWS;
      }
    }
    return seen[0xa4] ? LATIN_9 : WINDOWS;
  }
}
