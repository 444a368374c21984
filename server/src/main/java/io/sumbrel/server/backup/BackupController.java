package io.sumbrel.server.backup;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.springframework.security.access.prepost.PreAuthorize;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Backups over HTTP, for those who may set the house up. */
@RestController
@RequestMapping("/api/backups")
@PreAuthorize("hasAuthority('SET_UP')")
class BackupController {
  private final BackUps backUps;

  BackupController(BackUps backUps) {
    this.backUps = backUps;
  }

  record BackupView(String name, Instant madeAt, long kilobytes) {
    static BackupView of(BackUps.Kept kept) {
      return new BackupView(kept.name(), kept.madeAt(), kept.bytes() + 1023 >> 10);
    }
  }

  record BackupFailure(Instant at, String sentence) {}

  /**
   * @param everyHours how often one is made by itself; 0 for never
   * @param late whether the newest is older than twice that
   */
  record BackupsView(
      String folder,
      long everyHours,
      boolean late,
      Optional<BackupFailure> failure,
      List<BackupView> kept) {}

  @GetMapping
  BackupsView all() {
    return new BackupsView(
        backUps.folder().toString(),
        backUps.every().toHours(),
        backUps.isLate(),
        backUps.failure().map(f -> new BackupFailure(f.at(), f.sentence())),
        backUps.all().stream().map(BackupView::of).toList());
  }

  @PostMapping
  BackupView make() {
    return BackupView.of(backUps.make());
  }
}
