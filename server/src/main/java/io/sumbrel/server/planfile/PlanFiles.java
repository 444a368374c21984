package io.sumbrel.server.planfile;

import io.sumbrel.core.matching.MatchingProblem;
import io.sumbrel.core.matching.Plan;
import io.sumbrel.core.matching.Planner;
import io.sumbrel.core.matching.RememberedPayers;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.core.rules.HouseRules;
import java.io.IOException;
import java.io.PrintStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import tools.jackson.databind.SerializationFeature;
import tools.jackson.databind.json.JsonMapper;

/**
 * Reads open items, money and past payments from files and writes the plan as JSON. Its options and
 * its output are described in {@code docs/plan.md}; they are an interface.
 */
public final class PlanFiles {
  private static final String USE =
      "Use: ./sumbrel plan --items FILE... --money FILE... [--past FILE...] [--out plan.json]";

  private PlanFiles() {}

  public static void main(String[] args) {
    System.exit(run(List.of(args), System.out, System.err));
  }

  /**
   * @return 0, or 1 when a file or an option was refused; then nothing is written
   */
  static int run(List<String> args, PrintStream out, PrintStream err) {
    try {
      Options options = Options.of(args);
      String json = planned(options);
      if (options.out().isPresent()) {
        Files.writeString(options.out().get(), json);
      } else {
        out.println(json);
      }
      return 0;
    } catch (Refusal e) {
      err.println(e.getMessage());
    } catch (IOException e) {
      err.println("Cannot read or write " + e.getMessage() + ".");
    }
    return 1;
  }

  /** What was asked for on the command line. */
  private record Options(List<Path> items, List<Path> money, List<Path> past, Optional<Path> out) {

    static Options of(List<String> args) {
      List<Path> items = new ArrayList<>();
      List<Path> money = new ArrayList<>();
      List<Path> past = new ArrayList<>();
      List<Path> out = new ArrayList<>();
      List<Path> current = null;
      for (String arg : args) {
        switch (arg) {
          case "--items" -> current = items;
          case "--money" -> current = money;
          case "--past" -> current = past;
          case "--out" -> current = out;
          default -> {
            if (current == null || arg.startsWith("--")) {
              throw new Refusal("options", "“" + arg + "” is no option. " + USE);
            }
            current.add(Path.of(arg));
          }
        }
      }
      if (items.isEmpty() || money.isEmpty() || out.size() > 1) {
        throw new Refusal("options", USE);
      }
      return new Options(items, money, past, out.stream().findFirst());
    }
  }

  private static String planned(Options options) throws IOException {
    FileFacts facts = new FileFacts();
    for (Path file : options.items()) {
      facts.items(name(file), Files.readAllBytes(file));
    }
    for (Path file : options.money()) {
      facts.money(name(file), Files.readAllBytes(file));
    }
    for (Path file : options.past()) {
      facts.past(name(file), Files.readAllBytes(file));
    }
    MatchingProblem problem =
        MatchingProblem.of(
            facts.moneyIn(),
            facts.openItems(),
            facts.customers(),
            RememberedPayers.of(facts.pastPayments(), facts.customers(), facts.openItems()),
            facts.recorded(),
            HouseRules.DEFAULTS);
    Plan plan = Planner.plan(problem);
    return JsonMapper.builder()
        .enable(SerializationFeature.INDENT_OUTPUT)
        .build()
        .writeValueAsString(PlanDocument.of(plan, facts));
  }

  private static String name(Path file) {
    return file.getFileName().toString();
  }
}
