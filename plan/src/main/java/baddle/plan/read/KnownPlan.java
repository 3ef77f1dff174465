package baddle.plan.read;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;

/**
 * What reading a plan has shown: its text and the nodes in it, kept as bytes. Where the text is
 * still the same it needn't be parsed, and what only proves it sound needn't be done again.
 */
public final class KnownPlan {

  private static final int FORMAT = 1;
  private static final byte TEXT = 0;
  private static final byte ITEMS = 1;
  private static final byte ENTRIES = 2;

  /** Where the bytes are kept. */
  public interface Place {

    /** What was kept last; empty where there is nothing, or nothing of use. */
    Optional<byte[]> read();

    /** Keeps bytes; where that can't be done nothing is kept. */
    void write(byte[] bytes);
  }

  private final Place place;
  private final String program;

  /**
   * Of one plan's file.
   *
   * @param program tells programs apart that might read a plan in other ways
   */
  public KnownPlan(Place place, String program) {
    this.place = place;
    this.program = program;
  }

  /** The nodes of a text; empty if it isn't the one that is known. */
  Optional<PlanNode> nodes(byte[] text) {
    Optional<byte[]> kept = place.read();
    if (kept.isEmpty()) {
      return Optional.empty();
    }
    byte[] bytes = kept.get();
    try {
      DataInputStream in = new DataInputStream(new ByteArrayInputStream(bytes));
      if (in.readInt() != FORMAT || !in.readUTF().equals(program)) {
        return Optional.empty();
      }
      int length = in.readInt();
      int from = bytes.length - in.available();
      if (length != text.length
          || in.skipBytes(length) != length
          || !Arrays.equals(bytes, from, from + length, text, 0, length)) {
        return Optional.empty();
      }
      return Optional.of(node(in));
    } catch (IOException e) {
      return Optional.empty();
    }
  }

  /** Keeps what was found to be sound. */
  void keep(byte[] text, PlanNode root) {
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    DataOutputStream out = new DataOutputStream(bytes);
    try {
      out.writeInt(FORMAT);
      out.writeUTF(program);
      out.writeInt(text.length);
      out.write(text);
      node(root, out);
    } catch (IOException e) {
      return;
    }
    place.write(bytes.toByteArray());
  }

  private static void node(PlanNode node, DataOutputStream out) throws IOException {
    if (node instanceof PlanNode.Text text) {
      out.writeByte(TEXT);
      text(text, out);
    } else if (node instanceof PlanNode.Items items) {
      out.writeByte(ITEMS);
      out.writeInt(items.items().size());
      for (PlanNode item : items.items()) {
        node(item, out);
      }
      place(node, out);
    } else if (node instanceof PlanNode.Entries entries) {
      out.writeByte(ENTRIES);
      out.writeInt(entries.entries().size());
      for (PlanNode.Entry entry : entries.entries()) {
        text(entry.key(), out);
        node(entry.value(), out);
      }
      place(node, out);
    }
  }

  private static void text(PlanNode.Text text, DataOutputStream out) throws IOException {
    out.writeUTF(text.text());
    place(text, out);
  }

  private static void place(PlanNode node, DataOutputStream out) throws IOException {
    out.writeInt(node.line());
    out.writeInt(node.column());
  }

  private static PlanNode node(DataInputStream in) throws IOException {
    return switch (in.readByte()) {
      case TEXT -> text(in);
      case ITEMS -> {
        List<PlanNode> items = new ArrayList<>();
        for (int left = in.readInt(); left > 0; left--) {
          items.add(node(in));
        }
        yield new PlanNode.Items(items, in.readInt(), in.readInt());
      }
      case ENTRIES -> {
        List<PlanNode.Entry> entries = new ArrayList<>();
        for (int left = in.readInt(); left > 0; left--) {
          entries.add(new PlanNode.Entry(text(in), node(in)));
        }
        yield new PlanNode.Entries(entries, in.readInt(), in.readInt());
      }
      default -> throw new IOException("not the nodes of a plan");
    };
  }

  private static PlanNode.Text text(DataInputStream in) throws IOException {
    return new PlanNode.Text(in.readUTF(), in.readInt(), in.readInt());
  }
}
