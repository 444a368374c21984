package io.sumbrel.server.matching;

import io.sumbrel.core.learning.TrackRecord;
import io.sumbrel.core.matching.weights.HouseFit;
import io.sumbrel.server.people.Actor;
import java.util.List;
import java.util.Optional;
import org.springframework.http.HttpStatus;
import org.springframework.security.access.prepost.PreAuthorize;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/learning")
class LearningController {
  private final DecisionRecord decisions;
  private final HouseWeights weights;

  LearningController(DecisionRecord decisions, HouseWeights weights) {
    this.decisions = decisions;
    this.weights = weights;
  }

  /**
   * What the machine said, and what it has earned.
   *
   * @param proven in words, what of the sure ones is proven
   * @param earned in words, whether posting without hands would be earned
   * @param lessons decisions that weights can be fitted on
   * @param needed of them, before that is done
   */
  record LearningView(
      List<TrackRecord.Band> bands,
      String proven,
      String earned,
      int lessons,
      int needed,
      Optional<HouseWeights.Fit> fit) {}

  @GetMapping
  LearningView view(@AuthenticationPrincipal Actor actor) {
    TrackRecord record = decisions.trackRecord(actor.booksId());
    return new LearningView(
        record.bands(),
        record.words(),
        record.earnedWords(),
        decisions.lessonCount(actor.booksId()),
        HouseFit.FEWEST,
        weights.lastFit(actor.booksId()));
  }

  @PostMapping("/fit")
  @PreAuthorize("hasAuthority('RULES')")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void fit(@AuthenticationPrincipal Actor actor) {
    weights.fit(actor);
  }

  @DeleteMapping("/fit")
  @PreAuthorize("hasAuthority('RULES')")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void drop(@AuthenticationPrincipal Actor actor) {
    weights.drop(actor);
  }
}
