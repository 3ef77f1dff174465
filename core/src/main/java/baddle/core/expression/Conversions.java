package baddle.core.expression;

import baddle.core.value.ColumnType;
import java.util.List;

/** Values of one type as those of another. */
final class Conversions {

  static final long MICROS_PER_DAY = 86_400_000_000L;

  private Conversions() {}

  /** Numbers with so many places. */
  static NumberNode withPlaces(Node node, int places) {
    NumberNode number = (NumberNode) node;
    int more = places - number.type().places();
    return more == 0 ? number : rescaled(number, places, Rescale.Rounding.HALF_UP);
  }

  static NumberNode rescaled(NumberNode number, int places, Rescale.Rounding rounding) {
    ColumnType type =
        places == 0 ? ColumnType.of(ColumnType.Kind.INTEGER) : ColumnType.decimal(places);
    return new Rescale(type, number, places - number.type().places(), rounding, false);
  }

  /** A blank of a type. */
  static Node blank(ColumnType type) {
    return type.kind() == ColumnType.Kind.TEXT
        ? new LeafNodes.TextConstant("")
        : new LeafNodes.NumberConstant(type);
  }

  static boolean isBlank(Node node) {
    return node instanceof LeafNodes.NumberConstant constant && constant.isBlank();
  }

  /** A day as the first moment of it. */
  static NumberNode timestamp(Node day) {
    return new FunctionNode.ToNumber(
        ColumnType.of(ColumnType.Kind.TIMESTAMP),
        arguments -> Function.number(arguments[0]) * MICROS_PER_DAY,
        List.of(day),
        false);
  }

  /** The values to be kept in a column. */
  static Node assigned(Node node, ColumnType type, String text) {
    if (isBlank(node)) {
      return blank(type);
    }
    if (type.isNumber() && node.type().isNumber()) {
      return new Rescale(
          type,
          (NumberNode) node,
          type.places() - node.type().places(),
          Rescale.Rounding.HALF_UP,
          true);
    }
    if (node.type().kind() == type.kind()) {
      return node;
    }
    throw new ExpressionException(
        "the column is " + type + ", the expression gives " + node.type(), text, 0);
  }
}
