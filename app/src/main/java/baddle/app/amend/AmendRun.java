package baddle.app.amend;

import baddle.app.ContentHash;
import baddle.app.fill.FillException;
import baddle.app.output.OutputFile;
import baddle.formats.edit.OpenElsewhere;
import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.channels.FileLock;
import java.nio.channels.OverlappingFileLockException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * Changes workbooks in one go: all copies are written beside their places, then the journal, which
 * names every change, then the copies take their places. One that is killed is gone on with by
 * running it again, and can be undone at any time. A copy that the journal lists already is gone on
 * with, so corrections of several days add up.
 */
public final class AmendRun {

  private final WorkbookAmender amending;
  private final Path journal;

  /** With a journal. */
  public AmendRun(WorkbookAmender amending, Path journal) {
    this.amending = amending;
    this.journal = journal;
  }

  /** Something that is done while nobody else changes what a journal lists. */
  @FunctionalInterface
  interface Locked<T> {
    T run() throws IOException, FillException;
  }

  /** Does something while nobody else changes what a journal lists. */
  static <T> T locked(Path journal, Locked<T> work) throws IOException, FillException {
    Path file = journal.toAbsolutePath().resolveSibling("." + journal.getFileName() + ".lock");
    Files.createDirectories(file.resolveSibling(""));
    try (FileChannel channel =
            FileChannel.open(
                file,
                StandardOpenOption.CREATE,
                StandardOpenOption.WRITE,
                StandardOpenOption.DELETE_ON_CLOSE);
        FileLock lock = channel.tryLock()) {
      if (lock == null) {
        throw new FillException(inUse(journal));
      }
      return work.run();
    } catch (OverlappingFileLockException e) {
      throw new FillException(inUse(journal));
    }
  }

  private static String inUse(Path journal) {
    return "another baddle amend is changing what " + journal + " lists; wait until it has ended";
  }

  /**
   * Changes workbooks.
   *
   * @param copies where the changed copy of each goes
   * @param writes whether they are written
   */
  public List<Amended> run(Map<Path, Path> copies, boolean writes)
      throws IOException, FillException {
    return writes ? locked(journal, () -> run(copies)) : found(copies, Optional.empty());
  }

  private List<Amended> run(Map<Path, Path> copies) throws IOException {
    List<OutputFile.Staged> ready = new ArrayList<>();
    try {
      List<Amended> amended = found(copies, Optional.of(ready));
      if (!ready.isEmpty()) {
        Journal.write(journal, amended);
      }
      for (OutputFile.Staged copy : ready) {
        copy.publish();
      }
      return amended;
    } finally {
      for (OutputFile.Staged copy : ready) {
        copy.close();
      }
    }
  }

  private List<Amended> found(Map<Path, Path> copies, Optional<List<OutputFile.Staged>> ready)
      throws IOException {
    Map<Path, Optional<String>> listed = Journal.copies(journal);
    List<Amended> amended = new ArrayList<>();
    for (Map.Entry<Path, Path> one : copies.entrySet()) {
      Path file = one.getKey();
      Path copy = one.getValue().toAbsolutePath().normalize();
      boolean goesOn = listed.containsKey(copy) && Files.exists(copy);
      Optional<String> of = listed.getOrDefault(copy, Optional.empty());
      boolean isReplaced =
          goesOn && of.isPresent() && !of.get().equals(ContentHash.of(file).toString());
      Optional<Path> open = goesOn ? OpenElsewhere.lockOf(copy) : Optional.empty();
      if (isReplaced || open.isPresent()) {
        String why =
            isReplaced
                ? "has changed since "
                    + one.getValue()
                    + " was made of it; undo that, or name another place with --out"
                : OpenElsewhere.message(one.getValue(), open.get());
        amended.add(new Amended(file, one.getValue(), List.of(), List.of(), why, List.of()));
      } else {
        amended.add(amending.amend(file, goesOn ? copy : file, one.getValue(), ready));
      }
    }
    return amended;
  }
}
