package baddle.app.draft;

import baddle.app.draft.found.FolderFile;
import baddle.app.draft.words.NameShape;
import java.util.ArrayList;
import java.util.Collections;
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

/**
 * Tells files that are copies or other versions of a file beside them: by their names, and by the
 * rows that both have.
 */
final class Versions {

  private static final Pattern COPY =
      Pattern.compile("(?i)([ _-]*(\\((copy|\\d)\\)|- ?copy|\\bcopy|\\bold|\\bbackup))+$");

  private static final Pattern LATER =
      Pattern.compile(
          "(?i)([ _-]+(v(ersion)? ?\\d+|final|new|corrected|revised|amended|updated)"
              + "|[ _-]*\\((v\\d+|final|new|corrected|revised)\\))+$");

  private final Questions questions;
  private final Set<String> excluded = new HashSet<>();
  private final Map<String, Set<String>> except = new TreeMap<>();
  private final List<String> doubts = new ArrayList<>();

  private Versions(Questions questions) {
    this.questions = questions;
  }

  /** Tells them. */
  static Versions of(List<FolderFile> files, Questions questions) {
    Versions versions = new Versions(questions);
    Map<String, FolderFile> byName = new HashMap<>();
    files.forEach(file -> byName.put(plain(file.path()), file));
    for (FolderFile file : files) {
      versions.byName(file, COPY, true, byName);
      versions.byName(file, LATER, false, byName);
    }
    for (RepeatedRows pair : RepeatedRows.of(files)) {
      if (!versions.excluded.contains(pair.file()) && !versions.excluded.contains(pair.other())) {
        versions.byRows(pair);
      }
    }
    return versions;
  }

  /** The path without its ending, in small letters. */
  private static String plain(String path) {
    return path.substring(0, path.length() - FolderFile.endingOf(path).length())
        .toLowerCase(Locale.ROOT);
  }

  private void byName(FolderFile file, Pattern mark, boolean copy, Map<String, FolderFile> byName) {
    String path = file.path();
    String stem = FolderFile.stemOf(path);
    Matcher matcher = mark.matcher(stem);
    String folder = FolderFile.folderOf(path);
    String start = folder.isEmpty() ? "" : folder + "/";
    if (!matcher.find() || matcher.start() == 0) {
      return;
    }
    FolderFile original =
        byName.get((start + stem.substring(0, matcher.start())).toLowerCase(Locale.ROOT));
    if (original == null || (copy && areApart(file, original))) {
      return;
    }
    String other = original.path();
    String why = copy ? "a copy" : "a later version";
    String marked = stem.substring(matcher.start()) + FolderFile.endingOf(path);
    ask(
        path,
        other,
        "by their names the one is " + why + " of the other",
        copy ? "second" : "first",
        copy ? NameShape.plain(start) + "*" + NameShape.plain(marked) : NameShape.plain(path));
  }

  /** Whether two files have no row in common, so that a name like that of a copy means nothing. */
  private static boolean areApart(FolderFile one, FolderFile other) {
    Set<Long> rows = one.fingerprints();
    Set<Long> others = other.fingerprints();
    return !rows.isEmpty() && !others.isEmpty() && Collections.disjoint(rows, others);
  }

  /**
   * Files of two periods both count as they are proposed: a plan that leaves one out by its name
   * would do so again when the next file comes.
   */
  private void byRows(RepeatedRows pair) {
    ask(
        pair.file(),
        pair.other(),
        pair.same() + " of " + pair.rows() + " rows of the one are in the other too",
        pair.isOnePeriod() ? "second" : "both",
        NameShape.plain(pair.file()));
  }

  /**
   * Asks which of two files counts.
   *
   * @param pattern of the first, should it not count
   */
  private void ask(String path, String other, String evidence, String proposal, String pattern) {
    Question question =
        Question.of(
            path + " and " + other,
            evidence,
            proposal,
            new QuestionAnswer("first", path + " counts"),
            new QuestionAnswer("second", other + " counts"),
            new QuestionAnswer("both", "both count"));
    String answer = questions.choose(question);
    String counts =
        switch (answer) {
          case "first" -> "only " + path + " is read";
          case "second" -> "only " + other + " is read";
          default -> "both are read";
        };
    if (questions.isOpen(question)) {
      doubts.add(question.line() + "; " + counts);
    }
    if (answer.equals("second")) {
      exclude(FolderFile.folderOf(path), path, pattern);
    } else if (answer.equals("first")) {
      exclude(FolderFile.folderOf(other), other, NameShape.plain(other));
    }
  }

  private void exclude(String folder, String path, String pattern) {
    excluded.add(path);
    except.computeIfAbsent(folder, f -> new TreeSet<>()).add(pattern);
  }

  /** The files that don't count. */
  Set<String> excluded() {
    return excluded;
  }

  /** Patterns of those in a folder. */
  Set<String> except(String folder) {
    return except.getOrDefault(folder, Set.of());
  }

  /** What a person should confirm. */
  List<String> doubts() {
    return doubts;
  }
}
