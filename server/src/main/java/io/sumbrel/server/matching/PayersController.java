package io.sumbrel.server.matching;

import io.sumbrel.core.matching.problem.Habit;
import io.sumbrel.core.matching.problem.RememberedPayers;
import io.sumbrel.core.party.Customer;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.rules.ForgottenPayer;
import io.sumbrel.server.party.Customers;
import io.sumbrel.server.people.Actor;
import io.sumbrel.server.rules.Rules;
import java.time.LocalDate;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Stream;
import org.springframework.http.HttpStatus;
import org.springframework.security.access.prepost.PreAuthorize;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Who is remembered as paying for whom, and what is not to be. */
@RestController
@RequestMapping("/api/payers")
class PayersController {
  /** So many are shown; how many there are is said. */
  private static final int MOST = 100;

  private final PlanBoard plans;
  private final Rules rules;
  private final Customers customers;

  PayersController(PlanBoard plans, Rules rules, Customers customers) {
    this.plans = plans;
    this.rules = rules;
    this.customers = customers;
  }

  /**
   * @param payer a name in plain words, or the letters and digits of an account
   * @param words as the bank wrote it
   * @param times how often it paid for the customer
   * @param before how many of these times were before these books
   * @param last on which day the last time
   */
  record PayerView(
      String payer,
      String words,
      boolean byAccount,
      long customerId,
      String customer,
      int times,
      int before,
      LocalDate last) {}

  record ForgottenView(
      String payer, String words, boolean byAccount, long customerId, String customer) {}

  /**
   * @param found how many there are; the list holds the first of them
   */
  record PayersView(int found, List<PayerView> payers, List<ForgottenView> forgotten) {}

  record PayerRequest(String payer, boolean byAccount, long customerId) {
    ForgottenPayer toFact() {
      return new ForgottenPayer(payer, byAccount, new CustomerId(customerId));
    }
  }

  /**
   * @param forgotten whether they are to be remembered no more, or again
   */
  record ForgetRequest(List<PayerRequest> payers, boolean forgotten) {}

  /** Those whose name, account or customer holds a text. */
  @GetMapping
  PayersView all(
      @AuthenticationPrincipal Actor actor, @RequestParam(defaultValue = "") String find) {
    Map<CustomerId, Customer> byId = customers.byId(actor.booksId());
    String wanted = find.strip().toLowerCase(Locale.ROOT);
    PlanBoard.Board board = plans.board(actor.booksId());
    RememberedPayers remembered = board.problem().remembered();
    List<RememberedPayers.Known> known =
        remembered.all(k -> has(remembered.written(k.payer()), byId.get(k.customer()), wanted));
    return new PayersView(
        known.size(),
        known.stream().limit(MOST).map(k -> view(k, remembered.written(k.payer()), byId)).toList(),
        forgotten(board, byId, wanted));
  }

  /**
   * Who pays for a customer, and how.
   *
   * @param payments how many are known
   * @param habits what is usual of them, in words
   */
  record WhoPaysView(int payments, List<String> habits, List<PayerView> payers) {}

  @GetMapping("/customers/{id}")
  WhoPaysView of(@AuthenticationPrincipal Actor actor, @PathVariable long id) {
    Customer customer = customers.one(actor.booksId(), new CustomerId(id));
    RememberedPayers remembered = plans.board(actor.booksId()).problem().remembered();
    Habit habit = remembered.habitOf(customer.id());
    Map<CustomerId, Customer> byId = Map.of(customer.id(), customer);
    return new WhoPaysView(
        habit.payments(),
        habit.words(),
        remembered.all(k -> k.customer().equals(customer.id())).stream()
            .limit(MOST)
            .map(k -> view(k, remembered.written(k.payer()), byId))
            .toList());
  }

  private static List<ForgottenView> forgotten(
      PlanBoard.Board board, Map<CustomerId, Customer> byId, String wanted) {
    RememberedPayers remembered = board.problem().remembered();
    Stream<ForgottenPayer> all = board.basis().rules().forgotten().stream();
    return all.filter(f -> has(remembered.written(f.payer()), byId.get(f.customer()), wanted))
        .sorted(Comparator.comparing(ForgottenPayer::payer))
        .limit(MOST)
        .map(
            f ->
                new ForgottenView(
                    f.payer(),
                    remembered.written(f.payer()),
                    f.byAccount(),
                    f.customer().number(),
                    byId.get(f.customer()).name()))
        .toList();
  }

  private static boolean has(String payer, Customer customer, String wanted) {
    return payer.toLowerCase(Locale.ROOT).contains(wanted)
        || customer.name().toLowerCase(Locale.ROOT).contains(wanted)
        || customer.number().toLowerCase(Locale.ROOT).contains(wanted);
  }

  private static PayerView view(
      RememberedPayers.Known known, String words, Map<CustomerId, Customer> byId) {
    return new PayerView(
        known.payer(),
        words,
        known.byAccount(),
        known.customer().number(),
        byId.get(known.customer()).name(),
        known.times(),
        known.before(),
        known.last());
  }

  @PutMapping("/forgotten")
  @PreAuthorize("hasAuthority('POST')")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void forget(@AuthenticationPrincipal Actor actor, @RequestBody ForgetRequest request) {
    rules.forget(
        actor, request.payers().stream().map(PayerRequest::toFact).toList(), request.forgotten());
  }
}
