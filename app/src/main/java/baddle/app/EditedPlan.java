package baddle.app;

import baddle.plan.PlanException;
import baddle.plan.read.PlanReader;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.Map;
import java.util.Optional;
import java.util.function.UnaryOperator;

/** A plan whose text is changed; a text that can't be followed never takes its place. */
public final class EditedPlan {

  private static final String BYTE_ORDER_MARK = "\uFEFF";

  private EditedPlan() {}

  /** Reads a text beside a plan; its problems are the plan's. */
  private static void check(Path plan, Path beside, Map<String, String> parameters)
      throws IOException, PlanException {
    try {
      PlanReader.read(beside, parameters, Optional.empty());
    } catch (PlanException e) {
      throw e.of(String.valueOf(plan.getFileName()));
    }
  }

  /**
   * Changes the text of a plan.
   *
   * @param change makes the new text of the old one
   * @param parameters the values of the plan's parameters
   * @throws PlanException if the new text can't be followed
   */
  public static void edit(
      Path planFile, Map<String, String> parameters, UnaryOperator<String> change)
      throws IOException, PlanException {
    Path plan = planFile.toRealPath();
    String whole = Files.readString(plan);
    String mark = whole.startsWith(BYTE_ORDER_MARK) ? BYTE_ORDER_MARK : "";
    String before = whole.substring(mark.length());
    String after = change.apply(before);
    if (after.equals(before)) {
      return;
    }
    Path beside = plan.resolveSibling("." + plan.getFileName() + ".part");
    try {
      Files.copy(
          plan, beside, StandardCopyOption.REPLACE_EXISTING, StandardCopyOption.COPY_ATTRIBUTES);
      Files.writeString(beside, mark + after);
      check(plan, beside, parameters);
      FileMove.move(beside, plan);
    } finally {
      Files.deleteIfExists(beside);
    }
  }
}
