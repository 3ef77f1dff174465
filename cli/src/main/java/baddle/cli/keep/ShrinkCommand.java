package baddle.cli.keep;

import baddle.app.history.StoreShrink;
import baddle.cli.options.Command;
import baddle.cli.options.CommandHead;
import baddle.cli.options.CommandOptions;
import baddle.cli.options.JsonText;
import baddle.cli.options.Status;
import baddle.cli.options.UsageException;
import baddle.cli.terminal.Console;
import baddle.plan.PlanException;
import java.io.IOException;
import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;
import org.apache.commons.cli.Option;

/** {@code baddle shrink}. */
final class ShrinkCommand implements Command {

  private static final int USUALLY_KEPT = 12;
  private static final int KIBI = 1024;

  @Override
  public CommandHead head() {
    return new CommandHead(
        "shrink",
        "[options]",
        "removes what only old batches need, and first reports how much that is",
        "baddle shrink --keep-batches 6 --yes",
        true,
        options());
  }

  private static List<Option> options() {
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
            .desc("remove it; without this, only report how much it is")
            .get());
  }

  @Override
  public int run(CommandOptions options, Console console)
      throws UsageException, PlanException, IOException {
    options.refuseArguments("shrink");
    StoreShrink shrinking = StoreShrink.of(options.project(), kept(options), options.has("yes"));
    if (options.json()) {
      console.out().print(json(shrinking) + "\n");
    } else if (!options.quiet()) {
      console.out().print(text(shrinking) + "\n");
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

  private static String text(StoreShrink shrinking) {
    String kept =
        "batches kept: "
            + shrinking.kept().stream().map(String::valueOf).collect(Collectors.joining(", "));
    if (shrinking.isNone()) {
      return "Nothing to remove; " + kept;
    }
    return String.format(
        Locale.ROOT,
        "%s %,d KiB of stored rows: those of %,d replaced or gone files, in %,d whole parts;%n"
            + "%,d earlier batches %s; %s%s",
        shrinking.done() ? "Removed" : "Would remove",
        (shrinking.bytes() + KIBI - 1) / KIBI,
        shrinking.files(),
        shrinking.parts(),
        shrinking.batches(),
        shrinking.done() ? "can't be seen any more" : "couldn't be seen any more",
        kept,
        shrinking.done() ? "" : "\nbaddle shrink --yes does it");
  }

  private static String json(StoreShrink shrinking) throws IOException {
    return JsonText.of(
        json -> {
          json.writeStartObject();
          json.writeBooleanField("removed", shrinking.done());
          json.writeArrayFieldStart("kept");
          for (int batch : shrinking.kept()) {
            json.writeNumber(batch);
          }
          json.writeEndArray();
          json.writeNumberField("batches", shrinking.batches());
          json.writeNumberField("files", shrinking.files());
          json.writeNumberField("parts", shrinking.parts());
          json.writeNumberField("bytes", shrinking.bytes());
          json.writeEndObject();
        });
  }
}
