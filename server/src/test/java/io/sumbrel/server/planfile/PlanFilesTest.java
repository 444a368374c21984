package io.sumbrel.server.planfile;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.server.House;
import io.sumbrel.standin.bank.WrittenCases;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;
import org.apache.commons.csv.CSVRecord;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** The plan over files, on the files of the demonstration. */
class PlanFilesTest {
  private static final Path DEMO = Path.of("../demo");

  @TempDir private Path folder;
  private final ByteArrayOutputStream out = new ByteArrayOutputStream();
  private final ByteArrayOutputStream err = new ByteArrayOutputStream();

  private int run(String... args) {
    return PlanFiles.run(
        List.of(args),
        new PrintStream(out, true, StandardCharsets.UTF_8),
        new PrintStream(err, true, StandardCharsets.UTF_8));
  }

  private static String demo(String name) {
    return DEMO.resolve(name).toString();
  }

  private String written(String name, String content) throws IOException {
    return Files.writeString(folder.resolve(name), content).toString();
  }

  @Test
  void takesRulesOfTheHouseAsOptions() throws IOException {
    String items =
        written(
            "items.csv",
            """
            number,customer,name,date,due,total,open,tax,currency,order,terms
            T-501,K-1,Alder Pots,2026-10-14,2026-11-13,1280.00,1280.00,,USD,,net 30
            T-502,K-1,Alder Pots,2026-10-20,2026-11-19,700.00,700.00,,USD,,net 30
            """);
    String money =
        written(
            "money.csv",
            House.statementFile(
                LocalDate.of(2026, 11, 16),
                "1000.00",
                "3485.33",
                "1152.00,ALDER POTS,T-501",
                "1333.33,ALDER POTS,THANK YOU"));
    assertThat(firstWays(items, money))
        .noneMatch(w -> w.contains("withheld") || w.contains("on account"));
    assertThat(
            firstWays(
                items, money, "--withheld", "10", "2.5", "--silent", "earliest-due", "on-account"))
        .containsExactly("T-501, less 128.00 tax withheld", "T-502, 633.33 on account");
    assertThat(run("--items", items, "--money", money, "--silent", "latest")).isEqualTo(1);
    assertThat(err.toString(StandardCharsets.UTF_8)).contains("“latest” is no step.");
  }

  private List<String> firstWays(String items, String money, String... more) throws IOException {
    List<String> args = new ArrayList<>(List.of("--items", items, "--money", money));
    args.addAll(List.of(more));
    assertThat(run(args.toArray(String[]::new))).isZero();
    List<String> ways = new ArrayList<>();
    JsonNode plan = JsonMapper.shared().readTree(out.toString(StandardCharsets.UTF_8));
    plan.path("sums").forEach(s -> ways.add(s.path("ways").path(0).path("words").asString()));
    out.reset();
    return ways;
  }

  @Test
  void plansTheWholeDayFromItsFiles() throws IOException {
    Path plan = folder.resolve("plan.json");
    int status =
        run(
            "--items",
            demo("open-items-2026-11-17.csv"),
            demo("invoice-TCK-20625.xml"),
            "--money",
            demo("quayline-2026-11-16.xml"),
            demo("quayline-collections-2026-11-16.bai"),
            demo("nordlicht-2026-11-16.csv"),
            demo("nordlicht-2026-11-17.sta"),
            demo("quayline-lockbox-2026-11-16.txt"),
            "--past",
            demo("past-payments-2026-11-15.csv"),
            "--full",
            "--out",
            plan.toString());
    assertThat(err.toString(StandardCharsets.UTF_8))
        .matches("(?s)\\d+ sums and \\d+ open items are read\\..Planned in .* sure, .*");
    assertThat(out.size()).isZero();
    assertThat(status).isZero();
    Map<String, JsonNode> sums = new HashMap<>();
    for (JsonNode sum : JsonMapper.shared().readTree(Files.readString(plan)).path("sums")) {
      sums.put(sum.path("reference").asString(), sum);
    }
    int right = 0;
    for (WrittenCases.Answer answer : WrittenCases.answers()) {
      JsonNode sum = sums.get(answer.reference());
      if (sum != null && answer.answer().matches("SETTLES \\S+ [0-9.]+")) {
        JsonNode line = sum.path("ways").get(sum.path("chosen").asInt()).path("lines").get(0);
        assertThat(line.path("item").asString())
            .as(answer.toString())
            .isEqualTo(answer.answer().split(" ")[1]);
        right++;
      }
    }
    assertThat(right).isGreaterThan(20);
    JsonNode first = sums.get("QL16007");
    assertThat(first.path("file").asString()).isEqualTo("quayline-2026-11-16.xml");
    assertThat(first.path("line").asInt()).isPositive();
    assertThat(first.path("certainty").asString()).isEqualTo("sure");
    assertThat(first.path("ways").get(0).path("reasons").get(0).path("text").asString())
        .isEqualTo("TCK-20391");
  }

  @Test
  void writesTheSamePlanEachTime() {
    String[] args = {
      "--items",
      demo("open-items-2026-11-17.csv"),
      "--money",
      demo("quayline-collections-2026-11-16.bai")
    };
    run(args);
    String first = out.toString(StandardCharsets.UTF_8);
    out.reset();
    run(args);
    assertThat(out.toString(StandardCharsets.UTF_8)).isEqualTo(first).contains("\"version\" : 2");
  }

  @Test
  void writesLittleUnlessAskedForAllOfIt() throws IOException {
    String items = demo("open-items-2026-11-17.csv");
    String money = demo("quayline-2026-11-16.xml");
    run("--items", items, "--money", money);
    String little = out.toString(StandardCharsets.UTF_8);
    out.reset();
    run("--full", "--items", items, "--money", money);
    assertThat(little).doesNotContain("reasons");
    assertThat(out.toString(StandardCharsets.UTF_8))
        .contains("reasons")
        .hasSizeGreaterThan(little.length() * 5 / 4);
    JsonNode sums = JsonMapper.shared().readTree(little).path("sums");
    assertThat(sums)
        .isNotEmpty()
        .allSatisfy(s -> assertThat(s.path("ways").size()).isLessThanOrEqualTo(3));
  }

  @Test
  void writesASheetThatReckonsNothing() throws IOException {
    String items =
        written(
            "items.csv",
            """
            number,customer,name,date,due,total,open,tax,currency,order,terms
            T-501,K-1,Alder Pots,2026-10-14,2026-11-13,1280.00,1280.00,,USD,,net 30
            """);
    String money =
        written(
            "money.csv",
            House.statementFile(
                LocalDate.of(2026, 11, 16), "1000.00", "2280.00", "1280.00,=1+1,T-501"));
    Path sheet = folder.resolve("plan.csv");
    assertThat(run("--items", items, "--money", money, "--csv", sheet.toString())).isZero();
    assertThat(out.size()).isZero();
    try (CSVParser csv = CSVParser.parse(Files.readString(sheet), CSVFormat.RFC4180)) {
      List<CSVRecord> rows = csv.getRecords();
      assertThat(rows).hasSize(2);
      assertThat(rows.get(1).toList())
          .contains("money.csv", "1280.00", "'=1+1", "yes", "T-501", "USD");
    }
    assertThat(refused("--items", items, "--money", money, "--csv"))
        .contains("Use: ./sumbrel plan");
  }

  private String refused(String... args) {
    assertThat(run(args)).isEqualTo(1);
    assertThat(out.size()).isZero();
    return err.toString(StandardCharsets.UTF_8);
  }

  @Test
  void saysWhatIsMissingAmongItsOptions() {
    assertThat(refused("--items", demo("open-items-2026-11-17.csv")))
        .contains("Use: ./sumbrel plan");
    err.reset();
    assertThat(refused("open-items.csv")).contains("“open-items.csv” is no option");
    err.reset();
    assertThat(refused("--items", "a", "--colour", "b")).contains("“--colour” is no option");
  }

  @Test
  void namesTheFileThatCannotBeReadAndTheReason() throws IOException {
    String items = demo("open-items-2026-11-17.csv");
    assertThat(refused("--items", items, "--money", items))
        .contains(
            "open-items-2026-11-17.csv: this is of the kind “list of open items”, not money that came.");
    err.reset();
    assertThat(refused("--items", items, "--money", demo("nordlicht-2026-11-16-garbled.csv")))
        .contains("nordlicht-2026-11-16-garbled.csv: ")
        .contains("90.00");
    err.reset();
    assertThat(refused("--items", items, "--money", folder.resolve("none.xml").toString()))
        .contains("none.xml");
    err.reset();
    String empty = written("empty.csv", "");
    assertThat(refused("--items", empty, "--money", items))
        .contains("empty.csv: The file is empty");
    err.reset();
    assertThat(
            refused("--items", items, "--money", demo("quayline-2026-11-16.xml"), "--past", items))
        .contains("not past payments");
  }
}
