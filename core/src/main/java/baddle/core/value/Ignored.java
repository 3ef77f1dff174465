package baddle.core.value;

import java.text.Normalizer;
import java.util.Arrays;
import java.util.Collections;
import java.util.EnumSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;

/** What doesn't matter when texts are compared as keys. */
public enum Ignored {
  /** {@code A1} is {@code a1}. */
  CASE,
  /** {@code A 1} is {@code A1}. */
  SPACES,
  /** {@code A-1} is {@code A1}; everything but letters, digits and spaces. */
  PUNCTUATION,
  /** {@code 0071} is {@code 71}. */
  LEADING_ZEROS,
  /** Accents and other marks on letters. */
  ACCENTS;

  /** The differences between spellings of one name. */
  public static final Set<Ignored> BY_SPELLING =
      Collections.unmodifiableSet(EnumSet.of(CASE, SPACES, PUNCTUATION, ACCENTS));

  /** The word of the plan. */
  public String words() {
    return name().toLowerCase(Locale.ROOT).replace('_', ' ');
  }

  /** The one of these words. */
  public static Optional<Ignored> of(String words) {
    return Arrays.stream(values()).filter(ignored -> ignored.words().equals(words)).findFirst();
  }

  /** All words. */
  public static List<String> allWords() {
    return Arrays.stream(values()).map(Ignored::words).toList();
  }

  /** The form in which two texts are equal if they differ in nothing but what is ignored. */
  public static String comparable(String text, Set<Ignored> ignoring) {
    if (ignoring.isEmpty()) {
      return text;
    }
    String form = text;
    if (ignoring.contains(ACCENTS)) {
      form = Normalizer.normalize(form, Normalizer.Form.NFD).replaceAll("\\p{Mn}+", "");
    }
    if (ignoring.contains(CASE)) {
      form = form.toUpperCase(Locale.ROOT).toLowerCase(Locale.ROOT);
    }
    if (ignoring.contains(PUNCTUATION)) {
      form = form.replaceAll("[^\\p{L}\\p{N}\\s\\p{Zs}\\p{M}]+", "");
    }
    if (ignoring.contains(SPACES)) {
      form = form.replaceAll("[\\s\\p{Zs}]+", "");
    }
    if (ignoring.contains(LEADING_ZEROS)) {
      form = form.replaceFirst("^0+(?=.)", "");
    }
    return form;
  }
}
