package io.sumbrel.server.planfile;

import io.sumbrel.core.matching.Plan;
import io.sumbrel.core.matching.Planner;
import io.sumbrel.core.matching.problem.MatchingProblem;
import io.sumbrel.core.matching.problem.RememberedPayers;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.core.rules.HouseLimits;
import io.sumbrel.core.rules.HouseRules;
import io.sumbrel.core.rules.SilentList;
import io.sumbrel.core.rules.SilentPayments;
import java.io.IOException;
import java.io.PrintStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import tools.jackson.databind.SerializationFeature;
import tools.jackson.databind.json.JsonMapper;

/**
 * Reads open items, money and past payments from files and writes the plan as JSON. Its options and
 * its output are described in {@code docs/plan.md}; they are an interface.
 */
public final class PlanFiles {
  private static final String USE =
      "Use: ./sumbrel plan --items FILE... --money FILE... [--past FILE...] [--withheld RATE...]"
          + " [--silent STEP...] [--out plan.json]";

  private static final Set<String> NAMES =
      Set.of("--items", "--money", "--past", "--withheld", "--silent", "--out");

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

  /**
   * What was asked for on the command line.
   *
   * @param withheld rates in per cent at which customers withhold tax
   * @param silent steps for payments that name nothing, in order; empty for none
   */
  private record Options(
      List<String> items,
      List<String> money,
      List<String> past,
      List<String> withheld,
      List<String> silent,
      Optional<Path> out) {

    static Options of(List<String> args) {
      Map<String, List<String>> given = new HashMap<>();
      List<String> current = null;
      for (String arg : args) {
        if (NAMES.contains(arg)) {
          current = given.computeIfAbsent(arg, a -> new ArrayList<>());
        } else if (current == null || arg.startsWith("--")) {
          throw new Refusal("options", "“" + arg + "” is no option. " + USE);
        } else {
          current.add(arg);
        }
      }
      List<String> out = given.getOrDefault("--out", List.of());
      if (!given.containsKey("--items") || !given.containsKey("--money") || out.size() > 1) {
        throw new Refusal("options", USE);
      }
      return new Options(
          given.get("--items"),
          given.get("--money"),
          given.getOrDefault("--past", List.of()),
          given.getOrDefault("--withheld", List.of()),
          given.getOrDefault("--silent", List.of()),
          out.stream().findFirst().map(Path::of));
    }

    HouseRules rules() {
      Optional<SilentList> list =
          silent.isEmpty() ? Optional.empty() : Optional.of(SilentList.ofWords(silent));
      return new HouseRules(
          HouseLimits.DEFAULTS,
          HouseRules.rates(String.join(" ", withheld)),
          new SilentPayments(list, Map.of()),
          Set.of(),
          Set.of());
    }
  }

  private static String planned(Options options) throws IOException {
    FileFacts facts = new FileFacts();
    for (String file : options.items()) {
      facts.items(name(file), Files.readAllBytes(Path.of(file)));
    }
    for (String file : options.money()) {
      facts.money(name(file), Files.readAllBytes(Path.of(file)));
    }
    for (String file : options.past()) {
      facts.past(name(file), Files.readAllBytes(Path.of(file)));
    }
    MatchingProblem problem =
        MatchingProblem.of(
            facts.moneyIn(),
            facts.openItems(),
            facts.customers(),
            RememberedPayers.of(facts.pastPayments(), facts.customers(), facts.openItems()),
            facts.recorded(),
            options.rules());
    Plan plan = Planner.plan(problem);
    return JsonMapper.builder()
        .enable(SerializationFeature.INDENT_OUTPUT)
        .build()
        .writeValueAsString(PlanDocument.of(plan, facts));
  }

  private static String name(String file) {
    return Path.of(file).getFileName().toString();
  }
}
