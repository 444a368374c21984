package io.sumbrel.server.onhand;

import io.sumbrel.core.deposit.MemberKind;
import io.sumbrel.core.money.Currencies;
import io.sumbrel.core.money.Money;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.server.bank.BankAccounts;
import io.sumbrel.server.books.Houses;
import io.sumbrel.server.chart.Charts;
import io.sumbrel.server.desk.LineView;
import io.sumbrel.server.desk.UsualTape;
import io.sumbrel.server.people.Actor;
import java.time.LocalDate;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.security.access.prepost.PreAuthorize;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/receipts")
class ReceiptsController {
  private final RecordReceipt recordReceipt;
  private final SplitPayers splitPayers;
  private final UsualTape usualTape;
  private final Charts charts;
  private final BankAccounts accounts;
  private final Houses houses;

  ReceiptsController(
      RecordReceipt recordReceipt,
      SplitPayers splitPayers,
      UsualTape usualTape,
      Charts charts,
      BankAccounts accounts,
      Houses houses) {
    this.recordReceipt = recordReceipt;
    this.splitPayers = splitPayers;
    this.usualTape = usualTape;
    this.charts = charts;
    this.accounts = accounts;
    this.houses = houses;
  }

  /**
   * A way to pay.
   *
   * @param keptOn the account on which such a receipt stands until the bank shows it
   */
  record MethodView(String code, String words, MemberKind kind, String keptOn) {}

  /**
   * What may be chosen for a receipt.
   *
   * @param currencies those of the bank accounts, the house's own first
   */
  record MethodsView(List<MethodView> methods, List<String> currencies, LocalDate today) {}

  @GetMapping("/methods")
  MethodsView methods(@AuthenticationPrincipal Actor actor) {
    var accountsOf = charts.accounts(actor.booksId());
    return new MethodsView(
        charts.of(actor.booksId()).methods().stream()
            .map(
                m ->
                    new MethodView(
                        m.code(), m.words(), m.kind(), accountsOf.get(m.holding().code()).name()))
            .toList(),
        accounts.all(actor.booksId()).stream()
            .map(a -> a.beginsWith().currency().getCurrencyCode())
            .distinct()
            .toList(),
        houses.businessDate(actor.booksId()));
  }

  /** What a receipt of a customer usually pays. */
  @GetMapping("/usual")
  List<LineView> usual(
      @AuthenticationPrincipal Actor actor,
      @RequestParam long customer,
      @RequestParam String currency,
      @RequestParam long amountMinor) {
    LocalDate today = houses.businessDate(actor.booksId());
    Money amount = Money.ofMinor(Currencies.of(currency), amountMinor);
    return usualTape.of(actor, new CustomerId(customer), amount, today);
  }

  @PostMapping
  @PreAuthorize("hasAuthority('POST')")
  RecordReceipt.RecordedView record(
      @AuthenticationPrincipal Actor actor,
      @RequestHeader("Idempotency-Key") String key,
      @RequestBody RecordReceipt.ReceiptRequest request) {
    return recordReceipt.record(actor, request, key);
  }

  /** The receipts that a sum of several payers would be. */
  @PostMapping("/payers/preview")
  @PreAuthorize("hasAuthority('POST')")
  SplitPayers.PayerShares shares(
      @AuthenticationPrincipal Actor actor, @RequestBody SplitPayers.PayersRequest request) {
    return splitPayers.shares(actor, request);
  }

  @PostMapping("/payers")
  @PreAuthorize("hasAuthority('POST')")
  SplitPayers.PayersDone split(
      @AuthenticationPrincipal Actor actor,
      @RequestHeader("Idempotency-Key") String key,
      @RequestBody SplitPayers.PayersSplit request) {
    return splitPayers.split(actor, request, key);
  }

  /** It never was. */
  @DeleteMapping("/{id}")
  @PreAuthorize("hasAuthority('POST')")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void remove(@AuthenticationPrincipal Actor actor, @PathVariable long id) {
    recordReceipt.remove(actor, id);
  }
}
