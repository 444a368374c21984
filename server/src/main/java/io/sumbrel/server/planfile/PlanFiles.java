package io.sumbrel.server.planfile;

import io.sumbrel.core.matching.Certainty;
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
import java.io.Writer;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import tools.jackson.databind.SerializationFeature;
import tools.jackson.databind.json.JsonMapper;

/**
 * Reads open items, money and past payments from files and writes the plan as JSON, as a sheet, or
 * as both. Its options and its output are described in {@code docs/plan.md}; they are an interface.
 */
public final class PlanFiles {
  private static final String USE =
      "Use: ./sumbrel plan --items FILE... --money FILE... [--past FILE...] [--withheld RATE...]"
          + " [--silent STEP...] [--out plan.json] [--csv plan.csv] [--full]";

  private static final Set<String> NAMES =
      Set.of("--items", "--money", "--past", "--withheld", "--silent", "--out", "--csv", "--full");

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
      FileFacts facts = read(options);
      err.printf(
          "%,d sums and %,d open items are read.%n",
          facts.moneyIn().size(), facts.openItems().size());
      long before = System.nanoTime();
      Plan plan = planned(options, facts);
      err.printf(
          "Planned in %,d ms: %s.%n", (System.nanoTime() - before) / 1_000_000, counted(plan));
      write(options, plan, facts, out);
      return 0;
    } catch (Refusal e) {
      err.println(e.getMessage());
    } catch (IOException e) {
      err.println("Cannot read or write " + e.getMessage() + ".");
    }
    return 1;
  }

  /** How many sums are how certain, the surest first. */
  private static String counted(Plan plan) {
    Map<Certainty, Long> counts =
        plan.rows().stream()
            .collect(
                Collectors.groupingBy(
                    Plan.Row::certainty,
                    () -> new EnumMap<>(Certainty.class),
                    Collectors.counting()));
    return counts.entrySet().stream()
        .map(e -> "%,d %s".formatted(e.getValue(), e.getKey().words()))
        .collect(Collectors.joining(", "));
  }

  private static void write(Options options, Plan plan, FileFacts facts, PrintStream out)
      throws IOException {
    JsonMapper json = JsonMapper.builder().enable(SerializationFeature.INDENT_OUTPUT).build();
    PlanDocument document = PlanDocument.of(plan, facts, options.full());
    if (options.csv().isPresent()) {
      Files.writeString(options.csv().get(), PlanSummary.of(plan, facts));
    }
    if (options.out().isPresent()) {
      try (Writer file = Files.newBufferedWriter(options.out().get())) {
        json.writeValue(file, document);
      }
    } else if (options.csv().isEmpty()) {
      out.println(json.writeValueAsString(document));
    }
  }

  /**
   * What was asked for on the command line.
   *
   * @param withheld rates in per cent at which customers withhold tax
   * @param silent steps for payments that name nothing, in order; empty for none
   * @param full with every way that is listed, and with the reasons
   */
  private record Options(
      List<String> items,
      List<String> money,
      List<String> past,
      List<String> withheld,
      List<String> silent,
      Optional<Path> out,
      Optional<Path> csv,
      boolean full) {

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
      if (!given.containsKey("--items")
          || !given.containsKey("--money")
          || !given.getOrDefault("--full", List.of()).isEmpty()) {
        throw new Refusal("options", USE);
      }
      return new Options(
          given.get("--items"),
          given.get("--money"),
          given.getOrDefault("--past", List.of()),
          given.getOrDefault("--withheld", List.of()),
          given.getOrDefault("--silent", List.of()),
          one(given, "--out"),
          one(given, "--csv"),
          given.containsKey("--full"));
    }

    private static Optional<Path> one(Map<String, List<String>> given, String name) {
      List<String> files = given.get(name);
      if (files != null && files.size() != 1) {
        throw new Refusal("options", USE);
      }
      return Optional.ofNullable(files).map(f -> Path.of(f.get(0)));
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

  private static FileFacts read(Options options) throws IOException {
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
    return facts;
  }

  private static Plan planned(Options options, FileFacts facts) {
    return Planner.plan(
        MatchingProblem.of(
            facts.moneyIn(),
            facts.openItems(),
            facts.customers(),
            RememberedPayers.of(facts.pastPayments(), facts.customers(), facts.openItems()),
            facts.recorded(),
            options.rules()));
  }

  private static String name(String file) {
    return Path.of(file).getFileName().toString();
  }
}
