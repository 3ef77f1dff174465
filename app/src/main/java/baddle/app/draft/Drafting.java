package baddle.app.draft;

import baddle.app.look.LookChoice;
import baddle.app.look.LookedFile;
import baddle.app.look.LookedSheet;
import baddle.app.look.Looking;
import baddle.core.grid.CellRange;
import baddle.core.intake.TableProfile;
import baddle.core.value.NaturalOrder;
import baddle.core.value.Period;
import baddle.core.value.PeriodText;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/** Proposes a plan by the files in a folder. */
public final class Drafting {

  private static final LookChoice CHOICE =
      new LookChoice(Optional.empty(), CellRange.EVERYTHING, 0, false);

  private static final Pattern PART = Pattern.compile("\\{([^{}]+)}");

  private final Path base;
  private final Looking looking;
  private final PeriodText periods = PeriodText.english();
  private final List<DraftDataset> datasets = new ArrayList<>();
  private final Map<DraftDataset, Map<String, List<FoundTable>>> tables = new LinkedHashMap<>();
  private final Map<String, List<String>> formless = new TreeMap<>();
  private final Map<String, LookedFile> looked = new TreeMap<>(NaturalOrder.INSTANCE);
  private final List<DraftFeed> feeds = new ArrayList<>();
  private final List<String> doubts = new ArrayList<>();

  /**
   * A draft whose paths are relative to a folder.
   *
   * @param base where the plan will stand
   */
  public Drafting(Path base) {
    this(base, Looking.standard());
  }

  Drafting(Path base, Looking looking) {
    this.base = base.toAbsolutePath().normalize();
    this.looking = looking;
  }

  /**
   * Looks at every file below a folder and proposes a plan.
   *
   * @param folder at or below the plan's own
   */
  public Draft draft(Path folder) throws IOException {
    look(folder);
    cluster();
    datasets.forEach(DraftDataset::joinComplements);
    nameByFile();
    List<DraftDataset> drafted = new ArrayList<>(datasets);
    for (DraftDataset dataset : drafted) {
      Map<String, List<FoundTable>> ofDataset = tables.getOrDefault(dataset, Map.of());
      List<FoundTable> all = ofDataset.values().stream().flatMap(List::stream).toList();
      Optional<Turned> turned =
          new MonthsAcross(periods).turn(dataset, all).or(() -> MoneyInAndOut.turn(dataset, all));
      ofDataset.forEach((path, found) -> feed(dataset, path, found, turned));
    }
    formless.forEach(this::forms);
    List<MappingTables.Lookup> lookups = new MappingTables(datasets, feeds).take();
    List<String> pairs = datasets.stream().flatMap(d -> d.pairs().stream()).distinct().toList();
    return new PlanText(datasets, feeds, lookups, doubts).draft(pairs);
  }

  private void look(Path folder) throws IOException {
    List<Path> files;
    try (Stream<Path> walked = Files.walk(folder)) {
      files = walked.filter(Files::isRegularFile).filter(this::isSource).sorted().toList();
    }
    for (Path file : files) {
      String path =
          base.relativize(file.toAbsolutePath().normalize()).toString().replace('\\', '/');
      try {
        looked.put(path, looking.look(file, CHOICE));
      } catch (IOException e) {
        doubts.add(path + " can't be read: " + e.getMessage());
      }
    }
  }

  private boolean isSource(Path file) {
    Path path = base.relativize(file.toAbsolutePath().normalize());
    for (Path part : path) {
      String name = part.toString();
      if (name.startsWith(".") || name.startsWith("~$")) {
        return false;
      }
    }
    return !path.toString().endsWith(".yaml") && !path.toString().endsWith(".md");
  }

  private static String folderOf(String path) {
    return path.substring(0, Math.max(0, path.lastIndexOf('/')));
  }

  /** Puts tables that are alike into one dataset, those seen most often first. */
  private void cluster() {
    Map<String, List<FoundTable>> bySignature = new LinkedHashMap<>();
    looked.forEach(
        (path, file) -> {
          boolean any = false;
          for (LookedSheet sheet : file.sheets()) {
            boolean readable = sheet.visible() && !sheet.report();
            for (TableProfile table : readable ? sheet.tables() : List.<TableProfile>of()) {
              if (table.columns().size() > 1 && table.rows() > 0) {
                any = true;
                String signature = folderOf(path) + "\n" + headings(table);
                bySignature
                    .computeIfAbsent(signature, s -> new ArrayList<>())
                    .add(new FoundTable(path, sheet, table));
              }
            }
          }
          if (!any) {
            formless.computeIfAbsent(folderOf(path), f -> new ArrayList<>()).add(path);
          }
        });
    bySignature.values().stream()
        .sorted(Comparator.<List<FoundTable>>comparingInt(List::size).reversed())
        .forEach(this::place);
  }

  private static String headings(TableProfile table) {
    StringBuilder headings = new StringBuilder();
    table.columns().forEach(column -> headings.append(column.heading()).append('\t'));
    return headings.toString();
  }

  private void place(List<FoundTable> alike) {
    FoundTable first = alike.get(0);
    DraftDataset dataset =
        datasets.stream()
            .filter(known -> known.isAlike(first.table()))
            .max(Comparator.comparingDouble(known -> known.likeness(first.table())))
            .orElseGet(() -> newDataset(folderOf(first.path())));
    for (FoundTable found : alike) {
      Map<String, List<FoundTable>> ofDataset =
          tables.computeIfAbsent(dataset, d -> new LinkedHashMap<>());
      String folder = folderOf(found.path());
      boolean sameFolder = ofDataset.containsKey(folder);
      dataset.add(found.table(), found.path(), sameFolder);
      ofDataset.computeIfAbsent(folder, f -> new ArrayList<>()).add(found);
    }
  }

  private DraftDataset newDataset(String folder) {
    String wanted = DraftColumn.plainName(folder.substring(folder.lastIndexOf('/') + 1));
    DraftDataset dataset =
        new DraftDataset(free(wanted.equals(DraftColumn.UNNAMED) ? "data" : wanted));
    datasets.add(dataset);
    return dataset;
  }

  /** Datasets of one file each that share a folder are called by their files. */
  private void nameByFile() {
    Map<String, List<DraftDataset>> byFile = new LinkedHashMap<>();
    for (DraftDataset dataset : datasets) {
      List<String> paths =
          tables.getOrDefault(dataset, Map.of()).values().stream()
              .flatMap(List::stream)
              .map(FoundTable::path)
              .distinct()
              .toList();
      if (paths.size() == 1) {
        byFile.computeIfAbsent(folderOf(paths.get(0)), f -> new ArrayList<>()).add(dataset);
      }
    }
    byFile.values().removeIf(of -> of.size() < 2);
    byFile.values().stream().flatMap(List::stream).forEach(this::nameByFile);
  }

  private void nameByFile(DraftDataset dataset) {
    String path = tables.getOrDefault(dataset, Map.of()).values().iterator().next().get(0).path();
    String file = path.substring(path.lastIndexOf('/') + 1);
    String stem =
        file.substring(0, file.lastIndexOf('.') < 0 ? file.length() : file.lastIndexOf('.'));
    String wanted = DraftColumn.plainName(stem);
    if (!wanted.equals(dataset.name()) && periods.find(stem).isEmpty()) {
      dataset.rename(free(wanted));
    }
  }

  private String free(String wanted) {
    String free = wanted;
    for (int i = 2; isTaken(free); i++) {
      free = wanted + "_" + i;
    }
    return free;
  }

  private boolean isTaken(String name) {
    return datasets.stream().anyMatch(known -> known.name().equals(name));
  }

  private void feed(
      DraftDataset dataset, String folder, List<FoundTable> found, Optional<Turned> turned) {
    List<String> paths = found.stream().map(FoundTable::path).distinct().toList();
    List<String> sheets =
        found.stream()
            .map(f -> f.sheet().name())
            .filter(name -> !name.isEmpty())
            .distinct()
            .toList();
    NameShape ofSheets = sheets.isEmpty() ? null : NameShape.of(sheets, periods);
    boolean periodInSheets =
        ofSheets != null && sheets.size() > 1 && ofSheets.hasPeriod() && !ofSheets.varies();
    Optional<String> pattern =
        periodInSheets ? Optional.of(ofSheets.pattern(Optional.empty())) : Optional.empty();
    String files = files(dataset, folder, paths, periodInSheets);
    feeds.add(
        new DraftFeed(
            feedName(paths.size() == 1 ? dataset.name() : folder),
            dataset.name(),
            files,
            paths.size(),
            pattern,
            Map.of(),
            TotalRule.of(dataset, found, doubts),
            heads(dataset, folder, found),
            turned,
            expect(periodInSheets ? sheets : stems(paths), files)));
  }

  /** The columns that only the first row of a block fills, in most tables of a feed. */
  private List<String> heads(DraftDataset dataset, String folder, List<FoundTable> found) {
    Map<List<String>, Integer> seen = new LinkedHashMap<>();
    for (FoundTable table : found) {
      List<String> names = new ArrayList<>();
      for (int column : table.table().heads()) {
        table
            .heading(column)
            .flatMap(dataset::spelt)
            .filter(one -> names.isEmpty() || !one.type().isNumber())
            .ifPresent(one -> names.add(one.name()));
      }
      seen.merge(names, 1, Integer::sum);
    }
    List<String> heads =
        seen.entrySet().stream()
            .filter(one -> one.getValue() * 2 > found.size())
            .map(Map.Entry::getKey)
            .findFirst()
            .orElse(List.of());
    if (!heads.isEmpty()) {
      String where = folder.isEmpty() ? found.get(0).path() : folder;
      doubts.add(
          String.join(", ", heads)
              + " of "
              + where
              + " seem to be filled on the first row of a block only; they are carried down");
    }
    return heads;
  }

  private String feedName(String folder) {
    String wanted = DraftColumn.plainName(folder.substring(folder.lastIndexOf('/') + 1));
    String name = wanted.equals(DraftColumn.UNNAMED) ? "files" : wanted;
    String free = name;
    for (int i = 2; isFeed(free); i++) {
      free = name + "_" + i;
    }
    return free;
  }

  private boolean isFeed(String name) {
    return feeds.stream().anyMatch(feed -> feed.name().equals(name));
  }

  /** The pattern of a feed's files; what varies in their names becomes a column. */
  private String files(
      DraftDataset dataset, String folder, List<String> paths, boolean periodElsewhere) {
    String start = folder.isEmpty() ? "" : folder + "/";
    List<String> names = new ArrayList<>();
    Set<String> endings = new LinkedHashSet<>();
    for (String path : paths) {
      String name = path.substring(start.length());
      int dot = name.lastIndexOf('.');
      names.add(dot < 0 ? name : name.substring(0, dot));
      endings.add(dot < 0 ? "" : name.substring(dot));
    }
    String ending = endings.size() == 1 ? endings.iterator().next() : ".*";
    if (periodElsewhere) {
      return start + "*" + ending;
    }
    NameShape shape = NameShape.of(names, periods);
    boolean asColumn = shape.varies() && shape.hasPeriod();
    Optional<String> part =
        asColumn ? Optional.of(partName(dataset, shape.parts())) : Optional.empty();
    part.ifPresent(name -> addPart(dataset, name, folder, shape.parts()));
    return start
        + (names.size() == 1 && !shape.hasPeriod() ? names.get(0) : shape.pattern(part))
        + ending;
  }

  /** The column of any dataset whose values the parts are; else a name of its own. */
  private String partName(DraftDataset dataset, List<String> parts) {
    Set<String> distinct = new LinkedHashSet<>(parts);
    List<DraftDataset> order = new ArrayList<>(List.of(dataset));
    order.addAll(datasets);
    for (DraftDataset known : order) {
      for (DraftColumn column : known.columns()) {
        long there = distinct.stream().filter(column.values()::contains).count();
        if (there * 5 >= distinct.size() * 4L) {
          return column.name();
        }
      }
    }
    return "name";
  }

  private void addPart(DraftDataset dataset, String name, String folder, List<String> parts) {
    dataset.column(name).ifPresent(DraftColumn::markTellsApart);
    if (dataset.column(name).isEmpty()) {
      dataset.columns().add(0, DraftColumn.ofName(name, parts));
      if (name.equals("name")) {
        doubts.add("the files of " + folder + " differ by a part of their names, called name here");
      }
    }
  }

  /** Files without a table: forms, if most of them have the same labels. */
  private void forms(String folder, List<String> paths) {
    List<LookedSheet> sheets = new ArrayList<>();
    for (String path : paths) {
      LookedFile file = looked.get(path);
      if (file != null) {
        file.sheets().stream().filter(LookedSheet::visible).findFirst().ifPresent(sheets::add);
      }
    }
    List<FormCells.Field> fields = sheets.size() > 1 ? FormCells.of(sheets) : List.of();
    if (fields.isEmpty()) {
      paths.forEach(path -> doubts.add(path + " has no table that could be told by its shape"));
      return;
    }
    DraftDataset dataset = newDataset(folder);
    Map<String, String> cells = new LinkedHashMap<>();
    for (FormCells.Field field : fields) {
      DraftColumn column = new DraftColumn(field.label());
      column.take(field.values(), 0);
      dataset.columns().add(column);
      cells.put(column.name(), field.address());
    }
    String files = files(dataset, folder, paths, false);
    feeds.add(
        new DraftFeed(
            feedName(folder),
            dataset.name(),
            files,
            paths.size(),
            Optional.empty(),
            cells,
            List.of(),
            List.of(),
            Optional.empty(),
            expect(stems(paths), files)));
  }

  private static List<String> stems(List<String> paths) {
    return paths.stream()
        .map(path -> path.substring(path.lastIndexOf('/') + 1).replaceFirst("[.][^.]*$", ""))
        .toList();
  }

  /** How often a feed arrives, and for each what, by the names of its files or sheets. */
  private Optional<String> expect(List<String> names, String files) {
    List<Optional<Period>> found = names.stream().map(periods::find).toList();
    if (found.stream().anyMatch(Optional::isEmpty)) {
      return Optional.empty();
    }
    String per =
        PART.matcher(files)
            .results()
            .map(part -> part.group(1))
            .filter(part -> !part.equals("period"))
            .findFirst()
            .map(part -> ", per: " + part)
            .orElse("");
    return Rhythm.of(found.stream().flatMap(Optional::stream).toList())
        .map(grain -> "{every: " + grain.words() + per + "}");
  }
}
