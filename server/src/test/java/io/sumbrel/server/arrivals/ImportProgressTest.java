package io.sumbrel.server.arrivals;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import java.time.Clock;
import java.time.Instant;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

class ImportProgressTest {
  private static final Instant BEGUN = Instant.parse("2026-11-17T08:00:00Z");

  private final Clock clock = mock(Clock.class);
  private final ImportProgress progress = new ImportProgress(clock);
  private final ArrivalRow arrival = new ArrivalRow();

  @BeforeEach
  void begin() {
    arrival.id = 7L;
    arrival.booksId = 1;
    arrival.fileName = "large.xml";
    arrival.statedCount = 10_000;
    when(clock.instant()).thenReturn(BEGUN);
    progress.begins(arrival);
  }

  @Test
  void tellsHowLongTheRestTakesIfItGoesOnAsBefore() {
    assertThat(progress.of(1).get(0).secondsLeft()).isEmpty();
    progress.stored(arrival, 2_000);
    progress.stored(arrival, 500);
    when(clock.instant()).thenReturn(BEGUN.plusSeconds(5));
    ImportProgress.Progress now = progress.of(1).get(0);
    assertThat(now.stored()).isEqualTo(2_500);
    assertThat(now.secondsLeft()).as("a quarter took five seconds").contains(15L);
    assertThat(progress.of(2)).as("of another set of books").isEmpty();
  }

  @Test
  void isStoppedAtTheNextPortionByWhoeverHasTheSameBooks() {
    progress.stop(2, 7);
    progress.stored(arrival, 1_000);
    progress.stop(1, 7);
    assertThatThrownBy(() -> progress.stored(arrival, 1_000))
        .hasMessage("Taking in large.xml was stopped; nothing was stored.");
    progress.ends(arrival);
    progress.stop(1, 7); // too late: it has ended
    assertThat(progress.of(1)).isEmpty();
  }
}
