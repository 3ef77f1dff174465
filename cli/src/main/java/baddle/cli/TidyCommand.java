package baddle.cli;

import baddle.app.history.Tidy;
import baddle.plan.PlanException;
import java.io.IOException;
import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;
import org.apache.commons.cli.Option;

/** {@code baddle tidy}. */
final class TidyCommand implements Command {

  private static final int USUALLY_KEPT = 12;
  private static final int KIBI = 1024;

  @Override
  public String name() {
    return "tidy";
  }

  @Override
  public String arguments() {
    return "[options]";
  }

  @Override
  public String purpose() {
    return "removes what only old batches need, after saying how much that is";
  }

  @Override
  public String example() {
    return "baddle tidy --keep-batches 6 --yes";
  }

  @Override
  public boolean usesPlan() {
    return true;
  }

  @Override
  public List<Option> options() {
    return List.of(
        Option.builder()
            .longOpt("keep-batches")
            .hasArg()
            .argName("N")
            .desc(
                "how many of the last batches stay readable (default: "
                    + USUALLY_KEPT
                    + "); those of closed periods stay too")
            .get(),
        Option.builder()
            .longOpt("yes")
            .desc("remove it; without this, only say how much it is")
            .get());
  }

  @Override
  public int run(CommandOptions options, Console console)
      throws UsageException, PlanException, IOException {
    options.refuseArguments("tidy");
    Tidy tidy = Tidy.of(options.project(), kept(options), options.has("yes"));
    if (options.json()) {
      console.out().print(json(tidy) + "\n");
    } else if (!options.quiet()) {
      console.out().print(text(tidy) + "\n");
    }
    return Status.DONE;
  }

  private static int kept(CommandOptions options) throws UsageException {
    String given = options.value("keep-batches").orElse(String.valueOf(USUALLY_KEPT));
    if (!given.matches("[1-9]\\d{0,5}")) {
      throw new UsageException("--keep-batches takes a number from 1, not " + given);
    }
    return Integer.parseInt(given);
  }

  private static String text(Tidy tidy) {
    String kept =
        "batches kept: "
            + tidy.kept().stream().map(String::valueOf).collect(Collectors.joining(", "));
    if (tidy.isNone()) {
      return "Nothing to tidy away; " + kept;
    }
    return String.format(
        Locale.ROOT,
        "%s %,d KiB of stored rows: those of %,d replaced or gone files, in %,d whole parts;%n"
            + "%,d earlier batches %s; %s%s",
        tidy.done() ? "Removed" : "Would remove",
        (tidy.bytes() + KIBI - 1) / KIBI,
        tidy.files(),
        tidy.parts(),
        tidy.batches(),
        tidy.done() ? "can't be seen any more" : "couldn't be seen any more",
        kept,
        tidy.done() ? "" : "\nbaddle tidy --yes does it");
  }

  private static String json(Tidy tidy) throws IOException {
    return JsonText.of(
        json -> {
          json.writeStartObject();
          json.writeBooleanField("removed", tidy.done());
          json.writeArrayFieldStart("kept");
          for (int batch : tidy.kept()) {
            json.writeNumber(batch);
          }
          json.writeEndArray();
          json.writeNumberField("batches", tidy.batches());
          json.writeNumberField("files", tidy.files());
          json.writeNumberField("parts", tidy.parts());
          json.writeNumberField("bytes", tidy.bytes());
          json.writeEndObject();
        });
  }
}
