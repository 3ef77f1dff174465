package baddle.core.calendar;

import java.time.Month;
import java.time.format.TextStyle;
import java.util.Arrays;
import java.util.Locale;

/** Tells the languages whose names of months are known, without listing all locales there are. */
public final class Languages {

  private Languages() {}

  /**
   * Whether the names of a locale's language are known; of a country it has to be one of ISO's, or
   * a region by its number.
   */
  public static boolean isKnown(Locale locale) {
    String language = locale.getLanguage();
    String country = locale.getCountry();
    boolean isRegion = country.length() == 3;
    if (!country.isEmpty()
        && !isRegion
        && Arrays.binarySearch(Locale.getISOCountries(), country) < 0) {
      return false;
    }
    if (language.equals(Locale.ENGLISH.getLanguage())) {
      return true;
    }
    boolean hasNames = !january(Locale.forLanguageTag(language)).equals(january(Locale.ROOT));
    return !language.isEmpty() && hasNames;
  }

  private static String january(Locale locale) {
    return Month.JANUARY.getDisplayName(TextStyle.FULL, locale);
  }
}
