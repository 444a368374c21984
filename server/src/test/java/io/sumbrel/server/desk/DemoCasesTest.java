package io.sumbrel.server.desk;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.core.matching.Plan;
import io.sumbrel.core.openitem.ItemId;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.tape.LineKind;
import io.sumbrel.core.tape.TapeLine;
import io.sumbrel.server.ServerTest;
import io.sumbrel.server.matching.PlanBoard;
import io.sumbrel.server.openitem.Items;
import io.sumbrel.server.party.Customers;
import io.sumbrel.server.people.People;
import io.sumbrel.server.receipt.MoneyLine;
import io.sumbrel.standin.bank.WrittenCases;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;

/** The day of the demonstration house against its right answers, which stand as data beside it. */
class DemoCasesTest extends ServerTest {
  @Autowired private PlanBoard plans;
  @Autowired private Items items;
  @Autowired private Customers customers;
  @Autowired private People people;

  @Test
  void readsEveryCaseOfTheDayRight() {
    long books =
        people.all().stream()
            .filter(p -> p.name().equals("Ines"))
            .mapToLong(p -> p.booksId())
            .min()
            .orElseThrow();
    PlanBoard.Board board = plans.board(books);
    Map<String, MoneyLine> byReference = new HashMap<>();
    board.pile().forEach(l -> byReference.put(l.bankReference(), l));
    Map<ItemId, String> numbers = new HashMap<>();
    for (OpenItem item : items.all(books)) {
      numbers.put(item.id(), item.number());
    }
    Set<String> cases = new HashSet<>();
    List<String> wrong = new ArrayList<>();
    for (WrittenCases.Answer row : WrittenCases.answers()) {
      MoneyLine line = byReference.get(row.reference());
      if (line != null && line.moneyIn().isIn()) {
        cases.add(row.number());
        Plan.Row plan = board.rows().get(line.moneyIn().id());
        String found = plan.chosen().map(i -> words(plan, i, numbers, books)).orElse("nothing");
        if (!isRight(row.answer(), found)) {
          wrong.add(row.number() + ": " + found + " for " + row.answer());
        }
      }
    }
    assertThat(wrong).isEmpty();
    assertThat(cases).as("numbered cases shown").hasSizeGreaterThanOrEqualTo(12);
  }

  private static boolean isRight(String answer, String found) {
    if (!answer.startsWith("ambiguous: ")) {
      return parts(answer.replace(" left open", "")).equals(parts(found));
    }
    for (String one : answer.substring("ambiguous: ".length()).split(" \\| ")) {
      if (Set.of(one.split(" ")).equals(itemsOf(found))) {
        return true;
      }
    }
    return false;
  }

  private static Set<String> parts(String answer) {
    return new TreeSet<>(List.of(answer.split("; ")));
  }

  private static Set<String> itemsOf(String found) {
    Set<String> named = new HashSet<>();
    parts(found).forEach(p -> named.add(p.split(" ")[1]));
    return named;
  }

  private String words(Plan.Row plan, int way, Map<ItemId, String> numbers, long books) {
    List<String> words = new ArrayList<>();
    for (TapeLine line : plan.ways().get(way).lines()) {
      String amount = BigDecimal.valueOf(line.amountMinor(), 2).toPlainString();
      String what =
          switch (line.kind()) {
            case KEPT_BACK -> "KEPT_BACK " + line.reason().orElseThrow().code();
            case GRANTED ->
                "GRANTED "
                    + line.reason().orElseThrow().code()
                    + " "
                    + numbers.get(line.item().get());
            case ON_ACCOUNT -> "ON_ACCOUNT " + customer(line.customer().orElseThrow(), books);
            default -> line.kind() + " " + line.item().map(numbers::get).orElse("");
          };
      words.add(what + " " + amount);
    }
    assertThat(plan.ways().get(way).lines()).noneMatch(l -> l.kind() == LineKind.UNIDENTIFIED);
    return String.join("; ", words);
  }

  private String customer(CustomerId id, long books) {
    return customers.byId(books).get(id).number();
  }
}
