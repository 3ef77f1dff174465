package baddle.core.finding;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;

class ListingTests {

  @Test
  void a_message_stays_short_whatever_is_named() {
    assertThat(Listing.of(List.of("a", "b"))).isEqualTo("a, b");
    assertThat(Listing.of(List.of("a", "b", "c", "d"), 2)).isEqualTo("a, b and 2 more");
    assertThat(Listing.quoted("")).isEqualTo("a blank");
    assertThat(Listing.quoted("several")).isEqualTo("\"several\"");
    assertThat(Listing.quoted("9".repeat(1_000_000)))
        .isEqualTo("\"" + "9".repeat(200) + "\u2026\" (1,000,000 characters)");
    assertThat(Listing.quoted("\ud83c\udf31".repeat(300)))
        .startsWith("\"" + "\ud83c\udf31".repeat(200) + "\u2026");
  }
}
