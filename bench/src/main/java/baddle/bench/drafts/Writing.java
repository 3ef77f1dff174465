package baddle.bench.drafts;

import java.math.BigDecimal;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Random;

/**
 * How a sender writes delimited text.
 *
 * @param separator between values
 * @param decimalMark within numbers
 * @param dates a pattern
 * @param charset the encoding
 */
record Writing(char separator, char decimalMark, String dates, Charset charset) {

  static final Writing PLAIN = new Writing(',', '.', "yyyy-MM-dd", StandardCharsets.UTF_8);

  private static final List<String> DATES =
      List.of("yyyy-MM-dd", "dd/MM/yyyy", "dd.MM.yyyy", "d MMM yyyy");

  /** Some sender's. */
  static Writing any(Random random) {
    boolean comma = random.nextInt(3) == 0;
    return new Writing(
        comma ? ';' : ",;\t".charAt(random.nextInt(3)),
        comma ? ',' : '.',
        DATES.get(random.nextInt(DATES.size())),
        random.nextBoolean() ? StandardCharsets.UTF_8 : Charset.forName("windows-1252"));
  }

  /** A line of text. */
  String line(List<Object> cells) {
    List<String> texts = new ArrayList<>();
    for (Object cell : cells) {
      String text = text(cell);
      boolean quoted = text.indexOf(separator) >= 0 || text.indexOf('"') >= 0;
      texts.add(quoted ? '"' + text.replace("\"", "\"\"") + '"' : text);
    }
    return String.join(String.valueOf(separator), texts) + "\n";
  }

  private String text(Object cell) {
    if (cell instanceof LocalDate day) {
      return day.format(DateTimeFormatter.ofPattern(dates, Locale.ENGLISH));
    }
    if (cell instanceof BigDecimal number) {
      return number.toPlainString().replace('.', decimalMark);
    }
    return cell.toString();
  }
}
