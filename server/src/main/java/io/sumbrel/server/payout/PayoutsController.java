package io.sumbrel.server.payout;

import io.sumbrel.core.payout.ProcessorAccounts;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.server.matching.PlanBoard;
import io.sumbrel.server.people.Actor;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.http.HttpStatus;
import org.springframework.security.access.prepost.PreAuthorize;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/payouts")
class PayoutsController {
  private final PlanBoard planBoard;
  private final PayoutViews views;
  private final PostPayout postPayout;
  private final SaleStory saleStory;
  private final Processors processors;

  PayoutsController(
      PlanBoard planBoard,
      PayoutViews views,
      PostPayout postPayout,
      SaleStory saleStory,
      Processors processors) {
    this.planBoard = planBoard;
    this.views = views;
    this.postPayout = postPayout;
    this.saleStory = saleStory;
    this.processors = processors;
  }

  @GetMapping("/{id}")
  PayoutViews.PayoutView payout(@AuthenticationPrincipal Actor actor, @PathVariable long id) {
    return views.of(actor, planBoard.board(actor.booksId()), id, Set.of());
  }

  /** Sums that are not to go along. */
  record LeftRequest(List<Long> left) {}

  /** The same without some sums. */
  @PostMapping("/{id}/preview")
  @PreAuthorize("hasAuthority('POST')")
  PayoutViews.PayoutView preview(
      @AuthenticationPrincipal Actor actor,
      @PathVariable long id,
      @RequestBody LeftRequest request) {
    return views.of(
        actor,
        planBoard.board(actor.booksId()),
        id,
        request.left().stream().map(MoneyInId::new).collect(Collectors.toSet()));
  }

  @PostMapping("/{id}/posting")
  @PreAuthorize("hasAuthority('POST')")
  @ResponseStatus(HttpStatus.CREATED)
  PostPayout.PayoutDone post(
      @AuthenticationPrincipal Actor actor,
      @PathVariable long id,
      @RequestHeader("Idempotency-Key") String key,
      @RequestBody PostPayout.PayoutRequest request) {
    return postPayout.post(actor, id, request, key);
  }

  /** A sale with all that belongs to it. */
  @GetMapping("/{id}/rows/{member}/story")
  SaleStory.StoryView story(
      @AuthenticationPrincipal Actor actor, @PathVariable long id, @PathVariable long member) {
    return saleStory.of(actor.booksId(), id, member);
  }

  record ProcessorRequest(
      String name,
      PayoutViews.BookedView sales,
      PayoutViews.BookedView fees,
      PayoutViews.BookedView adjustments,
      Optional<Long> statementAccount) {}

  /** What a processor is called, and where what it does is booked. */
  @PutMapping("/processors/{layoutId}")
  @PreAuthorize("hasAuthority('SET_UP')")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void keep(
      @AuthenticationPrincipal Actor actor,
      @PathVariable long layoutId,
      @RequestBody ProcessorRequest request) {
    processors.keep(
        actor,
        layoutId,
        new Processors.Said(
            request.name(),
            new ProcessorAccounts(
                request.sales().toFact(), request.fees().toFact(), request.adjustments().toFact()),
            request.statementAccount()));
  }
}
