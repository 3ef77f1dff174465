package baddle.app.draft.words;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class HeadingWordsTests {

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "Order No. | Order # | true",
        "Order No. | OrderID | true",
        "Order No. | Number of the order | true",
        "Cust. name | Customer names | true",
        "Qty | Units | true",
        "Amt | Value (GBP) | true",
        "Menge | Quantity | true",
        "Qty | Amount | false",
        "Amount (EUR) | Amount (GBP) | false",
        "Code | Product code | false",
      })
  void headings_of_the_same_words_are_one(String one, String other, boolean same) {
    assertThat(HeadingWords.of(one).areThoseOf(HeadingWords.of(other))).isEqualTo(same);
    assertThat(HeadingWords.of(other).areThoseOf(HeadingWords.of(one))).isEqualTo(same);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "Code | Product code | true",
        "Receipt | Receipt no | true",
        "unit_price | Price (unit) | true",
        "Price each | Unit price | true",
        "Doc no | Receipt no | false",
        "Amount | Tax amount | false",
        "Net amount | Gross amount | false",
        "Balance | Opening balance | false",
      })
  void headings_are_near_when_the_words_of_one_are_in_the_other(
      String one, String other, boolean near) {
    assertThat(HeadingWords.of(one).areNear(HeadingWords.of(other))).isEqualTo(near);
    assertThat(HeadingWords.of(other).areNear(HeadingWords.of(one))).isEqualTo(near);
  }

  @ParameterizedTest
  @ValueSource(strings = {"Acct", "Order No.", "Invoice", "Cost code", "Postcode", "Kunde Nr"})
  void digits_under_such_a_heading_name_something(String heading) {
    assertThat(HeadingWords.nameSomething(heading)).isTrue();
  }

  @ParameterizedTest
  @ValueSource(strings = {"Number of orders", "Orders", "No. of visitors", "Units", "Amount", "%"})
  void digits_under_such_a_heading_are_numbers(String heading) {
    assertThat(HeadingWords.nameSomething(heading)).isFalse();
  }

  @ParameterizedTest
  @CsvSource({
    "Receipt no, true",
    "Invoice, true",
    "OrderID, true",
    "Doc., true",
    "Customer no, false",
    "Site, false",
    "Number, false"
  })
  void tells_numbers_of_documents(String heading, boolean documents) {
    assertThat(HeadingWords.nameDocuments(heading)).isEqualTo(documents);
  }
}
