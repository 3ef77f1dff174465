package baddle.app.draft;

import baddle.app.Project;
import baddle.app.output.OutputFile;
import baddle.plan.PlanSchema;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;

/**
 * A drafted plan as a file. Its first line tells editors which JSON Schema completes it, which is
 * put beside the store.
 */
public final class DraftFile {

  private static final String SCHEMA = Project.STORE_FOLDER + "/" + PlanSchema.NAME;

  private DraftFile() {}

  /** Writes a draft. */
  public static void write(Draft draft, Path plan) throws IOException {
    Path schema = plan.resolveSibling(SCHEMA);
    Files.createDirectories(schema.resolveSibling(""));
    new OutputFile(schema).write(Optional.empty(), out -> out.write(PlanSchema.bytes()));
    String text = "# yaml-language-server: $schema=" + SCHEMA + "\n" + draft.text();
    new OutputFile(plan)
        .write(Optional.empty(), out -> out.write(text.getBytes(StandardCharsets.UTF_8)));
  }
}
