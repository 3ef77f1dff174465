package baddle.app.cells;

import baddle.app.KeptBytes;
import baddle.core.crosstab.CellsOfRows;
import java.io.IOException;
import java.nio.BufferUnderflowException;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import org.slf4j.LoggerFactory;

/** The kept cells of one question to the rows, by what the rows of a part are made of. */
final class CellsFile {

  private static final int FORMAT = 1;

  /** So many cells of earlier states are kept besides those of the last one. */
  private static final int MOST_OTHERS = 64;

  private static final int MOST_FILES = 500;
  private static final int MOST_BYTES = 1 << 24;
  private static final int HEADER = 24;
  private static final int PER_ENTRY = 20;

  private final Path folder;
  private final KeptBytes kept;
  private final Mark key;
  private final Map<Mark, ByteBuffer> entries = new LinkedHashMap<>();

  /** Two independent hashes of a text; no two texts of a project will have both in common. */
  private record Mark(long one, long other) {

    static Mark of(String text) {
      long one = 0xcbf29ce484222325L;
      long other = text.length();
      for (int i = 0; i < text.length(); i++) {
        one = (one ^ text.charAt(i)) * 0x100000001b3L;
        other = Long.rotateLeft(other, 23) * 0x9e3779b97f4a7c15L + text.charAt(i);
      }
      return new Mark(one, other);
    }

    @Override
    public boolean equals(Object object) {
      return object instanceof Mark mark && mark.one == one && mark.other == other;
    }

    @Override
    public int hashCode() {
      return (int) (one ^ other);
    }

    String name() {
      return Long.toHexString(one) + Long.toHexString(other);
    }
  }

  /**
   * What is kept in a folder.
   *
   * @param question all that the cells depend on besides the rows
   */
  CellsFile(Path folder, String question) {
    this.folder = folder;
    this.key = Mark.of(question);
    this.kept = new KeptBytes(folder.resolve(key.name()));
    try {
      kept.read().ifPresent(this::read);
    } catch (BufferUnderflowException | IndexOutOfBoundsException | IllegalArgumentException e) {
      LoggerFactory.getLogger(CellsFile.class).debug("{} is of no use", kept, e);
      entries.clear();
    }
  }

  private void read(byte[] bytes) {
    ByteBuffer in = ByteBuffer.wrap(bytes);
    if (in.remaining() < HEADER || in.getInt() != FORMAT || !mark(in).equals(key)) {
      return;
    }
    for (int left = in.getInt(); left > 0; left--) {
      Mark mark = mark(in);
      int length = in.getInt();
      entries.put(mark, in.slice(in.position(), length));
      in.position(in.position() + length);
    }
  }

  private static Mark mark(ByteBuffer in) {
    return new Mark(in.getLong(), in.getLong());
  }

  /** The cells of rows of some content; empty where they aren't known. */
  Optional<CellsOfRows> cells(String content) {
    ByteBuffer entry = entries.get(Mark.of(content));
    if (entry == null) {
      return Optional.empty();
    }
    ByteBuffer in = entry.duplicate();
    List<String> texts = new ArrayList<>();
    for (int left = in.getInt(); left > 0; left--) {
      byte[] text = new byte[in.getInt()];
      in.get(text);
      texts.add(new String(text, StandardCharsets.UTF_8));
    }
    long[] numbers = new long[in.remaining() / Long.BYTES];
    in.asLongBuffer().get(numbers);
    return Optional.of(new CellsOfRows(texts, numbers));
  }

  /** How many bytes are held. */
  long size() {
    return entries.values().stream().mapToLong(ByteBuffer::remaining).sum();
  }

  /** Whether the cells of rows of some content are known. */
  boolean has(String content) {
    return entries.containsKey(Mark.of(content));
  }

  /** How many numbers the cells of rows of some content take, 0 where they aren't known. */
  long numbers(String content) {
    ByteBuffer entry = entries.get(Mark.of(content));
    return entry == null ? 0 : entry.remaining() / Long.BYTES;
  }

  /**
   * Keeps cells, and of those that were kept before the nearest.
   *
   * @param contents of rows that there are now
   * @param cells what is new, by content
   */
  void keep(Collection<String> contents, Map<String, CellsOfRows> cells) {
    Map<Mark, ByteBuffer> all = new LinkedHashMap<>();
    for (String content : contents) {
      Mark mark = Mark.of(content);
      CellsOfRows some = cells.get(content);
      ByteBuffer entry = some == null ? entries.get(mark) : bytes(some);
      if (entry != null) {
        all.put(mark, entry);
      }
    }
    int most = all.size() * 2 + MOST_OTHERS;
    int size = HEADER;
    for (ByteBuffer entry : all.values()) {
      size += PER_ENTRY + entry.remaining();
    }
    for (Map.Entry<Mark, ByteBuffer> entry : entries.entrySet()) {
      int larger = size + PER_ENTRY + entry.getValue().remaining();
      if (all.size() < most
          && larger <= MOST_BYTES
          && all.putIfAbsent(entry.getKey(), entry.getValue()) == null) {
        size = larger;
      }
    }
    entries.clear();
    entries.putAll(all);
    if (!Files.isDirectory(folder.resolveSibling(""))) {
      return;
    }
    ByteBuffer out = ByteBuffer.allocate(size);
    out.putInt(FORMAT).putLong(key.one).putLong(key.other).putInt(all.size());
    all.forEach(
        (mark, entry) ->
            out.putLong(mark.one)
                .putLong(mark.other)
                .putInt(entry.remaining())
                .put(entry.duplicate()));
    try {
      Files.createDirectories(folder);
      removeOldest();
    } catch (IOException e) {
      LoggerFactory.getLogger(CellsFile.class).debug("{} can't be written", folder, e);
      return;
    }
    kept.write(out.array());
  }

  private static ByteBuffer bytes(CellsOfRows cells) {
    List<byte[]> texts =
        cells.texts().stream().map(text -> text.getBytes(StandardCharsets.UTF_8)).toList();
    int length = texts.stream().mapToInt(text -> Integer.BYTES + text.length).sum();
    ByteBuffer out =
        ByteBuffer.allocate(Integer.BYTES + length + cells.numbers().length * Long.BYTES);
    out.putInt(texts.size());
    texts.forEach(text -> out.putInt(text.length).put(text));
    out.asLongBuffer().put(cells.numbers());
    return out.rewind();
  }

  /** Questions that nobody asks any more make room. */
  private void removeOldest() throws IOException {
    List<Path> files;
    try (Stream<Path> all = Files.list(folder)) {
      files = all.toList();
    }
    if (files.size() < MOST_FILES) {
      return;
    }
    Map<Path, FileTime> times = new HashMap<>();
    for (Path file : files) {
      times.put(file, Files.getLastModifiedTime(file));
    }
    List<Path> oldest = files.stream().sorted(Comparator.comparing(times::get)).toList();
    for (Path file : oldest.subList(0, MOST_FILES / 2)) {
      Files.deleteIfExists(file);
    }
  }
}
