package baddle.bench;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/**
 * Measures how the source is laid out, {@code Structure FOLDER}: sizes of files, methods and
 * packages, how much is package-private, cycles between packages by what their sources import (an
 * inlined constant can't hide one), and the share of tests.
 */
final class Structure {

  private static final Pattern PACKAGE = Pattern.compile("^package ([\\w.]+);");
  private static final Pattern IMPORT =
      Pattern.compile("^import (?:static )?(baddle[\\w.]*?)\\.[A-Z].*;");
  private static final Pattern TYPE =
      Pattern.compile(
          "^(public )?(?:abstract |final |sealed |non-sealed )*(?:class|record|interface|enum) .*");

  /** Where the head of a method or constructor of a top-level type begins. */
  private static final Pattern HEAD = Pattern.compile("^  (?! )[^=@*/}]*\\(.*[^;]$");

  private static final int LONG_FILE = 350;

  private final List<Integer> files = new ArrayList<>();
  private final List<Integer> methods = new ArrayList<>();
  private final Map<String, Integer> filesOf = new TreeMap<>();
  private final Map<String, Set<String>> imports = new HashMap<>();
  private final Set<String> longFiles = new TreeSet<>();
  private int types;
  private int packagePrivate;
  private long mainLines;
  private long testLines;

  private Structure() {}

  /**
   * Prints the measures.
   *
   * @throws IllegalStateException where packages import each other in a circle
   */
  public static void main(String[] args) throws IOException {
    Structure structure = new Structure();
    List<Path> sources;
    try (Stream<Path> all = Files.walk(Path.of(args[0]))) {
      sources = all.filter(file -> file.toString().endsWith(".java")).sorted().toList();
    }
    for (Path source : sources) {
      structure.add(source);
    }
    structure.print();
  }

  private void add(Path source) throws IOException {
    List<String> lines = Files.readAllLines(source);
    if (source.toString().contains("/src/test/")) {
      testLines += lines.size();
      return;
    }
    mainLines += lines.size();
    String name = String.valueOf(source.getFileName());
    if (!source.toString().contains("/src/main/") || name.equals("package-info.java")) {
      return;
    }
    files.add(lines.size());
    if (lines.size() > LONG_FILE) {
      longFiles.add(name + " " + lines.size());
    }
    String in = "";
    boolean inHead = false;
    int method = -1;
    for (int i = 0; i < lines.size(); i++) {
      String line = lines.get(i);
      Matcher ofPackage = PACKAGE.matcher(line);
      Matcher imported = IMPORT.matcher(line);
      Matcher type = TYPE.matcher(line);
      if (ofPackage.matches()) {
        in = ofPackage.group(1);
        filesOf.merge(in, 1, Integer::sum);
      } else if (imported.matches() && !imported.group(1).equals(in)) {
        imports.computeIfAbsent(in, p -> new TreeSet<>()).add(imported.group(1));
      } else if (type.matches()) {
        types++;
        packagePrivate += type.group(1) == null ? 1 : 0;
      }
      inHead |= HEAD.matcher(line).matches() && !line.contains(" record ");
      if (inHead && (line.endsWith("{") || line.endsWith(";"))) {
        inHead = false;
        method = line.endsWith("{") ? i : -1;
      } else if (line.equals("  }") && method >= 0) {
        methods.add(i - method - 1);
        method = -1;
      }
    }
  }

  private void print() {
    row(
        "lines of a file: median, p90, most",
        share(files, 0.5),
        share(files, 0.9),
        share(files, 1));
    row(
        "lines within a method: median, p90, most",
        share(methods, 0.5),
        share(methods, 0.9),
        share(methods, 1));
    row("types, package-private of 100", types, 100 * packagePrivate / types);
    row("lines of tests of 100", 100 * testLines / (testLines + mainLines));
    filesOf.entrySet().stream()
        .sorted((one, other) -> other.getValue() - one.getValue())
        .limit(8)
        .forEach(one -> row("files in " + one.getKey(), one.getValue()));
    longFiles.forEach(one -> System.out.println("longer than " + LONG_FILE + " lines: " + one));
    Set<String> cyclic = new TreeSet<>();
    filesOf.keySet().stream().filter(one -> reaches(one, one)).forEach(cyclic::add);
    if (!cyclic.isEmpty()) {
      throw new IllegalStateException("packages that import each other in a circle: " + cyclic);
    }
    System.out.println("packages in cycles: none");
  }

  /** Whether imports lead from one package to another, by at least one step. */
  private boolean reaches(String from, String wanted) {
    Deque<String> open = new ArrayDeque<>(imports.getOrDefault(from, Set.of()));
    Set<String> seen = new HashSet<>();
    while (!open.isEmpty()) {
      String next = open.pop();
      if (next.equals(wanted)) {
        return true;
      }
      if (seen.add(next)) {
        open.addAll(imports.getOrDefault(next, Set.of()));
      }
    }
    return false;
  }

  private static long share(List<Integer> values, double share) {
    List<Integer> sorted = values.stream().sorted().toList();
    return sorted.get((int) Math.round(share * (sorted.size() - 1)));
  }

  private static void row(String what, long... values) {
    StringBuilder text = new StringBuilder(what + ":");
    for (long value : values) {
      text.append(String.format(Locale.ROOT, " %,d", value));
    }
    System.out.println(text);
  }
}
