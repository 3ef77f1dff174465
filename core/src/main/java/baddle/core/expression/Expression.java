package baddle.core.expression;

import baddle.core.calendar.Calendar;
import baddle.core.table.Schema;
import baddle.core.value.ValueRules;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Function;
import java.util.function.UnaryOperator;

/**
 * A value expression or condition of the plan: a subset of the SQL standard's (ISO/IEC 9075-2) with
 * some functions of our own; docs/reference/expressions.md lists them. Immutable.
 */
public final class Expression {

  private final String text;
  private final Tree tree;
  private final ValueRules rules;

  Expression(String text, Tree tree) {
    this(text, tree, ValueRules.STANDARD);
  }

  private Expression(String text, Tree tree, ValueRules rules) {
    this.text = text;
    this.tree = tree;
    this.rules = rules;
  }

  /** The name of a column and nothing more, whatever its characters. */
  public static Expression ofColumn(String name) {
    return new Expression(quoted(name), new Tree.Name(name, true, 0));
  }

  /** The same, for texts that are written in a way where it casts them. */
  public Expression readingBy(ValueRules writing) {
    return new Expression(text, tree, writing);
  }

  /**
   * Reads an expression; its names and types are checked by {@link #bind}.
   *
   * @throws ExpressionException if the text isn't one
   */
  public static Expression parse(String text) {
    return new Expression(text, TreeParser.parse(text));
  }

  /** A column's name as it is written in an expression. */
  public static String quoted(String name) {
    return ColumnName.quote(name);
  }

  /**
   * A name in an expression.
   *
   * @param name without quotes
   * @param quoted whether it is in double quotes
   * @param offset its first character, from 0
   */
  public record Reference(String name, boolean quoted, int offset) {}

  /** The names it has, in order; a name may come twice. */
  public List<Reference> references() {
    List<Reference> references = new ArrayList<>();
    collect(tree, references);
    return references;
  }

  /** The names it has, each once. */
  public List<String> names() {
    return references().stream().map(Reference::name).distinct().toList();
  }

  private static void collect(Tree tree, List<Reference> references) {
    if (tree instanceof Tree.Name name) {
      references.add(new Reference(name.name(), name.quoted(), name.offset()));
    }
    withParts(
        tree,
        part -> {
          collect(part, references);
          return part;
        });
  }

  /**
   * The same with other names where they are in double quotes.
   *
   * @param rename the name for a quoted one
   */
  public Expression withQuotedNames(UnaryOperator<String> rename) {
    return new Expression(
        text,
        renamed(tree, name -> name.quoted() ? rename.apply(name.name()) : name.name()),
        rules);
  }

  /**
   * The same with other names.
   *
   * @param rename the name for one
   */
  public Expression withNames(UnaryOperator<String> rename) {
    return new Expression(text, renamed(tree, name -> rename.apply(name.name())), rules);
  }

  private static Tree renamed(Tree tree, Function<Tree.Name, String> rename) {
    return tree instanceof Tree.Name name
        ? new Tree.Name(rename.apply(name), name.quoted(), name.offset())
        : withParts(tree, part -> renamed(part, rename));
  }

  /** A tree with its parts, from left to right, replaced by what a function makes of them. */
  static Tree withParts(Tree tree, UnaryOperator<Tree> made) {
    if (tree instanceof Tree.Call call) {
      return new Tree.Call(
          call.name(), call.arguments().stream().map(made).toList(), call.detail(), call.offset());
    }
    return tree instanceof Tree.Case choice
        ? new Tree.Case(
            choice.conditions().stream().map(made).toList(),
            choice.results().stream().map(made).toList(),
            choice.offset())
        : tree;
  }

  /** Whether it is the name of a column and nothing more. */
  public boolean isName() {
    return tree instanceof Tree.Name;
  }

  /**
   * Makes it ready to be computed.
   *
   * @param schema the columns of the blocks to come
   * @throws ExpressionException if a column isn't there, or the types don't go together
   */
  public BoundExpression bind(Schema schema, Calendar calendar) {
    return new BoundExpression(new Binder(text, schema, calendar, rules).bind(tree), text);
  }

  /** As it was written. */
  @Override
  public String toString() {
    return text;
  }

  @Override
  public boolean equals(Object other) {
    return other instanceof Expression expression && expression.text.equals(text);
  }

  @Override
  public int hashCode() {
    return text.hashCode();
  }
}
