package baddle.store;

import static org.assertj.core.api.Assertions.assertThat;

import java.sql.SQLException;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.sqlite.SQLiteErrorCode;
import org.sqlite.SQLiteException;

/** A full disk is told from other failures, whatever SQLite was about to do. */
class FullDiskTests {

  @ParameterizedTest
  @CsvSource({
    "SQLITE_FULL, true",
    "SQLITE_IOERR_WRITE, true",
    "SQLITE_IOERR_SHMSIZE, true",
    "SQLITE_IOERR_READ, false",
    "SQLITE_BUSY, false"
  })
  void a_full_disk_is_told_by_the_whole_code(SQLiteErrorCode code, boolean isFull) {
    SQLException failure = new SQLiteException("x", code);

    assertThat(Database.isOfFullDisk(failure)).isEqualTo(isFull);
  }
}
