package baddle.app.parts;

import baddle.app.changes.CheckedFile;
import baddle.app.reading.ReadSource;
import baddle.core.finding.Finding;
import baddle.core.intake.SourceWriting;
import java.util.List;
import java.util.Map;

/**
 * What came of reading one file.
 *
 * @param file the file
 * @param part the part its rows are in
 * @param sources its sources that were read; none where the file failed
 * @param findings what wants a person's eye
 * @param samples what is known of the rows of each source, by its number
 */
public record FileOutcome(
    CheckedFile file,
    int part,
    List<ReadSource> sources,
    List<Finding> findings,
    Map<Integer, SampledSource> samples) {

  public FileOutcome {
    sources = List.copyOf(sources);
    findings = List.copyOf(findings);
    samples = Map.copyOf(samples);
  }

  /** Of a file of whose rows nothing is known yet. */
  public FileOutcome(CheckedFile file, int part, List<ReadSource> sources, List<Finding> findings) {
    this(file, part, sources, findings, Map.of());
  }

  /** The same, with what is known of its rows. */
  public FileOutcome with(Map<Integer, SampledSource> rows) {
    return new FileOutcome(file, part, sources, findings, rows);
  }

  /** How its values are written, as far as they show it. */
  public SourceWriting writing() {
    return sources.stream()
        .map(source -> source.intake().treated().writing())
        .reduce(SourceWriting.NOTHING, SourceWriting::plus);
  }

  /** Whether nothing of the file could be brought in. */
  public boolean failed() {
    return sources.isEmpty();
  }
}
