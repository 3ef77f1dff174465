package baddle.cli.options;

import baddle.app.reading.Inputs;
import baddle.app.summarize.Figures;
import baddle.app.summarize.ReportFile;
import baddle.cli.terminal.Console;
import baddle.cli.terminal.UnclosedStream;
import baddle.core.crosstab.Crosstab;
import baddle.core.crosstab.spec.TableForm;
import baddle.core.finding.Nearest;
import baddle.reports.CrosstabLayout;
import baddle.reports.ReportHead;
import baddle.reports.data.JsonReport;
import baddle.reports.text.TextChart;
import baddle.reports.text.TextCrosstab;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import org.apache.commons.cli.Option;

/** Where figures go: onto the terminal, or into files. */
public final class FigureOutput {

  private final CommandOptions options;
  private final Console console;
  private final int room;
  private final List<Path> files;
  private final TableForm form;

  private FigureOutput(
      CommandOptions options, Console console, int room, List<Path> files, TableForm form) {
    this.options = options;
    this.console = console;
    this.room = room;
    this.files = files;
    this.form = form;
  }

  /** The options that say how figures come out. */
  public static List<Option> options() {
    return List.of(
        Option.builder()
            .longOpt("out")
            .hasArg()
            .argName("FILE")
            .desc(
                "write into a .csv, .xlsx, .html, .json, .md, .svg or .png file instead; may be repeated")
            .get(),
        Option.builder()
            .longOpt("chart")
            .desc("draw the first measure as bars instead of tables")
            .get(),
        Option.builder()
            .longOpt("form")
            .hasArg()
            .argName("FORM")
            .desc(
                "in CSV: shown (the default), lines (one for each combination of items) or cells"
                    + " (one for each)")
            .get(),
        Option.builder()
            .longOpt("with-totals")
            .desc("with lines or cells: subtotals and grand totals too")
            .get(),
        Option.builder()
            .longOpt("width")
            .hasArg()
            .argName("N")
            .desc("fold tables to so many characters, 0 for never (default: the terminal's)")
            .get());
  }

  /**
   * Checks everything before anything is read.
   *
   * @param inputs what mustn't be written onto
   */
  public static FigureOutput of(
      CommandOptions options, Console console, int summaries, Inputs inputs) throws UsageException {
    List<Path> files = new ArrayList<>();
    for (String name : options.values("out")) {
      Path file = console.folder().resolve(name);
      Optional<String> problem = ReportFile.problem(file, summaries).or(() -> inputs.problem(file));
      if (problem.isPresent()) {
        throw new UsageException("--out: " + problem.get());
      }
      files.add(file);
    }
    String width = options.value("width").orElse("");
    if (!width.matches("\\d{0,6}")) {
      throw new UsageException("--width takes a number of characters, not " + width);
    }
    int room = width.isEmpty() ? console.terminal().width() : Integer.parseInt(width);
    TableForm form = form(options);
    if (options.has("with-totals") && form == TableForm.SHOWN) {
      throw new UsageException("--with-totals is for --form lines or --form cells");
    }
    if (options.has("chart") && (!files.isEmpty() || options.json())) {
      throw new UsageException(
          "--chart draws on the terminal; for a picture in a file, --out a .svg or .png file alone");
    }
    return new FigureOutput(options, console, room, files, form);
  }

  private static TableForm form(CommandOptions options) throws UsageException {
    String word = options.value("form").orElse(TableForm.SHOWN.word());
    List<String> words = Arrays.stream(TableForm.values()).map(TableForm::word).toList();
    if (!words.contains(word)) {
      throw new UsageException(
          "--form is one of " + String.join(", ", words) + Nearest.hint(word, words));
    }
    return List.of(TableForm.values()).get(words.indexOf(word));
  }

  /** Prints figures, or writes them into files. */
  public void write(Figures figures) throws UsageException, IOException {
    write(figures, ReportHead.NONE);
  }

  /** The same, with findings of the files. */
  public void write(Figures figures, ReportHead head) throws UsageException, IOException {
    for (Path file : files) {
      ReportFile.of(file, form, options.has("with-totals"))
          .with(head)
          .write(figures, options.planFile());
      if (!options.quiet()) {
        console.out().println("written: " + file);
      }
    }
    if (!files.isEmpty() || options.quiet()) {
      return;
    }
    List<CrosstabLayout> layouts = figures.crosstabs().stream().map(CrosstabLayout::new).toList();
    if (options.json()) {
      JsonReport.write(layouts, figures.provenance(), new UnclosedStream(console.out()));
      return;
    }
    for (Crosstab crosstab : figures.crosstabs()) {
      print(crosstab);
      console.out().println();
    }
    console.out().print(source(figures) + "\n");
  }

  private void print(Crosstab crosstab) {
    CrosstabLayout layout = new CrosstabLayout(crosstab);
    List<String> lines =
        options.has("chart")
            ? new TextChart(layout, options.style()).lines(room)
            : new TextCrosstab(layout, options.style()).lines(room);
    lines.forEach(console.out()::println);
  }

  private static String source(Figures figures) {
    return figures.provenance().lines().stream()
        .map(line -> line.getKey() + ": " + line.getValue())
        .collect(Collectors.joining("\n"));
  }
}
