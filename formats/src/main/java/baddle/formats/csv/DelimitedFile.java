package baddle.formats.csv;

import baddle.core.grid.CellKind;
import baddle.core.grid.Dialect;
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

  private final Path file;
  private final boolean charsetStated;
  private final TextShape shape;
  private TextCharset charset;

  private DelimitedFile(Path file, boolean charsetStated, TextCharset charset, TextShape shape) {
    this.file = file;
    this.charsetStated = charsetStated;
    this.charset = charset;
    this.shape = shape;
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
    return new DelimitedFile(file, stated.charset().isPresent(), charset, shape);
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
    if (e.getCause() instanceof IOException cause) {
      return cause;
    }
    return new UnreadableFileException(
        "quotes don't pair up (" + e.getMessage() + "); expected delimited text", handler.line());
  }

  @Override
  public void close() {}

  /** Gathers the fields of a record in a row, without a string for each. */
  private static final class GridRowHandler
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
      row.add(index, CellKind.TEXT, buffer, offset, length);
    }

    @Override
    protected GridRow buildRecord() {
      return row;
    }
  }
}
