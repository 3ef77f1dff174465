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
    assertThat(Listing.of(List.of("9".repeat(1_000_000), "b")))
        .isEqualTo("9".repeat(400) + "\u2026 (1,000,000 characters), b");
  }

  @Test
  void a_finding_can_be_read_whatever_it_is_about() {
    String text = "z".repeat(1_000_000);
    Finding finding =
        Finding.of(FindingCode.LOOKUP_MISSING, Place.file("a.csv").atHeading(text), text, "");

    assertThat(finding.message()).hasSizeLessThan(8100).endsWith("(1,000,000 characters)");
    assertThat(finding.place().toString()).hasSizeLessThan(300);
    assertThat(finding.place().heading()).isEqualTo(text);
  }
}
