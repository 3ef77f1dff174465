package baddle.app.draft;

import baddle.app.draft.found.FolderFile;
import baddle.core.calendar.PeriodText;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;

/**
 * A file nearly all of whose rows another file of its folder has too.
 *
 * @param file the one with fewer rows, or of two alike the one with the longer name
 * @param other the other
 * @param same how many of its rows are the same
 * @param rows how many different rows it has
 * @param isOnePeriod whether the names of both state one period, or none
 */
record RepeatedRows(String file, String other, int same, int rows, boolean isOnePeriod) {

  /** Fewer rows are the same by chance. */
  private static final int LEAST = 5;

  /** Of a hundred rows, how many are the same. */
  private static final int REPEATED = 90;

  /** Of the files of a folder, one of how many may repeat others; more are how it is meant. */
  private static final int FEW = 3;

  /** Those of some files, folder by folder. */
  static List<RepeatedRows> of(List<FolderFile> files) {
    Map<String, List<FolderFile>> byFolder = new TreeMap<>();
    for (FolderFile file : files) {
      byFolder
          .computeIfAbsent(FolderFile.folderOf(file.path()), folder -> new ArrayList<>())
          .add(file);
    }
    List<RepeatedRows> all = new ArrayList<>();
    for (List<FolderFile> folder : byFolder.values()) {
      List<RepeatedRows> found = ofFolder(folder);
      if (found.size() * FEW <= folder.size()) {
        all.addAll(found);
      }
    }
    return all;
  }

  private static List<RepeatedRows> ofFolder(List<FolderFile> files) {
    List<Set<Long>> fingerprints = files.stream().map(FolderFile::fingerprints).toList();
    Map<Long, List<Integer>> having = new HashMap<>();
    for (int i = 0; i < files.size(); i++) {
      for (long fingerprint : fingerprints.get(i)) {
        having.computeIfAbsent(fingerprint, p -> new ArrayList<>()).add(i);
      }
    }
    List<RepeatedRows> found = new ArrayList<>();
    for (int i = 0; i < files.size(); i++) {
      int[] common = new int[files.size()];
      for (long fingerprint : fingerprints.get(i)) {
        having.getOrDefault(fingerprint, List.of()).forEach(other -> common[other]++);
      }
      int most = -1;
      for (int other = 0; other < common.length; other++) {
        boolean more = most < 0 ? common[other] > 0 : common[other] > common[most];
        most = more && isLess(files.get(i), files.get(other)) ? other : most;
      }
      int rows = fingerprints.get(i).size();
      if (most >= 0 && rows >= LEAST && common[most] * 100 >= rows * REPEATED) {
        FolderFile file = files.get(i);
        FolderFile other = files.get(most);
        found.add(
            new RepeatedRows(
                file.path(), other.path(), common[most], rows, isOnePeriod(file, other)));
      }
    }
    return found;
  }

  private static boolean isLess(FolderFile one, FolderFile other) {
    int longer = Integer.compare(one.path().length(), other.path().length());
    int order = longer == 0 ? one.path().compareTo(other.path()) : longer;
    return one.rows() < other.rows() || (one.rows() == other.rows() && order > 0);
  }

  private static boolean isOnePeriod(FolderFile one, FolderFile other) {
    PeriodText periods = PeriodText.english();
    return periods
        .find(FolderFile.stemOf(one.path()))
        .equals(periods.find(FolderFile.stemOf(other.path())));
  }
}
