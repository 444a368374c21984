package io.sumbrel.server.desk;

import io.sumbrel.core.matching.Awaited;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.server.matching.PlanBoard;
import io.sumbrel.server.people.Actor;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.security.access.prepost.PreAuthorize;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Tapes without money, and all that waits for a second person. */
@RestController
@RequestMapping("/api/desk")
class SecondPersonController {
  private final PlanBoard plans;
  private final WhatWasSaid whatWasSaid;
  private final SecondPerson secondPerson;
  private final UseCredits useCredits;
  private final WaitingList waitingList;
  private final ShownItems shownItems;

  SecondPersonController(
      PlanBoard plans,
      WhatWasSaid whatWasSaid,
      SecondPerson secondPerson,
      UseCredits useCredits,
      WaitingList waitingList,
      ShownItems shownItems) {
    this.plans = plans;
    this.whatWasSaid = whatWasSaid;
    this.secondPerson = secondPerson;
    this.useCredits = useCredits;
    this.waitingList = waitingList;
    this.shownItems = shownItems;
  }

  record AskRequest(List<LineView> lines) {}

  record AskedView(String why) {}

  record ApprovalRequest(long personId) {}

  record SendBackRequest(long personId, String words) {}

  record WordsRequest(String words) {}

  /** All that waits, and what was sent back without money. */
  @GetMapping("/waiting")
  List<WaitingList.WaitingView> waiting(@AuthenticationPrincipal Actor actor) {
    return waitingList.all(actor);
  }

  /** Lets a tape beyond one's own limits wait for a second person. */
  @PostMapping("/money/{id}/asking")
  @PreAuthorize("hasAuthority('POST')")
  AskedView ask(
      @AuthenticationPrincipal Actor actor,
      @PathVariable long id,
      @RequestBody AskRequest request) {
    return new AskedView(secondPerson.ask(actor, new MoneyInId(id), request.lines()));
  }

  @PostMapping("/money/{id}/approval")
  @PreAuthorize("hasAuthority('APPROVE')")
  Posted approve(
      @AuthenticationPrincipal Actor actor,
      @PathVariable long id,
      @RequestHeader("Idempotency-Key") String key,
      @RequestBody ApprovalRequest request) {
    MoneyInId moneyIn = new MoneyInId(id);
    return secondPerson.approve(
        actor, moneyIn, request.personId(), key, whatWasSaid.of(actor, moneyIn));
  }

  @PostMapping("/money/{id}/sending-back")
  @PreAuthorize("hasAuthority('APPROVE')")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void sendBack(
      @AuthenticationPrincipal Actor actor,
      @PathVariable long id,
      @RequestBody SendBackRequest request) {
    secondPerson.sendBack(actor, new MoneyInId(id), request.personId(), request.words());
  }

  /** What is open of credits, and money of nobody. */
  @GetMapping("/credits")
  List<DeskViews.CreditView> credits(@AuthenticationPrincipal Actor actor) {
    return shownItems.credits(actor, Awaited.come(plans.board(actor.booksId()).problem()));
  }

  /** Uses credits without money that came in. */
  @PostMapping("/credits")
  @PreAuthorize("hasAuthority('POST')")
  Posted useCredits(
      @AuthenticationPrincipal Actor actor,
      @RequestHeader("Idempotency-Key") String key,
      @RequestBody UseCredits.CreditsRequest request) {
    return useCredits.use(actor, request, key);
  }

  /** Lets a tape without money wait for a second person. */
  @PostMapping("/credits/asking")
  @PreAuthorize("hasAuthority('POST')")
  AskedView askForCredits(
      @AuthenticationPrincipal Actor actor, @RequestBody UseCredits.CreditsRequest request) {
    return new AskedView(useCredits.ask(actor, request));
  }

  @PostMapping("/waiting/{id}/approval")
  @PreAuthorize("hasAuthority('APPROVE')")
  Posted approveWaiting(
      @AuthenticationPrincipal Actor actor,
      @PathVariable long id,
      @RequestHeader("Idempotency-Key") String key) {
    return useCredits.approve(actor, id, key);
  }

  @PostMapping("/waiting/{id}/sending-back")
  @PreAuthorize("hasAuthority('APPROVE')")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void sendBackWaiting(
      @AuthenticationPrincipal Actor actor,
      @PathVariable long id,
      @RequestBody WordsRequest request) {
    useCredits.sendBack(actor, id, request.words());
  }

  @PostMapping("/waiting/{id}/withdrawal")
  @PreAuthorize("hasAuthority('POST')")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void withdraw(@AuthenticationPrincipal Actor actor, @PathVariable long id) {
    useCredits.withdraw(actor, id);
  }
}
