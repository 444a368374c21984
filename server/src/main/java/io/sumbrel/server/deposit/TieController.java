package io.sumbrel.server.deposit;

import io.sumbrel.core.deposit.TieReason;
import io.sumbrel.server.people.Actor;
import java.util.List;
import java.util.Optional;
import org.springframework.security.access.prepost.PreAuthorize;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/ties")
class TieController {
  private final TieDeposits ties;

  TieController(TieDeposits ties) {
    this.ties = ties;
  }

  /**
   * @param entries of the bank
   * @param recorded deposits, and receipts on hand
   * @param reason of a difference, where the sums do not meet
   */
  record TieRequest(List<Long> entries, List<Long> recorded, Optional<TieReason> reason) {}

  @PostMapping
  @PreAuthorize("hasAuthority('POST')")
  TieDeposits.TiePosted tie(@AuthenticationPrincipal Actor actor, @RequestBody TieRequest request) {
    return ties.tie(actor, request.entries(), request.recorded(), request.reason());
  }
}
