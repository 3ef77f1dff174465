package baddle.store;

import baddle.core.table.HiddenRows;
import baddle.core.table.Origin;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** Tells what rows a part has for somebody who reads some of its columns. */
final class PartContent {

  private PartContent() {}

  /**
   * The checksums of the columns' blocks, the columns' types and the live rows.
   *
   * @throws VectorDecoder.BrokenBlockException if a block isn't what was written
   * @return empty where the row's own number is asked for, which is of no two rows
   */
  static Optional<String> of(StoredPart part, List<SourceRange> ranges, List<String> columns)
      throws IOException, VectorDecoder.BrokenBlockException {
    if (columns.contains(Origin.SOURCE_ROW.name())) {
      return Optional.empty();
    }
    List<String> stored = new ArrayList<>();
    columns.stream().filter(name -> !Origin.has(name)).forEach(stored::add);
    HiddenRows.columns().stream()
        .map(column -> column.name())
        .filter(name -> part.schema().indexOf(name).isPresent())
        .forEach(stored::add);
    StringBuilder text = new StringBuilder();
    for (String name : stored) {
      text.append(name).append(' ').append(part.type(name)).append(part.checksums(name));
      text.append('\n');
    }
    boolean origin = columns.stream().anyMatch(Origin::has);
    for (SourceRange range : origin ? ranges : SourceRange.joined(ranges)) {
      text.append(range.from()).append('-').append(range.to());
      if (origin) {
        text.append(' ').append(range.file()).append('\n').append(range.sheet());
        text.append('\n').append(range.period()).append('\n').append(range.batch());
        text.append(' ').append(range.madeAtMicros());
      }
      text.append('\n');
    }
    return Optional.of(text.toString());
  }
}
