package io.sumbrel.server.desk;

import io.sumbrel.server.matching.PlanBoard;
import io.sumbrel.server.matching.UsualAccountsNow;
import io.sumbrel.server.people.Actor;
import org.springframework.http.HttpStatus;
import org.springframework.security.access.prepost.PreAuthorize;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/batches")
class BatchController {
  private final BatchWork batchWork;
  private final PlanBoard plans;
  private final UsualAccountsNow usualAccounts;

  BatchController(BatchWork batchWork, PlanBoard plans, UsualAccountsNow usualAccounts) {
    this.batchWork = batchWork;
    this.plans = plans;
    this.usualAccounts = usualAccounts;
  }

  /** A lockbox batch, or any deposit whose members are explained one by one. */
  @GetMapping("/{id}")
  BatchWork.BatchView batch(@AuthenticationPrincipal Actor actor, @PathVariable long id) {
    return batchWork.batch(actor, pile(actor), id);
  }

  /** What is done about an item that would not go to nil. */
  @PutMapping("/{id}/rests")
  @PreAuthorize("hasAuthority('POST')")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void decide(
      @AuthenticationPrincipal Actor actor,
      @PathVariable long id,
      @RequestBody BatchWork.BatchDecision decision) {
    batchWork.decide(actor, pile(actor), id, decision);
  }

  private PostPreview.Pile pile(Actor actor) {
    return new PostPreview.Pile(plans.board(actor.booksId()), usualAccounts.of(actor.booksId()));
  }
}
