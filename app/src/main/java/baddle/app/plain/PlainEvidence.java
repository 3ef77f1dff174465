package baddle.app.plain;

import baddle.app.parts.SampledSource;
import baddle.app.parts.SourceTally;
import baddle.core.check.LikelyRepeats;
import baddle.core.check.RowHashes;
import baddle.core.check.RowOverlap;
import baddle.core.check.RowSums;
import baddle.core.finding.Finding;
import baddle.core.finding.FindingCode;
import baddle.core.finding.Severity;
import baddle.core.grid.GridOpener;
import baddle.core.intake.IntakeColumn;
import baddle.core.table.Block;
import baddle.core.table.Schema;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.function.LongConsumer;

/** Finds the tables that only repeat another one, or are the sum of others. */
final class PlainEvidence implements PlainReading.Target {

  private final GridOpener opener;
  private final PlainSheets sheets;
  private final Schema schema;
  private final RowHashes hashes;
  private final Map<Integer, PlainSource> sources = new TreeMap<>();
  private final Map<Integer, SourceTally> tallies = new TreeMap<>();
  private final Map<Integer, String> left = new TreeMap<>();
  private final List<Finding> findings = new ArrayList<>();

  /** Compares tables whose blocks have a schema. */
  PlainEvidence(GridOpener opener, PlainSheets sheets, Schema schema) {
    this.opener = opener;
    this.sheets = sheets;
    this.schema = schema;
    this.hashes = new RowHashes(schema, schema.names());
  }

  @Override
  public void rows(PlainSource source, Block block) {
    sources.put(source.number(), source);
    SourceTally tally =
        tallies.computeIfAbsent(
            source.number(), s -> new SourceTally(schema, SourceTally.summed(schema.columns())));
    hashes.begin(block);
    for (int row = 0; row < block.size(); row++) {
      tally.row(hashes.shortened(row));
    }
    tally.add(block, 0, block.size());
  }

  /** Why tables are left out, by their numbers; call it after the last block. */
  Map<Integer, String> left() {
    return left;
  }

  /** Reports tables that are left out, and those that nearly repeat another. */
  List<Finding> findings() {
    return findings;
  }

  /** Compares the tables. */
  void settle() throws IOException {
    List<PlainSource> all = List.copyOf(sources.values());
    List<SampledSource> samples = tallies.values().stream().map(SourceTally::sampled).toList();
    Comparator<Integer> byPlace = Comparator.comparingInt(one -> all.get(one).number());
    for (LikelyRepeats.Pair pair :
        LikelyRepeats.of(samples.stream().map(SampledSource::hashes).toList(), byPlace)) {
      compare(all.get(pair.source()), all.get(pair.other()));
    }
    Map<Path, List<Integer>> byFile = new LinkedHashMap<>();
    for (int i = 0; i < all.size(); i++) {
      if (!left.containsKey(all.get(i).number())) {
        byFile.computeIfAbsent(all.get(i).file(), f -> new ArrayList<>()).add(i);
      }
    }
    for (List<Integer> ofFile : byFile.values()) {
      sumOfOthers(
          ofFile.stream().map(all::get).toList(), ofFile.stream().map(samples::get).toList());
    }
    if (byFile.values().stream().allMatch(ofFile -> ofFile.size() == 1)) {
      List<Integer> ofAll = byFile.values().stream().flatMap(List::stream).toList();
      sumOfOthers(ofAll.stream().map(all::get).toList(), ofAll.stream().map(samples::get).toList());
    }
  }

  private void compare(PlainSource source, PlainSource other) throws IOException {
    List<String> common = new ArrayList<>(once(source.headings()));
    common.retainAll(once(other.headings()));
    RowOverlap overlap = new RowOverlap();
    each(other, common, overlap::other);
    each(source, common, overlap::own);
    boolean sameHeadings = common.size() == once(source.headings()).size();
    boolean all = overlap.shared() == overlap.rows() && overlap.isNearlyAll();
    if (sameHeadings && (all || overlap.isCopy())) {
      leave(
          source,
          FindingCode.FILE_REPEATS,
          String.format(
              Locale.ROOT, "all its %,d rows are also in %s", overlap.rows(), name(other, source)));
    } else if (overlap.isNearlyAll()) {
      findings.add(
          Finding.of(
              FindingCode.FILE_REPEATS,
              source.place(),
              String.format(
                  Locale.ROOT,
                  "%,d of its %,d rows are also in %s, and count twice",
                  overlap.shared(),
                  overlap.rows(),
                  name(other, source)),
              "leave out what is a copy or an earlier state"));
    }
  }

  private static String name(PlainSource other, PlainSource from) {
    return other.file().equals(from.file())
        ? other.sheet().isEmpty() ? "another table of the file" : "sheet " + other.sheet()
        : other.place().toString();
  }

  private void leave(PlainSource source, FindingCode code, String why) {
    left.put(source.number(), why);
    findings.add(
        Finding.of(code, source.place(), why + "; left out", "to count it too, add --count-all")
            .with(Severity.WARNING));
  }

  private static List<String> once(List<String> headings) {
    return headings.stream()
        .filter(heading -> !heading.isEmpty() && Collections.frequency(headings, heading) == 1)
        .toList();
  }

  private void each(PlainSource source, List<String> headings, LongConsumer sink)
      throws IOException {
    List<IntakeColumn> columns = PlainColumns.required(headings).columns(Map.of());
    Schema texts = PlainColumns.required(headings).schema(Map.of());
    RowHashes ofTexts = new RowHashes(texts, texts.names());
    new PlainReading(opener, columns, sheets)
        .read(
            List.of(source),
            (one, block) -> {
              ofTexts.begin(block);
              for (int row = 0; row < block.size(); row++) {
                sink.accept(ofTexts.shortened(row));
              }
            });
  }

  private void sumOfOthers(List<PlainSource> of, List<SampledSource> samples) {
    List<RowSums> sums =
        samples.stream().map(one -> new RowSums(one.hashes().rows(), one.sums())).toList();
    Optional<RowSums.Summed> found = RowSums.find(sums);
    if (found.isEmpty()) {
      return;
    }
    PlainSource source = of.get(found.get().source());
    String others =
        found.get().other().isPresent()
            ? name(of.get(found.get().other().getAsInt()), source)
            : of.stream().allMatch(one -> one.file().equals(source.file()))
                ? "the other sheets of its file"
                : "the other files";
    leave(source, FindingCode.SOURCE_SUMS_OTHERS, "its amounts are the sum of " + others);
  }
}
