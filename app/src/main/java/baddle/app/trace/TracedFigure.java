package baddle.app.trace;

import baddle.app.BatchStamp;
import java.util.List;

/**
 * A figure and what it is made of.
 *
 * @param summary the summary it is in
 * @param cell where it is there
 * @param batch the batch it is of
 * @param rows how many rows it is made of
 * @param totals what the last cells of the rows come to, one for each
 * @param explanation how the figure follows from those, one sentence each
 */
public record TracedFigure(
    String summary,
    String cell,
    BatchStamp batch,
    long rows,
    List<String> totals,
    List<String> explanation) {

  /** Copies the lists. */
  public TracedFigure {
    totals = List.copyOf(totals);
    explanation = List.copyOf(explanation);
  }
}
