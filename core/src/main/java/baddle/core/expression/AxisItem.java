package baddle.core.expression;

import baddle.core.calendar.Grain;
import baddle.core.finding.Nearest;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.regex.Pattern;

/**
 * One level of an axis: a column or calculation, perhaps seen at a grain of the calendar ({@code
 * sold_on by month}) or in bands of numbers ({@code quantity by bands 0, 10, 50}).
 *
 * @param heading what it is called
 * @param value what its items are made of
 * @param grain how coarse its dates are seen; empty to take its values as they are
 * @param bands where each band begins, in ascending order; empty to take its values as they are
 * @param text as it is written in the plan
 */
public record AxisItem(
    String heading, Expression value, Optional<Grain> grain, List<BigDecimal> bands, String text) {

  /** The word that stands for the measures where they are a level of their own. */
  public static final String MEASURES = "measures";

  private static final Pattern WORDS =
      Pattern.compile("[\\p{L}_][\\p{L}\\p{N}_]*( [\\p{L}\\p{N}_]+)*");

  /** Copies the list. */
  public AxisItem {
    bands = List.copyOf(bands);
  }

  /**
   * Reads an item.
   *
   * @throws ExpressionException if the text isn't one
   */
  public static AxisItem parse(String text) {
    List<Token> tokens = Lexer.tokens(text);
    int by = lastBy(tokens);
    String left = by < 0 ? text.strip() : text.substring(0, tokens.get(by).offset()).strip();
    Expression value = value(left);
    String heading = value.isName() ? value.names().get(0) : left;
    if (by < 0) {
      return new AxisItem(heading, value, Optional.empty(), List.of(), text.strip());
    }
    int after = tokens.get(by + 1).offset();
    if (tokens.get(by + 1).isWord("bands")) {
      List<BigDecimal> bands = bands(tokens.subList(by + 2, tokens.size() - 1), text);
      return new AxisItem(heading, value, Optional.empty(), bands, text.strip());
    }
    String words = text.substring(after).strip();
    Optional<Grain> grain = Grain.of(words);
    if (grain.isEmpty()) {
      throw new ExpressionException(
          words.isEmpty()
              ? "expected a grain of the calendar, such as month, or bands 0, 10, 50"
              : "no grain of the calendar: "
                  + words
                  + ", nor bands 0, 10, 50"
                  + Nearest.hint(words, Arrays.stream(Grain.values()).map(Grain::words).toList()),
          text,
          after);
    }
    return new AxisItem(heading, value, grain, List.of(), text.strip());
  }

  /** A calculation, or a column whose name is words that are no calculation. */
  private static Expression value(String text) {
    try {
      return Expression.parse(text);
    } catch (ExpressionException e) {
      if (WORDS.matcher(text).matches()) {
        return Expression.ofColumn(text);
      }
      throw e;
    }
  }

  /** A column as it is. */
  public static AxisItem ofColumn(String name) {
    Expression value = Expression.ofColumn(name);
    return new AxisItem(name, value, Optional.empty(), List.of(), value.toString());
  }

  /** The same under another name. */
  public AxisItem called(String name) {
    return new AxisItem(name, value, grain, bands, text);
  }

  /** The last {@code by} outside of brackets, or -1. */
  private static int lastBy(List<Token> tokens) {
    int depth = 0;
    int by = -1;
    for (int i = 0; i < tokens.size() - 1; i++) {
      depth += tokens.get(i).isSign("(") ? 1 : tokens.get(i).isSign(")") ? -1 : 0;
      by = i > 0 && depth == 0 && tokens.get(i).isWord("by") ? i : by;
    }
    return by;
  }

  private static List<BigDecimal> bands(List<Token> tokens, String text) {
    List<BigDecimal> bands = new ArrayList<>();
    boolean negative = false;
    for (Token token : tokens) {
      if (token.kind() == Token.Kind.NUMBER) {
        BigDecimal number = new BigDecimal(token.text());
        bands.add(negative ? number.negate() : number);
      } else if (!token.isSign(",") && !token.isSign("-")) {
        throw new ExpressionException("expected numbers such as 0, 10, 50", text, token.offset());
      }
      negative = token.isSign("-");
    }
    for (int i = 1; i < bands.size(); i++) {
      if (bands.get(i).compareTo(bands.get(i - 1)) <= 0) {
        throw new ExpressionException(
            "bands begin one after the other, in ascending order", text, 0);
      }
    }
    if (bands.isEmpty()) {
      throw new ExpressionException("bands need numbers, such as 0, 10, 50", text, text.length());
    }
    return bands;
  }

  /** As it is written in the plan. */
  @Override
  public String toString() {
    return text;
  }
}
