package baddle.formats.csv;

import baddle.core.finding.FindingCode;
import baddle.core.finding.Severity;
import baddle.core.grid.CellKind;
import baddle.core.grid.Dialect;
import baddle.core.grid.GridRemark;
import baddle.core.grid.GridRow;
import baddle.core.grid.ReadAgainException;
import baddle.core.grid.RowSink;
import baddle.core.grid.SingleSheet;
import baddle.core.grid.UnreadableFileException;
import baddle.formats.text.TextCharset;
import de.siegmar.fastcsv.reader.CloseableIterator;
import de.siegmar.fastcsv.reader.CsvParseException;
import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.FieldMismatchStrategy;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
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

  /** Of more control characters than one in so many, a file is no text. */
  private static final int TEXT_PER_CONTROL = 20;

  /** The most columns that are read, as many as a workbook has. */
  private static final int MOST_COLUMNS = 16_384;

  /** A quoted cell of more lines than this may well be one whose quote isn't closed. */
  private static final int MANY_LINES = 50;

  private final Path file;
  private final boolean charsetStated;
  private final TextShape shape;
  private final boolean apostrophes;
  private TextCharset charset;
  private int manyLinesAt;
  private int manyLines;
  private int cellsOfManyLines;

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
                  ? "ask the sender for one charset, or say text: {charset: ...} in the feed"
                  : ""));
    }
    if (apostrophes) {
      remarks.add(
          new GridRemark(
              FindingCode.TEXT_GUESSED,
              Severity.WARNING,
              0,
              "cells seem to be wrapped in apostrophes, which are read as part of their text",
              "say text: {quote: \"'\"} in the feed if they are quotes, or {quote: none} if not"));
    }
    if (cellsOfManyLines > 0) {
      remarks.add(
          new GridRemark(
              FindingCode.CELL_OF_MANY_LINES,
              Severity.WARNING,
              manyLinesAt,
              "a quoted cell of "
                  + manyLines
                  + " lines begins here"
                  + (cellsOfManyLines > 1 ? ", and there are more such cells" : "")
                  + "; a quote may be missing",
              "look at the file there; text: {quote: none} reads quotes as characters"));
    }
    return remarks;
  }

  @Override
  public boolean fixedWidth() {
    return true;
  }

  @Override
  public void read(RowSink sink) throws IOException {
    CsvReader.CsvReaderBuilder format =
        CsvReader.builder()
            .fieldSeparator(shape.separator())
            .quoteCharacter(shape.quote())
            .skipEmptyLines(false)
            .allowUnclosedQuote(false)
            .extraFieldStrategy(FieldMismatchStrategy.IGNORE)
            .missingFieldStrategy(FieldMismatchStrategy.IGNORE);
    manyLinesAt = 0;
    cellsOfManyLines = 0;
    GridRowHandler handler = new GridRowHandler(sink);
    try (CsvReader<GridRow> reader = format.build(handler, charset.reader(file));
        CloseableIterator<GridRow> rows = reader.iterator()) {
      while (sink.wantsMore() && rows.hasNext()) {
        sink.row(rows.next());
      }
    } catch (CharacterCodingException e) {
      throw undecodable(handler);
    } catch (UncheckedIOException e) {
      throw e.getCause() instanceof CharacterCodingException ? undecodable(handler) : e.getCause();
    } catch (CsvParseException e) {
      throw broken(e, handler);
    }
  }

  private IOException undecodable(GridRowHandler handler) throws IOException {
    if (charset.assumed() && !charsetStated) {
      charset = TextCharset.ofWhole(file);
      return new ReadAgainException("text in " + charset.words() + ", not UTF-8");
    }
    return new UnreadableFileException(
        "characters that are not "
            + charset.words()
            + " in or after this line; expected text in it",
        Math.max(1, handler.line()));
  }

  private IOException broken(CsvParseException e, GridRowHandler handler) throws IOException {
    if (e.getCause() instanceof CharacterCodingException) {
      return undecodable(handler);
    }
    if (e.getCause() instanceof UncheckedIOException unchecked) {
      return unchecked.getCause();
    }
    if (e.getCause() instanceof IOException cause) {
      return cause;
    }
    return new UnreadableFileException(
        "quotes don't pair up (" + e.getMessage() + "); expected delimited text", handler.line());
  }

  @Override
  public void close() {}

  /** Gathers the fields of a record in a row, without a string for each. */
  private final class GridRowHandler
      extends de.siegmar.fastcsv.reader.AbstractBaseCsvCallbackHandler<GridRow> {

    private final RowSink sink;
    private GridRow row;
    private int line;

    GridRowHandler(RowSink sink) {
      this.sink = sink;
      this.row = sink.next();
    }

    /** The line on which the last record began, from 1. */
    int line() {
      return line;
    }

    @Override
    protected void handleBegin(long startingLineNumber) {
      line = (int) startingLineNumber;
      row = sink.next();
      row.begin(line);
    }

    @Override
    protected void handleField(int index, char[] buffer, int offset, int length, boolean quoted) {
      if (index >= MOST_COLUMNS) {
        throw new UncheckedIOException(
            new UnreadableFileException("more than 16,384 columns", line));
      }
      row.add(index, CellKind.TEXT, buffer, offset, length);
      if (quoted && length > MANY_LINES) {
        countLines(buffer, offset, length);
      }
    }

    private void countLines(char[] buffer, int offset, int length) {
      int lines = 1;
      for (int i = offset; i < offset + length; i++) {
        lines += buffer[i] == '\n' ? 1 : 0;
      }
      if (lines > MANY_LINES && cellsOfManyLines++ == 0) {
        manyLinesAt = line;
        manyLines = lines;
      }
    }

    @Override
    protected GridRow buildRecord() {
      return row;
    }
  }
}
