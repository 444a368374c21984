package io.sumbrel.server.deposit;

import io.sumbrel.server.people.Actor;
import java.util.List;
import java.util.Optional;
import org.springframework.http.HttpStatus;
import org.springframework.security.access.prepost.PreAuthorize;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/deposits")
class DepositsController {
  private final DepositViews views;
  private final WaitingForTie waiting;
  private final BankList bankList;

  DepositsController(DepositViews views, WaitingForTie waiting, BankList bankList) {
    this.bankList = bankList;
    this.views = views;
    this.waiting = waiting;
  }

  /** What waits to be tied. */
  record DepositsView(
      List<DepositViews.DepositView> deposits, List<DepositViews.MemberView> onHand) {}

  @GetMapping
  DepositsView deposits(@AuthenticationPrincipal Actor actor) {
    return new DepositsView(views.untied(actor.booksId()), views.onHand(actor.booksId()));
  }

  /** What is done with, page by page. */
  @GetMapping("/tied")
  DepositViews.TiedPage tied(
      @AuthenticationPrincipal Actor actor, @RequestParam Optional<Long> before) {
    return views.tied(actor.booksId(), before);
  }

  /**
   * The sums of a bank account as they were banked.
   *
   * @param after so many of the newest, which are known already
   */
  @GetMapping("/banked/{account}")
  BankList.BankedPage banked(
      @AuthenticationPrincipal Actor actor,
      @PathVariable long account,
      @RequestParam(defaultValue = "0") int after) {
    return bankList.page(actor.booksId(), account, Math.max(0, after));
  }

  /** The entry that waits is another sum, somebody says. */
  @PostMapping("/{id}/separation")
  @PreAuthorize("hasAuthority('POST')")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void separate(@AuthenticationPrincipal Actor actor, @PathVariable long id) {
    waiting.separate(actor, id);
  }
}
