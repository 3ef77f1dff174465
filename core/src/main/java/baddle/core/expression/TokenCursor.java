package baddle.core.expression;

import java.util.List;
import java.util.Optional;

/** Goes through the tokens of an expression; what isn't expected is told with its place. */
final class TokenCursor {

  private final String text;
  private final List<Token> tokens;
  private int at;

  TokenCursor(String text) {
    this.text = text;
    this.tokens = Lexer.tokens(text);
  }

  /** The token that comes next. */
  Token token() {
    return tokens.get(at);
  }

  /** Goes past the token that comes next. */
  Token next() {
    return tokens.get(at++);
  }

  /** Goes past a word if it comes next. */
  boolean takeWord(String word) {
    boolean is = token().isWord(word);
    at += is ? 1 : 0;
    return is;
  }

  /** Goes past a sign if it comes next. */
  boolean takeSign(String sign) {
    boolean is = token().isSign(sign);
    at += is ? 1 : 0;
    return is;
  }

  ExpressionException unexpected(String expected) {
    String found = token().kind() == Token.Kind.END ? "the end" : "\"" + token().text() + "\"";
    return new ExpressionException(
        "expected " + expected + ", found " + found, text, token().offset());
  }

  void expectSign(String sign) {
    if (!takeSign(sign)) {
      throw unexpected(sign);
    }
  }

  void expectWord(String word) {
    if (!takeWord(word)) {
      throw unexpected(word);
    }
  }

  /** What is wrong at an offset of the text. */
  ExpressionException problem(String message, int offset) {
    return new ExpressionException(message, text, offset);
  }

  /** How many tokens are behind. */
  int at() {
    return at;
  }

  /** Goes back by one token. */
  void back() {
    at--;
  }

  /** The token before the one that comes next; empty at the beginning. */
  Optional<Token> last() {
    return at == 0 ? Optional.empty() : Optional.of(tokens.get(at - 1));
  }

  /** Some tokens. */
  List<Token> tokens(int from, int to) {
    return tokens.subList(from, to);
  }
}
