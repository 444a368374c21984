package io.sumbrel.server.deposit;

import io.sumbrel.core.deposit.Slip;
import io.sumbrel.core.money.Denominations;
import io.sumbrel.server.bank.BankAccounts;
import io.sumbrel.server.people.Actor;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.security.access.prepost.PreAuthorize;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/slips")
class SlipsController {
  private final Slips slips;
  private final HandInSlip handInSlip;
  private final SlipPaper paper;
  private final BankAccounts accounts;

  SlipsController(Slips slips, HandInSlip handInSlip, SlipPaper paper, BankAccounts accounts) {
    this.accounts = accounts;
    this.slips = slips;
    this.handInSlip = handInSlip;
    this.paper = paper;
  }

  /**
   * A slip.
   *
   * @param receipts those on hand that lie on it
   * @param pieces of every value that the currency has
   * @param sumMinor what receipts and lines make
   */
  record SlipView(
      long id,
      String number,
      long accountId,
      String account,
      LocalDate date,
      String currency,
      List<Long> receipts,
      List<Slips.WrittenLine> lines,
      List<Slips.CountedPieces> pieces,
      Optional<Long> countedMinor,
      long sumMinor,
      String madeBy,
      int version) {}

  /** A bank account into which a slip may go. */
  record SlipAccountView(long id, String name, String currency) {}

  record SlipsView(List<SlipView> slips, List<SlipAccountView> accounts) {}

  /** Those that are being made, and the accounts into which they may go. */
  @GetMapping
  SlipsView beingMade(@AuthenticationPrincipal Actor actor) {
    return new SlipsView(
        slips.beingMade(actor.booksId()).stream().map(SlipsController::view).toList(),
        accounts.all(actor.booksId()).stream()
            .map(
                a ->
                    new SlipAccountView(
                        a.id(), a.shortName(), a.beginsWith().currency().getCurrencyCode()))
            .toList());
  }

  @GetMapping("/{id}")
  SlipView one(@AuthenticationPrincipal Actor actor, @PathVariable long id) {
    return view(slips.find(actor.booksId(), id));
  }

  record BeginRequest(long accountId) {}

  /** Begins a slip for a bank account. */
  @PostMapping
  @PreAuthorize("hasAuthority('POST')")
  SlipView begin(@AuthenticationPrincipal Actor actor, @RequestBody BeginRequest request) {
    return one(actor, slips.begin(actor, request.accountId()));
  }

  /** Keeps it as it stands. */
  @PutMapping("/{id}")
  @PreAuthorize("hasAuthority('POST')")
  SlipView keep(
      @AuthenticationPrincipal Actor actor,
      @PathVariable long id,
      @RequestBody Slips.SlipRequest request) {
    slips.keep(actor, id, request);
    return one(actor, id);
  }

  @DeleteMapping("/{id}")
  @PreAuthorize("hasAuthority('POST')")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void drop(@AuthenticationPrincipal Actor actor, @PathVariable long id) {
    slips.drop(actor, id);
  }

  /**
   * @param namesDifference whether the till may differ from what was recorded
   */
  @PostMapping("/{id}/handing-in")
  @PreAuthorize("hasAuthority('POST')")
  HandInSlip.SlipHandedIn handIn(
      @AuthenticationPrincipal Actor actor,
      @PathVariable long id,
      @RequestParam(defaultValue = "false") boolean namesDifference,
      @RequestHeader("Idempotency-Key") String key) {
    return handInSlip.handIn(actor, id, namesDifference, key);
  }

  /** The slip on paper, to go with the money. */
  @GetMapping(value = "/{id}/paper", produces = MediaType.APPLICATION_PDF_VALUE)
  ResponseEntity<byte[]> paper(@AuthenticationPrincipal Actor actor, @PathVariable long id) {
    Slips.Stored slip = slips.find(actor.booksId(), id);
    return ResponseEntity.ok()
        .header(
            "Content-Disposition",
            "inline; filename=\"slip-" + slip.row().number.replaceAll("[^\\w.-]", "_") + ".pdf\"")
        .body(paper.of(actor.booksId(), slip));
  }

  private static SlipView view(Slips.Stored slip) {
    SlipRow row = slip.row();
    Slip.Filled filled = slip.filled();
    Map<Long, Integer> counted = filled.cash().pieces();
    return new SlipView(
        row.id,
        row.number,
        row.bankAccountId,
        slip.account().shortName(),
        row.slipDate,
        filled.currency().getCurrencyCode(),
        slip.receipts().stream().map(r -> r.id).toList(),
        filled.lines().stream()
            .map(
                l -> new Slips.WrittenLine(l.kind(), l.account().code(), l.amountMinor(), l.note()))
            .toList(),
        Denominations.of(filled.currency()).stream()
            .map(value -> new Slips.CountedPieces(value, counted.getOrDefault(value, 0)))
            .toList(),
        filled.countedMinor(),
        filled.sumMinor(),
        row.madeBy,
        row.version);
  }
}
