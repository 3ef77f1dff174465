package baddle.cli.out;

import baddle.app.amend.AmendRun;
import baddle.app.amend.Amended;
import baddle.app.amend.Change;
import baddle.app.amend.ChangeList;
import baddle.app.amend.Journal;
import baddle.app.amend.WorkbookAmender;
import baddle.app.fill.FillException;
import baddle.app.reading.Inputs;
import baddle.cli.options.Command;
import baddle.cli.options.CommandHead;
import baddle.cli.options.CommandOptions;
import baddle.cli.options.JsonText;
import baddle.cli.options.Status;
import baddle.cli.options.UsageException;
import baddle.cli.terminal.Console;
import baddle.core.finding.NumberText;
import java.io.IOException;
import java.io.PrintStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import org.apache.commons.cli.Option;

/** {@code baddle amend}. */
final class AmendCommand implements Command {

  private static final int MOST = 40;

  @Override
  public CommandHead head() {
    return new CommandHead(
        "amend",
        "FILE... --out PLACE [options]",
        "changes chosen cells, in copies of workbooks",
        "baddle amend \"inbox/returns/Foxholt 2026-03.xlsx\" --out corrected --set \"Return!C4=9\"",
        false,
        options());
  }

  private static List<Option> options() {
    return List.of(
        option("out", "PLACE", "a folder for the copies, or the copy's name for a single file"),
        option(
            "set",
            "CHANGE",
            "Form!C4=Alder Mill, a name's cell, or Prices!Price where code = '00231' -> 4.95;"
                + " may be repeated"),
        option(
            "find",
            "CHANGE",
            "every cell by its text, number or date: Sheet1!text = 'n/a' -> blank; may be repeated"),
        option(
            "list",
            "FILE",
            "changes, a line each: file, sheet, cell, column, where, old, new, because"),
        option("journal", "FILE", "the list of what was changed (default: journal.csv beside it)"),
        option("undo", "JOURNAL", "change the copies back that a journal lists"),
        flag("formulas", "change formulas too"),
        flag("locked", "change locked cells of protected sheets too"),
        flag("dry-run", "show what would be changed, and write nothing"));
  }

  private static Option option(String name, String argument, String purpose) {
    return Option.builder().longOpt(name).hasArg().argName(argument).desc(purpose).get();
  }

  private static Option flag(String name, String purpose) {
    return Option.builder().longOpt(name).desc(purpose).get();
  }

  @Override
  public int run(CommandOptions options, Console console) throws UsageException, IOException {
    boolean writes = !options.has("dry-run");
    List<Amended> amended;
    try {
      amended =
          options.has("undo") ? undo(options, console, writes) : amend(options, console, writes);
    } catch (FillException e) {
      throw new UsageException(e.getMessage());
    }
    if (options.json()) {
      console.out().print(json(amended, console.folder()) + "\n");
    } else if (!options.quiet()) {
      print(amended, writes, options.verbose(), console);
    }
    return amended.stream().anyMatch(Amended::wantsEye) ? Status.FINDINGS : Status.DONE;
  }

  private static List<Amended> undo(CommandOptions options, Console console, boolean writes)
      throws UsageException, IOException, FillException {
    options.refuseArguments("amend --undo");
    for (String other : List.of("out", "set", "find", "list", "journal")) {
      if (options.has(other)) {
        throw new UsageException("--undo and --" + other + " exclude each other");
      }
    }
    Path journal = console.folder().resolve(options.value("undo").orElseThrow());
    if (!Files.isRegularFile(journal)) {
      throw new UsageException("there is no journal " + journal);
    }
    return Journal.undo(journal, writes);
  }

  private static List<Amended> amend(CommandOptions options, Console console, boolean writes)
      throws UsageException, IOException, FillException {
    List<Change> changes = changes(options, console);
    if (changes.isEmpty()) {
      throw new UsageException("name what to change with --set, --find or --list");
    }
    List<Path> files = files(options.arguments(), console.folder());
    refuseUnknown(changes, files);
    Path out =
        console
            .folder()
            .resolve(
                options
                    .value("out")
                    .orElseThrow(() -> new UsageException("name the folder with --out")));
    Map<Path, Path> copies = copies(files, out);
    List<Path> read = new ArrayList<>(files);
    options.value("list").map(console.folder()::resolve).ifPresent(read::add);
    Inputs inputs = Inputs.of(Optional.empty(), read);
    for (Path copy : copies.values()) {
      refuse("--out", inputs.problem(copy));
    }
    Path first = copies.values().iterator().next();
    Path journal =
        options
            .value("journal")
            .map(console.folder()::resolve)
            .orElse(first.resolveSibling("journal.csv"));
    refuse("--journal", inputs.problem(journal).or(() -> Journal.problem(journal)));
    for (Path copy : copies.values()) {
      refuse("--out", Journal.problem(copy, journal));
    }
    WorkbookAmender amending =
        new WorkbookAmender(changes, options.has("formulas"), options.has("locked"));
    return new AmendRun(amending, journal).run(copies, writes);
  }

  private static void refuse(String option, Optional<String> problem) throws UsageException {
    if (problem.isPresent()) {
      throw new UsageException(option + ": " + problem.get());
    }
  }

  private static List<Change> changes(CommandOptions options, Console console)
      throws UsageException, IOException, FillException {
    List<Change> changes = new ArrayList<>();
    for (String text : options.values("set")) {
      changes.add(Change.set(text));
    }
    for (String text : options.values("find")) {
      changes.add(Change.find(text));
    }
    Optional<Path> list = options.value("list").map(console.folder()::resolve);
    if (list.isPresent()) {
      if (!Files.isRegularFile(list.get())) {
        throw new UsageException("there is no list " + list.get());
      }
      changes.addAll(ChangeList.read(list.get()));
    }
    return changes;
  }

  /** The files that are named, and the workbooks of folders that are. */
  private static List<Path> files(List<String> arguments, Path folder)
      throws UsageException, IOException {
    List<Path> files = new ArrayList<>();
    for (String argument : arguments) {
      Path path = folder.resolve(argument);
      if (Files.isDirectory(path)) {
        try (Stream<Path> inside = Files.list(path)) {
          inside
              .filter(Files::isRegularFile)
              .filter(file -> !file.getFileName().toString().startsWith("."))
              .filter(file -> !file.getFileName().toString().startsWith("~$"))
              .filter(
                  file ->
                      file.toString().toLowerCase(Locale.ROOT).matches(".*\\.(xlsx|xlsm|ods|xls)"))
              .sorted()
              .forEach(files::add);
        }
      } else if (Files.isRegularFile(path)) {
        files.add(path);
      } else {
        throw CommandOptions.noFile(path);
      }
    }
    if (files.isEmpty()) {
      throw new UsageException("amend takes workbooks, or folders of them");
    }
    return files;
  }

  private static void refuseUnknown(List<Change> changes, List<Path> files) throws UsageException {
    List<String> names = files.stream().map(file -> String.valueOf(file.getFileName())).toList();
    for (Change change : changes) {
      if (!change.file().isEmpty() && !names.contains(change.file())) {
        throw new UsageException(
            "--list: " + change.file() + " isn't among the files; name it, or its folder");
      }
    }
  }

  private static Map<Path, Path> copies(List<Path> files, Path out) throws UsageException {
    boolean single =
        files.size() == 1
            && !Files.isDirectory(out)
            && out.toString().toLowerCase(Locale.ROOT).matches(".*\\.(xlsx|xlsm|ods|xls)");
    if (single && !ending(files.get(0)).equals(ending(out))) {
      throw new UsageException(
          "--out: should end in " + ending(files.get(0)) + ", as the workbook does");
    }
    Map<Path, Path> copies = new LinkedHashMap<>();
    Map<String, Path> taken = new HashMap<>();
    for (Path file : files) {
      String name = String.valueOf(file.getFileName());
      Path other = taken.put(name.toLowerCase(Locale.ROOT), file);
      if (other != null) {
        throw new UsageException(
            other + " and " + file + " would both be copied to " + out.resolve(name));
      }
      copies.put(file, single ? out : out.resolve(name));
    }
    return copies;
  }

  private static String ending(Path file) {
    String name = file.toString().toLowerCase(Locale.ROOT);
    return name.substring(name.lastIndexOf('.'));
  }

  private static void print(List<Amended> amended, boolean writes, boolean all, Console console) {
    PrintStream out = console.out();
    int shown = 0;
    int left = 0;
    for (Amended file : amended) {
      for (Amended.Cell cell : file.cells()) {
        if (all || shown < MOST) {
          out.println(
              relative(file.file(), console.folder())
                  + ", "
                  + cell.sheet()
                  + "!"
                  + cell.cell()
                  + ": "
                  + said(cell.before())
                  + " -> "
                  + said(cell.after())
                  + (cell.because().isEmpty() ? "" : " (" + cell.because() + ")"));
          shown++;
        } else {
          left++;
        }
      }
      file.stays()
          .forEach(stay -> out.println(relative(file.file(), console.folder()) + ", " + stay));
      file.warnings()
          .forEach(
              note -> out.println(relative(file.file(), console.folder()) + ": note: " + note));
      if (!file.problem().isEmpty()) {
        console
            .err()
            .println("baddle: " + relative(file.file(), console.folder()) + ": " + file.problem());
      }
    }
    if (left > 0) {
      out.println("and " + left + " more; --verbose shows them, the journal has them");
    }
    long cells = amended.stream().mapToLong(file -> file.cells().size()).sum();
    long changed = amended.stream().filter(file -> !file.cells().isEmpty()).count();
    long failed = amended.stream().filter(file -> !file.problem().isEmpty()).count();
    out.println(
        NumberText.counted(cells, "cell")
            + (writes ? " changed in " : " would be changed in ")
            + changed
            + " of "
            + NumberText.counted(amended.size(), "file")
            + (failed == 0 ? "" : "; " + failed + " can't be changed"));
  }

  private static String said(String value) {
    return value.isEmpty() ? "nothing" : value;
  }

  private static String relative(Path file, Path folder) {
    Path home = folder.toAbsolutePath().normalize();
    Path absolute = file.toAbsolutePath().normalize();
    return absolute.startsWith(home) ? home.relativize(absolute).toString() : absolute.toString();
  }

  private static String json(List<Amended> amended, Path folder) throws IOException {
    return JsonText.of(
        json -> {
          json.writeStartArray();
          for (Amended file : amended) {
            json.writeStartObject();
            json.writeStringField("file", relative(file.file(), folder));
            json.writeStringField("copy", relative(file.copy(), folder));
            json.writeArrayFieldStart("cells");
            for (Amended.Cell cell : file.cells()) {
              json.writeStartObject();
              json.writeStringField("sheet", cell.sheet());
              json.writeStringField("cell", cell.cell());
              json.writeStringField("kind_before", cell.kindBefore());
              json.writeStringField("old", cell.before());
              json.writeStringField("kind_after", cell.kindAfter());
              json.writeStringField("new", cell.after());
              json.writeStringField("because", cell.because());
              json.writeEndObject();
            }
            json.writeEndArray();
            JsonText.strings(json, "stays", file.stays());
            JsonText.strings(json, "warnings", file.warnings());
            json.writeStringField("problem", file.problem());
            json.writeEndObject();
          }
          json.writeEndArray();
        });
  }
}
