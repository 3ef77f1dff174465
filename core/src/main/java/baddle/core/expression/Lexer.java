package baddle.core.expression;

import java.util.ArrayList;
import java.util.List;

/** Cuts an expression into tokens as the SQL standard does. */
final class Lexer {

  private static final List<String> SIGNS =
      List.of("<>", "<=", ">=", "||", "=", "<", ">", "+", "-", "*", "/", "(", ")", ",");
  private final String text;
  private final List<Token> tokens = new ArrayList<>();
  private int at;

  private Lexer(String text) {
    this.text = text;
  }

  static List<Token> tokens(String text) {
    Lexer lexer = new Lexer(text);
    lexer.run();
    return lexer.tokens;
  }

  private void run() {
    while (at < text.length()) {
      char c = text.charAt(at);
      if (Character.isWhitespace(c)) {
        at++;
      } else if (Character.isLetter(c) || c == '_') {
        word();
      } else if (isDigit(at) || (c == '.' && isDigit(at + 1))) {
        number();
      } else if (c == '\'' || c == '"') {
        quoted(c);
      } else {
        sign();
      }
    }
    tokens.add(new Token(Token.Kind.END, "", text.length()));
  }

  private boolean isDigit(int index) {
    return index < text.length() && text.charAt(index) >= '0' && text.charAt(index) <= '9';
  }

  private void word() {
    int start = at;
    while (at < text.length()
        && (Character.isLetterOrDigit(text.charAt(at)) || text.charAt(at) == '_')) {
      at++;
    }
    tokens.add(new Token(Token.Kind.WORD, text.substring(start, at), start));
  }

  private void number() {
    int start = at;
    while (isDigit(at) || (at < text.length() && text.charAt(at) == '.')) {
      at++;
    }
    String number = text.substring(start, at);
    if (number.indexOf('.') != number.lastIndexOf('.')) {
      throw new ExpressionException("no number: " + number, text, start);
    }
    tokens.add(new Token(Token.Kind.NUMBER, number, start));
  }

  private void quoted(char quote) {
    int start = at++;
    StringBuilder inside = new StringBuilder();
    while (true) {
      if (at == text.length()) {
        throw new ExpressionException("a quote that isn't closed", text, start);
      }
      char c = text.charAt(at++);
      if (c != quote) {
        inside.append(c);
      } else if (at < text.length() && text.charAt(at) == quote) {
        inside.append(c);
        at++;
      } else {
        break;
      }
    }
    Token.Kind kind = quote == '"' ? Token.Kind.QUOTED_NAME : Token.Kind.TEXT;
    tokens.add(new Token(kind, inside.toString(), start));
  }

  private void sign() {
    for (String sign : SIGNS) {
      if (text.startsWith(sign, at)) {
        tokens.add(new Token(Token.Kind.SIGN, sign, at));
        at += sign.length();
        return;
      }
    }
    String hint = text.startsWith("!=", at) ? "; different is written <>" : "";
    throw new ExpressionException("what is " + text.charAt(at) + " here?" + hint, text, at);
  }
}
