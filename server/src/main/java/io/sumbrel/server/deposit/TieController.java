package io.sumbrel.server.deposit;

import io.sumbrel.server.people.Actor;
import java.util.List;
import java.util.Optional;
import org.springframework.security.access.prepost.PreAuthorize;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/ties")
class TieController {
  private final TieDeposits ties;
  private final TieBoard board;
  private final ReadWrongly readWrongly;

  TieController(TieDeposits ties, TieBoard board, ReadWrongly readWrongly) {
    this.readWrongly = readWrongly;
    this.ties = ties;
    this.board = board;
  }

  /** Both sides of what may be tied. */
  @GetMapping("/board")
  TieBoard.TieBoardView board(
      @AuthenticationPrincipal Actor actor,
      @RequestParam(defaultValue = "") String text,
      @RequestParam(defaultValue = "") String recordText,
      @RequestParam Optional<Integer> days) {
    return board.board(actor, text, recordText, days);
  }

  record TieSetsRequest(List<Long> entries) {}

  /** Sets of what is recorded that make the sum of some entries. */
  @PostMapping("/sets")
  @PreAuthorize("hasAuthority('POST')")
  TieBoard.TieSetsView sets(
      @AuthenticationPrincipal Actor actor, @RequestBody TieSetsRequest request) {
    return board.sets(actor, request.entries());
  }

  record PaidByRequest(List<Long> recorded) {}

  /** What the cheques of some records have paid: one of them may have been read wrongly. */
  @PostMapping("/paid")
  @PreAuthorize("hasAuthority('POST')")
  List<ReadWrongly.PaidItemView> paid(
      @AuthenticationPrincipal Actor actor, @RequestBody PaidByRequest request) {
    return readWrongly.paid(actor, request.recorded());
  }

  @PostMapping
  @PreAuthorize("hasAuthority('POST')")
  TieDeposits.TiePosted tie(
      @AuthenticationPrincipal Actor actor,
      @RequestHeader("Idempotency-Key") String key,
      @RequestBody TieDeposits.TieRequest request) {
    return ties.tie(actor, request, key);
  }
}
