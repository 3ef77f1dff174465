package baddle.app.draft;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import baddle.app.ProjectFolder;
import baddle.app.Sheets;
import baddle.plan.PlanException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What today's files have that the plan doesn't know is proposed, and written if it is wanted. */
class PlanUpdateTests {

  private static final String PLAN =
      """
      # the month's sales
      baddle: 1
      datasets:
        sales:
          columns:
            sold_on: {type: date, headings: [Date]} # as on the till roll
            site: text
            amount: {type: decimal, places: 2, required: true}
            units: integer
      feeds:
        tills: {files: "in/*.csv"}
        books: {files: "books/*.xlsx", sheets: ["2026-*"]}
      """;

  @TempDir private Path folder;
  private ProjectFolder project;

  @BeforeEach
  void layOut() throws Exception {
    project = new ProjectFolder(folder, PLAN);
    Files.createDirectories(folder.resolve("books"));
    project.write("in/a.csv", "Date,Site,Amount,Units\n2026-01-05,Foxholt,10.00,3\n");
  }

  private List<Proposal> proposals() throws Exception {
    return new PlanUpdate(project.project()).proposals();
  }

  private String lines() throws Exception {
    StringBuilder text = new StringBuilder();
    for (Proposal proposal : proposals()) {
      proposal.lines().forEach(line -> text.append(line).append('\n'));
    }
    return text.toString();
  }

  private String written() throws Exception {
    PlanUpdate update = new PlanUpdate(project.project());
    update.apply(update.proposals(), Map.of());
    return Files.readString(project.plan());
  }

  @Test
  void a_plan_that_knows_all_files_is_left_alone() throws Exception {
    assertThat(proposals()).isEmpty();
    assertThat(written()).isEqualTo(PLAN);
  }

  @Test
  void a_renamed_heading_is_one_more_spelling_of_its_column() throws Exception {
    project.write("in/b.csv", "Date,Site,Amounts,Units\n2026-02-05,Foxholt,10.00,3\n");

    assertThat(lines())
        .isEqualTo(
            """
            feed tills: the plan doesn't know Amounts (in/b.csv)
              probably amount under another name, which is missing there; add to its column:
                headings: [..., Amounts]
            """);
    assertThat(written())
        .isEqualTo(
            PLAN.replace(
                "amount: {type: decimal, places: 2, required: true}",
                "amount: {type: decimal, places: 2, required: true, headings: [\"Amounts\"]}"));
    assertThat(proposals()).isEmpty();
    assertThat(project.consolidate().inDataset()).isEqualTo(2);
  }

  @Test
  void a_guess_by_type_alone_is_told_and_not_written() throws Exception {
    project.write("in/b.csv", "Date,Site,Amount,Pots\n2026-02-05,Foxholt,10.00,3\n");

    assertThat(lines())
        .isEqualTo(
            """
            feed tills: the plan doesn't know Pots (in/b.csv)
              probably units under another name, which is missing there, the only one of its type; add to its column:
                headings: [..., Pots]
            """);
    assertThat(written()).isEqualTo(PLAN);
  }

  @Test
  void a_new_column_is_proposed_with_the_type_of_its_values() throws Exception {
    project.write("in/b.csv", "Date,Site,Amount,Units,Net of tax\n2026-02-05,Foxholt,10,3,8.125\n");

    assertThat(lines())
        .isEqualTo(
            """
            feed tills: the plan doesn't know Net of tax (in/b.csv)
              to read it, add to the columns of sales:
                net_of_tax: {type: decimal, places: 3, headings: [Net of tax]}
            """);
    assertThat(written())
        .isEqualTo(
            PLAN.replace(
                "      units: integer\n",
                "      units: integer\n      net_of_tax: {type: decimal, places: 3, headings: [Net"
                    + " of tax]}\n"));
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "in/b.csv | Name,Street^Birch,Hill Road^ | feed tills: no table of in/b.csv has the plan's"
            + " headings; those there are: Name, Street",
        "in/b.txt | Date,Site^ | in/b.txt is read by no feed; widen files: of one, or add a feed",
      })
  void what_a_person_has_to_decide_is_told_only(String path, String text, String line)
      throws Exception {
    project.write(path, text.replace('^', '\n'));

    assertThat(lines().strip()).isEqualTo(line);
    assertThat(written()).isEqualTo(PLAN);
  }

  @Test
  void a_sheet_that_no_pattern_wants_is_added() throws Exception {
    List<Object> headings = List.of("Date", "Site", "Amount", "Units");
    new Sheets()
        .sheet("2026-01", headings, List.of("2026-01-05", "Foxholt", 1, 1))
        .sheet("January 2027", headings, List.of("2027-01-05", "Foxholt", 1, 1))
        .sheet("Notes", List.of("nothing to see"))
        .write(project.at("books/a.xlsx"));

    assertThat(lines())
        .isEqualTo(
            """
            feed books: sheet January 2027 of books/a.xlsx has the headings and is not read; widen sheets: if it belongs to the feed
            """);
    assertThat(written()).isEqualTo(PLAN.replace("[\"2026-*\"]", "[\"2026-*\", \"January 2027\"]"));
  }

  @Test
  void several_files_with_one_new_heading_are_one_proposal() throws Exception {
    for (int month = 2; month < 5; month++) {
      project.write(
          "in/2026-0%d.csv".formatted(month),
          "Date,Site,Amount,Units,Clerk\n2026-02-05,Foxholt,10,3,Elm\n");
    }

    assertThat(proposals()).hasSize(1);
    assertThat(lines())
        .startsWith("feed tills: the plan doesn't know Clerk (3 files, the first in/2026-02.csv)");
  }

  @Test
  void a_change_that_would_break_the_plan_is_not_written() throws Exception {
    PlanUpdate update = new PlanUpdate(project.project());
    Proposal breaking =
        new Proposal(
            List.of("breaks it"), Optional.of(text -> Optional.of(text + "nonsense: 1\n")));

    assertThatThrownBy(() -> update.apply(List.of(breaking), Map.of()))
        .isInstanceOf(PlanException.class);
    assertThat(Files.readString(project.plan())).isEqualTo(PLAN);
    try (var files = Files.list(folder)) {
      assertThat(files.map(file -> file.getFileName().toString()))
          .containsExactlyInAnyOrder("baddle.yaml", "in", "books");
    }
  }

  @Test
  void what_has_no_place_in_the_plan_is_left() throws Exception {
    PlanUpdate update = new PlanUpdate(project.project());
    Proposal nowhere = new Proposal(List.of("x"), Optional.of(text -> Optional.empty()));
    Proposal decided = Proposal.of("somebody should look");

    PlanUpdate.Applied applied = update.apply(List.of(nowhere, decided), Map.of());

    assertThat(applied.changed()).isEmpty();
    assertThat(applied.left()).containsExactly(nowhere, decided);
  }
}
