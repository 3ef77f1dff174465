package baddle.plan;

import java.io.IOException;
import java.io.InputStream;
import java.util.Objects;

/** The JSON Schema of plans, by which editors complete and check them. */
public final class PlanSchema {

  /** What the schema's file is called. */
  public static final String NAME = "plan.schema.json";

  private PlanSchema() {}

  /** Its text in UTF-8. */
  public static byte[] bytes() throws IOException {
    try (InputStream in = Objects.requireNonNull(PlanSchema.class.getResourceAsStream(NAME))) {
      return in.readAllBytes();
    }
  }
}
