package io.sumbrel.server.security;

import io.sumbrel.core.refusal.Refusal;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.Locale;
import java.util.Map;
import java.util.concurrent.Semaphore;
import java.util.concurrent.TimeUnit;
import org.springframework.stereotype.Component;

/**
 * Makes whoever tries passwords wait, longer each time, by the name and by the address that they
 * come from. A name that nobody has waits like any other. OWASP ASVS 4, 2.2.1.
 */
@Component
class SignInPace {
  private static final int FREE_FOR_A_NAME = 5;
  private static final int FREE_FOR_AN_ADDRESS = 20;
  private static final Duration LONGEST = Duration.ofMinutes(5);

  /** As many are remembered; the oldest are forgotten first. */
  private static final int MOST = 10_000;

  private static final int AT_ONCE = 2;
  private static final long PATIENCE_SECONDS = 5;

  private final Clock clock;
  private final Semaphore hashing = new Semaphore(AT_ONCE, true);
  private final Map<String, Failures> failures =
      new LinkedHashMap<>() {
        @Override
        protected boolean removeEldestEntry(Map.Entry<String, Failures> eldest) {
          return size() > MOST;
        }
      };

  SignInPace(Clock clock) {
    this.clock = clock;
  }

  private record Failures(int count, Instant until) {}

  /** Something that computes a hash of a password. */
  interface Attempt<T> {
    T make();
  }

  /**
   * Computes no more than two hashes at once: everybody else goes on working meanwhile.
   *
   * @throws Refusal {@code sign-in-wait} while there is to be waited
   */
  <T> T attempt(String name, String address, Attempt<T> attempt) {
    requireOver(keyOfName(name));
    requireOver(address);
    boolean mayHash = false;
    try {
      mayHash = hashing.tryAcquire(PATIENCE_SECONDS, TimeUnit.SECONDS);
      if (!mayHash) {
        throw new Refusal("sign-in-wait", "Too many sign in at this moment. Try again soon.");
      }
      return attempt.make();
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw new Refusal("sign-in-wait", "Too many sign in at this moment. Try again soon.");
    } finally {
      if (mayHash) {
        hashing.release();
      }
    }
  }

  private static String keyOfName(String name) {
    return "name " + name.strip().toLowerCase(Locale.ROOT);
  }

  private synchronized void requireOver(String key) {
    Failures known = failures.get(key);
    if (known != null && clock.instant().isBefore(known.until())) {
      long seconds = Duration.between(clock.instant(), known.until()).toSeconds() + 1;
      throw new Refusal(
          "sign-in-wait",
          "That was wrong too often. Try again in %s."
              .formatted(seconds > 90 ? (seconds + 59) / 60 + " minutes" : seconds + " seconds"));
    }
  }

  synchronized void failed(String name, String address) {
    count(keyOfName(name), FREE_FOR_A_NAME);
    count(address, FREE_FOR_AN_ADDRESS);
  }

  private void count(String key, int free) {
    Failures before = failures.remove(key);
    int count = before == null ? 1 : before.count() + 1;
    int over = Math.min(count - free, 20);
    Duration wait = over < 0 ? Duration.ZERO : Duration.ofSeconds(1L << over);
    failures.put(
        key,
        new Failures(count, clock.instant().plus(wait.compareTo(LONGEST) < 0 ? wait : LONGEST)));
  }

  /** The right password: the name begins anew. The address does not, others may sit behind it. */
  synchronized void succeeded(String name) {
    failures.remove(keyOfName(name));
  }
}
