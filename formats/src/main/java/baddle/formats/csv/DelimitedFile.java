package baddle.formats.csv;

import baddle.core.finding.FindingCode;
import baddle.core.finding.Severity;
import baddle.core.grid.Dialect;
import baddle.core.grid.GridRemark;
import baddle.core.grid.GridRow;
import baddle.core.grid.ReadAgainException;
import baddle.core.grid.RowSink;
import baddle.core.grid.SingleSheet;
import baddle.core.grid.UnreadableFileException;
import baddle.formats.text.PieceDecoder;
import baddle.formats.text.TextCharset;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.CharacterCodingException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * Delimited text (RFC 4180, and as it is found in the wild), seen as one sheet without a name.
 * Encoding, separator, quote and line ends are told by the beginning of the file. What the decoder
 * doesn't understand is never replaced silently.
 */
public final class DelimitedFile implements SingleSheet {

  private static final int HEAD = 1 << 16;

  /** A file of so many bytes is worth a thread that takes it apart. */
  static final long LARGE = 32L << 20;

  /** Of more control characters than one in so many, a file is no text. */
  private static final int TEXT_PER_CONTROL = 20;

  private final Path file;
  private final boolean charsetStated;
  private final TextShape shape;
  private final boolean apostrophes;
  private TextCharset charset;
  private OddCells oddCells = new OddCells();

  private DelimitedFile(
      Path file, boolean charsetStated, TextCharset charset, TextShape shape, boolean apostrophes) {
    this.file = file;
    this.charsetStated = charsetStated;
    this.charset = charset;
    this.shape = shape;
    this.apostrophes = apostrophes;
  }

  /**
   * Looks at the beginning of a file.
   *
   * @param stated what is known of it already
   * @throws UnreadableFileException if it is no text
   */
  public static DelimitedFile open(Path file, Dialect stated) throws IOException {
    byte[] head;
    try (InputStream in = Files.newInputStream(file)) {
      head = in.readNBytes(HEAD);
    }
    TextCharset charset =
        stated
            .charset()
            .map(named -> TextCharset.stated(named, head, head.length))
            .orElseGet(() -> TextCharset.of(head, head.length));
    String start =
        new String(head, charset.mark(), head.length - charset.mark(), charset.charset());
    checkIsText(start);
    TextShape shape = TextShape.of(start, head.length < HEAD, stated);
    boolean apostrophes = stated.quote().isEmpty() && TextShape.seemsInApostrophes(start);
    return new DelimitedFile(file, stated.charset().isPresent(), charset, shape, apostrophes);
  }

  private static void checkIsText(String start) throws IOException {
    long controls =
        start
            .chars()
            .filter(c -> c < ' ' && c != '\n' && c != '\r' && c != '\t' && c != '\f')
            .count();
    if (controls * TEXT_PER_CONTROL > start.length()) {
      throw new UnreadableFileException(
          "of no kind that can be read; expected a workbook (.xlsx, .xls, .ods), text or a message",
          0);
    }
  }

  @Override
  public String kind() {
    return "text, " + charset.words() + ", " + shape.words();
  }

  @Override
  public Dialect dialect() {
    return new Dialect(
        Optional.of(shape.separator()), Optional.of(shape.quote()), Optional.of(charset.charset()));
  }

  @Override
  public List<GridRemark> remarks() {
    List<GridRemark> remarks = new ArrayList<>();
    if (!charsetStated && charset.guess() != TextCharset.Guess.NONE) {
      boolean mixed = charset.guess() == TextCharset.Guess.MIXED;
      remarks.add(
          new GridRemark(
              FindingCode.TEXT_GUESSED,
              mixed ? Severity.WARNING : Severity.NOTE,
              0,
              "read as "
                  + charset.words()
                  + (mixed
                      ? ", but some of its characters look like UTF-8; letters beyond English may"
                          + " be wrong"
                      : ", a guess by its characters"),
              mixed
                  ? "ask the sender for one charset, or set text: {charset: ...} in the feed"
                  : ""));
    }
    if (apostrophes) {
      remarks.add(
          new GridRemark(
              FindingCode.TEXT_GUESSED,
              Severity.WARNING,
              0,
              "cells seem to be wrapped in apostrophes, which are read as part of their text",
              "set text: {quote: \"'\"} in the feed if they are quotes, or {quote: none} if not"));
    }
    if (oddCells.count() > 0) {
      remarks.add(
          new GridRemark(
              FindingCode.CELL_OF_MANY_LINES,
              Severity.WARNING,
              oddCells.line(),
              "a quoted cell of "
                  + oddCells.lines()
                  + " lines begins here"
                  + (oddCells.count() > 1 ? ", and there are more such cells" : "")
                  + "; a quote may be missing",
              "look at the file there; text: {quote: none} reads quotes as characters"));
    }
    if (oddCells.nulLine() > 0) {
      remarks.add(
          new GridRemark(
              FindingCode.FILE_ODD,
              Severity.WARNING,
              oddCells.nulLine(),
              "NUL characters, the first in this row; they stay in their texts, which are equal to"
                  + " no others",
              "ask the sender for the file again; it may be damaged"));
    }
    return remarks;
  }

  @Override
  public boolean fixedWidth() {
    return true;
  }

  @Override
  public void read(RowSink sink) throws IOException {
    oddCells = new OddCells();
    try (Records records = records()) {
      try {
        while (sink.wantsMore()) {
          GridRow row = sink.next();
          if (!records.next(row)) {
            break;
          }
          sink.row(row);
        }
      } catch (CharacterCodingException e) {
        throw undecodable(Math.max(1, records.line()));
      }
    }
  }

  private Records records() throws IOException {
    Optional<PieceDecoder> decoder =
        ByteRecords.canRead(shape) ? charset.pieces() : Optional.empty();
    Records records =
        decoder.isPresent()
            ? new ByteRecords(charset.bytes(file), shape, decoder.get(), oddCells)
            : new CharacterRecords(charset.reader(file), shape, oddCells);
    return Files.size(file) < LARGE ? records : new RecordsAhead(records);
  }

  private IOException undecodable(int line) throws IOException {
    if (charset.assumed() && !charsetStated) {
      charset = TextCharset.ofWhole(file);
      return new ReadAgainException("text in " + charset.words() + ", not UTF-8");
    }
    return new UnreadableFileException(
        "characters that are not "
            + charset.words()
            + " in or after this line; expected text in it",
        line);
  }

  @Override
  public void close() {}
}
