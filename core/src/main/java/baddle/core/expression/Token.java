package baddle.core.expression;

import java.util.Locale;

/**
 * A piece of an expression's text.
 *
 * @param kind what it is
 * @param text a word as it is, a text or quoted name without its quotes, a number, a sign
 * @param offset its first character, from 0
 */
record Token(Kind kind, String text, int offset) {

  enum Kind {
    WORD,
    QUOTED_NAME,
    TEXT,
    NUMBER,
    SIGN,
    END
  }

  boolean isWord(String word) {
    return kind == Kind.WORD && text.equalsIgnoreCase(word);
  }

  boolean isSign(String sign) {
    return kind == Kind.SIGN && text.equals(sign);
  }

  String lower() {
    return text.toLowerCase(Locale.ROOT);
  }
}
