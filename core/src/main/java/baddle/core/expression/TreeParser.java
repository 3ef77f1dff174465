package baddle.core.expression;

import baddle.core.value.ColumnType;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;

/** Reads tokens into a tree: value expressions and search conditions of ISO/IEC 9075-2. */
final class TreeParser {

  private static final Set<String> RESERVED =
      Set.of(
          "and", "or", "not", "is", "in", "like", "between", "case", "when", "then", "else", "end",
          "from", "for", "escape", "flag");
  private static final int DEEPEST = 100;

  /** How many operators of one kind may be in a row. */
  private static final int MOST_IN_A_ROW = 200;

  private final TokenCursor tokens;
  private final FunctionParser functions;
  private int depth;

  /** Whether a word means something else than a column where a value is expected. */
  static boolean isReserved(String word) {
    String lower = word.toLowerCase(Locale.ROOT);
    return RESERVED.contains(lower) || List.of("true", "false", "null").contains(lower);
  }

  private TreeParser(String text) {
    this.tokens = new TokenCursor(text);
    this.functions = new FunctionParser(tokens, this);
  }

  static Tree parse(String text) {
    TreeParser parser = new TreeParser(text);
    Tree tree = parser.or();
    if (parser.tokens.token().kind() != Token.Kind.END) {
      throw parser.tokens.unexpected("an operator or the end");
    }
    return tree;
  }

  /** A whole value or condition. */
  Tree or() {
    if (++depth > DEEPEST) {
      throw tokens.problem("nested too deeply", tokens.token().offset());
    }
    List<Tree> terms = new ArrayList<>(List.of(and()));
    List<Integer> offsets = new ArrayList<>();
    while (tokens.token().isWord("or")) {
      offsets.add(tokens.next().offset());
      terms.add(and());
    }
    depth--;
    return balanced("or", terms, offsets);
  }

  private Tree and() {
    List<Tree> terms = new ArrayList<>(List.of(not()));
    List<Integer> offsets = new ArrayList<>();
    while (tokens.token().isWord("and")) {
      offsets.add(tokens.next().offset());
      terms.add(not());
    }
    return balanced("and", terms, offsets);
  }

  /** Any number of terms in a tree that isn't deep; the operator gives the same in any order. */
  private static Tree balanced(String operator, List<Tree> terms, List<Integer> offsets) {
    if (terms.size() == 1) {
      return terms.get(0);
    }
    int half = terms.size() / 2;
    return call(
        operator,
        offsets.get(half - 1),
        balanced(operator, terms.subList(0, half), offsets.subList(0, half - 1)),
        balanced(
            operator, terms.subList(half, terms.size()), offsets.subList(half, offsets.size())));
  }

  private void checkLength(int operators) {
    if (operators > MOST_IN_A_ROW) {
      throw tokens.problem(
          "more than "
              + MOST_IN_A_ROW
              + " operators in a row; calculate parts of it in columns of their own",
          tokens.token().offset());
    }
  }

  private Tree not() {
    if (tokens.token().isWord("not")) {
      int offset = tokens.next().offset();
      if (++depth > DEEPEST) {
        throw tokens.problem("nested too deeply", offset);
      }
      Tree negated = call("not", offset, not());
      depth--;
      return negated;
    }
    return predicate();
  }

  /** An operator of some parts. */
  static Tree.Call call(String name, int offset, Tree... arguments) {
    return new Tree.Call(name, List.of(arguments), "", offset);
  }

  private Tree predicate() {
    Tree left = sum();
    Token operator = tokens.token();
    int offset = operator.offset();
    if (operator.kind() == Token.Kind.SIGN && isComparison(operator.text())) {
      tokens.next();
      return call(operator.text(), offset, left, sum());
    }
    if (tokens.takeWord("is")) {
      return is(left, offset);
    }
    boolean negated = tokens.takeWord("not");
    Tree condition;
    if (tokens.takeWord("between")) {
      Tree low = sum();
      tokens.expectWord("and");
      condition =
          call("and", offset, call(">=", offset, left, low), call("<=", offset, left, sum()));
    } else if (tokens.takeWord("in")) {
      condition = in(left, offset);
    } else if (tokens.takeWord("like")) {
      Tree pattern = sum();
      condition =
          tokens.takeWord("escape")
              ? call("like", offset, left, pattern, sum())
              : call("like", offset, left, pattern);
    } else if (tokens.takeWord("like_regex")) {
      Tree pattern = sum();
      condition =
          tokens.takeWord("flag")
              ? call("like_regex", offset, left, pattern, sum())
              : call("like_regex", offset, left, pattern);
    } else if (negated) {
      throw tokens.unexpected("between, in, like or like_regex after not");
    } else {
      return left;
    }
    return negated ? call("not", offset, condition) : condition;
  }

  private static boolean isComparison(String sign) {
    for (Compare.Operator operator : Compare.Operator.values()) {
      if (operator.sign().equals(sign)) {
        return true;
      }
    }
    return false;
  }

  private Tree is(Tree left, int offset) {
    boolean negated = tokens.takeWord("not");
    String word = tokens.token().lower();
    if (!List.of("null", "true", "false", "unknown").contains(word)) {
      throw tokens.unexpected("null, true, false or unknown");
    }
    tokens.next();
    Tree condition = call(word.equals("unknown") ? "is null" : "is " + word, offset, left);
    return negated ? call("not", offset, condition) : condition;
  }

  private Tree in(Tree left, int offset) {
    tokens.expectSign("(");
    List<Tree> arguments = new ArrayList<>(List.of(left));
    do {
      arguments.add(sum());
    } while (tokens.takeSign(","));
    tokens.expectSign(")");
    return new Tree.Call("in", arguments, "", offset);
  }

  /** A value without comparisons. */
  Tree sum() {
    Tree left = product();
    for (int i = 1;
        tokens.token().isSign("+") || tokens.token().isSign("-") || tokens.token().isSign("||");
        i++) {
      checkLength(i);
      Token operator = tokens.next();
      left = call(operator.text(), operator.offset(), left, product());
    }
    return left;
  }

  private Tree product() {
    Tree left = signed();
    for (int i = 1; tokens.token().isSign("*") || tokens.token().isSign("/"); i++) {
      checkLength(i);
      Token operator = tokens.next();
      left = call(operator.text(), operator.offset(), left, signed());
    }
    return left;
  }

  private Tree signed() {
    if (++depth > DEEPEST) {
      throw tokens.problem("nested too deeply", tokens.token().offset());
    }
    Tree part = signedPart();
    depth--;
    return part;
  }

  private Tree signedPart() {
    if (tokens.token().isSign("-")) {
      int offset = tokens.next().offset();
      Tree part = signed();
      return part instanceof Tree.Amount number
          ? new Tree.Amount(number.value().negate(), offset)
          : call("-", offset, new Tree.Amount(BigDecimal.ZERO, offset), part);
    }
    return tokens.takeSign("+") ? signed() : primary();
  }

  private Tree primary() {
    Token token = tokens.token();
    switch (token.kind()) {
      case NUMBER -> {
        tokens.next();
        return new Tree.Amount(new BigDecimal(token.text()), token.offset());
      }
      case TEXT -> {
        tokens.next();
        return new Tree.Text(token.text(), token.offset());
      }
      case QUOTED_NAME -> {
        tokens.next();
        return new Tree.Name(token.text(), true, token.offset());
      }
      case WORD -> {
        return word();
      }
      default -> {
        if (tokens.takeSign("(")) {
          Tree inside = or();
          tokens.expectSign(")");
          return inside;
        }
        if (token.isSign("=") && tokens.last().filter(last -> last.isSign("=")).isPresent()) {
          throw tokens.problem("equal is written =, not ==", tokens.last().orElseThrow().offset());
        }
        throw tokens.unexpected("a value");
      }
    }
  }

  private Tree word() {
    Token word = tokens.next();
    String name = word.lower();
    int offset = word.offset();
    boolean beforeText = tokens.token().kind() == Token.Kind.TEXT;
    if (name.equals("date") && beforeText) {
      return new Tree.Date(Literals.read(tokens, ColumnType.Kind.DATE), offset);
    }
    if (name.equals("timestamp") && beforeText) {
      return new Tree.Timestamp(Literals.read(tokens, ColumnType.Kind.TIMESTAMP), offset);
    }
    if (name.equals(Intervals.LITERAL) && beforeText) {
      return Literals.interval(tokens, offset);
    }
    if (tokens.token().isSign("(") && !RESERVED.contains(name)) {
      Optional<Aggregate> aggregate = Aggregate.of(name);
      return aggregate.isPresent()
          ? functions.aggregated(aggregate.get(), tokens.at() - 1, offset)
          : functions.function(name, offset);
    }
    return switch (name) {
      case "true", "false" -> new Tree.Truth(name.equals("true"), offset);
      case "null" -> new Tree.Null(offset);
      case "case" -> functions.caseOf(offset);
      default -> {
        if (RESERVED.contains(name)) {
          tokens.back();
          throw tokens.unexpected("a value");
        }
        yield new Tree.Name(word.text(), false, offset);
      }
    };
  }
}
