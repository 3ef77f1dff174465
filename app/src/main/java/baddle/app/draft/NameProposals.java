package baddle.app.draft;

import baddle.app.draft.found.FolderFile;
import baddle.app.draft.words.NameShape;
import baddle.core.calendar.PeriodText;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;

/** Names datasets and feeds by words: those of their folder, their files or their sheets. */
final class NameProposals {

  private static final Set<String> SAY_NOTHING =
      Set.of(
          "in",
          "inbox",
          "input",
          "data",
          "file",
          "files",
          "import",
          "imports",
          "source",
          "sources",
          "incoming",
          "new",
          "raw",
          "upload",
          "uploads",
          "export",
          "exports",
          "sheet",
          "sheet1",
          "tabelle1",
          "received",
          "from",
          "the",
          "copy",
          "reference",
          "lookups",
          "detail",
          "report");

  private static final String LAST = "rows";

  private final PeriodText periods = PeriodText.english();
  private final Set<String> taken = new HashSet<>();

  NameProposals() {}

  /**
   * A name that isn't taken yet.
   *
   * @param paths the files
   * @param sheets the names of their sheets
   * @param isAlone whether nothing else has its files in the same folder
   */
  String of(List<String> paths, List<String> sheets, boolean isAlone) {
    List<String> wanted = new ArrayList<>();
    List<String> stems = paths.stream().map(FolderFile::stemOf).distinct().toList();
    String byFiles = common(stems);
    Set<String> folders = new LinkedHashSet<>();
    paths.forEach(path -> folders.add(FolderFile.folderOf(path)));
    String byFolder = folder(folders);
    if (isAlone) {
      wanted.add(byFolder);
      wanted.add(byFiles);
    } else {
      wanted.add(byFiles);
      wanted.add(byFolder);
    }
    wanted.add(sheets.isEmpty() ? "" : common(sheets));
    folders.forEach(folder -> wanted.add(last(folder)));
    String first =
        wanted.stream()
            .filter(name -> isWord(name) && !taken.contains(name))
            .findFirst()
            .orElse("");
    String any = wanted.stream().filter(NameProposals::isWord).findFirst().orElse(LAST);
    return take(first.isEmpty() ? any : first);
  }

  /** The name, or the next like it that is free. */
  String take(String wanted) {
    String free = wanted;
    for (int i = 2; !taken.add(free); i++) {
      free = wanted + "_" + i;
    }
    return free;
  }

  private static boolean isWord(String name) {
    return !name.isEmpty()
        && !SAY_NOTHING.contains(name)
        && !name.equals(DraftColumn.UNNAMED)
        && !name.startsWith("c_")
        && !name.matches("(fy)?_?\\d.*|fy\\d.*");
  }

  private static String last(String folder) {
    return DraftColumn.plainName(folder.substring(folder.lastIndexOf('/') + 1));
  }

  /** The innermost folder that says something of all. */
  private static String folder(Set<String> folders) {
    String common = folders.iterator().next();
    for (String folder : folders) {
      while (!common.isEmpty() && !(folder + "/").startsWith(common + "/")) {
        common = FolderFile.folderOf(common);
      }
    }
    while (!common.isEmpty() && !isWord(last(common))) {
      common = FolderFile.folderOf(common);
    }
    return common.isEmpty() ? "" : last(common);
  }

  /** What some names have in common besides a period. */
  private String common(List<String> names) {
    NameShape shape = NameShape.of(names, periods);
    boolean one = names.size() == 1 && !shape.hasPeriod();
    String words = one ? names.get(0) : shape.before() + " " + shape.after();
    String plain =
        DraftColumn.plainName(words.replaceAll("\\p{Cntrl}", " ").replaceAll("\\d+", " "));
    return plain.replaceAll("_+", "_");
  }
}
