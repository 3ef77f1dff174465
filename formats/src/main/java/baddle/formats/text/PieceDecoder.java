package baddle.formats.text;

import java.nio.ByteBuffer;
import java.nio.CharBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.Charset;
import java.nio.charset.CharsetDecoder;
import java.nio.charset.CoderResult;
import java.nio.charset.CodingErrorAction;

/** Decodes pieces of a text, each of whole characters. Not safe for use by several threads. */
public final class PieceDecoder {

  private final CharsetDecoder decoder;
  private ByteBuffer source = ByteBuffer.allocate(0);
  private CharBuffer target = CharBuffer.allocate(256);

  PieceDecoder(Charset charset) {
    decoder =
        charset
            .newDecoder()
            .onMalformedInput(CodingErrorAction.REPORT)
            .onUnmappableCharacter(CodingErrorAction.REPORT);
  }

  /**
   * Decodes bytes into {@link #characters}.
   *
   * @return how many characters they are
   * @throws CharacterCodingException where they aren't in the charset
   */
  public int decode(byte[] bytes, int start, int end) throws CharacterCodingException {
    if (source.array() != bytes) {
      source = ByteBuffer.wrap(bytes);
    }
    source.clear().position(start).limit(end);
    if (target.capacity() < end - start) {
      target = CharBuffer.allocate(2 * (end - start));
    }
    target.clear();
    decoder.reset();
    CoderResult result = decoder.decode(source, target, true);
    if (result.isUnderflow()) {
      result = decoder.flush(target);
    }
    if (!result.isUnderflow()) {
      result.throwException();
    }
    return target.position();
  }

  /** What was decoded last. */
  public char[] characters() {
    return target.array();
  }
}
