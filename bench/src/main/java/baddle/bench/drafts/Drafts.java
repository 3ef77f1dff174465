package baddle.bench.drafts;

import baddle.app.Folders;
import java.io.PrintStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;

/**
 * Prints how right drafted plans are, for each kind of folder: {@code Drafts SEEDS [KIND [KEEP]]},
 * where KEEP is a folder in which the files and plans of that kind are kept.
 */
final class Drafts {

  private Drafts() {}

  /** Measures. */
  public static void main(String[] args) throws Exception {
    PrintStream out = System.out;
    int seeds = Integer.parseInt(args[0]);
    out.println(
        "kind          folders  whole  total  rows  columns  stated  ties  lookups  others  doubts  silent");
    List<Score> all = new ArrayList<>();
    for (Map.Entry<String, Kind> kind : Corpus.kinds().entrySet()) {
      if (args.length < 2 || args[1].equals(kind.getKey())) {
        List<Score> scores = new ArrayList<>();
        for (int seed = 1; seed <= seeds; seed++) {
          scores.add(
              score(kind.getValue(), seed, Arrays.stream(args).skip(2).findFirst().map(Path::of)));
        }
        out.println(line(kind.getKey(), scores));
        all.addAll(scores);
      }
    }
    out.println(line("all", all));
  }

  /** How right the plan is that is drafted from one folder. */
  static Score score(Kind kind, int seed, Optional<Path> keep) throws Exception {
    Path place =
        keep.isEmpty()
            ? Files.createTempDirectory("baddle-drafts")
            : Files.createDirectories(keep.get().resolve(Integer.toString(seed)));
    try {
      return new Attempt(Corpus.make(kind, seed), place).score();
    } finally {
      if (keep.isEmpty()) {
        Folders.remove(place);
      }
    }
  }

  private static String line(String kind, List<Score> scores) {
    return String.format(
        Locale.ROOT,
        "%-13s %7d %6d %6d %5d %7d%% %6d%% %5d %8d %7d %7d %7d",
        kind,
        scores.size(),
        scores.stream().filter(Score::whole).count(),
        scores.stream().filter(Score::total).count(),
        scores.stream().filter(Score::rows).count(),
        (int) scores.stream().mapToInt(Score::columns).average().orElse(0),
        (int) scores.stream().mapToInt(Score::stated).average().orElse(0),
        scores.stream().filter(Score::ties).count(),
        scores.stream().filter(Score::brought).count(),
        scores.stream().mapToInt(Score::others).sum(),
        scores.stream().mapToInt(Score::doubts).sum(),
        scores.stream().filter(Score::isSilentlyWrong).count());
  }
}
