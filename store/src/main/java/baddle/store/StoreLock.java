package baddle.store;

import java.io.Closeable;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.channels.FileLock;
import java.nio.channels.OverlappingFileLockException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import org.jspecify.annotations.Nullable;

/**
 * Lets one process write at a time. The operating system gives the lock back however the process
 * ends; the file says who holds it, or held it last.
 */
final class StoreLock implements Closeable {

  private final FileChannel channel;
  private final String holder;

  private StoreLock(FileChannel channel, String holder) {
    this.channel = channel;
    this.holder = holder;
  }

  private static Path file(Path folder) {
    return folder.resolve("lock");
  }

  /** Who holds the lock or held it last; empty where nobody ever did. */
  static String holder(Path folder) throws IOException {
    try {
      return Files.readString(file(folder)).strip();
    } catch (NoSuchFileException e) {
      return "";
    }
  }

  /** Who holds this lock. */
  String holder() {
    return holder;
  }

  /**
   * Takes the lock without waiting.
   *
   * @param store the store's file, for messages
   * @throws StoreException.Locked if another process has it
   */
  static StoreLock take(Path folder, Path store) throws IOException {
    FileChannel channel =
        FileChannel.open(
            file(folder),
            StandardOpenOption.CREATE,
            StandardOpenOption.READ,
            StandardOpenOption.WRITE,
            LinkOption.NOFOLLOW_LINKS);
    if (tryLock(channel) == null) {
      String holder = holder(folder);
      channel.close();
      throw new StoreException.Locked(holder.isEmpty() ? "another process" : holder, store);
    }
    String holder =
        "process "
            + ProcessHandle.current().pid()
            + " since "
            + Instant.now().truncatedTo(ChronoUnit.MICROS);
    channel.truncate(0);
    channel.write(ByteBuffer.wrap(holder.getBytes(StandardCharsets.UTF_8)), 0);
    return new StoreLock(channel, holder);
  }

  private static @Nullable FileLock tryLock(FileChannel channel) throws IOException {
    try {
      return channel.tryLock();
    } catch (OverlappingFileLockException e) {
      return null;
    }
  }

  @Override
  public void close() throws IOException {
    channel.close();
  }
}
