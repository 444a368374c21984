package io.sumbrel.server.standin;

import io.sumbrel.server.connection.Connection;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.time.LocalDate;
import java.util.List;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;

/** Statements, lockbox files and payouts of the bank that stands in for one. */
@Component
@Order(1)
@ConditionalOnProperty(name = "sumbrel.standin", havingValue = "true")
class SimulatedBankConnection implements Connection {
  private final SimulatedServices services;

  SimulatedBankConnection(SimulatedServices services) {
    this.services = services;
  }

  /** A file that is there already. */
  record Made(String fileName, byte[] content) implements Offered {
    @Override
    public InputStream open() {
      return new ByteArrayInputStream(content);
    }
  }

  @Override
  public String name() {
    return "Bank";
  }

  @Override
  public List<Offered> offers(long booksId, LocalDate from, LocalDate to) throws IOException {
    services.requireUp();
    return services.files(booksId, from, to).stream()
        .<Offered>map(f -> new Made(f.name(), f.content()))
        .toList();
  }
}
