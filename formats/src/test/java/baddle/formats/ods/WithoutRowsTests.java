package baddle.formats.ods;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class WithoutRowsTests {

  private static String reduced(String xml) throws IOException {
    byte[] bytes = xml.getBytes(StandardCharsets.UTF_8);
    try (InputStream in = new WithoutRows(new ByteArrayInputStream(bytes))) {
      return new String(in.readAllBytes(), StandardCharsets.UTF_8);
    }
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '~',
      value = {
        "<a><t:table-row x='1'>text<b/></t:table-row></a> ~ <a></a>",
        "<a><t:table-row/><t:table-row /><c/></a> ~ <a><c/></a>",
        "<a><table-row y=\"/>\"><b/></table-row >z</a> ~ <a>z</a>",
        "<t:table-row><t:table><t:table-row>a</t:table-row></t:table>b</t:table-row>c ~ c",
        "<t:table-rows><t:table-row>1</t:table-row></t:table-rows> ~ <t:table-rows></t:table-rows>",
        "<a><!-- <t:table-row> --><b/></a> ~ <a><!-- <t:table-row> --><b/></a>",
        "<a><![CDATA[<t:table-row>]]><b/></a> ~ <a><![CDATA[<t:table-row>]]><b/></a>",
        "<t:table-row><!-- </t:table-row> -->x</t:table-row>y ~ y",
        "<t:table-row><![CDATA[</t:table-row>]]>x</t:table-row>y ~ y",
        "caf\u00e9 <x>1 &lt; 2</x> ~ caf\u00e9 <x>1 &lt; 2</x>",
      })
  void only_rows_are_left_out(String xml, String left) throws IOException {
    assertThat(reduced(xml.strip())).isEqualTo(left.strip());
  }

  @Test
  void it_ends_where_a_row_is_cut_off() throws IOException {
    assertThat(reduced("<a><t:table-row x=\"1")).isEqualTo("<a>");
    assertThat(reduced("<a><!-- never closed <t:table-row>")).startsWith("<a><!-- never");
    assertThat(reduced("<a><")).isEqualTo("<a><");
    assertThat(reduced("")).isEmpty();
  }

  @Test
  void buffers_end_anywhere() throws IOException {
    Random random = new Random(5);
    StringBuilder xml = new StringBuilder();
    StringBuilder left = new StringBuilder();
    while (xml.length() < 400_000) {
      String text =
          "<!--" + "-".repeat(random.nextInt(9)) + "x-->" + "y".repeat(random.nextInt(90));
      xml.append("<t:table-row a='").append("/>".repeat(random.nextInt(30))).append("'>");
      xml.append(text).append("<b/>".repeat(random.nextInt(40))).append("</t:table-row>");
      xml.append(text);
      left.append(text);
    }

    assertThat(reduced(xml.toString())).isEqualTo(left.toString());
  }
}
