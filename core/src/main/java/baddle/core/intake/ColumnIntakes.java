package baddle.core.intake;

import baddle.core.grid.GridSheet;
import baddle.core.intake.heading.HeadingRow;
import baddle.core.intake.heading.Headings;
import baddle.core.intake.heading.HeadingsToRows;
import baddle.core.outcome.Corrected;
import baddle.core.table.BlockBuilder;
import baddle.core.table.ColumnBuilder;
import baddle.core.table.LongBuilder;
import baddle.core.table.TextBuilder;
import baddle.core.value.ColumnType;
import baddle.core.value.Fit;
import baddle.core.value.Unreadable;
import baddle.core.value.ValueReader;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Makes what takes the values of each column, by where its heading is. */
final class ColumnIntakes {

  private final IntakeSpec spec;
  private final HeadingRow headings;
  private final GridSheet sheet;
  private final BlockBuilder blocks;
  private final Stretch stretch;

  ColumnIntakes(
      IntakeSpec spec, HeadingRow headings, GridSheet sheet, BlockBuilder blocks, Stretch stretch) {
    this.spec = spec;
    this.headings = headings;
    this.sheet = sheet;
    this.blocks = blocks;
    this.stretch = stretch;
  }

  /** One for each column of the spec, and after them one for each heading that rules read. */
  List<ColumnIntake> all() {
    List<ColumnIntake> intakes = new ArrayList<>();
    for (int i = 0; i < spec.columns().size(); i++) {
      intakes.add(of(i));
    }
    for (String cells : spec.shaping().cellColumns()) {
      int column = blocks.schema().indexOf(cells).orElseThrow();
      TextBuilder builder = (TextBuilder) blocks.column(column);
      int cell = cellOfHeading(headings, ShapingRules.headingOf(cells));
      intakes.add(
          cell == HeadingRow.ABSENT
              ? ConstantIntake.blank(builder)
              : new TextIntake(cell, builder, false, TextIntake.Errors.BLANK, Stretch.MOST));
    }
    return intakes;
  }

  /** Where a heading is that a rule names, or {@link HeadingRow#ABSENT}. */
  static int cellOfHeading(HeadingRow headings, String wanted) {
    String comparable = Headings.comparable(wanted);
    for (Map.Entry<Integer, String> heading : headings.headings().entrySet()) {
      if (Headings.comparable(heading.getValue()).equals(comparable)) {
        return heading.getKey();
      }
    }
    return HeadingRow.ABSENT;
  }

  private ColumnIntake of(int index) {
    IntakeColumn wanted = spec.columns().get(index);
    String name = wanted.column().name();
    ColumnBuilder builder = blocks.column(index);
    String named = spec.named().get(name);
    if (named != null) {
      return constant(wanted, named, builder);
    }
    HeadingsToRows turning = spec.shaping().headingsToRows().orElse(null);
    if (turning != null && turning.label().equals(name)) {
      return new StackedHeadingsIntake(
          headings.turned().values().stream()
              .map(label -> constant(wanted, label, builder))
              .toList(),
          stretch.labels());
    }
    if (turning != null && turning.value().equals(name)) {
      ValueReader[] shared = new ValueReader[1];
      return new StackedHeadingsIntake(
          headings.turned().keySet().stream()
              .map(cell -> corrected(wanted, cell, taking(wanted, cell, builder, shared)))
              .toList(),
          stretch.labels());
    }
    int cell = wanted.currencyOf().map(this::cellOf).orElse(headings.cells().get(index));
    if (cell == HeadingRow.ABSENT) {
      return withBlankOriginal(wanted, ConstantIntake.blank(builder));
    }
    if (builder instanceof TextBuilder text && wanted.currencyOf().isPresent()) {
      return withBlankOriginal(wanted, new CurrencyIntake(cell, text));
    }
    return corrected(wanted, cell, taking(wanted, cell, builder, new ValueReader[1]));
  }

  /** Corrects the values of a cell before they are taken, if the plan has corrections. */
  private ColumnIntake corrected(IntakeColumn wanted, int cell, ColumnIntake taker) {
    String name = wanted.column().name();
    return original(wanted)
        .map(
            original ->
                (ColumnIntake)
                    new CorrectedIntake(name, cell, wanted.corrections(), taker, original))
        .orElse(taker);
  }

  private ColumnIntake withBlankOriginal(IntakeColumn wanted, ColumnIntake taker) {
    return original(wanted)
        .map(original -> (ColumnIntake) new PairedIntake(taker, ConstantIntake.blank(original)))
        .orElse(taker);
  }

  /** Where the values that are replaced are kept. */
  private Optional<TextBuilder> original(IntakeColumn wanted) {
    if (wanted.corrections().isEmpty()) {
      return Optional.empty();
    }
    String name = Corrected.original(wanted.column().name());
    return Optional.of((TextBuilder) blocks.column(blocks.schema().indexOf(name).orElseThrow()));
  }

  /** Takes what is under a heading; the reader is made once and shared. */
  private ColumnIntake taking(
      IntakeColumn wanted, int cell, ColumnBuilder builder, ValueReader[] shared) {
    boolean required = wanted.required() && !isFilledLater(wanted);
    if (builder instanceof TextBuilder text) {
      return wanted.keepsSpaces()
          ? new WholeTextIntake(cell, text, required)
          : new TextIntake(cell, text, required, TextIntake.Errors.UNFIT, Stretch.MOST);
    }
    if (shared[0] == null) {
      ValueReader reader = ValueReader.of(wanted.column().type(), spec.rules(), sheet.dateSystem());
      reader
          .conventionChoice()
          .map(assumed -> spec.hints().shown().getOrDefault(wanted.column().name(), assumed))
          .ifPresent(reader::understand);
      shared[0] = reader;
    }
    return new NumberIntake(cell, (LongBuilder) builder, shared[0], required);
  }

  /** Whether blanks of the column may still be filled after its values were taken. */
  boolean isFilledLater(IntakeColumn column) {
    return column.otherwise().isPresent()
        || spec.shaping().carryDown().contains(column.column().name());
  }

  /** Whether what can't be read in a column is blank there, so that its row may be kept. */
  boolean blanksUnreadable(IntakeColumn column) {
    return !column.required()
        && column.unreadable().orElse(spec.rules().unreadable()) == Unreadable.BLANK;
  }

  /** The place of a column among the spec's, from 0. */
  int indexOf(String column) {
    return spec.columns().stream().map(c -> c.column().name()).toList().indexOf(column);
  }

  private int cellOf(String column) {
    for (int i = 0; i < spec.columns().size(); i++) {
      if (spec.columns().get(i).column().name().equals(column)) {
        return headings.cells().get(i);
      }
    }
    return HeadingRow.ABSENT;
  }

  /** A value that the plan or a name states, corrected like one of a cell. */
  private ColumnIntake constant(IntakeColumn wanted, String stated, ColumnBuilder builder) {
    String right = wanted.corrections().get(stated);
    ColumnIntake taker = same(wanted, right == null ? stated : right, builder);
    if (right == null) {
      return withBlankOriginal(wanted, taker);
    }
    char[] characters = stated.toCharArray();
    return original(wanted)
        .map(
            original ->
                (ColumnIntake) new PairedIntake(taker, ConstantIntake.text(characters, original)))
        .orElse(taker);
  }

  private ColumnIntake same(IntakeColumn wanted, String value, ColumnBuilder builder) {
    char[] characters = value.toCharArray();
    if (builder instanceof TextBuilder text) {
      return ConstantIntake.text(characters, text);
    }
    return ConstantIntake.number(number(wanted.column().type(), characters), (LongBuilder) builder);
  }

  /** What a text of the plan or of a name means in a column that isn't text. */
  long number(ColumnType type, char[] characters) {
    ValueReader reader = ValueReader.of(type, spec.rules(), sheet.dateSystem());
    Fit fit = reader.read(characters, 0, characters.length);
    if (fit != Fit.FITS) {
      throw new IllegalArgumentException(
          new String(characters) + ": expected " + fit.expectation(type));
    }
    return reader.value();
  }
}
