package baddle.store;

import java.util.ArrayList;
import java.util.List;

/** The tables of format 9. Names are those of docs/vocabulary, for a person with an SQL tool. */
final class CatalogueTables {

  private CatalogueTables() {}

  /** What makes a store of format 1 one of format 2. */
  static List<String> fromFormat1() {
    return List.of(
        "ALTER TABLE source ADD COLUMN cell_range TEXT NOT NULL DEFAULT ''",
        "ALTER TABLE source ADD COLUMN sender TEXT",
        "ALTER TABLE source ADD COLUMN sent_on TEXT",
        "ALTER TABLE finding ADD COLUMN rows INTEGER",
        "ALTER TABLE finding ADD COLUMN value TEXT",
        "ALTER TABLE finding ADD COLUMN cause TEXT");
  }

  /** What makes a store of format 2 one of format 3. */
  static List<String> fromFormat2() {
    List<String> statements =
        new ArrayList<>(
            List.of(
                "ALTER TABLE source ADD COLUMN headings TEXT NOT NULL DEFAULT ''",
                "ALTER TABLE part_column ADD COLUMN position INTEGER",
                "ALTER TABLE part_column ADD COLUMN live_from INTEGER",
                "ALTER TABLE part_column ADD COLUMN live_until INTEGER",
                "ALTER TABLE finding ADD COLUMN dataset TEXT",
                "ALTER TABLE finding ADD COLUMN live_until INTEGER"));
    statements.addAll(SINCE_FORMAT_3);
    return statements;
  }

  private static final List<String> SINCE_FORMAT_3 =
      List.of(
          """
          CREATE TABLE left_out (
            part INTEGER NOT NULL,
            source INTEGER NOT NULL,
            because TEXT NOT NULL,
            rows INTEGER NOT NULL)""",
          "CREATE INDEX left_out_of_source ON left_out (part, source)",
          """
          CREATE TABLE control_total (
            part INTEGER NOT NULL,
            source INTEGER NOT NULL,
            column_name TEXT NOT NULL,
            label TEXT NOT NULL,
            source_row INTEGER NOT NULL,
            stated TEXT NOT NULL,
            computed TEXT NOT NULL,
            held INTEGER NOT NULL)""",
          "CREATE INDEX control_total_of_source ON control_total (part, source)",
          """
          CREATE TABLE row_state (
            part INTEGER NOT NULL,
            source INTEGER NOT NULL,
            reason TEXT NOT NULL,
            rows_held INTEGER NOT NULL,
            rows_left_out INTEGER NOT NULL,
            live_from INTEGER NOT NULL,
            live_until INTEGER)""",
          "CREATE INDEX row_state_of_source ON row_state (part, source)",
          """
          CREATE TABLE derivation (
            dataset TEXT NOT NULL,
            hash TEXT NOT NULL,
            batch INTEGER NOT NULL REFERENCES batch)""");

  /** What makes a store of format 3 one of format 4. */
  static List<String> fromFormat3() {
    return SINCE_FORMAT_4;
  }

  private static final List<String> SINCE_FORMAT_4 =
      List.of(
          """
          CREATE TABLE mended (
            part INTEGER NOT NULL,
            source INTEGER NOT NULL,
            source_row INTEGER NOT NULL,
            heading TEXT NOT NULL,
            sent TEXT NOT NULL,
            mended TEXT NOT NULL,
            mended_file TEXT NOT NULL,
            mended_sheet TEXT NOT NULL,
            mended_row INTEGER NOT NULL)""",
          "CREATE INDEX mended_of_source ON mended (part, source)");

  /**
   * What makes a store of format 4 one of format 5: rows of one source may belong to several files,
   * one after the other, and a version of a column may come back.
   */
  static List<String> fromFormat4() {
    List<String> statements =
        new ArrayList<>(
            List.of(
                "ALTER TABLE batch ADD COLUMN back_to INTEGER",
                "ALTER TABLE batch ADD COLUMN tidied INTEGER",
                "ALTER TABLE file ADD COLUMN read_in INTEGER REFERENCES batch",
                "UPDATE file SET read_in = live_from",
                "ALTER TABLE source RENAME TO source_4",
                "DROP INDEX source_of_file",
                SOURCE,
                "INSERT INTO source SELECT part, number, file, sheet, period, heading_row,"
                    + " cell_range, sender, sent_on, headings, rows_read, rows_kept, rows_left_out,"
                    + " rows_held, first_row FROM source_4",
                "DROP TABLE source_4",
                SOURCE_OF_FILE,
                "ALTER TABLE part_column RENAME TO part_column_4",
                PART_COLUMN,
                "INSERT INTO part_column SELECT part, number, name, kind, places, position,"
                    + " live_from, live_until FROM part_column_4",
                "DROP TABLE part_column_4",
                COLUMN_OF_PART));
    statements.addAll(SINCE_FORMAT_5);
    return statements;
  }

  private static final String SOURCE =
      """
      CREATE TABLE source (
        part INTEGER NOT NULL REFERENCES part,
        number INTEGER NOT NULL,
        file INTEGER NOT NULL REFERENCES file,
        sheet TEXT NOT NULL,
        period TEXT NOT NULL,
        heading_row INTEGER NOT NULL,
        cell_range TEXT NOT NULL DEFAULT '',
        sender TEXT,
        sent_on TEXT,
        headings TEXT NOT NULL DEFAULT '',
        rows_read INTEGER NOT NULL,
        rows_kept INTEGER NOT NULL,
        rows_left_out INTEGER NOT NULL,
        rows_held INTEGER NOT NULL,
        first_row INTEGER NOT NULL,
        PRIMARY KEY (part, number, file))""";

  private static final String SOURCE_OF_FILE = "CREATE INDEX source_of_file ON source (file)";

  private static final String PART_COLUMN =
      """
      CREATE TABLE part_column (
        part INTEGER NOT NULL REFERENCES part,
        number INTEGER NOT NULL,
        name TEXT NOT NULL,
        kind TEXT NOT NULL,
        places INTEGER NOT NULL,
        position INTEGER,
        live_from INTEGER,
        live_until INTEGER)""";

  private static final String COLUMN_OF_PART =
      "CREATE INDEX column_of_part ON part_column (part, number)";

  private static final List<String> SINCE_FORMAT_5 =
      List.of(
          """
          CREATE TABLE closing (
            id INTEGER PRIMARY KEY,
            period TEXT NOT NULL,
            batch INTEGER NOT NULL REFERENCES batch,
            closed_at TEXT NOT NULL,
            accepted TEXT NOT NULL,
            reopened_at TEXT,
            reopened_because TEXT)""",
          """
          CREATE TABLE carried (
            closing INTEGER NOT NULL REFERENCES closing,
            summary TEXT NOT NULL,
            account TEXT NOT NULL,
            amount TEXT NOT NULL)""",
          """
          CREATE TABLE kept_out (
            file INTEGER NOT NULL REFERENCES file,
            sheet TEXT NOT NULL,
            period TEXT NOT NULL,
            derived INTEGER NOT NULL)""",
          """
          CREATE TABLE reported (
            report TEXT PRIMARY KEY,
            batch INTEGER NOT NULL REFERENCES batch)""");

  /** What makes a store of format 5 one of format 6. */
  static List<String> fromFormat5() {
    List<String> statements =
        new ArrayList<>(List.of("ALTER TABLE file ADD COLUMN seen TEXT NOT NULL DEFAULT ''"));
    statements.addAll(SINCE_FORMAT_6);
    return statements;
  }

  private static final List<String> SINCE_FORMAT_6 =
      List.of(
          "ALTER TABLE source ADD COLUMN absent TEXT",
          "ALTER TABLE kept_out ADD COLUMN why TEXT NOT NULL DEFAULT ''",
          """
          CREATE TABLE blanked (
            part INTEGER NOT NULL,
            source INTEGER NOT NULL,
            source_row INTEGER NOT NULL,
            heading TEXT NOT NULL,
            value TEXT NOT NULL,
            expected TEXT NOT NULL)""",
          "CREATE INDEX blanked_of_source ON blanked (part, source)",
          """
          CREATE TABLE row_sample (
            file INTEGER PRIMARY KEY REFERENCES file,
            rows INTEGER NOT NULL,
            level INTEGER NOT NULL,
            hashes BLOB NOT NULL)""",
          """
          CREATE TABLE refused (
            dataset TEXT NOT NULL,
            feed TEXT NOT NULL,
            path TEXT NOT NULL,
            period TEXT NOT NULL,
            seen TEXT NOT NULL,
            has_rows INTEGER NOT NULL,
            code TEXT NOT NULL,
            severity TEXT NOT NULL,
            place_sheet TEXT,
            place_row INTEGER NOT NULL,
            place_heading TEXT,
            message TEXT NOT NULL,
            remedy TEXT NOT NULL)""");

  /** What makes a store of format 6 one of format 7. */
  static List<String> fromFormat6() {
    return List.of("ALTER TABLE batch ADD COLUMN plan TEXT NOT NULL DEFAULT ''");
  }

  /** What makes a store of format 7 one of format 8: sheets are known as files were. */
  static List<String> fromFormat7() {
    List<String> statements = new ArrayList<>(SINCE_FORMAT_8);
    statements.add(
        "INSERT INTO source_sample SELECT s.part, s.number, r.rows, r.level, r.hashes"
            + " FROM row_sample r JOIN source s ON s.file = r.file WHERE"
            + " (SELECT count(*) FROM source o WHERE o.file = s.file) = 1"
            + " ON CONFLICT DO NOTHING");
    statements.add("DROP TABLE row_sample");
    statements.add("ALTER TABLE finding ADD COLUMN amount TEXT");
    return statements;
  }

  private static final List<String> SINCE_FORMAT_8 =
      List.of(
          "ALTER TABLE source ADD COLUMN shown TEXT NOT NULL DEFAULT ''",
          "ALTER TABLE source ADD COLUMN left_open TEXT NOT NULL DEFAULT ''",
          """
          CREATE TABLE source_sample (
            part INTEGER NOT NULL,
            source INTEGER NOT NULL,
            rows INTEGER NOT NULL,
            level INTEGER NOT NULL,
            hashes BLOB NOT NULL,
            PRIMARY KEY (part, source))""",
          """
          CREATE TABLE source_sum (
            part INTEGER NOT NULL,
            source INTEGER NOT NULL,
            column_name TEXT NOT NULL,
            sum TEXT NOT NULL,
            PRIMARY KEY (part, source, column_name))""",
          """
          CREATE TABLE cell_count (
            part INTEGER NOT NULL,
            source INTEGER NOT NULL,
            filled INTEGER NOT NULL,
            read INTEGER NOT NULL,
            headings INTEGER NOT NULL,
            notes INTEGER NOT NULL,
            left_out INTEGER NOT NULL,
            ignored INTEGER NOT NULL,
            not_read INTEGER NOT NULL,
            PRIMARY KEY (part, source))""",
          """
          CREATE TABLE cells_not_read (
            part INTEGER NOT NULL,
            source INTEGER NOT NULL,
            sheet TEXT NOT NULL,
            heading TEXT NOT NULL,
            cell_range TEXT NOT NULL,
            cells INTEGER NOT NULL,
            numbers INTEGER NOT NULL,
            sum TEXT NOT NULL)""",
          "CREATE INDEX cells_not_read_of_source ON cells_not_read (part, source)");

  /**
   * What makes a store of format 8 one of format 9: rows of closed periods are kept apart from the
   * files they came from. Files with rows that were kept out are read once more, to sort their
   * rows.
   */
  static List<String> fromFormat8() {
    List<String> statements =
        new ArrayList<>(
            List.of(
                "UPDATE file SET intake = '', modified = NULL WHERE live_until IS NULL"
                    + " AND id IN (SELECT file FROM kept_out)"));
    statements.addAll(SINCE_FORMAT_9);
    return statements;
  }

  private static final List<String> SINCE_FORMAT_9 =
      List.of(
          "ALTER TABLE source ADD COLUMN closed TEXT NOT NULL DEFAULT ''",
          "ALTER TABLE source ADD COLUMN read_in INTEGER",
          "DROP TABLE kept_out",
          """
          CREATE TABLE kept_out (
            file INTEGER NOT NULL REFERENCES file,
            period TEXT NOT NULL,
            kind TEXT NOT NULL,
            rows INTEGER NOT NULL,
            amount TEXT NOT NULL,
            live_from INTEGER NOT NULL,
            live_until INTEGER)""",
          "CREATE INDEX kept_out_of_file ON kept_out (file)");

  static List<String> statements() {
    List<String> statements = new ArrayList<>(tables());
    statements.addAll(SINCE_FORMAT_3);
    statements.addAll(SINCE_FORMAT_4);
    statements.addAll(SINCE_FORMAT_5);
    statements.addAll(SINCE_FORMAT_6);
    statements.addAll(SINCE_FORMAT_8);
    statements.add("DROP TABLE row_sample");
    statements.addAll(SINCE_FORMAT_9);
    return statements;
  }

  private static List<String> tables() {
    return List.of(
        """
        CREATE TABLE batch (
          number INTEGER PRIMARY KEY,
          made_at TEXT NOT NULL,
          back_to INTEGER,
          tidied INTEGER,
          plan TEXT NOT NULL DEFAULT '')""",
        """
        CREATE TABLE file (
          id INTEGER PRIMARY KEY,
          dataset TEXT NOT NULL,
          feed TEXT NOT NULL,
          path TEXT NOT NULL,
          content TEXT NOT NULL,
          size INTEGER NOT NULL,
          modified INTEGER,
          intake TEXT NOT NULL,
          seen TEXT NOT NULL DEFAULT '',
          live_from INTEGER NOT NULL REFERENCES batch,
          live_until INTEGER REFERENCES batch,
          read_in INTEGER REFERENCES batch)""",
        """
        CREATE TABLE part (
          id INTEGER PRIMARY KEY,
          dataset TEXT NOT NULL,
          batch INTEGER NOT NULL REFERENCES batch,
          rows INTEGER NOT NULL)""",
        PART_COLUMN,
        COLUMN_OF_PART,
        SOURCE,
        SOURCE_OF_FILE,
        """
        CREATE TABLE block (
          part INTEGER NOT NULL REFERENCES part,
          column_number INTEGER NOT NULL,
          number INTEGER NOT NULL,
          rows INTEGER NOT NULL,
          content BLOB NOT NULL)""",
        "CREATE UNIQUE INDEX block_place ON block (part, column_number, number)",
        """
        CREATE TABLE suspense (
          part INTEGER NOT NULL,
          source INTEGER NOT NULL,
          source_row INTEGER NOT NULL,
          heading TEXT NOT NULL,
          value TEXT NOT NULL,
          expected TEXT NOT NULL)""",
        "CREATE INDEX suspense_of_source ON suspense (part, source)",
        """
        CREATE TABLE held_cell (
          part INTEGER NOT NULL,
          source INTEGER NOT NULL,
          source_row INTEGER NOT NULL,
          cell INTEGER NOT NULL,
          value TEXT NOT NULL)""",
        "CREATE INDEX held_cell_of_source ON held_cell (part, source)",
        """
        CREATE TABLE finding (
          batch INTEGER NOT NULL REFERENCES batch,
          file INTEGER REFERENCES file,
          code TEXT NOT NULL,
          severity TEXT NOT NULL,
          place_file TEXT,
          place_sheet TEXT,
          place_row INTEGER NOT NULL,
          place_heading TEXT,
          message TEXT NOT NULL,
          remedy TEXT NOT NULL,
          rows INTEGER,
          value TEXT,
          cause TEXT,
          dataset TEXT,
          live_until INTEGER,
          amount TEXT)""",
        "CREATE INDEX finding_of_file ON finding (file)");
  }
}
