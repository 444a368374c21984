package io.sumbrel.server.followup;

import io.sumbrel.core.openitem.ItemId;
import io.sumbrel.core.question.Question;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.server.people.Actor;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.springframework.security.access.prepost.PreAuthorize;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** What is followed up: questions about sums, and what customers left short. */
@RestController
@RequestMapping("/api/desk")
class FollowUpController {
  private final Questions questions;
  private final ShortPays shortPays;

  FollowUpController(Questions questions, ShortPays shortPays) {
    this.questions = questions;
    this.shortPays = shortPays;
  }

  record DraftedView(String words) {}

  /** What was done, in words. */
  record FollowedView(String words) {}

  @GetMapping("/questions")
  List<Questions.QuestionView> all(@AuthenticationPrincipal Actor actor) {
    return questions.all(actor.booksId());
  }

  /** What customers left short and still owe. */
  @GetMapping("/short-pays")
  ShortPays.ShortPaysView shortPays(@AuthenticationPrincipal Actor actor) {
    return shortPays.all(actor);
  }

  /**
   * @param on the day; without one it is looked at now
   */
  record LookRequest(Optional<LocalDate> on) {}

  @PutMapping("/short-pays/{itemId}/next-look")
  @PreAuthorize("hasAuthority('POST')")
  FollowedView lookAgain(
      @AuthenticationPrincipal Actor actor,
      @PathVariable long itemId,
      @RequestBody LookRequest request) {
    return new FollowedView(shortPays.lookAgain(actor, new ItemId(itemId), request.on()));
  }

  /** A text to begin a question with. */
  @GetMapping("/money/{id}/question")
  DraftedView draft(
      @AuthenticationPrincipal Actor actor,
      @PathVariable long id,
      @RequestParam(defaultValue = "CUSTOMER") Question.Whom whom) {
    return new DraftedView(questions.draft(actor, new MoneyInId(id), whom));
  }

  @PostMapping("/money/{id}/question")
  @PreAuthorize("hasAuthority('POST')")
  FollowedView ask(
      @AuthenticationPrincipal Actor actor,
      @PathVariable long id,
      @RequestBody Questions.QuestionRequest request) {
    return new FollowedView(questions.ask(actor, new MoneyInId(id), request));
  }

  @PostMapping("/money/{id}/answer")
  @PreAuthorize("hasAuthority('POST')")
  FollowedView answered(@AuthenticationPrincipal Actor actor, @PathVariable long id) {
    return new FollowedView(questions.answered(actor, new MoneyInId(id)));
  }
}
