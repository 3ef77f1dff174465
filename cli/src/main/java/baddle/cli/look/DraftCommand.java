package baddle.cli.look;

import baddle.app.Project;
import baddle.app.draft.Draft;
import baddle.app.draft.DraftFile;
import baddle.app.draft.PlanDrafter;
import baddle.app.draft.PlanUpdate;
import baddle.app.draft.Proposal;
import baddle.app.draft.Trial;
import baddle.cli.options.Command;
import baddle.cli.options.CommandHead;
import baddle.cli.options.CommandOptions;
import baddle.cli.options.Status;
import baddle.cli.options.UsageException;
import baddle.cli.terminal.Console;
import baddle.core.crosstab.spec.SpecException;
import baddle.core.expression.ExpressionException;
import baddle.plan.PlanException;
import baddle.plan.read.AnswerReader;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.apache.commons.cli.Option;

/** {@code baddle draft}. */
final class DraftCommand implements Command {

  @Override
  public CommandHead head() {
    return new CommandHead(
        "draft",
        "FOLDER [options] | --update [--apply] [options]",
        "proposes a plan by the files in a folder, or what a plan should learn",
        "baddle draft inbox --out proposed.yaml\nbaddle draft inbox --out asked.yaml --ask\nbaddle draft --update --apply",
        true,
        options());
  }

  private static List<Option> options() {
    return List.of(
        Option.builder()
            .longOpt("out")
            .hasArg()
            .argName("FILE")
            .desc("where the plan goes; it is never overwritten (default: baddle.yaml)")
            .get(),
        Option.builder()
            .longOpt("ask")
            .desc("ask on the terminal what the files can't show; Enter goes by the proposal")
            .get(),
        Option.builder()
            .longOpt("answers")
            .hasArg()
            .argName("FILE")
            .desc("a YAML file with answers, a line each, as draft prints the questions")
            .get(),
        Option.builder()
            .longOpt("untried")
            .desc("write the plan without reading all files to show what it makes of them")
            .get(),
        Option.builder()
            .longOpt("update")
            .desc("report what today's files have that the plan doesn't know")
            .get(),
        Option.builder()
            .longOpt("apply")
            .desc("with --update, write into the plan what is sure; comments and layout stay")
            .get());
  }

  @Override
  public int run(CommandOptions options, Console console)
      throws UsageException, PlanException, IOException {
    if (options.has("update")) {
      return update(options, console);
    }
    if (options.has("apply")) {
      throw new UsageException("--apply goes with --update");
    }
    options.refuseParameters();
    if (options.arguments().size() != 1) {
      throw new UsageException("needs the one folder to draft from; see baddle draft --help");
    }
    Path folder = console.folder().resolve(options.arguments().get(0)).toAbsolutePath().normalize();
    if (!Files.isDirectory(folder)) {
      throw new UsageException("there is no folder " + folder);
    }
    String name = options.value("out").orElse(Project.PLAN_NAME);
    Path plan = console.folder().resolve(name).toAbsolutePath().normalize();
    Path base = plan.resolveSibling("");
    if (Files.exists(plan)) {
      throw new UsageException(plan + " is there already; name another file with --out");
    }
    if (!folder.startsWith(base)) {
      throw new UsageException("the plan has to be beside or above " + folder);
    }
    Draft draft = draft(base, folder, options, console);
    if (draft.feeds().isEmpty()) {
      draft.doubts().forEach(console.err()::println);
      console.err().println("no plan is written, for there is no table to read in " + folder);
      return Status.FINDINGS;
    }
    DraftFile.write(draft, plan);
    Optional<Trial> trial =
        options.quiet() || options.has("untried")
            ? Optional.empty()
            : tryOut(plan, options, console);
    if (options.json()) {
      console.out().print(TrialText.json(name, draft, trial) + "\n");
    } else if (!options.quiet()) {
      DraftText.lines(draft, name).forEach(console.out()::println);
      if (trial.isPresent()) {
        TrialText.lines(trial.get(), options.style(), console.terminal().width())
            .forEach(console.out()::println);
      }
      console.out().println();
      console.out().println("Read it, then: baddle consolidate --plan " + name);
    }
    return Status.DONE;
  }

  private static Draft draft(Path base, Path folder, CommandOptions options, Console console)
      throws UsageException, PlanException, IOException {
    Map<String, String> answers = Map.of();
    if (options.value("answers").isPresent()) {
      answers = AnswerReader.read(console.folder().resolve(options.value("answers").get()));
    }
    PlanDrafter drafting = PlanDrafter.of(base, folder, Runtime.getRuntime().availableProcessors());
    Draft draft =
        options.has("ask")
            ? new AskedQuestions(drafting, console, answers).ask()
            : drafting.draft(answers);
    if (!draft.unused().isEmpty()) {
      throw new UsageException(String.join("\n", draft.unused()));
    }
    return draft;
  }

  /** Tries the plan; that it can't be followed as it is, is said and no failure. */
  private static Optional<Trial> tryOut(Path plan, CommandOptions options, Console console)
      throws IOException {
    try {
      return Optional.of(
          Trial.of(plan, options.progress(), Runtime.getRuntime().availableProcessors()));
    } catch (PlanException | SpecException | ExpressionException e) {
      console.err().println("the plan can't be followed as it is:");
      String.valueOf(e.getMessage()).lines().forEach(line -> console.err().println("  " + line));
      return Optional.empty();
    }
  }

  private static int update(CommandOptions options, Console console)
      throws UsageException, PlanException, IOException {
    if (!options.arguments().isEmpty()) {
      throw new UsageException("--update looks into the plan's own folders; name none");
    }
    PlanUpdate update = new PlanUpdate(options.project());
    List<Proposal> proposals = update.proposals();
    PlanUpdate.Applied applied = new PlanUpdate.Applied(List.of(), proposals);
    if (options.has("apply")) {
      applied = update.apply(proposals, options.parameters());
    }
    if (options.json()) {
      console.out().print(TrialText.json(applied) + "\n");
    } else if (!options.quiet()) {
      DraftText.lines(applied, options.has("apply")).forEach(console.out()::println);
    }
    return Status.DONE;
  }
}
