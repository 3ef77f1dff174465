package baddle.plan.read;

import static org.assertj.core.api.Assertions.assertThat;

import baddle.plan.PlanSchema;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.dataformat.yaml.YAMLFactory;
import com.networknt.schema.JsonSchema;
import com.networknt.schema.JsonSchemaFactory;
import com.networknt.schema.SpecVersion;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;

/** The schema for editors knows what the program knows. */
class PlanSchemaTests {

  private static final ObjectMapper YAML = new ObjectMapper(new YAMLFactory());

  private static InputStream file() throws IOException {
    return new ByteArrayInputStream(PlanSchema.bytes());
  }

  private static JsonSchema schema() throws IOException {
    try (InputStream in = file()) {
      return JsonSchemaFactory.getInstance(SpecVersion.VersionFlag.V202012).getSchema(in);
    }
  }

  @Test
  void the_plan_of_the_documentation_is_valid() throws IOException {
    JsonNode plan = YAML.readTree(Path.of("../docs/example/baddle.yaml").toFile());

    assertThat(schema().validate(plan)).isEmpty();
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "datasets: {}",
        "baddle: 2",
        "{baddle: 1, datasets: {d: {columns: {a: txt}}}}",
        "{baddle: 1, datasets: {d: {columns: {a: text}}}, feeds: {f: {file: x}}}",
        "{baddle: 1, datasets: {d: {columns: {a: text}}}, feeds: {f: {files: x, decimal: dot}}}",
        "{baddle: 1, datasets: {d: {columns: {a: text}}}, summaries: {s: {down: a}}}",
      })
  void what_the_program_refuses_the_schema_refuses(String plan) throws IOException {
    assertThat(schema().validate(YAML.readTree(plan))).isNotEmpty();
  }

  static List<Arguments> keys() {
    String summaries = "summaries/additionalProperties/properties";
    return List.of(
        Arguments.of("feeds/additionalProperties/properties", FeedReader.KEYS),
        Arguments.of(
            "feeds/additionalProperties/properties/leave_out/oneOf/1/properties",
            LeaveOutReader.KEYS),
        Arguments.of("databases/additionalProperties/properties", DatabaseReader.KEYS),
        Arguments.of("lookups/additionalProperties/properties", LookupReader.KEYS),
        Arguments.of("fills/additionalProperties/properties", FillReader.KEYS),
        Arguments.of("parameters/additionalProperties/properties", ParameterReader.KEYS),
        Arguments.of(summaries, SummaryReader.KEYS),
        Arguments.of(summaries + "/totals/properties", SummaryReader.TOTALS),
        Arguments.of(
            summaries + "/measures/additionalProperties/oneOf/1/properties", MeasureReader.KEYS),
        Arguments.of(summaries + "/keep/additionalProperties/properties", LevelReader.KEEP),
        Arguments.of(summaries + "/roll_forward/properties", RollForwardReader.KEYS));
  }

  @ParameterizedTest
  @MethodSource("keys")
  void it_has_the_keys_that_the_program_reads(String place, List<String> known) throws IOException {
    List<String> keys = new ArrayList<>();
    try (InputStream in = file()) {
      YAML.readTree(in).at("/properties/" + place).fieldNames().forEachRemaining(keys::add);
    }

    assertThat(keys).containsExactlyInAnyOrderElementsOf(known);
  }
}
