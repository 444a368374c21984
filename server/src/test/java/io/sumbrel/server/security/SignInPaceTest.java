package io.sumbrel.server.security;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatCode;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import io.sumbrel.core.refusal.Refusal;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.IntStream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

class SignInPaceTest {
  private final Clock clock = mock(Clock.class);
  private Instant now = Instant.parse("2026-11-16T09:00:00Z");
  private final SignInPace pace = new SignInPace(clock);

  @BeforeEach
  void tellTheTime() {
    when(clock.instant()).thenAnswer(x -> now);
  }

  private void fail(String name, String address) {
    pace.attempt(name, address, () -> 0);
    pace.failed(name, address);
  }

  private String wait(String name, String address) {
    try {
      pace.attempt(name, address, () -> 0);
      return "";
    } catch (Refusal e) {
      return e.getMessage();
    }
  }

  /** OWASP ASVS 4, 2.2.1: no more than 100 failures in an hour on one account. */
  @Test
  void aNameWaitsLongerEachTimeAndOneHourHoldsFewTries() {
    for (int i = 0; i < 5; i++) {
      fail("Ines", "10.0.0.1");
    }
    assertThat(wait("INES ", "10.0.0.2"))
        .isEqualTo("That was wrong too often. Try again in 2 seconds.");
    Instant end = now.plusSeconds(3600);
    int tries = 5;
    for (; now.isBefore(end); now = now.plusSeconds(1)) {
      if (wait("Ines", "10.0.0." + tries % 200).isEmpty()) {
        pace.failed("Ines", "10.0.0." + tries % 200);
        tries++;
      }
    }
    assertThat(tries).isBetween(15, 30);
    assertThat(wait("Ines", "10.0.0.9")).contains("minutes");
  }

  @Test
  void anAddressWaitsThoughEachNameIsTriedOnce() {
    IntStream.range(0, 20).forEach(i -> fail("Person " + i, "10.0.0.1"));
    assertThat(wait("Somebody else", "10.0.0.1")).isNotEmpty();
    assertThat(wait("Somebody else", "10.0.0.2")).isEmpty();
  }

  @Test
  void theRightPasswordBeginsTheNameAnew() {
    for (int i = 0; i < 4; i++) {
      fail("Ines", "10.0.0.1");
    }
    pace.succeeded("ines");
    assertThatCode(() -> fail("Ines", "10.0.0.1")).doesNotThrowAnyException();
    assertThat(wait("Ines", "10.0.0.1")).isEmpty();
  }

  @Test
  void nothingIsComputedWhileThereIsToBeWaited() {
    AtomicInteger computed = new AtomicInteger();
    for (int i = 0; i < 5; i++) {
      fail("Ines", "10.0.0.1");
    }
    assertThatThrownBy(() -> pace.attempt("Ines", "10.0.0.1", computed::incrementAndGet))
        .isInstanceOf(Refusal.class);
    assertThat(computed).hasValue(0);
  }

  @Test
  void noMoreThanTwoPasswordsAreComputedAtOnce() {
    AtomicInteger running = new AtomicInteger();
    AtomicInteger most = new AtomicInteger();
    List<Integer> answers =
        IntStream.range(0, 12)
            .parallel()
            .mapToObj(
                i ->
                    pace.attempt(
                        "Person " + i,
                        "10.0.0." + i,
                        () -> {
                          most.accumulateAndGet(running.incrementAndGet(), Math::max);
                          try {
                            Thread.sleep(5);
                          } catch (InterruptedException e) {
                            throw new IllegalStateException(e);
                          }
                          running.decrementAndGet();
                          return i;
                        }))
            .toList();
    assertThat(answers).hasSize(12);
    assertThat(most.get()).isLessThanOrEqualTo(2);
  }
}
