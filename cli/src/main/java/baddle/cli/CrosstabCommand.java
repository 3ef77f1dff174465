package baddle.cli;

import baddle.app.summarize.Figures;
import baddle.app.summarize.FilesCrosstab;
import baddle.core.crosstab.CrosstabSpec;
import baddle.core.crosstab.Measure;
import baddle.core.crosstab.Totals;
import baddle.core.expression.AggregateCall;
import baddle.core.expression.AxisItem;
import baddle.core.finding.Finding;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.apache.commons.cli.Option;

/** {@code baddle crosstab}. */
final class CrosstabCommand implements Command {

  @Override
  public String name() {
    return "crosstab";
  }

  @Override
  public String arguments() {
    return "FILE... --down ITEM --across ITEM --measure MEASURE [options]";
  }

  @Override
  public String purpose() {
    return "builds a cross-tab straight from files, without a plan";
  }

  @Override
  public String example() {
    return "baddle crosstab inbox/trade/*.xlsx --down site --across \"date by month\""
        + " --measure \"sum(amount)\"";
  }

  @Override
  public boolean usesPlan() {
    return false;
  }

  @Override
  public List<Option> options() {
    List<Option> options = new ArrayList<>();
    options.add(
        Option.builder()
            .longOpt("down")
            .hasArg()
            .argName("ITEM")
            .desc("a column down the side, such as site or \"date by month\"; may be repeated")
            .get());
    options.add(
        Option.builder()
            .longOpt("across")
            .hasArg()
            .argName("ITEM")
            .desc("a column across the top; may be repeated")
            .get());
    options.add(
        Option.builder()
            .longOpt("measure")
            .hasArg()
            .argName("MEASURE")
            .desc("sum(column), avg(column), count(column) or count(*); may be repeated")
            .get());
    options.addAll(FigureOutput.options());
    return options;
  }

  @Override
  public int run(CommandOptions options, Console console) throws UsageException, IOException {
    CrosstabSpec spec = spec(options);
    List<Path> files = options.files();
    FigureOutput output = FigureOutput.of(options, console, 1);
    Figures figures = FilesCrosstab.of(spec).figures(files);
    if (!figures.crosstabs().isEmpty()) {
      output.write(figures);
    }
    List<Finding> findings = figures.findings();
    FindingLines.of(findings, options.verbose()).forEach(console.err()::println);
    return findings.stream().anyMatch(Finding::isError) ? Status.FINDINGS : Status.DONE;
  }

  private static CrosstabSpec spec(CommandOptions options) throws UsageException {
    List<AxisItem> down = options.values("down").stream().map(AxisItem::parse).toList();
    List<AxisItem> across = options.values("across").stream().map(AxisItem::parse).toList();
    List<Measure> measures =
        options.values("measure").stream()
            .map(AggregateCall::parse)
            .map(call -> new Measure(call.toString(), call, Optional.empty()))
            .toList();
    if (measures.isEmpty()) {
      throw new UsageException("needs --measure, such as --measure \"sum(amount)\"");
    }
    if (down.isEmpty() && across.isEmpty()) {
      throw new UsageException("needs --down or --across, such as --down site");
    }
    return new CrosstabSpec("crosstab", down, across, measures, Totals.both(), "");
  }
}
