package baddle.app;

import com.dynatrace.hash4j.hashing.HashStream128;
import com.dynatrace.hash4j.hashing.HashValue128;
import com.dynatrace.hash4j.hashing.Hashing;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HexFormat;

/**
 * Tells whether two contents are the same: XXH3 with 128 bits. It guards against accidents, not
 * against forgery; docs/design/decisions says why.
 */
public final class ContentHash {

  private static final int BUFFER = 1 << 18;

  private ContentHash() {}

  /** The hash of a file's bytes, as hexadecimal digits. */
  public static String of(Path file) throws IOException {
    HashStream128 stream = Hashing.xxh3_128().hashStream();
    byte[] buffer = new byte[BUFFER];
    try (InputStream in = Files.newInputStream(file)) {
      for (int read = in.read(buffer); read >= 0; read = in.read(buffer)) {
        stream.putBytes(buffer, 0, read);
      }
    }
    return hex(stream.get());
  }

  /** The hash of a text, as hexadecimal digits. */
  public static String of(String text) {
    return hex(Hashing.xxh3_128().hashStream().putString(text).get());
  }

  private static String hex(HashValue128 hash) {
    HexFormat digits = HexFormat.of();
    return digits.toHexDigits(hash.getMostSignificantBits())
        + digits.toHexDigits(hash.getLeastSignificantBits());
  }
}
