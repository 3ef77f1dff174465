package baddle.plan.read;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import baddle.plan.Plan;
import baddle.plan.PlanException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mockito.ArgumentCaptor;
import org.mockito.Mockito;

class KnownPlanTests {

  private static final Path EXAMPLE = Path.of("../docs/example/baddle.yaml");

  @TempDir Path folder;

  private static final class Memory implements KnownPlan.Place {
    private Optional<byte[]> bytes = Optional.empty();

    @Override
    public Optional<byte[]> read() {
      return bytes;
    }

    @Override
    public void write(byte[] kept) {
      bytes = Optional.of(kept);
    }
  }

  private static Plan read(Path file, KnownPlan known) throws Exception {
    return PlanReader.read(file, Map.of(), Optional.of(known));
  }

  /** Expressions are equal by what they are made of, so plans are compared as text. */
  private static String text(Plan plan) {
    StringBuilder text = new StringBuilder();
    plan.datasets().values().forEach(one -> text.append(one.intakeText()).append(one.order()));
    text.append(plan.feeds()).append(plan.lookups().keySet()).append(plan.summaries().keySet());
    plan.summaries().values().forEach(one -> text.append('\n').append(one.crosstab().measures()));
    plan.summaries().values().forEach(one -> text.append('\n').append(one.crosstab().levels()));
    plan.reports().forEach(one -> text.append('\n').append(one));
    plan.fills().forEach(one -> text.append('\n').append(one.name()));
    return text.append(plan.checks()).append(plan.tables()).append(plan.style()).toString();
  }

  @Test
  void a_plan_is_the_same_where_its_text_is_known() throws Exception {
    KnownPlan known = new KnownPlan(new Memory(), "this program");
    String first = text(read(EXAMPLE, known));

    assertThat(known.nodes(Files.readAllBytes(EXAMPLE))).isPresent();
    assertThat(text(read(EXAMPLE, known))).isEqualTo(first);
  }

  @Test
  void an_entry_is_found_by_its_name_whatever_was_read_before() throws Exception {
    KnownPlan known = new KnownPlan(new Memory(), "this program");
    Plan whole = read(EXAMPLE, known);
    for (String name : whole.summaries().keySet()) {
      Plan later = read(EXAMPLE, known);

      assertThat(later.summaries().get(name)).isNotNull();
      assertThat(later.summaries().get(name).crosstab().levels())
          .isEqualTo(whole.summaries().get(name).crosstab().levels());
      assertThat(later.summaries()).doesNotContainKey("no such summary");
    }
  }

  @Test
  void another_text_is_read_whole_and_refused_where_it_cannot_be_followed() throws Exception {
    KnownPlan known = new KnownPlan(new Memory(), "this program");
    Path plan = folder.resolve("baddle.yaml");
    String text = Files.readString(EXAMPLE);
    Files.writeString(plan, text);
    read(plan, known);
    int digit = text.indexOf("sum(");

    Files.writeString(plan, text.substring(0, digit) + "sxm(" + text.substring(digit + 4));

    assertThatThrownBy(() -> read(plan, known)).isInstanceOf(PlanException.class);
    assertThat(known.nodes(Files.readAllBytes(plan))).isEmpty();
  }

  @Test
  void another_program_and_broken_bytes_know_nothing() throws Exception {
    byte[] text = Files.readAllBytes(EXAMPLE);
    KnownPlan.Place place = Mockito.mock(KnownPlan.Place.class);
    read(EXAMPLE, new KnownPlan(place, "this program"));
    ArgumentCaptor<byte[]> kept = ArgumentCaptor.forClass(byte[].class);
    Mockito.verify(place).write(kept.capture());
    Mockito.when(place.read()).thenReturn(Optional.of(kept.getValue()));

    assertThat(new KnownPlan(place, "this program").nodes(text)).isPresent();
    assertThat(new KnownPlan(place, "another").nodes(text)).isEmpty();
    for (int length = 0; length < kept.getValue().length; length += 997) {
      byte[] cut = Arrays.copyOf(kept.getValue(), length);
      Mockito.when(place.read()).thenReturn(Optional.of(cut));
      assertThat(new KnownPlan(place, "this program").nodes(text)).isEmpty();
    }
  }

  @Test
  void a_plan_with_parameters_is_read_whole_each_time() throws Exception {
    KnownPlan.Place place = Mockito.mock(KnownPlan.Place.class);
    Path plan = folder.resolve("baddle.yaml");
    Files.writeString(
        plan,
        """
        baddle: 1
        parameters: {site: {default: ald}}
        datasets: {sales: {columns: {amount: decimal}}}
        feeds: {tills: {files: '{site}/*.csv', into: sales}}
        """,
        StandardCharsets.UTF_8);

    Plan read = read(plan, new KnownPlan(place, "this program"));

    assertThat(read.parameters().values()).containsEntry("site", "ald");
    Mockito.verify(place, Mockito.never()).write(Mockito.any());
  }
}
