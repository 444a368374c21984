package io.sumbrel.core.matching.reading;

import io.sumbrel.core.evidence.TextSpan;
import io.sumbrel.core.matching.problem.MatchingProblem;
import io.sumbrel.core.matching.problem.RememberedPayers;
import io.sumbrel.core.matching.text.NameLikeness;
import io.sumbrel.core.matching.text.NumberScan;
import io.sumbrel.core.receipt.MoneyIn;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.UnaryOperator;

/**
 * Finds who may have paid one sum: by a name of ours that reads nearly alike, by who paid before
 * from this account or under this name, by the customer's own number in the text. Where the bank
 * gives no payer, the text may begin with one.
 */
final class PayerSearch {
  /** Customers looked at; with more, a name says nothing. */
  private static final int MOST = 6;

  private static final int OTHER_FORM = NameLikeness.ALIKE - 1;

  private final MatchingProblem problem;
  private final MoneyIn moneyIn;
  private final Map<Integer, PayerClue> clues = new LinkedHashMap<>();

  private PayerSearch(MatchingProblem problem, MoneyIn moneyIn) {
    this.problem = problem;
    this.moneyIn = moneyIn;
  }

  /** The strongest first. */
  static List<PayerClue> search(
      MatchingProblem problem, MoneyIn moneyIn, List<NumberScan.Found> numbers) {
    PayerSearch search = new PayerSearch(problem, moneyIn);
    Optional<String> name = moneyIn.payerName().or(() -> problem.nameAtTheStartOf(moneyIn.text()));
    name.ifPresent(search::alike);
    search.paidBefore(name);
    numbers.forEach(search::byNumber);
    List<PayerClue> sorted = new ArrayList<>(search.clues.values());
    sorted.sort(
        Comparator.comparingInt(PayerClue::strength)
            .reversed()
            .thenComparingInt(PayerClue::customer));
    return List.copyOf(sorted.subList(0, Math.min(MOST, sorted.size())));
  }

  private void change(int customer, UnaryOperator<PayerClue> change) {
    clues.put(customer, change.apply(clues.getOrDefault(customer, PayerClue.none(customer))));
  }

  private void alike(String name) {
    String normal = NameLikeness.normal(name);
    int best = likest(normal, name, problem.names().byWords(normal));
    if (best < NameLikeness.ALIKE) {
      likest(normal, name, problem.names().byPieces(normal));
    }
  }

  private int likest(String normal, String name, List<Integer> among) {
    int best = 0;
    List<Integer> same = new ArrayList<>();
    for (int c : among) {
      int likeness = NameLikeness.of(normal, problem.normalName(c));
      if (likeness >= NameLikeness.NEARLY_ALIKE) {
        change(c, clue -> clue.alike(likeness, spanOf(name)));
        best = Math.max(best, likeness);
      }
      if (likeness == NameLikeness.SAME) {
        same.add(c);
      }
    }
    if (same.size() > 1) {
      byForm(name, same);
    }
    return best;
  }

  /** Of several of one name it is the one of the form that is written, where one has it. */
  private void byForm(String name, List<Integer> same) {
    String form = NameLikeness.form(name);
    List<Integer> others =
        same.stream()
            .filter(c -> !NameLikeness.form(problem.customer(c).name()).equals(form))
            .toList();
    if (!form.isEmpty() && others.size() < same.size()) {
      others.forEach(c -> change(c, clue -> clue.alike(OTHER_FORM, spanOf(name))));
    }
  }

  private void paidBefore(Optional<String> name) {
    for (RememberedPayers.Remembered r : problem.remembered().of(name, moneyIn.payerAccount())) {
      int customer = problem.customerIndex(r.customer());
      if (customer >= 0) {
        PayerClue.Before before = new PayerClue.Before(r.times(), r.others(), r.last());
        change(customer, c -> c.paidBefore(r.byAccount(), before, name.flatMap(this::spanOf)));
      }
    }
  }

  private void byNumber(NumberScan.Found found) {
    if (found.form() == NumberScan.Form.WHOLE) {
      for (int customer : problem.byCustomerNumber(found.written())) {
        change(customer, c -> c.namedAt(Optional.of(new TextSpan(found.start(), found.end()))));
      }
    }
  }

  private Optional<TextSpan> spanOf(String name) {
    int at = moneyIn.text().indexOf(name);
    return at < 0 ? Optional.empty() : Optional.of(new TextSpan(at, at + name.length()));
  }
}
