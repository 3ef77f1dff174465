package baddle.core.derivation;

import baddle.core.calendar.Calendar;
import baddle.core.expression.BoundExpression;
import baddle.core.expression.Failure;
import baddle.core.finding.Listing;
import baddle.core.lookup.LookupColumns;
import baddle.core.lookup.LookupSpec;
import baddle.core.lookup.LookupTable;
import baddle.core.table.Block;
import baddle.core.table.Column;
import baddle.core.table.Dictionary;
import baddle.core.table.HiddenRows;
import baddle.core.table.Schema;
import baddle.core.table.TextVector;
import baddle.core.table.Vector;
import baddle.core.value.ColumnType;
import baddle.core.value.Fit;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * Computes the derived columns of blocks that were read. A row for which one can't be computed is
 * held: the column {@link HiddenRows#HELD} says why, and is blank for all others. Belongs to one
 * thread.
 */
public final class Derivation {

  /** The most characters that the calculated texts of one block may have in all. */
  static final long MOST_CHARACTERS = 100_000_000;

  private static final int LONGEST_SHOWN = 100;

  private final Schema read;
  private final Schema all;
  private final Schema result;
  private final Set<String> required;
  private final List<Bound> steps = new ArrayList<>();

  /** A step, ready for blocks that have the columns before it. */
  private sealed interface Bound permits BoundCalc, BoundLookup {

    /** The columns it adds, in order. */
    List<Vector> apply(Block block, Holder holder) throws StoppedException;
  }

  /**
   * A derivation.
   *
   * @param read the columns of the blocks to come; further ones are ignored
   * @param result the columns wanted, read and derived ones in any order
   * @param required the derived columns without which a row is held
   * @param steps in an order in which each finds the columns it needs
   * @param lookups by name
   */
  public Derivation(
      Schema read,
      Schema result,
      Set<String> required,
      List<DerivationStep> steps,
      Map<String, LookupTable> lookups,
      Calendar calendar) {
    this.read = read;
    this.required = Set.copyOf(required);
    List<Column> known = new ArrayList<>(read.columns());
    for (DerivationStep step : steps) {
      Schema schema = new Schema(known);
      if (step instanceof DerivationStep.Calculated calc) {
        BoundExpression bound = calc.expression().bind(schema, calendar).as(calc.column().type());
        this.steps.add(new BoundCalc(calc, bound));
        known.add(calc.column());
      } else if (step instanceof DerivationStep.LookedUp lookedUp) {
        LookupTable table = lookups.get(lookedUp.lookup());
        if (table == null) {
          throw new IllegalArgumentException("no lookup " + lookedUp.lookup());
        }
        this.steps.add(new BoundLookup(new LookupColumns(table, schema)));
        known.addAll(table.spec().bring());
      }
    }
    this.all = new Schema(known);
    List<Column> wanted = new ArrayList<>(result.columns());
    wanted.add(HiddenRows.HELD);
    this.result = new Schema(wanted);
  }

  /** The columns of the blocks that come out: those wanted, and last {@link HiddenRows#HELD}. */
  public Schema schema() {
    return result;
  }

  /**
   * The whole of a block.
   *
   * @throws StoppedException if a lookup that is to stop has no answer
   */
  public Block apply(Block block) throws StoppedException {
    List<Vector> vectors = new ArrayList<>();
    for (int i = 0; i < read.size(); i++) {
      vectors.add(block.vector(i));
    }
    Holder holder = new Holder(block.size());
    long characters = 0;
    long most = 0;
    int longest = 0;
    for (Bound step : steps) {
      Schema schema = new Schema(all.columns().subList(0, vectors.size()));
      List<Vector> made =
          step.apply(new Block(schema, vectors, block.rowNumbers(), block.size()), holder);
      if (step instanceof BoundCalc && made.get(0) instanceof TextVector text) {
        long of = text.dictionary().characters();
        characters += of;
        longest = of > most ? vectors.size() : longest;
        most = Math.max(most, of);
      }
      vectors.addAll(made);
      if (characters > MOST_CHARACTERS) {
        throw huge(block.size(), characters, all.column(longest));
      }
    }
    for (int i = read.size(); i < vectors.size(); i++) {
      if (required.contains(all.column(i).name())) {
        holder.holdBlanks(all.column(i).name(), vectors.get(i));
      }
    }
    List<Vector> ordered = new ArrayList<>();
    for (Column column : result.columns().subList(0, result.size() - 1)) {
      ordered.add(vectors.get(all.indexOf(column.name()).orElseThrow()));
    }
    ordered.add(holder.vector());
    return new Block(result, ordered, block.rowNumbers(), block.size());
  }

  private static StoppedException huge(int rows, long characters, Column longest) {
    return new StoppedException(
        "the calculated texts of "
            + rows
            + " rows have "
            + characters
            + " characters, most of them in column "
            + longest.name()
            + "; at most "
            + MOST_CHARACTERS
            + " fit into memory at once; make the column's texts shorter");
  }

  /** Collects the reasons of a block's rows; the first of a row counts. */
  private static final class Holder {

    private final Dictionary reasons = new Dictionary();
    private final int[] codes;

    Holder(int size) {
      codes = new int[size];
    }

    void hold(int row, HeldBecause because) {
      if (codes[row] == Dictionary.BLANK) {
        codes[row] = reasons.code(because.text());
      }
    }

    void holdBlanks(String column, Vector vector) {
      for (int row = 0; row < codes.length; row++) {
        if (vector.isBlank(row)) {
          hold(row, new HeldBecause(column, "", Fit.BLANK.expectation()));
        }
      }
    }

    TextVector vector() {
      return new TextVector(codes, codes.length, reasons);
    }
  }

  private record BoundCalc(DerivationStep.Calculated calc, BoundExpression bound) implements Bound {

    /** The calculation, with the values of a row that it was made of. */
    private String shown(Block block, int row) {
      List<String> values = new ArrayList<>();
      for (String name : calc.expression().names()) {
        block
            .schema()
            .indexOf(name)
            .ifPresent(
                at -> {
                  ColumnType type = block.schema().column(at).type();
                  String value = block.vector(at).shown(row, type);
                  values.add(name + " " + Listing.shortened(value, LONGEST_SHOWN));
                });
      }
      return calc.expression() + (values.isEmpty() ? "" : ", with " + String.join(", ", values));
    }

    @Override
    public List<Vector> apply(Block block, Holder holder) {
      Vector vector = bound.vector(block);
      if (bound.anyFailure()) {
        for (int row = 0; row < block.size(); row++) {
          Optional<Failure> failure = bound.failure(row);
          if (failure.isPresent()) {
            String expected = failure.get().expectation();
            holder.hold(row, new HeldBecause(calc.column().name(), shown(block, row), expected));
          }
        }
      }
      return List.of(vector);
    }
  }

  private record BoundLookup(LookupColumns columns) implements Bound {

    @Override
    public List<Vector> apply(Block block, Holder holder) throws StoppedException {
      LookupSpec spec = columns.table().spec();
      int[] rows = columns.find(block);
      boolean keepsAll =
          spec.whenMissing() == LookupSpec.Policy.KEEP
              && spec.whenAmbiguous() == LookupSpec.Policy.KEEP;
      for (int row = 0; !keepsAll && row < block.size(); row++) {
        if (rows[row] < 0) {
          unfilled(block, row, rows[row], holder);
        }
      }
      return columns.bring(rows, block.size());
    }

    private void unfilled(Block block, int row, int outcome, Holder holder)
        throws StoppedException {
      LookupSpec spec = columns.table().spec();
      boolean missing = outcome == LookupTable.MISSING;
      LookupSpec.Policy policy = missing ? spec.whenMissing() : spec.whenAmbiguous();
      String expected =
          missing
              ? "a key that the lookup " + spec.name() + " has"
              : "a key for which the lookup " + spec.name() + " brings one value";
      if (policy == LookupSpec.Policy.HOLD) {
        String column = spec.match().isEmpty() ? spec.name() : spec.match().get(0).name();
        holder.hold(row, new HeldBecause(column, columns.keyAndRange(block, row), expected));
      } else if (policy == LookupSpec.Policy.STOP) {
        throw new StoppedException(
            "the lookup "
                + spec.name()
                + (missing ? " has no row for " : " has rows that differ for ")
                + columns.keyAndRange(block, row)
                + ", and the plan says stop; nothing was brought in");
      }
    }
  }
}
