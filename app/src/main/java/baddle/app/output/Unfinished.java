package baddle.app.output;

import baddle.app.Project;
import java.io.Closeable;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.channels.FileLock;
import java.nio.channels.OverlappingFileLockException;
import java.nio.charset.StandardCharsets;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Notes which temporary files a process is writing, so that those of a killed process can be
 * removed later. Each process locks its note, and the lock ends with the process. The note lies in
 * the store folder and names the plan's folder first, so that a copied project removes nothing
 * outside itself.
 */
final class Unfinished implements Closeable {

  private static final Logger LOG = LoggerFactory.getLogger(Unfinished.class);
  private static final String FOLDER = "unfinished";
  private static final Map<Path, Unfinished> OPEN = new HashMap<>();

  private final Path plan;
  private final Path note;
  private final FileChannel channel;
  private int writing;

  private Unfinished(Path plan, Path note, FileChannel channel) {
    this.plan = plan;
    this.note = note;
    this.channel = channel;
  }

  /**
   * Notes that a file is being written; close what is returned once it is in its place or gone.
   *
   * @param plan whose store has the note; nothing is noted without a store, or in one that nobody
   *     may write to
   */
  static Closeable begin(Path plan, Path beside) {
    synchronized (OPEN) {
      if (!OPEN.containsKey(plan) && !Files.isDirectory(Project.storeFolder(plan))) {
        return () -> {};
      }
      try {
        Unfinished open = open(plan);
        boolean isBelow = beside.startsWith(home(plan));
        open.write((isBelow ? home(plan).relativize(beside) : beside).toString());
        open.writing++;
        return open;
      } catch (IOException e) {
        LOG.debug("{} isn't noted", beside, e);
        return () -> {};
      }
    }
  }

  private static Unfinished open(Path plan) throws IOException {
    Unfinished open = OPEN.get(plan);
    if (open == null) {
      sweep(plan);
      open = made(plan);
      OPEN.put(plan, open);
    }
    return open;
  }

  private static Path home(Path plan) {
    return plan.toAbsolutePath().normalize().resolveSibling("");
  }

  private static Unfinished made(Path plan) throws IOException {
    Path folder = Files.createDirectories(Project.storeFolder(plan).resolve(FOLDER));
    while (true) {
      Path note = folder.resolve(UUID.randomUUID().toString());
      FileChannel channel =
          FileChannel.open(note, StandardOpenOption.CREATE_NEW, StandardOpenOption.WRITE);
      if (tryLock(channel) != null && Files.exists(note)) {
        Unfinished made = new Unfinished(plan, note, channel);
        made.write(home(plan).toString());
        return made;
      }
      channel.close();
    }
  }

  private static @Nullable FileLock tryLock(FileChannel channel) throws IOException {
    try {
      return channel.tryLock();
    } catch (OverlappingFileLockException e) {
      return null;
    }
  }

  private void write(String line) throws IOException {
    ByteBuffer bytes = ByteBuffer.wrap((line + "\n").getBytes(StandardCharsets.UTF_8));
    while (bytes.hasRemaining()) {
      channel.write(bytes);
    }
  }

  @Override
  public void close() throws IOException {
    synchronized (OPEN) {
      writing--;
      if (writing == 0) {
        OPEN.remove(plan);
        channel.close();
        Files.deleteIfExists(note);
      }
    }
  }

  /** Removes the temporary files of processes that have ended. */
  static void sweep(Path plan) throws IOException {
    Path folder = Project.storeFolder(plan).resolve(FOLDER);
    if (!Files.isDirectory(folder)) {
      return;
    }
    try (DirectoryStream<Path> notes = Files.newDirectoryStream(folder, file -> !isOpen(file))) {
      for (Path note : notes) {
        try (FileChannel channel = FileChannel.open(note, StandardOpenOption.WRITE)) {
          if (tryLock(channel) != null) {
            remove(home(plan), Files.readAllLines(note));
            Files.deleteIfExists(note);
          }
        } catch (IOException e) {
          LOG.debug("{} stays", note, e);
        }
      }
    }
  }

  /** Closing any channel of a locked file would end the process's lock on it. */
  private static boolean isOpen(Path note) {
    synchronized (OPEN) {
      return OPEN.values().stream().anyMatch(open -> open.note.equals(note));
    }
  }

  private static void remove(Path home, List<String> lines) throws IOException {
    boolean isOurs = !lines.isEmpty() && lines.get(0).equals(home.toString());
    for (String line : lines.subList(Math.min(1, lines.size()), lines.size())) {
      Path file = home.resolve(line).normalize();
      String name = Optional.ofNullable(file.getFileName()).map(Path::toString).orElse("");
      boolean isPart = name.startsWith(".") && name.endsWith(OutputFile.PART);
      if (isPart && (isOurs || file.startsWith(home))) {
        Files.deleteIfExists(OutputFile.scratchOf(file));
        if (Files.deleteIfExists(file)) {
          LOG.info("removed {}, which a killed run had left", file);
        }
      }
    }
  }
}
