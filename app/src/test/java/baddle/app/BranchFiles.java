package baddle.app;

import java.io.IOException;
import java.math.BigDecimal;
import java.nio.file.Files;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import java.util.TreeSet;

/**
 * A folder of branches' files to which what happens in offices happens at random, and what a
 * dataset of them should come to, worked out from the files alone.
 */
public final class BranchFiles {

  public static final String PLAN =
      """
      baddle: 1
      datasets:
        sales:
          columns:
            branch: text
            code: text
            region: {type: text, lookup: regions}
            amount: {type: decimal, places: 2, required: true}
      feeds:
        branches:
          into: sales
          files: "in/{branch} {period}.csv"
          leave_out: {when: code = 'Total', because: total}
      lookups:
        regions:
          file: regions.csv
          match: {code: Code}
          bring: {region: Region}
          when_missing: {region: none}
      summaries:
        regions:
          down: [region, branch]
          across: [source_period]
          measures: {Amount: sum(amount)}
        plain:
          down: [code]
          measures: {Amount: sum(amount), Lines: count(*)}
      """;

  private static final List<String> BRANCHES = List.of("Foxholt", "Alder Mill", "Dunmere");
  private static final List<String> CODES = List.of("A1", "B2", "C3", "D4", "E5");
  private static final List<String> REGIONS = List.of("North", "West", "Coast");
  private static final String HEADINGS = "code,amount\n";

  /** What should have become of rows. */
  public record Expected(Map<String, BigDecimal> cells, long kept, long leftOut, long held) {

    public BigDecimal total() {
      return cells.values().stream().reduce(BigDecimal.ZERO, BigDecimal::add);
    }
  }

  private final ProjectFolder project;
  private final Random random;
  private final boolean copies;
  private final Map<String, String> contents = new TreeMap<>();
  private final Map<String, String> regions = new HashMap<>();

  /** For each content of a branch that stands under several names the one that counts. */
  private Map<String, String> counted = new HashMap<>();

  /**
   * A folder with one file.
   *
   * @param copies whether files are ever copied under another name
   */
  public BranchFiles(ProjectFolder project, long seed, boolean copies) throws IOException {
    this.project = project;
    this.copies = copies;
    this.random = new Random(seed);
    regions.put("A1", "North");
    regions.put("B2", "West");
    writeRegions();
    write(newPath(), content());
  }

  /** Does something, and says what. */
  public String step() throws IOException {
    String path = any();
    int choices = contents.size() > 1 ? 8 : 6;
    switch (random.nextInt(choices)) {
      case 0, 1 -> {
        String added = newPath();
        return write(added, content()) + " is new";
      }
      case 2 -> {
        return write(path, content()) + " is replaced";
      }
      case 3 -> {
        return write(path, contents.get(path) + line()) + " has a line more";
      }
      case 4 -> {
        String copy = newPath();
        return write(copy, copies ? contents.get(path) : content()) + " comes beside " + path;
      }
      case 6 -> {
        String renamed = newPath();
        Files.move(project.at(path), project.at(renamed));
        contents.put(renamed, contents.remove(path));
        return path + " is called " + renamed;
      }
      default -> {
        Files.delete(project.at(path));
        contents.remove(path);
        return path + " is gone";
      }
      case 5 -> {
        regions.put(one(CODES), one(REGIONS));
        writeRegions();
        return "regions are " + regions;
      }
    }
  }

  private <T> T one(List<T> list) {
    return list.get(random.nextInt(list.size()));
  }

  private String any() {
    return one(List.copyOf(contents.keySet()));
  }

  private String newPath() {
    String path;
    do {
      path = "in/%s 2026-%02d.csv".formatted(one(BRANCHES), 1 + random.nextInt(12));
    } while (contents.containsKey(path));
    return path;
  }

  private String write(String path, String content) throws IOException {
    project.write(path, content);
    contents.put(path, content);
    return path;
  }

  private void writeRegions() throws IOException {
    StringBuilder text = new StringBuilder("Code,Region\n");
    new TreeMap<>(regions).forEach((code, region) -> text.append(code + "," + region + "\n"));
    project.write("regions.csv", text.toString());
  }

  private String content() {
    StringBuilder text = new StringBuilder(HEADINGS);
    for (int lines = 1 + random.nextInt(6); lines > 0; lines--) {
      text.append(line());
    }
    return text.toString();
  }

  private String line() {
    return switch (random.nextInt(8)) {
      case 0 -> "Total," + amount() + "\n";
      case 1 -> one(CODES) + ",about " + amount() + "\n";
      case 2 -> one(CODES) + ",\n";
      default -> one(CODES) + "," + amount() + "\n";
    };
  }

  private BigDecimal amount() {
    return BigDecimal.valueOf(random.nextInt(2_000_001) - 500_000L, 2);
  }

  /**
   * What a consolidation that is done now should come to. Of files with one content of one branch
   * the one that counted before counts on, else the first by period and name.
   */
  public Expected expected() {
    Map<String, List<String>> pathsOf = new TreeMap<>();
    contents.forEach(
        (path, content) ->
            pathsOf
                .computeIfAbsent(branch(path) + "\n" + content, c -> new ArrayList<>())
                .add(path));
    Map<String, String> counting = new HashMap<>();
    Map<String, BigDecimal> cells = new TreeMap<>();
    long[] counts = new long[3];
    pathsOf.forEach(
        (key, paths) -> {
          String before = counted.get(key);
          String path = paths.contains(before) ? before : first(paths);
          counting.put(key, path);
          int rows = key.indexOf(HEADINGS) + HEADINGS.length();
          for (String line : key.substring(rows).split("\n")) {
            String code = line.substring(0, line.indexOf(','));
            String amount = line.substring(line.indexOf(',') + 1);
            if (code.equals("Total")) {
              counts[1]++;
            } else if (!amount.matches("-?[0-9.]+")) {
              counts[2]++;
            } else {
              counts[0]++;
              String cell =
                  regions.getOrDefault(code, "none") + "|" + branch(path) + "|" + period(path);
              cells.merge(cell, new BigDecimal(amount), BigDecimal::add);
            }
          }
        });
    counted = counting;
    return new Expected(cells, counts[0], counts[1], counts[2]);
  }

  private static String first(List<String> paths) {
    TreeSet<String> byPeriod = new TreeSet<>();
    paths.forEach(path -> byPeriod.add(period(path) + "\n" + path));
    return byPeriod.first().substring(byPeriod.first().indexOf('\n') + 1);
  }

  private static String branch(String path) {
    return path.substring("in/".length(), path.lastIndexOf(' '));
  }

  private static String period(String path) {
    return path.substring(path.lastIndexOf(' ') + 1, path.lastIndexOf('.'));
  }
}
