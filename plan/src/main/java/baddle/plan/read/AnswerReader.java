package baddle.plan.read;

import baddle.plan.PlanException;
import java.io.IOException;
import java.io.Reader;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** Reads the answers to the questions of a draft: a YAML file with a line for each. */
public final class AnswerReader {

  private AnswerReader() {}

  /**
   * Reads them.
   *
   * @return the answers by what they are to
   * @throws PlanException if it is no such file
   */
  public static Map<String, String> read(Path file) throws IOException, PlanException {
    String name = String.valueOf(file.getFileName());
    PlanNode root;
    try (Reader text = Files.newBufferedReader(file, StandardCharsets.UTF_8)) {
      root = PlanParser.parse(text);
    } catch (PlanParser.Problem e) {
      throw new PlanException(name, List.of(e.problem()));
    }
    NodeReader nodes = new NodeReader();
    Map<String, String> answers = new LinkedHashMap<>();
    nodes
        .entries(root, "answers")
        .forEach(
            (question, entry) ->
                nodes
                    .text(entry.value(), question)
                    .ifPresent(answer -> answers.put(question, answer.text())));
    if (!nodes.problems().isEmpty()) {
      throw new PlanException(name, nodes.problems());
    }
    return answers;
  }
}
