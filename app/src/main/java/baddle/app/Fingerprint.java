package baddle.app;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.BasicFileAttributes;
import java.nio.file.attribute.FileTime;
import java.util.Map;
import java.util.Objects;
import java.util.concurrent.TimeUnit;

/**
 * What a file or folder is known by without reading it. Two equal fingerprints of one path mean the
 * same content; where a file system keeps no time of change, a change that keeps size and time of
 * modification can go unseen.
 *
 * @param kind what lies there, links followed
 * @param size in bytes
 * @param modified when its content was modified, in nanoseconds since 1970
 * @param place what the file system knows it by: device, number, and when anything about it changed
 */
public record Fingerprint(Kind kind, long size, long modified, String place) {

  /** What lies at a path. */
  public enum Kind {
    /** A file of bytes. */
    FILE,
    /** A folder. */
    FOLDER,
    /** A device, a socket... */
    OTHER
  }

  /** A file modified less than this before it was looked at may change again unseen. */
  private static final long GRAIN_NANOS = 2_000_000_000L;

  private static final String ATTRIBUTES =
      "unix:size,lastModifiedTime,ctime,ino,dev,isRegularFile,isDirectory";

  /**
   * What lies at a path now.
   *
   * @throws IOException if nothing does, or it can't be looked at
   */
  public static Fingerprint of(Path path) throws IOException {
    try {
      return of(Files.readAttributes(path, ATTRIBUTES));
    } catch (UnsupportedOperationException | IllegalArgumentException e) {
      return of(Files.readAttributes(path, BasicFileAttributes.class));
    }
  }

  private static Fingerprint of(Map<String, Object> found) {
    return new Fingerprint(
        kind(is(found, "isRegularFile"), is(found, "isDirectory")),
        (Long) Objects.requireNonNull(found.get("size")),
        nanos((FileTime) Objects.requireNonNull(found.get("lastModifiedTime"))),
        found.get("dev")
            + ":"
            + found.get("ino")
            + ":"
            + nanos((FileTime) Objects.requireNonNull(found.get("ctime"))));
  }

  private static Fingerprint of(BasicFileAttributes found) {
    return new Fingerprint(
        kind(found.isRegularFile(), found.isDirectory()),
        found.size(),
        nanos(found.lastModifiedTime()),
        String.valueOf(found.fileKey()));
  }

  /**
   * Whether a later change of a file will be told by its time of modification.
   *
   * @param modified when it was modified, in nanoseconds since 1970
   * @param now when it was looked at, in the same
   */
  public static boolean isSettled(long modified, long now) {
    return modified < now - GRAIN_NANOS;
  }

  private static boolean is(Map<String, Object> found, String attribute) {
    return Boolean.TRUE.equals(found.get(attribute));
  }

  private static Kind kind(boolean file, boolean folder) {
    return file ? Kind.FILE : folder ? Kind.FOLDER : Kind.OTHER;
  }

  private static long nanos(FileTime time) {
    return time.to(TimeUnit.NANOSECONDS);
  }

  /** Whether it is a file of bytes. */
  public boolean isFile() {
    return kind == Kind.FILE;
  }

  /** All of it as text. */
  public String text() {
    return size + " " + modified + " " + place;
  }
}
