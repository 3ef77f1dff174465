package baddle.core.expression;

import baddle.core.finding.Nearest;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;

/** Reads what has a form of its own: {@code case}, functions with words between, aggregates. */
final class FunctionParser {

  private final TokenCursor tokens;
  private final TreeParser values;
  private int aggregatesOpen;

  FunctionParser(TokenCursor tokens, TreeParser values) {
    this.tokens = tokens;
    this.values = values;
  }

  Tree caseOf(int offset) {
    Tree compared = tokens.token().isWord("when") ? new Tree.Null(offset) : values.or();
    List<Tree> conditions = new ArrayList<>();
    List<Tree> results = new ArrayList<>();
    while (tokens.takeWord("when")) {
      int at = tokens.token().offset();
      Tree condition = values.or();
      conditions.add(
          compared instanceof Tree.Null
              ? condition
              : TreeParser.call("=", at, compared, condition));
      tokens.expectWord("then");
      results.add(values.or());
    }
    if (conditions.isEmpty()) {
      throw tokens.unexpected("when");
    }
    results.add(tokens.takeWord("else") ? values.or() : new Tree.Null(offset));
    tokens.expectWord("end");
    return new Tree.Case(conditions, results, offset);
  }

  Tree function(String name, int offset) {
    tokens.expectSign("(");
    if (tokens.token().isSign("*")) {
      throw tokens.problem(
          "no function " + name + " of rows" + Nearest.hint(name, Aggregate.words()), offset);
    }
    List<Tree> arguments = new ArrayList<>();
    String detail = "";
    if (name.equals("extract")) {
      detail = tokens.next().lower();
      tokens.expectWord("from");
    } else if (name.equals("trim")) {
      detail = trimSide();
    }
    if (tokens.takeSign(")")) {
      return new Tree.Call(name, arguments, detail, offset);
    }
    if (!(name.equals("trim") && tokens.takeWord("from"))) {
      arguments.add(name.equals("position") ? values.sum() : values.or());
    }
    switch (name) {
      case "cast" -> {
        tokens.expectWord("as");
        detail = castType();
      }
      case "trim" -> {
        if (arguments.isEmpty() || tokens.takeWord("from")) {
          arguments.add(0, values.or());
        }
      }
      case "substring" -> {
        if (tokens.takeWord("from")) {
          arguments.add(values.or());
          if (tokens.takeWord("for")) {
            arguments.add(values.or());
          }
        }
      }
      case "position" -> {
        if (tokens.takeWord("in")) {
          arguments.add(0, values.or());
        }
      }
      default -> {}
    }
    while (tokens.takeSign(",")) {
      arguments.add(values.or());
    }
    tokens.expectSign(")");
    return new Tree.Call(name, arguments, detail, offset);
  }

  /** An aggregate, whose name is the token of an index. */
  Tree aggregated(Aggregate aggregate, int first, int offset) {
    if (++aggregatesOpen > 1) {
      throw tokens.problem("an aggregate of an aggregate", offset);
    }
    tokens.expectSign("(");
    boolean distinct = aggregate == Aggregate.COUNT && tokens.takeWord("distinct");
    Tree argument = null;
    Tree by = null;
    BigDecimal fraction = BigDecimal.ZERO;
    if (aggregate == Aggregate.PERCENTILE_CONT) {
      fraction = fraction();
      tokens.expectSign(")");
      for (String word : List.of("within", "group")) {
        tokens.expectWord(word);
      }
      tokens.expectSign("(");
      tokens.expectWord("order");
      tokens.expectWord("by");
      argument = values.or();
    } else if (tokens.token().isSign("*")) {
      if (aggregate != Aggregate.COUNT || distinct) {
        throw tokens.unexpected("a column; * is for count only");
      }
      tokens.next();
    } else {
      argument = values.or();
      boolean byPeriod = aggregate == Aggregate.FIRST || aggregate == Aggregate.LATEST;
      if (aggregate == Aggregate.LAST) {
        tokens.expectSign(",");
        by = values.or();
      } else if (byPeriod && tokens.takeSign(",")) {
        by = values.or();
      }
    }
    tokens.expectSign(")");
    Tree filter = null;
    if (tokens.takeWord("filter")) {
      tokens.expectSign("(");
      tokens.expectWord("where");
      filter = values.or();
      tokens.expectSign(")");
    }
    aggregatesOpen--;
    return new Tree.Aggregated(
        aggregate, distinct, argument, by, filter, fraction, shown(first, tokens.at()), offset);
  }

  private BigDecimal fraction() {
    Token number = tokens.token();
    boolean is = number.kind() == Token.Kind.NUMBER;
    if (!is || new BigDecimal(number.text()).compareTo(BigDecimal.ONE) > 0) {
      throw tokens.unexpected("a share from 0 to 1, such as 0.9");
    }
    tokens.next();
    return new BigDecimal(number.text());
  }

  /** Some tokens as text, with a space only where words would run together. */
  private String shown(int from, int to) {
    StringBuilder shown = new StringBuilder();
    for (Token token : tokens.tokens(from, to)) {
      String word =
          switch (token.kind()) {
            case TEXT -> "'" + token.text().replace("'", "''") + "'";
            case QUOTED_NAME -> ColumnName.quote(token.text());
            default -> token.text();
          };
      boolean tight =
          shown.isEmpty()
              || shown.charAt(shown.length() - 1) == '('
              || word.equals(")")
              || word.equals(",")
              || (word.equals("(") && Aggregate.of(shown.toString()).isPresent());
      shown.append(tight ? "" : " ").append(word);
    }
    return shown.toString();
  }

  private String trimSide() {
    String side = tokens.token().lower();
    if (List.of("leading", "trailing", "both").contains(side)) {
      tokens.next();
      return side;
    }
    return "both";
  }

  private String castType() {
    Token word = tokens.next();
    StringBuilder type = new StringBuilder(word.lower());
    if (tokens.takeSign("(")) {
      type.append(' ').append(tokens.next().text());
      while (tokens.takeSign(",")) {
        type.append(' ').append(tokens.next().text());
      }
      tokens.expectSign(")");
    }
    return type.toString();
  }
}
