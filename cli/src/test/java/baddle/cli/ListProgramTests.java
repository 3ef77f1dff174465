package baddle.cli;

import static org.assertj.core.api.Assertions.assertThat;

import baddle.core.finding.NumberText;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What pages show as lists can go into files, whole. */
class ListProgramTests {

  @TempDir Path folder;
  private Baddle baddle = new Baddle(Path.of(""));

  @BeforeEach
  void setUp() throws Exception {
    baddle = new Baddle(folder);
    baddle.write(
        "baddle.yaml",
        "baddle: 1",
        "datasets:",
        "  sales:",
        "    key: [doc]",
        "    on_duplicate: keep latest",
        "    columns:",
        "      day: {type: date, required: true, headings: [Date, Sold]}",
        "      doc: text",
        "      code: text",
        "      note: text",
        "      amount: {type: decimal, places: 2, unreadable: blank}",
        "      range: {type: text, lookup: codes}",
        "feeds:",
        "  tills:",
        "    files: 'in/t-{period}.csv'",
        "    expect: {every: month}",
        "    leave_out: {when: \"\\\"doc\\\" = 'Total'\", because: total, control_total: {amount: amount}}",
        "lookups: {codes: {file: codes.csv, match: {code: Code}, bring: {range: Range}}}");
    baddle.write("codes.csv", "Code,Range", "c1,Shrubs");
    baddle.write(
        "in/t-2026-01.csv",
        "Date,doc,code,note,amount",
        "2026-01-05,D1,c1,x,10.00",
        "soon,D2,c1,,1.00",
        "2026-01-06,D3,c9,,n/a",
        ",Total,,,12.00");
    baddle.write("in/t-2026-03.csv", "Sold,doc,code,amount,Till", "2026-03-05,D1,c1,11.00,4");
    baddle.run("consolidate");
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "findings | severity,finding,file,sheet,row,heading,message,to_do | error,rows-held,in/t-2026-01.csv,,3,Date",
        "held | feed,file,sheet,row,heading,found,expected | tills,in/t-2026-01.csv,,3,Date,soon,a date such as 2026-03-14",
        "blanked | feed,file,sheet,row,heading,sent,expected | tills,in/t-2026-01.csv,,4,amount,n/a,'a number",
        "left-out | feed,file,sheet,because,rows_left_out,rows_read | tills,in/t-2026-01.csv,,total,1,4",
        "control-totals | feed,file,sheet,row,column,label,stated,computed,difference,rows_held,ties | tills,in/t-2026-01.csv,,5,amount,,12.00,11.00,1.00,1,no",
        "missing-periods | feed,expected,state,what | tills,every month,missing,2026-02",
        "headings | feed,file,sheet,column,state,at,heading,before | tills,in/t-2026-03.csv,,day,renamed,A,Sold,Date",
        "headings | feed,file,sheet,column,state,at,heading,before | tills,in/t-2026-03.csv,,note,absent,,,note",
        "headings | feed,file,sheet,column,state,at,heading,before | tills,in/t-2026-03.csv,,,extra,E,Till,",
        "unmatched | dataset,lookup,state,key,rows,amount | sales,codes,missing,c9,1,0.00",
        "duplicates | feed,file,sheet,row,heading,found,expected | sales,in/t-2026-01.csv,,2,doc",
      })
  void a_list_has_its_columns_and_all_its_rows(String list, String headings, String row)
      throws Exception {
    Baddle.Run run = baddle.run("check", "--list", list, "--out", "list.csv");

    assertThat(run.status()).isEqualTo(1);
    List<String> lines = Files.readAllLines(folder.resolve("list.csv"));
    assertThat(lines.get(0)).isEqualTo(headings);
    String start = row.replace("'", "\"");
    assertThat(lines).as(String.join("\n", lines)).anyMatch(line -> line.startsWith(start));
    assertThat(run.out()).contains("written: ", NumberText.counted(lines.size() - 1, "row"));
    JsonNode json =
        new ObjectMapper().readTree(baddle.run("check", "--list", list, "--json").out());
    assertThat(json).hasSize(lines.size() - 1);
    assertThat(String.join(",", (Iterable<String>) () -> json.get(0).fieldNames()))
        .isEqualTo(headings);
    assertThat(baddle.run("check", "--list", list).out().lines()).hasSize(lines.size());
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "history | batch,made_at,files,new,replaced,read_again,kept,renamed,moved,gone,rows,errors,warnings,remarks | 2,",
        "history --batch 2 | source,change,before,rows_before,rows_after | in/t-2026-03.csv,replaced,in/t-2026-03.csv,1,2",
        "history --total amount | batch,made_at,files,new,replaced,read_again,kept,renamed,moved,gone,rows,errors,warnings,remarks,amount | 2,",
        "columns | dataset,column,type,filled,rows,values,examples | sales,day,date,3,3,2,",
        "compare | summary,kind,place,measure,before,after,movement,because,rows_added,rows_removed,rows_altered | s,source,in/t-2026-03.csv,Amount,11.00,12.00,1.00,file changed,1,0,0",
      })
  void other_commands_lists_go_into_files_too(String command, String headings, String row)
      throws Exception {
    Path plan = folder.resolve("baddle.yaml");
    Files.writeString(
        plan,
        Files.readString(plan)
            + "summaries: {s: {down: [code], measures: {Amount: sum(amount)}}}\n");
    baddle.write(
        "in/t-2026-03.csv",
        "Sold,doc,code,amount,Till",
        "2026-03-05,D1,c1,11.00,4",
        "2026-03-05,D4,c1,1.00,4");
    baddle.run("consolidate");

    Baddle.Run run = baddle.run((command + " --out list.csv").split(" "));

    assertThat(run.status()).as(run.err()).isZero();
    List<String> lines = Files.readAllLines(folder.resolve("list.csv"));
    assertThat(lines.get(0)).isEqualTo(headings);
    assertThat(lines).as(String.join("\n", lines)).anyMatch(line -> line.startsWith(row));
  }

  @Test
  void what_a_list_cannot_do_is_said() throws IOException, InterruptedException {
    assertThat(baddle.run("check", "--out", "x.csv").err()).contains("name it with --list");
    assertThat(baddle.run("check", "--list", "heading").err()).contains("did you mean headings?");
    assertThat(baddle.run("check", "--list", "held", "--out", "codes.csv").err())
        .contains("is read by this command or by a plan of the folder");
  }

  @Test
  void the_rows_that_differ_go_into_a_file_with_old_and_new_values() throws Exception {
    baddle.write(
        "in/t-2026-04.csv",
        "Date,doc,code,amount",
        "2026-04-05,E1,c1,1.00",
        "2026-04-06,E2,c1,2.00",
        "2026-04-07,E3,c1,3.00");
    baddle.run("consolidate");
    baddle.write(
        "in/t-2026-04.csv",
        "Date,doc,code,amount",
        "2026-04-05,E1,c1,1.00",
        "2026-04-06,E2,c1,2.50",
        "2026-04-08,E4,c1,4.00");
    baddle.write("in/t-2026-05.csv", "Date,doc,code,amount", "2026-05-05,F1,c1,=7");
    baddle.run("consolidate");

    Baddle.Run run = baddle.run("compare", "--rows", "sales", "--out", "rows.csv");

    assertThat(run.status()).as(run.err()).isZero();
    assertThat(Files.readAllLines(folder.resolve("rows.csv")))
        .containsExactly(
            "row_change,row_state,day,doc,code,note,amount,range,source_file,source_sheet,source_row",
            "altered,before,2026-04-06,E2,c1,,2.00,Shrubs,in/t-2026-04.csv,,3",
            "altered,after,2026-04-06,E2,c1,,2.50,Shrubs,in/t-2026-04.csv,,3",
            "removed,before,2026-04-07,E3,c1,,3.00,Shrubs,in/t-2026-04.csv,,4",
            "added,after,2026-04-08,E4,c1,,4.00,Shrubs,in/t-2026-04.csv,,4",
            "added,after,2026-05-05,F1,c1,,,Shrubs,in/t-2026-05.csv,,2");
    baddle.write("codes.csv", "Code,Range", "c1,Trees");
    baddle.run("consolidate");
    baddle.run("compare", "--rows", "sales", "--out", "rows.jsonl");
    assertThat(Files.readAllLines(folder.resolve("rows.jsonl")))
        .hasSize(2 * 5)
        .allMatch(line -> line.contains("altered"));
    assertThat(baddle.run("compare", "--rows", "sales").err()).contains("--rows needs --out FILE");
    assertThat(baddle.run("compare", "--rows", "sale", "--out", "x.csv").err())
        .contains("no dataset sale; did you mean sales?");
  }

  @Test
  void rows_that_are_not_in_the_dataset_go_out_in_the_shape_of_their_sources() throws Exception {
    assertThat(baddle.run("export", "--left-out", "--out", "left.xlsx").out())
        .contains("written: ", "2 rows");
    assertThat(baddle.run("look", "left.xlsx", "--rows", "1").out())
        .containsPattern("in/t-2026-01.csv +5 +total +Total +12.00")
        .containsPattern("in/t-2026-01.csv +2 +a later row has its doc +2026-01-05 +D1");
    assertThat(baddle.run("export", "--left-out", "--out", "left.csv").err())
        .contains("2 shapes; write them into an .xlsx file");

    assertThat(baddle.run("export", "--held", "--out", "held.xlsx").out()).contains("1 row");
    assertThat(baddle.run("look", "held.xlsx", "--json").out())
        .contains("\"Date\"", "in/t-2026-01.csv", "soon");
    assertThat(baddle.run("export", "--held", "--left-out", "--out", "x.csv").status())
        .isEqualTo(2);
  }

  @Test
  void what_is_inside_files_is_a_list_too() throws Exception {
    baddle.apart().run("look", "in/t-2026-01.csv", "in/t-2026-03.csv", "--out", "columns.csv");

    assertThat(Files.readAllLines(folder.resolve("columns.csv")))
        .startsWith(
            "file,kind,sheet,table,column,type,filled,rows,distinct,least,greatest,oddities")
        .contains("in/t-2026-03.csv,\"text, UTF-8, comma, LF\",,A1:E2,Till,integer,1,1,1,4,4,");
    Baddle.Run onto = baddle.run("look", "in/t-2026-01.csv", "--out", "in/t-2026-01.csv");
    assertThat(onto.status()).isEqualTo(2);
    assertThat(onto.err()).contains("is read by this command");
  }
}
