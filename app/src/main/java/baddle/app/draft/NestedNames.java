package baddle.app.draft;

import baddle.app.draft.found.FolderFile;
import baddle.app.draft.words.NameShape;
import baddle.core.calendar.PeriodText;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;

/**
 * What the paths of a feed's files have in common, folder by folder.
 *
 * @param start the folders that all are in, with a slash at the end; empty for none
 * @param segments the shape of each folder below, and of the file's name without its ending
 * @param ending the ending of all; empty if they differ
 */
record NestedNames(String start, List<NameShape> segments, Optional<String> ending) {

  private static final String WORDS = "\\p{L}[\\p{L}' &.-]*";
  private static final String YEAR = "\\D{0,4}\\d{4}([-_/ ]\\d{2,4})?";

  NestedNames {
    segments = List.copyOf(segments);
  }

  /** Of some paths of the same depth. */
  static NestedNames of(List<String> paths, PeriodText periods) {
    List<String[]> split = paths.stream().map(path -> path.split("/")).toList();
    int depth = split.get(0).length;
    int same = 0;
    while (same < depth - 1 && isSame(split, same)) {
      same++;
    }
    StringBuilder start = new StringBuilder();
    for (int i = 0; i < same; i++) {
      start.append(split.get(0)[i]).append('/');
    }
    Set<String> endings = new HashSet<>();
    List<NameShape> segments = new ArrayList<>();
    for (int i = same; i < depth; i++) {
      List<String> names = new ArrayList<>();
      for (String[] path : split) {
        boolean isFile = i == depth - 1;
        String stem = isFile ? FolderFile.stemOf(path[i]) : path[i];
        names.add(stem);
        if (isFile) {
          endings.add(path[i].substring(stem.length()));
        }
      }
      segments.add(NameShape.of(names, periods));
    }
    return new NestedNames(
        start.toString(),
        segments,
        endings.size() == 1 ? endings.stream().findFirst() : Optional.empty());
  }

  private static boolean isSame(List<String[]> split, int at) {
    return split.stream().map(path -> path[at]).distinct().count() == 1;
  }

  /** The segment whose part that varies names something; empty for none. */
  Optional<NameShape> naming() {
    return segments.stream()
        .filter(NameShape::varies)
        .filter(shape -> hasPeriod() || segments.size() > 1 || areWords(shape.parts()))
        .filter(shape -> !areTimes(shape.parts()))
        .findFirst();
  }

  /** Whether parts are names without a number, each of one file: of sites, accounts or people. */
  private static boolean areWords(List<String> parts) {
    return parts.stream().allMatch(part -> part.strip().matches(WORDS))
        && parts.stream().distinct().count() == parts.size();
  }

  boolean hasPeriod() {
    return segments.stream().anyMatch(NameShape::hasPeriod);
  }

  private static boolean areTimes(List<String> parts) {
    return parts.stream()
        .allMatch(part -> part.strip().matches(YEAR) || MonthsAcross.isMonth(part.strip()));
  }

  /**
   * The pattern of all the paths.
   *
   * @param part what the part that varies is called; empty for any characters
   */
  String pattern(Optional<String> part) {
    Optional<NameShape> naming = naming();
    StringBuilder pattern = new StringBuilder(NameShape.plain(start));
    for (int i = 0; i < segments.size(); i++) {
      NameShape shape = segments.get(i);
      boolean alone = shape.parts().size() == 1 && !shape.hasPeriod();
      boolean named = naming.isPresent() && naming.get().equals(shape);
      pattern
          .append(i == 0 ? "" : "/")
          .append(
              alone && i == segments.size() - 1
                  ? NameShape.plain(shape.before() + shape.parts().get(0) + shape.after())
                  : shape.pattern(named ? part : Optional.empty()));
    }
    return pattern.append(ending.orElse(".*")).toString();
  }

  /**
   * Groups paths by what one pattern can tell: those of one depth in one folder, and those of
   * folders beside each other whose files are named alike.
   */
  static List<List<String>> groups(List<String> paths, PeriodText periods) {
    Map<String, List<String>> byFolder = new TreeMap<>();
    for (String path : paths) {
      byFolder.computeIfAbsent(FolderFile.folderOf(path), folder -> new ArrayList<>()).add(path);
    }
    Map<String, List<String>> groups = new LinkedHashMap<>();
    byFolder.forEach(
        (folder, ofFolder) -> {
          String names =
              FolderFile.folderOf(folder) + "\n" + depth(folder) + "\n" + shape(ofFolder, periods);
          groups.computeIfAbsent(names, n -> new ArrayList<>()).addAll(ofFolder);
        });
    return List.copyOf(groups.values());
  }

  private static long depth(String folder) {
    return Arrays.stream(folder.split("/")).filter(part -> !part.isEmpty()).count();
  }

  private static String shape(List<String> paths, PeriodText periods) {
    Set<String> stems = new LinkedHashSet<>();
    paths.forEach(path -> stems.add(FolderFile.stemOf(path)));
    if (stems.stream().allMatch(MonthsAcross::isMonth)) {
      return "{month}";
    }
    NameShape shape = NameShape.of(List.copyOf(stems), periods);
    return shape.hasPeriod() ? shape.pattern(Optional.empty()) : paths.get(0);
  }
}
