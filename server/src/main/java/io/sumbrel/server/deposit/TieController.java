package io.sumbrel.server.deposit;

import io.sumbrel.server.people.Actor;
import org.springframework.security.access.prepost.PreAuthorize;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/ties")
class TieController {
  private final TieDeposits ties;

  TieController(TieDeposits ties) {
    this.ties = ties;
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
