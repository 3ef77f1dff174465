package baddle.core.expression;

import baddle.core.finding.Nearest;
import baddle.core.value.ColumnType;
import baddle.core.value.Fit;
import baddle.core.value.ValueReader;
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

  /** How many operators of one kind may stand in a row. */
  private static final int MOST_IN_A_ROW = 200;

  private final String text;
  private final List<Token> tokens;
  private int at;
  private int depth;
  private int aggregatesOpen;

  /** Whether a word means something else than a column where a value is expected. */
  static boolean isReserved(String word) {
    String lower = word.toLowerCase(Locale.ROOT);
    return RESERVED.contains(lower) || List.of("true", "false", "null").contains(lower);
  }

  private TreeParser(String text) {
    this.text = text;
    this.tokens = Lexer.tokens(text);
  }

  static Tree parse(String text) {
    TreeParser parser = new TreeParser(text);
    Tree tree = parser.or();
    if (parser.token().kind() != Token.Kind.END) {
      throw parser.unexpected("an operator or the end");
    }
    return tree;
  }

  private Token token() {
    return tokens.get(at);
  }

  private Token next() {
    return tokens.get(at++);
  }

  private boolean takeWord(String word) {
    boolean is = token().isWord(word);
    at += is ? 1 : 0;
    return is;
  }

  private boolean takeSign(String sign) {
    boolean is = token().isSign(sign);
    at += is ? 1 : 0;
    return is;
  }

  private ExpressionException unexpected(String expected) {
    String found = token().kind() == Token.Kind.END ? "the end" : "\"" + token().text() + "\"";
    return new ExpressionException(
        "expected " + expected + ", found " + found, text, token().offset());
  }

  private void expectSign(String sign) {
    if (!takeSign(sign)) {
      throw unexpected(sign);
    }
  }

  private void expectWord(String word) {
    if (!takeWord(word)) {
      throw unexpected(word);
    }
  }

  private Tree or() {
    if (++depth > DEEPEST) {
      throw new ExpressionException("nested too deeply", text, token().offset());
    }
    List<Tree> terms = new ArrayList<>(List.of(and()));
    List<Integer> offsets = new ArrayList<>();
    while (token().isWord("or")) {
      offsets.add(next().offset());
      terms.add(and());
    }
    depth--;
    return balanced("or", terms, offsets);
  }

  private Tree and() {
    List<Tree> terms = new ArrayList<>(List.of(not()));
    List<Integer> offsets = new ArrayList<>();
    while (token().isWord("and")) {
      offsets.add(next().offset());
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
      throw new ExpressionException(
          "more than "
              + MOST_IN_A_ROW
              + " operators in a row; calculate parts of it in columns of their own",
          text,
          token().offset());
    }
  }

  private Tree not() {
    if (token().isWord("not")) {
      int offset = next().offset();
      if (++depth > DEEPEST) {
        throw new ExpressionException("nested too deeply", text, offset);
      }
      Tree negated = call("not", offset, not());
      depth--;
      return negated;
    }
    return predicate();
  }

  private static Tree.Call call(String name, int offset, Tree... arguments) {
    return new Tree.Call(name, List.of(arguments), "", offset);
  }

  private Tree predicate() {
    Tree left = sum();
    Token operator = token();
    int offset = operator.offset();
    if (operator.kind() == Token.Kind.SIGN && isComparison(operator.text())) {
      at++;
      return call(operator.text(), offset, left, sum());
    }
    if (takeWord("is")) {
      return is(left, offset);
    }
    boolean negated = takeWord("not");
    Tree condition;
    if (takeWord("between")) {
      Tree low = sum();
      expectWord("and");
      condition =
          call("and", offset, call(">=", offset, left, low), call("<=", offset, left, sum()));
    } else if (takeWord("in")) {
      condition = in(left, offset);
    } else if (takeWord("like")) {
      Tree pattern = sum();
      condition =
          takeWord("escape")
              ? call("like", offset, left, pattern, sum())
              : call("like", offset, left, pattern);
    } else if (takeWord("like_regex")) {
      Tree pattern = sum();
      condition =
          takeWord("flag")
              ? call("like_regex", offset, left, pattern, sum())
              : call("like_regex", offset, left, pattern);
    } else if (negated) {
      throw unexpected("between, in, like or like_regex after not");
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
    boolean negated = takeWord("not");
    String word = token().lower();
    if (!List.of("null", "true", "false", "unknown").contains(word)) {
      throw unexpected("null, true, false or unknown");
    }
    at++;
    Tree condition = call(word.equals("unknown") ? "is null" : "is " + word, offset, left);
    return negated ? call("not", offset, condition) : condition;
  }

  private Tree in(Tree left, int offset) {
    expectSign("(");
    List<Tree> arguments = new ArrayList<>(List.of(left));
    do {
      arguments.add(sum());
    } while (takeSign(","));
    expectSign(")");
    return new Tree.Call("in", arguments, "", offset);
  }

  private Tree sum() {
    Tree left = product();
    for (int i = 1; token().isSign("+") || token().isSign("-") || token().isSign("||"); i++) {
      checkLength(i);
      Token operator = next();
      left = call(operator.text(), operator.offset(), left, product());
    }
    return left;
  }

  private Tree product() {
    Tree left = signed();
    for (int i = 1; token().isSign("*") || token().isSign("/"); i++) {
      checkLength(i);
      Token operator = next();
      left = call(operator.text(), operator.offset(), left, signed());
    }
    return left;
  }

  private Tree signed() {
    if (++depth > DEEPEST) {
      throw new ExpressionException("nested too deeply", text, token().offset());
    }
    Tree part = signedPart();
    depth--;
    return part;
  }

  private Tree signedPart() {
    if (token().isSign("-")) {
      int offset = next().offset();
      Tree part = signed();
      return part instanceof Tree.Amount number
          ? new Tree.Amount(number.value().negate(), offset)
          : call("-", offset, new Tree.Amount(BigDecimal.ZERO, offset), part);
    }
    return takeSign("+") ? signed() : primary();
  }

  private Tree primary() {
    Token token = token();
    switch (token.kind()) {
      case NUMBER -> {
        at++;
        return new Tree.Amount(new BigDecimal(token.text()), token.offset());
      }
      case TEXT -> {
        at++;
        return new Tree.Text(token.text(), token.offset());
      }
      case QUOTED_NAME -> {
        at++;
        return new Tree.Name(token.text(), true, token.offset());
      }
      case WORD -> {
        return word();
      }
      default -> {
        if (takeSign("(")) {
          Tree inside = or();
          expectSign(")");
          return inside;
        }
        if (token.isSign("=") && at > 0 && tokens.get(at - 1).isSign("=")) {
          throw new ExpressionException(
              "equal is written =, not ==", text, tokens.get(at - 1).offset());
        }
        throw unexpected("a value");
      }
    }
  }

  private Tree word() {
    Token word = next();
    String name = word.lower();
    int offset = word.offset();
    boolean beforeText = token().kind() == Token.Kind.TEXT;
    if (name.equals("date") && beforeText) {
      return new Tree.Date(read(ColumnType.Kind.DATE), offset);
    }
    if (name.equals("timestamp") && beforeText) {
      return new Tree.Timestamp(read(ColumnType.Kind.TIMESTAMP), offset);
    }
    if (name.equals(Intervals.LITERAL) && beforeText) {
      return interval(offset);
    }
    if (token().isSign("(") && !RESERVED.contains(name)) {
      Optional<Aggregate> aggregate = Aggregate.of(name);
      return aggregate.isPresent()
          ? aggregated(aggregate.get(), at - 1, offset)
          : function(name, offset);
    }
    return switch (name) {
      case "true", "false" -> new Tree.Truth(name.equals("true"), offset);
      case "null" -> new Tree.Null(offset);
      case "case" -> caseOf(offset);
      default -> {
        if (RESERVED.contains(name)) {
          at--;
          throw unexpected("a value");
        }
        yield new Tree.Name(word.text(), false, offset);
      }
    };
  }

  /** The value of a date or timestamp literal. */
  private long read(ColumnType.Kind kind) {
    Token literal = next();
    ValueReader reader = ValueReader.of(ColumnType.of(kind));
    char[] characters = literal.text().toCharArray();
    boolean iso = literal.text().matches("\\d{4}-\\d\\d-\\d\\d.*");
    if (!iso || reader.read(characters, 0, characters.length) != Fit.FITS) {
      String example = kind == ColumnType.Kind.DATE ? "2026-03-14" : "2026-03-14 09:30:00";
      throw new ExpressionException(
          "expected a " + kind.word() + " such as '" + example + "'", text, literal.offset());
    }
    return reader.value();
  }

  private Tree interval(int offset) {
    Token number = next();
    String unit = token().lower();
    if (!number.text().matches("[+-]?\\d{1,6}") || !Intervals.UNITS.contains(unit)) {
      throw new ExpressionException(
          "expected an interval such as interval '3' month; day, month and year are the units",
          text,
          offset);
    }
    next();
    Tree amount = new Tree.Amount(new BigDecimal(number.text()), number.offset());
    return new Tree.Call(Intervals.LITERAL, List.of(amount), unit, offset);
  }

  private Tree caseOf(int offset) {
    Tree compared = token().isWord("when") ? new Tree.Null(offset) : or();
    List<Tree> conditions = new ArrayList<>();
    List<Tree> results = new ArrayList<>();
    while (takeWord("when")) {
      int at = token().offset();
      Tree condition = or();
      conditions.add(
          compared instanceof Tree.Null ? condition : call("=", at, compared, condition));
      expectWord("then");
      results.add(or());
    }
    if (conditions.isEmpty()) {
      throw unexpected("when");
    }
    results.add(takeWord("else") ? or() : new Tree.Null(offset));
    expectWord("end");
    return new Tree.Case(conditions, results, offset);
  }

  private Tree function(String name, int offset) {
    expectSign("(");
    if (token().isSign("*")) {
      throw new ExpressionException(
          "no function " + name + " of rows" + Nearest.hint(name, Aggregate.words()), text, offset);
    }
    List<Tree> arguments = new ArrayList<>();
    String detail = "";
    if (name.equals("extract")) {
      detail = next().lower();
      expectWord("from");
    } else if (name.equals("trim")) {
      detail = trimSide();
    }
    if (takeSign(")")) {
      return new Tree.Call(name, arguments, detail, offset);
    }
    if (!(name.equals("trim") && takeWord("from"))) {
      arguments.add(name.equals("position") ? sum() : or());
    }
    switch (name) {
      case "cast" -> {
        expectWord("as");
        detail = castType();
      }
      case "trim" -> {
        if (arguments.isEmpty() || takeWord("from")) {
          arguments.add(0, or());
        }
      }
      case "substring" -> {
        if (takeWord("from")) {
          arguments.add(or());
          if (takeWord("for")) {
            arguments.add(or());
          }
        }
      }
      case "position" -> {
        if (takeWord("in")) {
          arguments.add(0, or());
        }
      }
      default -> {}
    }
    while (takeSign(",")) {
      arguments.add(or());
    }
    expectSign(")");
    return new Tree.Call(name, arguments, detail, offset);
  }

  /** An aggregate, whose name is the token of an index. */
  private Tree aggregated(Aggregate aggregate, int first, int offset) {
    if (++aggregatesOpen > 1) {
      throw new ExpressionException("an aggregate of an aggregate", text, offset);
    }
    expectSign("(");
    boolean distinct = aggregate == Aggregate.COUNT && takeWord("distinct");
    Tree argument = null;
    Tree by = null;
    BigDecimal fraction = BigDecimal.ZERO;
    if (aggregate == Aggregate.PERCENTILE_CONT) {
      fraction = fraction();
      expectSign(")");
      for (String word : List.of("within", "group")) {
        expectWord(word);
      }
      expectSign("(");
      expectWord("order");
      expectWord("by");
      argument = or();
    } else if (token().isSign("*")) {
      if (aggregate != Aggregate.COUNT || distinct) {
        throw unexpected("a column; * is for count only");
      }
      at++;
    } else {
      argument = or();
      boolean byPeriod = aggregate == Aggregate.FIRST || aggregate == Aggregate.LATEST;
      if (aggregate == Aggregate.LAST) {
        expectSign(",");
        by = or();
      } else if (byPeriod && takeSign(",")) {
        by = or();
      }
    }
    expectSign(")");
    Tree filter = null;
    if (takeWord("filter")) {
      expectSign("(");
      expectWord("where");
      filter = or();
      expectSign(")");
    }
    aggregatesOpen--;
    return new Tree.Aggregated(
        aggregate, distinct, argument, by, filter, fraction, shown(first, at), offset);
  }

  private BigDecimal fraction() {
    Token number = token();
    boolean is = number.kind() == Token.Kind.NUMBER;
    if (!is || new BigDecimal(number.text()).compareTo(BigDecimal.ONE) > 0) {
      throw unexpected("a share from 0 to 1, such as 0.9");
    }
    at++;
    return new BigDecimal(number.text());
  }

  /** Some tokens as text, with a space only where words would run together. */
  private String shown(int from, int to) {
    StringBuilder shown = new StringBuilder();
    for (Token token : tokens.subList(from, to)) {
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
    String side = token().lower();
    if (List.of("leading", "trailing", "both").contains(side)) {
      at++;
      return side;
    }
    return "both";
  }

  private String castType() {
    Token word = next();
    StringBuilder type = new StringBuilder(word.lower());
    if (takeSign("(")) {
      type.append(' ').append(next().text());
      while (takeSign(",")) {
        type.append(' ').append(next().text());
      }
      expectSign(")");
    }
    return type.toString();
  }
}
