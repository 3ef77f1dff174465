package baddle.formats.csv;

import java.io.IOException;
import java.io.InputStreamReader;
import java.io.PushbackInputStream;
import java.io.Reader;
import java.nio.charset.CodingErrorAction;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;

/**
 * Decodes UTF-8 and refuses what isn't, where the CSV library's own readers would put a replacement
 * character.
 */
final class StrictUtf8 {

  private static final int MARK = 3;

  private StrictUtf8() {}

  /**
   * A reader that fails with a {@link java.nio.charset.CharacterCodingException}; a byte-order mark
   * at the start is skipped.
   */
  static Reader reader(Path file) throws IOException {
    PushbackInputStream in = new PushbackInputStream(Files.newInputStream(file), MARK);
    try {
      byte[] start = in.readNBytes(MARK);
      boolean mark =
          start.length == MARK
              && start[0] == (byte) 0xef
              && start[1] == (byte) 0xbb
              && start[2] == (byte) 0xbf;
      if (!mark) {
        in.unread(start);
      }
      return new InputStreamReader(
          in,
          StandardCharsets.UTF_8
              .newDecoder()
              .onMalformedInput(CodingErrorAction.REPORT)
              .onUnmappableCharacter(CodingErrorAction.REPORT));
    } catch (IOException | RuntimeException e) {
      in.close();
      throw e;
    }
  }
}
