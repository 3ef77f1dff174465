package baddle.plan;

import java.util.BitSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Predicate;

/** One name against the tokens; places that led nowhere are remembered, so none is tried twice. */
final class NameMatch {

  private final List<NameToken> tokens;
  private final String name;
  private final char[] letters;
  private final Predicate<String> isPeriod;
  private final BitSet deadEnds = new BitSet();
  private final int[] partStarts;
  private final int[] partEnds;

  NameMatch(List<NameToken> tokens, String name, Predicate<String> isPeriod) {
    this.tokens = tokens;
    this.partStarts = new int[tokens.size()];
    this.partEnds = new int[tokens.size()];
    this.name = name;
    this.letters = name.toCharArray();
    this.isPeriod = isPeriod;
  }

  Optional<Map<String, String>> run() {
    if (!from(0, 0)) {
      return Optional.empty();
    }
    Map<String, String> values = new LinkedHashMap<>();
    for (int i = 0; i < tokens.size(); i++) {
      if (tokens.get(i).kind() == NameToken.Kind.PART) {
        values.put(tokens.get(i).text(), name.substring(partStarts[i], partEnds[i]).strip());
      }
    }
    return Optional.of(values);
  }

  private boolean from(int token, int at) {
    if (token == tokens.size()) {
      return at == name.length();
    }
    int place = token * (name.length() + 1) + at;
    if (deadEnds.get(place)) {
      return false;
    }
    boolean found = tryFrom(token, at);
    deadEnds.set(place, !found);
    return found;
  }

  private boolean tryFrom(int token, int at) {
    NameToken wanted = tokens.get(token);
    return switch (wanted.kind()) {
      case PLAIN -> wanted.isAt(name, at) && from(token + 1, at + wanted.text().length());
      case ONE -> at < name.length() && name.charAt(at) != '/' && from(token + 1, at + 1);
      case ANY -> any(token, at, segmentEnd(at));
      case ANY_PATH -> any(token, at, name.length());
      case FOLDERS -> folders(token, at);
      case PART ->
          wanted.text().equals(NamePattern.PERIOD)
              ? period(token, at)
              : part(token, at, segmentEnd(at));
    };
  }

  private int segmentEnd(int at) {
    int slash = name.indexOf('/', at);
    return slash < 0 ? name.length() : slash;
  }

  private boolean any(int token, int at, int last) {
    return end(token, at, last) <= last;
  }

  /** Where a token of any characters can end in a range, so that the rest fits; else behind it. */
  private int end(int token, int from, int last) {
    int end = next(token + 1, from, last);
    while (end <= last && !from(token + 1, end)) {
      end = next(token + 1, end + 1, last);
    }
    return end;
  }

  /** The first place in a range where a token may be; behind the range where there is none. */
  private int next(int token, int from, int last) {
    if (token == tokens.size()) {
      return Math.max(from, letters.length);
    }
    NameToken wanted = tokens.get(token);
    if (wanted.kind() != NameToken.Kind.PLAIN) {
      return from;
    }
    int place = from;
    while (place <= last && (place == letters.length || !wanted.mayBeginWith(letters[place]))) {
      place++;
    }
    return place;
  }

  private boolean folders(int token, int at) {
    if (from(token + 1, at)) {
      return true;
    }
    for (int slash = name.indexOf('/', at); slash >= 0; slash = name.indexOf('/', slash + 1)) {
      if (from(token + 1, slash + 1)) {
        return true;
      }
    }
    return false;
  }

  private boolean part(int token, int at, int last) {
    int end = end(token, at + 1, last);
    return end <= last && isPart(token, at, end);
  }

  private boolean isPart(int token, int start, int end) {
    partStarts[token] = start;
    partEnds[token] = end;
    return true;
  }

  private boolean period(int token, int at) {
    for (int end = segmentEnd(at); end > at; end--) {
      if (next(token + 1, end, end) == end
          && from(token + 1, end)
          && isPeriod.test(name.substring(at, end))) {
        return isPart(token, at, end);
      }
    }
    return false;
  }
}
