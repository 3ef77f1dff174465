package baddle.plan.read;

import baddle.plan.output.StylePlan;
import java.util.List;
import java.util.Locale;
import java.util.Map;

/** Reads how reports look. */
final class StyleReader {

  /** What small text needs to be read (Web Content Accessibility Guidelines 2.1, 1.4.3). */
  private static final double LEAST_CONTRAST = 4.5;

  private static final int CHANNEL = 0xFF;

  private final NodeReader nodes;

  StyleReader(NodeReader nodes) {
    this.nodes = nodes;
  }

  StylePlan read(PlanNode node) {
    Map<String, PlanNode> keys = nodes.keys(node, "style", List.of("accent", "logo"));
    return new StylePlan(accent(keys), logo(keys));
  }

  private String accent(Map<String, PlanNode> keys) {
    if (!keys.containsKey("accent")) {
      return "";
    }
    String accent = nodes.text(keys.get("accent"), "accent").map(PlanNode.Text::text).orElse("");
    if (!accent.matches("#[0-9a-fA-F]{6}")) {
      nodes.problem(keys.get("accent"), "accent: should be a colour such as \"#12493f\"");
      return "";
    }
    double contrast = 1.05 / (luminance(accent) + 0.05);
    if (contrast < LEAST_CONTRAST) {
      nodes.problem(
          keys.get("accent"),
          String.format(
              Locale.ROOT,
              "accent: %s is too faint to be read on white: its contrast is %.1f, and it takes 4.5",
              accent,
              contrast));
    }
    return accent;
  }

  /** Relative luminance, from 0 for black to 1 for white. */
  private static double luminance(String color) {
    int digits = Integer.parseInt(color.substring(1), 16);
    return 0.2126 * channel(digits >> 16)
        + 0.7152 * channel(digits >> 8)
        + 0.0722 * channel(digits);
  }

  private static double channel(int digits) {
    double part = (digits & CHANNEL) / (double) CHANNEL;
    return part <= 0.04045 ? part / 12.92 : Math.pow((part + 0.055) / 1.055, 2.4);
  }

  private String logo(Map<String, PlanNode> keys) {
    if (!keys.containsKey("logo")) {
      return "";
    }
    String logo = nodes.text(keys.get("logo"), "logo").map(PlanNode.Text::text).orElse("");
    if (!logo.toLowerCase(Locale.ROOT).matches(".*\\.(png|jpe?g)")) {
      nodes.problem(keys.get("logo"), "logo: should be a file that ends in .png or .jpg");
      return "";
    }
    return logo;
  }
}
