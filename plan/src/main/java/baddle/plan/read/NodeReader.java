package baddle.plan.read;

import baddle.core.finding.Nearest;
import baddle.core.value.Ignored;
import baddle.plan.PlanProblem;
import java.util.ArrayList;
import java.util.Collections;
import java.util.EnumSet;
import java.util.IdentityHashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;

/** Takes nodes apart and gathers what is wrong with them. */
final class NodeReader {

  private static final int MOST_PROBLEMS = 100;

  private final List<PlanProblem> problems = new ArrayList<>();

  private final Set<PlanNode> ofWrongKind = Collections.newSetFromMap(new IdentityHashMap<>());

  private final boolean isSound;

  NodeReader() {
    this(false);
  }

  /**
   * A reader of nodes.
   *
   * @param isSound whether all of them were read before, and nothing was wrong with them
   */
  NodeReader(boolean isSound) {
    this.isSound = isSound;
  }

  /** Whether what only proves the plan sound was done before. */
  boolean isSound() {
    return isSound;
  }

  List<PlanProblem> problems() {
    return problems;
  }

  /** Notes a problem at a node; of one that is of the wrong kind that is all that is told. */
  void problem(PlanNode at, String message) {
    if (problems.size() < MOST_PROBLEMS && !ofWrongKind.contains(at)) {
      problems.add(new PlanProblem(at.line(), at.column(), message));
    }
  }

  /** What is below a node at the end of some keys, as far down as they lead. */
  static PlanNode within(PlanNode node, String... path) {
    PlanNode at = node;
    for (String key : path) {
      if (at instanceof PlanNode.Entries mapping) {
        for (PlanNode.Entry entry : mapping.entries()) {
          if (entry.key().text().equals(key)) {
            at = entry.value();
            break;
          }
        }
      }
    }
    return at;
  }

  /** The values of a mapping by key, in order; a key that appears twice is a problem. */
  Map<String, PlanNode.Entry> entries(PlanNode node, String what) {
    Map<String, PlanNode.Entry> values = new LinkedHashMap<>();
    if (!(node instanceof PlanNode.Entries mapping)) {
      problem(node, what + " should be keys with values, not " + node.kind());
      ofWrongKind.add(node);
      return values;
    }
    for (PlanNode.Entry entry : mapping.entries()) {
      if (values.putIfAbsent(entry.key().text(), entry) != null) {
        problem(entry.key(), entry.key().text() + " appears twice");
      }
    }
    return values;
  }

  /** The same, where only certain keys are known. */
  Map<String, PlanNode> keys(PlanNode node, String what, List<String> known) {
    Map<String, PlanNode> values = new LinkedHashMap<>();
    entries(node, what)
        .forEach(
            (key, entry) -> {
              if (known.contains(key)) {
                values.put(key, entry.value());
              } else {
                problem(
                    entry.key(),
                    "no key "
                        + key
                        + " in "
                        + what
                        + Nearest.hint(key, known)
                        + " (known: "
                        + String.join(", ", known)
                        + ")");
              }
            });
    return values;
  }

  /** A single value. */
  Optional<PlanNode.Text> text(PlanNode node, String what) {
    if (node instanceof PlanNode.Text text && !text.text().isEmpty()) {
      return Optional.of(text);
    }
    problem(node, what + " should be a single value, not " + node.kind());
    return Optional.empty();
  }

  /** One value, or a list of them. */
  List<PlanNode.Text> texts(PlanNode node, String what) {
    if (!(node instanceof PlanNode.Items list)) {
      return text(node, what).stream().toList();
    }
    return list.items().stream().flatMap(item -> text(item, what).stream()).toList();
  }

  /** One of a few values, by the words the plan has for them. */
  <T> Optional<T> choice(PlanNode node, String what, List<T> values, Function<T, String> words) {
    Optional<PlanNode.Text> text = text(node, what);
    if (text.isEmpty()) {
      return Optional.empty();
    }
    List<String> known = values.stream().map(words).toList();
    int at = known.indexOf(text.get().text());
    if (at < 0) {
      problem(
          node,
          what
              + ": should be one of "
              + String.join(", ", known)
              + ", not "
              + text.get().text()
              + Nearest.hint(text.get().text(), known));
      return Optional.empty();
    }
    return Optional.of(values.get(at));
  }

  /** One of a few values of a key; the standard one where the key isn't there, or is wrong. */
  <T> T choice(
      Map<String, PlanNode> keys,
      String key,
      List<T> values,
      Function<T, String> words,
      T standard) {
    PlanNode node = keys.get(key);
    return node == null ? standard : choice(node, key, values, words).orElse(standard);
  }

  /** What doesn't matter when keys are compared. */
  Set<Ignored> ignoring(Map<String, PlanNode> keys) {
    return ignored(keys, "ignoring");
  }

  /** What doesn't matter when texts are compared, under a key. */
  Set<Ignored> ignored(Map<String, PlanNode> keys, String key) {
    Set<Ignored> ignoring = EnumSet.noneOf(Ignored.class);
    PlanNode node = keys.get(key);
    for (PlanNode.Text text : node == null ? List.<PlanNode.Text>of() : texts(node, key)) {
      Ignored.of(text.text())
          .ifPresentOrElse(
              ignoring::add,
              () ->
                  problem(
                      text,
                      key
                          + ": should be of "
                          + String.join(", ", Ignored.allWords())
                          + Nearest.hint(text.text(), Ignored.allWords())));
    }
    return ignoring;
  }

  /** {@code true} or {@code false}. */
  Optional<Boolean> truth(PlanNode node, String what) {
    Optional<PlanNode.Text> text = text(node, what);
    if (text.isEmpty()) {
      return Optional.empty();
    }
    String word = text.get().text();
    if (word.equals("true") || word.equals("false")) {
      return Optional.of(word.equals("true"));
    }
    problem(node, what + " should be true or false, not \"" + word + "\"");
    return Optional.empty();
  }
}
