package baddle.bench.drafts;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;

/** Plans drafted from folders that are made from a truth. */
class DraftCorpusTests {

  /** Other seeds than those that were looked at most. */
  private static final int FIRST = 101;

  private static final int SEEDS = 2;

  @Test
  void nine_of_ten_drafts_are_right_as_they_are_and_no_other_is_without_a_doubt() throws Exception {
    int folders = 0;
    int right = 0;
    List<String> silent = new ArrayList<>();
    for (Map.Entry<String, Kind> kind : Corpus.kinds().entrySet()) {
      for (int seed = FIRST; seed < FIRST + SEEDS; seed++) {
        Score score = Drafts.score(kind.getValue(), seed, Optional.empty());
        folders++;
        right += score.total() ? 1 : 0;
        if (score.isSilentlyWrong()) {
          silent.add(kind.getKey() + " " + seed + ": " + score);
        }
      }
    }

    assertThat(folders).isGreaterThanOrEqualTo(40);
    assertThat(right).isGreaterThanOrEqualTo(folders * 9 / 10);
    assertThat(silent).isEmpty();
  }

  /** The measure itself: a folder whose truth is another one must not score. */
  @Test
  void a_draft_is_wrong_where_the_truth_is_another() throws Exception {
    Folder folder = Corpus.make(Corpus.kinds().get("branches"), 1);
    folder.truth().add("2025-01-01", "S0", "Nobody", "P0", 1, 1, "Foxholt");
    Kind kind = facts -> folder;

    Score score = Drafts.score(kind, 1, Optional.empty());

    assertThat(score.whole()).isFalse();
    assertThat(score.total()).isFalse();
    assertThat(score.rows()).isFalse();
  }
}
