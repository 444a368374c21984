package io.sumbrel.server.setup;

import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.server.http.OpenNetwork;
import io.sumbrel.server.people.People;
import java.security.SecureRandom;
import java.util.Optional;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/**
 * Where others than this machine reach the house, its first person proves to have started it: by a
 * code that stands in the console only.
 */
@Component
public class FirstStartCode {
  private static final Logger LOG = LoggerFactory.getLogger(FirstStartCode.class);
  private static final int MOST_TRIES = 10;

  private final OpenNetwork network;
  private final People people;
  private final String code = "%08d".formatted(new SecureRandom().nextInt(100_000_000));
  private int tries;

  FirstStartCode(OpenNetwork network, People people) {
    this.network = network;
    this.people = people;
  }

  /** Whether it is asked for. */
  public boolean isWanted() {
    return !network.isLoopback();
  }

  @EventListener(ApplicationReadyEvent.class)
  void tell() {
    if (isWanted() && people.isEmpty()) {
      LOG.warn("nobody is here yet; who sets the house up needs this code: {}", code);
    }
  }

  /**
   * @throws Refusal {@code first-start-code}; after ten wrong ones only a new start gives another
   */
  synchronized void require(Optional<String> said) {
    if (!isWanted()) {
      return;
    }
    if (tries >= MOST_TRIES) {
      throw new Refusal(
          "first-start-code", "The code was wrong too often; start the house again for another.");
    }
    if (said.map(String::strip).filter(code::equals).isEmpty()) {
      tries++;
      throw new Refusal(
          "first-start-code", "That is not the code that stands in the console of the house.");
    }
  }
}
