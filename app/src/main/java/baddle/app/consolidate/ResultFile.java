package baddle.app.consolidate;

import baddle.app.BatchStamp;
import baddle.core.finding.Finding;
import baddle.core.finding.FindingCode;
import baddle.core.finding.Place;
import baddle.core.finding.Severity;
import baddle.core.intake.RowCounts;
import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.EOFException;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** Writes results of consolidations that made no batch, and reads them back. */
final class ResultFile {

  private static final int ABSENT = -1;

  private ResultFile() {}

  static void write(ConsolidateResult result, DataOutputStream out) throws IOException {
    out.writeBoolean(result.current().isPresent());
    if (result.current().isPresent()) {
      out.writeInt(result.current().get().number());
      text(result.current().get().madeAt().toString(), out);
    }
    out.writeInt(result.feeds().size());
    for (FeedLine line : result.feeds()) {
      write(line, out);
    }
    out.writeLong(result.inDataset());
    write(result.rows(), out);
    out.writeInt(result.findings().size());
    for (Finding finding : result.findings()) {
      write(finding, out);
    }
    out.writeInt(result.accepted());
  }

  static ConsolidateResult read(DataInputStream in) throws IOException {
    Optional<BatchStamp> current =
        in.readBoolean()
            ? Optional.of(new BatchStamp(in.readInt(), Instant.parse(text(in))))
            : Optional.empty();
    List<FeedLine> lines = new ArrayList<>();
    for (int left = in.readInt(); left > 0; left--) {
      lines.add(line(in));
    }
    long inDataset = in.readLong();
    RowCounts rows = rows(in);
    List<Finding> findings = new ArrayList<>();
    for (int left = in.readInt(); left > 0; left--) {
      findings.add(finding(in));
    }
    return new ConsolidateResult(
        Optional.empty(), current, lines, inDataset, rows, Map.of(), findings, in.readInt());
  }

  private static void write(FeedLine line, DataOutputStream out) throws IOException {
    text(line.feed(), out);
    out.writeInt(line.files());
    out.writeInt(line.unchanged());
    out.writeInt(line.duplicates());
    out.writeInt(line.gone());
    write(line.rows(), out);
  }

  private static FeedLine line(DataInputStream in) throws IOException {
    String feed = text(in);
    int files = in.readInt();
    int unchanged = in.readInt();
    int duplicates = in.readInt();
    int gone = in.readInt();
    return new FeedLine(feed, files, 0, 0, 0, unchanged, duplicates, 0, gone, rows(in));
  }

  private static void write(RowCounts rows, DataOutputStream out) throws IOException {
    out.writeLong(rows.read());
    out.writeLong(rows.kept());
    out.writeLong(rows.leftOut());
    out.writeLong(rows.held());
  }

  private static RowCounts rows(DataInputStream in) throws IOException {
    return new RowCounts(in.readLong(), in.readLong(), in.readLong(), in.readLong());
  }

  private static void write(Finding finding, DataOutputStream out) throws IOException {
    text(finding.code().name(), out);
    text(finding.severity().name(), out);
    text(finding.place().file(), out);
    text(finding.place().sheet(), out);
    out.writeLong(finding.place().row());
    text(finding.place().heading(), out);
    text(finding.message(), out);
    text(finding.remedy(), out);
    out.writeBoolean(finding.tally().isPresent());
    if (finding.tally().isPresent()) {
      Finding.Tally tally = finding.tally().get();
      out.writeLong(tally.rows());
      text(tally.value(), out);
      text(tally.cause(), out);
    }
  }

  private static Finding finding(DataInputStream in) throws IOException {
    return new Finding(
        FindingCode.valueOf(text(in)),
        Severity.valueOf(text(in)),
        new Place(textIfAny(in), textIfAny(in), in.readLong(), textIfAny(in)),
        text(in),
        text(in),
        in.readBoolean()
            ? Optional.of(new Finding.Tally(in.readLong(), text(in), text(in)))
            : Optional.empty());
  }

  /** Writes a text of any length, or that there is none. */
  static void text(@Nullable String text, DataOutputStream out) throws IOException {
    if (text == null) {
      out.writeInt(ABSENT);
    } else {
      byte[] bytes = text.getBytes(StandardCharsets.UTF_8);
      out.writeInt(bytes.length);
      out.write(bytes);
    }
  }

  /** Reads a text. */
  static String text(DataInputStream in) throws IOException {
    String text = textIfAny(in);
    return text == null ? "" : text;
  }

  private static @Nullable String textIfAny(DataInputStream in) throws IOException {
    int length = in.readInt();
    if (length == ABSENT) {
      return null;
    }
    byte[] bytes = in.readNBytes(length);
    if (bytes.length < length) {
      throw new EOFException();
    }
    return new String(bytes, StandardCharsets.UTF_8);
  }
}
