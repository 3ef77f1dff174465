package baddle.app.draft;

import java.util.HashSet;
import java.util.Locale;
import java.util.Set;
import java.util.stream.Collectors;

/** What has not to matter in keys, so that they are found. */
enum KeyIgnoring {
  /** All matters. */
  NOTHING(""),
  /** Spelling in capitals, and spaces. */
  CASE("case, spaces"),
  /** Zeros that a number lost, too. */
  ZEROS("case, spaces, leading zeros"),
  /** Dots, dashes and the like, too. */
  PUNCTUATION("case, spaces, leading zeros, punctuation");

  private final String setting;

  KeyIgnoring(String setting) {
    this.setting = setting;
  }

  /** As a plan writes it; empty for nothing. */
  String setting() {
    return setting;
  }

  /** A key without what doesn't matter. */
  String plain(String text) {
    String plain = this == NOTHING ? text : text.toLowerCase(Locale.ROOT).replaceAll("\\s+", "");
    plain = this == PUNCTUATION ? plain.replaceAll("\\p{Punct}", "") : plain;
    return compareTo(ZEROS) >= 0 ? plain.replaceFirst("^0+(?=.)", "") : plain;
  }

  /** Keys without what doesn't matter. */
  Set<String> plain(Set<String> texts) {
    return texts.stream().map(this::plain).collect(Collectors.toCollection(HashSet::new));
  }
}
