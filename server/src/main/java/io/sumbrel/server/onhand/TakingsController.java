package io.sumbrel.server.onhand;

import io.sumbrel.server.arrivals.TakingsViews;
import io.sumbrel.server.ledger.TillDays;
import io.sumbrel.server.people.Actor;
import java.util.List;
import org.springframework.security.access.prepost.PreAuthorize;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/takings")
class TakingsController {
  private final RecordTakings recordTakings;
  private final TillDays tillDays;

  TakingsController(RecordTakings recordTakings, TillDays tillDays) {
    this.recordTakings = recordTakings;
    this.tillDays = tillDays;
  }

  /** The tills that are known, the last used first. */
  @GetMapping("/tills")
  List<TillDays.Till> tills(@AuthenticationPrincipal Actor actor) {
    return tillDays.all(actor.booksId());
  }

  @PostMapping("/preview")
  @PreAuthorize("hasAuthority('POST')")
  TakingsViews.TillDayView preview(
      @AuthenticationPrincipal Actor actor, @RequestBody RecordTakings.TakingsRequest request) {
    return recordTakings.preview(actor, request);
  }

  @PostMapping
  @PreAuthorize("hasAuthority('POST')")
  RecordTakings.TakingsDone record(
      @AuthenticationPrincipal Actor actor,
      @RequestHeader("Idempotency-Key") String key,
      @RequestBody RecordTakings.TakingsShown shown) {
    return recordTakings.record(actor, shown, key);
  }
}
