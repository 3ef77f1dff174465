package baddle.app.draft;

import baddle.app.draft.found.FoundFile;
import java.util.ArrayList;
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

/** Tells by their names files that are copies or other versions of a file beside them. */
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
  static Versions of(List<FoundFile> files, Questions questions) {
    Versions versions = new Versions(questions);
    Map<String, String> byName = new HashMap<>();
    files.forEach(file -> byName.put(plain(file.path()), file.path()));
    for (FoundFile file : files) {
      versions.tell(file.path(), COPY, true, byName);
      versions.tell(file.path(), LATER, false, byName);
    }
    return versions;
  }

  /** The path without its ending, in small letters. */
  private static String plain(String path) {
    return path.substring(0, path.lastIndexOf('.') < 0 ? path.length() : path.lastIndexOf('.'))
        .toLowerCase(Locale.ROOT);
  }

  private void tell(String path, Pattern mark, boolean copy, Map<String, String> byName) {
    String stem = FoundFile.stemOf(path);
    Matcher matcher = mark.matcher(stem);
    String folder = FoundFile.folderOf(path);
    String start = folder.isEmpty() ? "" : folder + "/";
    if (!matcher.find() || matcher.start() == 0) {
      return;
    }
    String other =
        byName.get((start + stem.substring(0, matcher.start())).toLowerCase(Locale.ROOT));
    if (other == null) {
      return;
    }
    Question question =
        Question.of(
            path + " and " + other,
            "by their names the one is " + (copy ? "a copy" : "a later version") + " of the other",
            copy ? "second" : "first",
            new Choice("first", path + " counts"),
            new Choice("second", other + " counts"),
            new Choice("both", "both count"));
    String answer = questions.choose(question);
    if (questions.isOpen(question)) {
      String says = answer.equals("first") ? path : other;
      doubts.add(question.line() + "; only " + says + " is read");
    }
    if (answer.equals("second")) {
      String any = NameShape.plain(start) + "*" + NameShape.plain(pattern(path, stem, matcher));
      exclude(folder, path, copy ? any : NameShape.plain(path));
    } else if (answer.equals("first")) {
      exclude(folder, other, NameShape.plain(other));
    }
  }

  private static String pattern(String path, String stem, Matcher matcher) {
    return stem.substring(matcher.start()) + path.substring(path.lastIndexOf('.'));
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
