package baddle.plan.read;

import java.util.List;

/** A piece of the plan's text with its place; lines and columns count from 1. */
sealed interface PlanNode {

  int line();

  int column();

  /** What it is, for messages. */
  String kind();

  /** A single value, whatever it looks like. */
  record Text(String text, int line, int column) implements PlanNode {
    @Override
    public String kind() {
      return text.isEmpty() ? "nothing" : "\"" + text + "\"";
    }
  }

  /** A sequence. */
  record Items(List<PlanNode> items, int line, int column) implements PlanNode {
    @Override
    public String kind() {
      return "a list";
    }
  }

  /** A mapping, in order; keys may appear twice, which the reader reports. */
  record Entries(List<Entry> entries, int line, int column) implements PlanNode {
    @Override
    public String kind() {
      return "keys with values";
    }
  }

  /** One key of a mapping. */
  record Entry(Text key, PlanNode value) {}
}
