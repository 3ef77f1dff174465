package baddle.core.expression;

import baddle.core.calendar.Calendar;
import baddle.core.finding.Listing;
import baddle.core.finding.Nearest;
import baddle.core.table.Schema;
import baddle.core.value.ColumnType;
import baddle.core.value.ValueRules;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.OptionalInt;

/** Gives the names and operators of a tree their columns and types. */
final class Binder {

  private static final ColumnType TRUTH = ColumnType.of(ColumnType.Kind.BOOLEAN);

  /** Places that a product has at most, unless a factor has more. */
  private static final int MOST_PRODUCT_PLACES = 8;

  /** Places that a quotient has more than its parts. */
  private static final int MORE_QUOTIENT_PLACES = 6;

  private final String text;
  private final Schema schema;
  private final ValueRules rules;
  private final Functions functions;

  Binder(String text, Schema schema, Calendar calendar, ValueRules rules) {
    this.text = text;
    this.rules = rules;
    this.schema = schema;
    this.functions = new Functions(this, calendar);
  }

  /** How the texts are written that are cast. */
  ValueRules rules() {
    return rules;
  }

  ExpressionException problem(String message, Tree at) {
    return new ExpressionException(message, text, at.offset());
  }

  Node bind(Tree tree) {
    if (tree instanceof Tree.Amount number) {
      return number(number);
    }
    if (tree instanceof Tree.Text literal) {
      return new LeafNodes.TextConstant(literal.value());
    }
    if (tree instanceof Tree.Date date) {
      return new LeafNodes.NumberConstant(ColumnType.of(ColumnType.Kind.DATE), date.day());
    }
    if (tree instanceof Tree.Timestamp time) {
      return new LeafNodes.NumberConstant(ColumnType.of(ColumnType.Kind.TIMESTAMP), time.micros());
    }
    if (tree instanceof Tree.Truth truth) {
      return new LeafNodes.NumberConstant(TRUTH, truth.value() ? 1 : 0);
    }
    if (tree instanceof Tree.Null) {
      return new LeafNodes.NumberConstant(ColumnType.of(ColumnType.Kind.INTEGER));
    }
    if (tree instanceof Tree.Name name) {
      return name(name);
    }
    if (tree instanceof Tree.Case choice) {
      return choice(choice);
    }
    if (tree instanceof Tree.Aggregated aggregated) {
      String what = aggregated.function().word() + " is of many rows, and works in measures only";
      throw problem(what, tree);
    }
    return call((Tree.Call) tree);
  }

  private Node number(Tree.Amount number) {
    int places = Math.max(0, number.value().scale());
    if (places > ColumnType.MOST_PLACES
        || number.value().precision() > LongArithmetic.MOST_DIGITS) {
      throw problem("a number has at most 18 digits, 12 of them after the point", number);
    }
    ColumnType type =
        places == 0 ? ColumnType.of(ColumnType.Kind.INTEGER) : ColumnType.decimal(places);
    return new LeafNodes.NumberConstant(
        type, number.value().setScale(places).unscaledValue().longValueExact());
  }

  private Node name(Tree.Name name) {
    OptionalInt index = schema.indexOf(name.name());
    if (index.isEmpty()) {
      throw problem(
          "no column "
              + name.name()
              + (name.quoted() ? "; a text goes in single quotes: '" + name.name() + "'" : "")
              + Nearest.hint(name.name(), schema.names())
              + " (columns: "
              + Listing.of(schema.names())
              + ")",
          name);
    }
    ColumnType type = schema.column(index.getAsInt()).type();
    return type.kind() == ColumnType.Kind.TEXT
        ? new LeafNodes.TextColumn(index.getAsInt())
        : new LeafNodes.NumberColumn(index.getAsInt(), type);
  }

  private Node call(Tree.Call call) {
    List<Tree> arguments = call.arguments();
    for (Arithmetic.Operator operator : Arithmetic.Operator.values()) {
      if (operator.sign().equals(call.name())) {
        functions.checkCount(call, 2, 2);
        return arithmetic(operator, call);
      }
    }
    for (Compare.Operator operator : Compare.Operator.values()) {
      if (operator.sign().equals(call.name())) {
        return comparison(operator, call, bind(arguments.get(0)), bind(arguments.get(1)));
      }
    }
    return switch (call.name()) {
      case "and", "or" ->
          new Logic.Both(
              call.name().equals("and"), truth(arguments.get(0)), truth(arguments.get(1)));
      case "not" -> new Logic.Not(truth(arguments.get(0)));
      case "is null" -> new Logic.IsBlank(bind(arguments.get(0)));
      case "is true", "is false" ->
          new Logic.IsTruth(truth(arguments.get(0)), call.name().equals("is true"));
      case "in" -> in(call);
      case "coalesce" -> coalesce(call);
      case "nullif" -> nullif(call);
      default -> functions.bind(call);
    };
  }

  /** A condition. */
  NumberNode truth(Tree tree) {
    Node node = bind(tree);
    if (Conversions.isBlank(node)) {
      return new LeafNodes.NumberConstant(TRUTH);
    }
    if (node.type().kind() != ColumnType.Kind.BOOLEAN) {
      throw problem("expected a condition, found " + node.type(), tree);
    }
    return (NumberNode) node;
  }

  /** A number. */
  NumberNode numberOf(Tree tree, String what) {
    Node node = bind(tree);
    if (!node.type().isNumber()) {
      throw problem(what + " takes a number, not " + node.type(), tree);
    }
    return (NumberNode) node;
  }

  private Node arithmetic(Arithmetic.Operator operator, Tree.Call call) {
    if (operator == Arithmetic.Operator.ADD || operator == Arithmetic.Operator.SUBTRACT) {
      Optional<Tree.Call> shift = Intervals.shift(call);
      if (shift.isPresent()) {
        return shifted(call, shift.get());
      }
    }
    Node left = bind(call.arguments().get(0));
    Node right = bind(call.arguments().get(1));
    if (!left.type().isNumber() || !right.type().isNumber()) {
      throw problem(
          operator.sign()
              + " takes numbers, not "
              + left.type()
              + " and "
              + right.type()
              + hint(operator, left, right),
          call);
    }
    int ofLeft = left.type().places();
    int ofRight = right.type().places();
    int most = Math.max(ofLeft, ofRight);
    return switch (operator) {
      case MULTIPLY -> {
        int exact = ofLeft + ofRight;
        int places = Math.min(exact, Math.max(MOST_PRODUCT_PLACES, most));
        yield new Arithmetic(
            operator, numberType(places), (NumberNode) left, (NumberNode) right, exact - places);
      }
      case DIVIDE -> {
        int places = Math.min(ColumnType.MOST_PLACES, most + MORE_QUOTIENT_PLACES);
        yield new Arithmetic(
            operator,
            numberType(places),
            (NumberNode) left,
            (NumberNode) right,
            places - ofLeft + ofRight);
      }
      default ->
          new Arithmetic(
              operator,
              numberType(most),
              Conversions.withPlaces(left, most),
              Conversions.withPlaces(right, most),
              0);
    };
  }

  /** A date or a moment with days or months added. */
  private Node shifted(Tree.Call at, Tree.Call shift) {
    Node from = bind(shift.arguments().get(0));
    Node count = bind(shift.arguments().get(1));
    if (!from.type().isCalendar()) {
      throw problem(at.name() + " takes a date and an interval, not " + from.type(), at);
    }
    if (count.type().kind() != ColumnType.Kind.INTEGER) {
      throw problem("an interval is multiplied by a whole number, not " + count.type(), at);
    }
    return new FunctionNode.ToNumber(
        from.type(), Intervals.adding(shift, from.type()), List.of(from, count), false);
  }

  private static String hint(Arithmetic.Operator operator, Node left, Node right) {
    boolean texts = left.type().equals(ColumnType.text()) || right.type().equals(ColumnType.text());
    if (operator == Arithmetic.Operator.ADD && texts) {
      return "; texts are joined with ||";
    }
    boolean dates = left.type().isCalendar() || right.type().isCalendar();
    return dates ? "; for dates there are days_between(a, b) and d + interval '3' day" : "";
  }

  static ColumnType numberType(int places) {
    return places == 0 ? ColumnType.of(ColumnType.Kind.INTEGER) : ColumnType.decimal(places);
  }

  private NumberNode comparison(Compare.Operator operator, Tree at, Node left, Node right) {
    if (Conversions.isBlank(left) || Conversions.isBlank(right)) {
      throw problem("nothing compares with null; write is null or is not null", at);
    }
    ColumnType.Kind one = left.type().kind();
    ColumnType.Kind other = right.type().kind();
    if (one == ColumnType.Kind.TEXT && other == ColumnType.Kind.TEXT) {
      return new FunctionNode.ToNumber(
          TRUTH,
          arguments ->
              operator.holds(Function.text(arguments[0]).compareTo(Function.text(arguments[1])))
                  ? 1L
                  : 0L,
          List.of(left, right),
          false);
    }
    if (left.type().isNumber() && right.type().isNumber()) {
      int places = Math.max(left.type().places(), right.type().places());
      return new Compare(
          operator, Conversions.withPlaces(left, places), Conversions.withPlaces(right, places));
    }
    if (left.type().isCalendar() && right.type().isCalendar() && one != other) {
      return new Compare(operator, moment(left), moment(right));
    }
    if (one != other) {
      String hint =
          left.type().isCalendar() || right.type().isCalendar()
              ? "; a date is written date '2026-03-14'"
              : one == ColumnType.Kind.TEXT || other == ColumnType.Kind.TEXT
                  ? "; texts go in single quotes"
                  : "";
      throw problem("can't compare " + left.type() + " with " + right.type() + hint, at);
    }
    return new Compare(operator, (NumberNode) left, (NumberNode) right);
  }

  private static NumberNode moment(Node node) {
    return node.type().kind() == ColumnType.Kind.DATE
        ? Conversions.timestamp(node)
        : (NumberNode) node;
  }

  private NumberNode in(Tree.Call call) {
    Node left = bind(call.arguments().get(0));
    NumberNode any = null;
    for (Tree argument : call.arguments().subList(1, call.arguments().size())) {
      NumberNode one = comparison(Compare.Operator.EQUAL, argument, left, bind(argument));
      any = any == null ? one : new Logic.Both(false, any, one);
    }
    return Objects.requireNonNull(any);
  }

  private Node choice(Tree.Case choice) {
    List<NumberNode> conditions = choice.conditions().stream().map(this::truth).toList();
    return chosen(conditions, choice.results());
  }

  private Node coalesce(Tree.Call call) {
    if (call.arguments().isEmpty()) {
      throw problem("coalesce needs arguments", call);
    }
    return chosen(List.of(), call.arguments());
  }

  /** {@code nullif(a, b)}: a, but blank where it equals b. */
  private Node nullif(Tree.Call call) {
    functions.checkCount(call, 2, 2);
    Tree first = call.arguments().get(0);
    NumberNode equal =
        comparison(Compare.Operator.EQUAL, call, bind(first), bind(call.arguments().get(1)));
    return chosen(List.of(equal), List.of(new Tree.Null(call.offset()), first));
  }

  private Node chosen(List<NumberNode> conditions, List<Tree> results) {
    List<Node> bound = new ArrayList<>(results.stream().map(this::bind).toList());
    ColumnType type = null;
    for (int i = 0; i < bound.size(); i++) {
      ColumnType of = bound.get(i).type();
      if (!Conversions.isBlank(bound.get(i))) {
        boolean together =
            type == null || type.kind() == of.kind() || (type.isNumber() && of.isNumber());
        if (!together) {
          throw problem("the results are of two types, " + type + " and " + of, results.get(i));
        }
        type = type == null ? of : type.common(of);
      }
    }
    if (type == null) {
      throw problem("every result is null", results.get(0));
    }
    ColumnType common = type;
    bound.replaceAll(node -> common(node, common));
    if (common.kind() == ColumnType.Kind.TEXT) {
      return new ConditionalNode.OfTexts(
          conditions, bound.stream().map(TextNode.class::cast).toList());
    }
    return new ConditionalNode.OfNumbers(
        common, conditions, bound.stream().map(NumberNode.class::cast).toList());
  }

  private static Node common(Node node, ColumnType type) {
    if (Conversions.isBlank(node)) {
      return Conversions.blank(type);
    }
    return type.isNumber() ? Conversions.withPlaces(node, type.places()) : node;
  }
}
