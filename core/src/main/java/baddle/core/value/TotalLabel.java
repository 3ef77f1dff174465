package baddle.core.value;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;

/**
 * Tells by its label whether a row states a total. The words are those of the languages of ledgers
 * and reports all over the world at once, since a file seldom says which language it is in; case,
 * runs of white space and a colon at the end don't matter.
 */
public final class TotalLabel {

  /** What a total is of, as its label puts it. */
  public enum Kind {
    /** Of one part: "Subtotal". */
    SUB,
    /** Of one part that it names: "Dunmere total", "Total for Dunmere". */
    NAMED,
    /** Just "Total". */
    PLAIN,
    /** Of all: "Grand total". */
    GRAND,
    /** Begins with the word or has it inside, and may be something else. */
    UNSURE
  }

  private static final int LONGEST = 60;

  private static final List<String> GRAND =
      List.of(
          "grand total",
          "grand totals",
          "grand-total",
          "grandtotal",
          "sum total",
          "overall total",
          "gesamtsumme",
          "endsumme",
          "total g\u00e9n\u00e9ral",
          "total general",
          "total geral",
          "totale generale",
          "eindtotaal",
          "totalsumma",
          "suma ca\u0142kowita");

  private static final List<String> SUB =
      List.of(
          "subtotal",
          "subtotals",
          "sub total",
          "sub totals",
          "sub-total",
          "sub-totals",
          "zwischensumme",
          "sous-total",
          "sous-totaux",
          "sous total",
          "subtotale",
          "subtotaal",
          "delsumma",
          "delsum",
          "mezisou\u010det",
          "suma cz\u0119\u015bciowa",
          "\u043f\u0440\u043e\u043c\u0435\u0436\u0443\u0442\u043e\u0447\u043d\u044b\u0439 \u0438\u0442\u043e\u0433");

  private static final List<String> PLAIN =
      List.of(
          "total",
          "totals",
          "summe",
          "gesamt",
          "insgesamt",
          "totaux",
          "totales",
          "totale",
          "totali",
          "totais",
          "totaal",
          "totalt",
          "suma",
          "summa",
          "somme",
          "somma",
          "soma",
          "razem",
          "og\u00f3\u0142em",
          "\u0142\u0105cznie",
          "i alt",
          "yhteens\u00e4",
          "celkem",
          "spolu",
          "\u00f6sszesen",
          "toplam",
          "ukupno",
          "skupaj",
          "\u03c3\u03cd\u03bd\u03bf\u03bb\u03bf",
          "\u0438\u0442\u043e\u0433\u043e",
          "\u0432\u0441\u0435\u0433\u043e",
          "\u05e1\u05d4\u05f4\u05db",
          "\u05e1\u05d4\"\u05db",
          "\u0627\u0644\u0645\u062c\u0645\u0648\u0639",
          "\u0627\u0644\u0625\u062c\u0645\u0627\u0644\u064a",
          "\u5408\u8ba1",
          "\u5408\u8a08",
          "\u603b\u8ba1",
          "\u7e3d\u8a08",
          "\ud569\uacc4");

  /** Words that only are a label where nothing else is beside them. */
  private static final Set<String> ALONE = Set.of("sum", "sums", "som", "tot");

  private static final List<String> OF =
      List.of(
          "for", "of", "f\u00fcr", "der", "pour", "de", "du", "par", "por", "per", "van", "dla");

  /** The letters that a prefix tells apart: those of ASCII, and one for all others. */
  private static final int LETTERS = 27;

  private static final int OTHER = LETTERS - 1;

  /** The first three letters of all the words. */
  private static final boolean[] PREFIXES = prefixes();

  private static final byte DIGIT = 1;
  private static final byte LETTER = 2;
  private static final byte LETTER_OF_OTHERS = 3;

  /** What each character of ASCII is; 0 for what is between words. */
  private static final byte[] KINDS = kinds();

  private TotalLabel() {}

  private static byte[] kinds() {
    byte[] kinds = new byte[128];
    Arrays.fill(kinds, '0', '9' + 1, DIGIT);
    Arrays.fill(kinds, 'A', 'Z' + 1, LETTER);
    Arrays.fill(kinds, 'a', 'z' + 1, LETTER);
    return kinds;
  }

  private static boolean[] prefixes() {
    Set<String> all = new TreeSet<>(GRAND);
    all.addAll(SUB);
    all.addAll(PLAIN);
    all.addAll(ALONE);
    boolean[] prefixes = new boolean[LETTERS * LETTERS * LETTERS];
    for (String word : all) {
      char[] characters = word.toCharArray();
      prefixes[prefix(characters, 0, characters.length)] = true;
    }
    return prefixes;
  }

  private static int prefix(char[] text, int at, int end) {
    return (letter(text, at, end) * LETTERS + letter(text, at + 1, end)) * LETTERS
        + letter(text, at + 2, end);
  }

  private static int letter(char[] text, int at, int end) {
    int letter = at < end ? (text[at] | 0x20) - 'a' : OTHER;
    return letter >= 0 && letter < OTHER ? letter : OTHER;
  }

  /** Whether a text labels a total, surely or perhaps. */
  public static boolean is(String text) {
    return kind(text).isPresent();
  }

  /**
   * Whether a slice of a buffer may be a label at all, told without making a text of it: most
   * values have no word that begins like those of totals.
   */
  public static boolean mayBe(char[] text, int start, int end) {
    if (end - start > LONGEST) {
      return false;
    }
    boolean inWord = false;
    for (int i = start; i < end; i++) {
      char c = text[i];
      byte kind = c > 127 ? LETTER_OF_OTHERS : KINDS[c];
      if (kind >= LETTER && !inWord && (kind > LETTER || PREFIXES[prefix(text, i, end)])) {
        return true;
      }
      inWord = kind > 0;
    }
    return false;
  }

  /** What kind of total a text labels; empty where it labels none. */
  public static Optional<Kind> kind(String text) {
    char[] characters = text.toCharArray();
    return mayBe(characters, 0, characters.length) ? kindOf(text) : Optional.empty();
  }

  private static Optional<Kind> kindOf(String text) {
    String small = text.toLowerCase(Locale.ROOT).replaceAll("[\\s\\u00a0]+", " ").strip();
    String bare = small.replaceAll("[ :.=*]+$", "");
    if (beginsWith(bare, GRAND)) {
      return Optional.of(Kind.GRAND);
    }
    if (beginsWith(bare, SUB)) {
      return Optional.of(Kind.SUB);
    }
    if (PLAIN.contains(bare) || ALONE.contains(bare)) {
      return Optional.of(Kind.PLAIN);
    }
    for (String word : PLAIN) {
      if (bare.startsWith(word) && isEnd(bare, word.length())) {
        String rest = bare.substring(word.length()).strip();
        boolean names = OF.stream().anyMatch(of -> rest.startsWith(of + " "));
        return Optional.of(names ? Kind.NAMED : Kind.UNSURE);
      }
    }
    for (String word : PLAIN) {
      int at = bare.indexOf(" " + word);
      if (at > 0 && isEnd(bare, at + 1 + word.length())) {
        boolean last = at + 1 + word.length() == bare.length();
        return Optional.of(last ? Kind.NAMED : Kind.UNSURE);
      }
    }
    return Optional.empty();
  }

  private static boolean beginsWith(String text, List<String> words) {
    return words.stream().anyMatch(word -> text.startsWith(word) && isEnd(text, word.length()));
  }

  private static boolean isEnd(String text, int at) {
    return at >= text.length() || !Character.isLetterOrDigit(text.codePointAt(at));
  }
}
