package baddle.store;

import baddle.core.finding.Finding;
import baddle.store.entry.StoredRefusal;
import java.io.Closeable;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * A project's store: the file {@code dataset.db} in its {@code .baddle} folder. Any number of
 * processes may read while one writes; a reader sees the last batch that was committed.
 */
public final class Store implements Closeable {

  private final Database database;
  private final @Nullable StoreLock lock;

  /** Of a store that is only read; who writes changes what a batch has. */
  private final Map<List<Object>, DatasetReader> readers = new HashMap<>();

  private ScanWatch watch = ScanWatch.NONE;

  private Store(Database database, @Nullable StoreLock lock) {
    this.database = database;
    this.lock = lock;
  }

  /** Where the database of a store is. */
  static Path file(Path folder) {
    return folder.resolve("dataset.db");
  }

  /**
   * Opens a store to read from it, which needs no permission to write. One that an older program
   * wrote is brought up to date, as a writer would do it.
   *
   * @param folder the project's {@code .baddle} folder
   * @throws StoreException.Absent if there is none yet
   * @throws StoreException.Locked if it has to be brought up to date, and another process is
   *     writing
   */
  public static Store openToRead(Path folder) throws IOException {
    Path file = file(folder);
    if (!Files.exists(file)) {
      throw StoreException.nothingConsolidated(folder);
    }
    if (!Files.isWritable(folder) || !Files.isWritable(file)) {
      return new Store(Database.openUntouched(file), null);
    }
    Optional<Database> database = Database.openToRead(file);
    if (database.isEmpty()) {
      openToWrite(folder).close();
      database = Database.openToRead(file);
    }
    return new Store(database.orElseThrow(), null);
  }

  /**
   * Opens a store to write to it, and creates it where there is none.
   *
   * @param folder the project's {@code .baddle} folder
   * @throws StoreException.Locked if another process is writing
   */
  public static Store openToWrite(Path folder) throws IOException {
    Files.createDirectories(folder);
    Path file = file(folder);
    StoreLock lock = StoreLock.take(folder, file);
    try {
      return new Store(Database.open(file), lock);
    } catch (IOException | RuntimeException e) {
      lock.close();
      throw e;
    }
  }

  /** Shares what is known of its blocks with others that read it, and returns this store. */
  public Store sharing(BlockChecksums checksums) throws IOException {
    checksums.serve(StoreLock.holder(database.file().resolveSibling("")));
    database.share(checksums);
    return this;
  }

  /** Tells of passes over rows from now on, and returns this store. */
  public Store watched(ScanWatch newWatch) {
    watch = newWatch;
    return this;
  }

  /** What is known about batches, files and sources. */
  public Catalogue catalogue() {
    return new Catalogue(database);
  }

  /**
   * Begins the next batch; nothing of it can be read before it is committed.
   *
   * @param madeAt the time it is given
   */
  public BatchWriter beginBatch(Instant madeAt) throws IOException {
    if (lock == null) {
      throw new IllegalStateException("opened to read");
    }
    return new BatchWriter(database, madeAt);
  }

  /**
   * Remembers when a file of the same content was modified and what it is known by now, so that it
   * isn't hashed again.
   */
  public void touch(long file, long modified, String place) throws IOException {
    database.execute("UPDATE file SET modified = ?, seen = ? WHERE id = ?", modified, place, file);
  }

  /**
   * The rows of a dataset as they were at a batch.
   *
   * @throws StoreException.Absent if the dataset had none
   */
  public DatasetReader dataset(String name, int batch) throws IOException {
    if (lock != null) {
      return new DatasetReader(database, name, batch, watch);
    }
    List<Object> key = List.of(name, batch);
    DatasetReader known = readers.get(key);
    if (known == null) {
      known = new DatasetReader(database, name, batch, watch);
      readers.put(key, known);
    }
    return known;
  }

  /** Remembers which batch some reports show. */
  public void setReported(Collection<String> reports, int batch) throws IOException {
    for (String report : reports) {
      database.execute(
          "INSERT INTO reported (report, batch) VALUES (?, ?)"
              + " ON CONFLICT (report) DO UPDATE SET batch = excluded.batch",
          report,
          batch);
    }
  }

  /** Remembers the files that can't be read as the folders are now, and no others. */
  public void setRefused(List<StoredRefusal> refused) throws IOException {
    if (refused.equals(catalogue().outcomes().refused())) {
      return;
    }
    database.execute("BEGIN IMMEDIATE");
    try {
      database.execute("DELETE FROM refused");
      for (StoredRefusal one : refused) {
        Finding finding = one.finding();
        database.execute(
            "INSERT INTO refused (dataset, feed, path, period, seen, has_rows, code, severity,"
                + " place_sheet, place_row, place_heading, message, remedy)"
                + " VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)",
            one.dataset(),
            one.feed(),
            one.path(),
            one.period(),
            one.seen(),
            one.hasRows() ? 1 : 0,
            finding.code().name(),
            finding.severity().name(),
            finding.place().sheet(),
            finding.place().row(),
            finding.place().heading(),
            finding.message(),
            finding.remedy());
      }
      database.execute("COMMIT");
    } catch (IOException e) {
      database.execute("ROLLBACK");
      throw e;
    }
  }

  /** Who writes to it, as {@link StoreState} has it; empty for a store that was opened to read. */
  public String writer() {
    return lock == null ? "" : lock.holder();
  }

  /** What is known about closed periods; only a store that was opened to write may close any. */
  public Closings closings() {
    return new Closings(database);
  }

  /**
   * Removes what batches need that aren't to be kept.
   *
   * @param kept the numbers of those that stay readable, the last batch among them
   */
  public Removal removal(Collection<Integer> kept) {
    if (lock == null) {
      throw new IllegalStateException("opened to read");
    }
    return new Removal(database, kept);
  }

  @Override
  public void close() throws IOException {
    try {
      database.close();
    } finally {
      if (lock != null) {
        lock.close();
      }
    }
  }
}
