package baddle.core.profile;

import baddle.core.calendar.MonthNames;
import baddle.core.table.Block;
import baddle.core.table.BlockSink;
import baddle.core.table.Dictionary;
import baddle.core.table.TextVector;
import baddle.core.value.ColumnType;
import baddle.core.value.ConventionChoice;
import baddle.core.value.ValueProfile;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * Finds out what the columns of text blocks hold, as {@link ValueProfile} does. Each distinct value
 * of a block is looked at once.
 */
public final class TypeDetector implements BlockSink {

  private final List<ValueProfile> columns = new ArrayList<>();

  /** Before the first block. */
  public TypeDetector() {}

  @Override
  public void accept(Block block, int from, int to) {
    while (columns.size() < block.schema().size()) {
      columns.add(new ValueProfile(MonthNames.english()));
    }
    for (int i = 0; i < columns.size(); i++) {
      add(columns.get(i), block.text(i), from, to);
    }
  }

  private static void add(ValueProfile profile, TextVector text, int from, int to) {
    Dictionary dictionary = text.dictionary();
    int[] rows = new int[dictionary.size() + 1];
    for (int row = from; row < to; row++) {
      rows[text.codes()[row]]++;
    }
    profile.addBlank(rows[Dictionary.BLANK]);
    for (int code = 1; code < rows.length; code++) {
      if (rows[code] > 0) {
        profile.addText(dictionary.text(code), rows[code]);
      }
    }
  }

  /**
   * The type of a column; text where it has no value.
   *
   * @param column an index into the blocks' schema, from 0
   */
  public ColumnType type(int column) {
    return column < columns.size() ? columns.get(column).type() : ColumnType.text();
  }

  /** How the values of a column are written, where that could be told wrong. */
  public Optional<ConventionChoice> conventionChoice(int column) {
    return column < columns.size() ? columns.get(column).conventionChoice() : Optional.empty();
  }

  /** How many values of a column are filled. */
  public long filled(int column) {
    return column < columns.size() ? columns.get(column).filled() : 0;
  }
}
