package baddle.app;

import baddle.plan.read.KnownPlan;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Optional;
import java.util.zip.CRC32;
import org.slf4j.LoggerFactory;

/**
 * A small file beside the store with something that was found out and could be found out again.
 * Nothing is lost without it: what can't be read, or isn't what was written, isn't there, and what
 * can't be written isn't kept.
 *
 * @param file its place
 */
public record KeptBytes(Path file) implements KnownPlan.Place {

  @Override
  public Optional<byte[]> read() {
    try {
      if (!Files.exists(file)) {
        return Optional.empty();
      }
      byte[] bytes = Files.readAllBytes(file);
      int content = bytes.length - Long.BYTES;
      if (content < 0 || ByteBuffer.wrap(bytes).getLong(content) != checksum(bytes, content)) {
        return Optional.empty();
      }
      return Optional.of(Arrays.copyOf(bytes, content));
    } catch (IOException e) {
      LoggerFactory.getLogger(KeptBytes.class).debug("{} is of no use", file, e);
      return Optional.empty();
    }
  }

  /** Keeps bytes where there is a folder for them; the file is the old one or the new one. */
  @Override
  public void write(byte[] bytes) {
    Path folder = file.resolveSibling("");
    if (!Files.isDirectory(folder)) {
      return;
    }
    byte[] whole = Arrays.copyOf(bytes, bytes.length + Long.BYTES);
    ByteBuffer.wrap(whole).putLong(bytes.length, checksum(bytes, bytes.length));
    try {
      Path beside = Files.createTempFile(folder, "kept", ".part");
      try {
        Files.write(beside, whole);
        FileMove.move(beside, file);
      } finally {
        Files.deleteIfExists(beside);
      }
    } catch (IOException e) {
      LoggerFactory.getLogger(KeptBytes.class).debug("{} isn't kept", file, e);
    }
  }

  private static long checksum(byte[] bytes, int length) {
    CRC32 checksum = new CRC32();
    checksum.update(bytes, 0, length);
    return checksum.getValue();
  }
}
