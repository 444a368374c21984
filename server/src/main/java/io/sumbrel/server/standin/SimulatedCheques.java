package io.sumbrel.server.standin;

import io.sumbrel.server.connection.ChequePictures;
import io.sumbrel.standin.bank.SimulatedBank;
import java.io.IOException;
import java.util.List;
import java.util.Optional;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.stereotype.Component;

/** The archive of cheques of the bank that stands in for one. */
@Component
@ConditionalOnProperty(name = "sumbrel.standin", havingValue = "true")
class SimulatedCheques implements ChequePictures {
  private final SimulatedServices services;

  SimulatedCheques(SimulatedServices services) {
    this.services = services;
  }

  @Override
  public boolean has(long booksId, Cheque cheque) {
    return found(booksId, cheque).isPresent();
  }

  @Override
  public Optional<Picture> picture(long booksId, Cheque cheque) throws IOException {
    services.requireUp();
    return found(booksId, cheque);
  }

  private Optional<Picture> found(long booksId, Cheque cheque) {
    // what the counter took in says nothing of a lockbox
    return new SimulatedBank(services.house().invented(), List.of())
        .picture(cheque.number(), cheque.amount(), cheque.banked(), services.nameOf(booksId))
        .map(bytes -> new Picture("image/svg+xml", bytes));
  }
}
