package baddle.app.draft;

import java.util.Optional;

/**
 * Columns that are proposed to become rows.
 *
 * @param setting how a feed says so
 * @param value the column their values are in
 * @param controlled whether totals of the columns are totals of that
 * @param summary a summary that belongs to such rows, as lines of the plan; empty for none
 */
record Turned(String setting, String value, boolean controlled, Optional<String> summary) {}
