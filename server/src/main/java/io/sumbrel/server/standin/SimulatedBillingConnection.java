package io.sumbrel.server.standin;

import io.sumbrel.core.openitem.ListedItem;
import io.sumbrel.formats.itemcsv.OpenItemCsvWriter;
import io.sumbrel.server.connection.Connection;
import io.sumbrel.standin.house.DemoHouse;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;

/** The seller's own system that stands in for one: what it bills on each day. */
@Component
@Order(2)
@ConditionalOnProperty(name = "sumbrel.standin", havingValue = "true")
class SimulatedBillingConnection implements Connection {
  private final SimulatedServices services;

  SimulatedBillingConnection(SimulatedServices services) {
    this.services = services;
  }

  @Override
  public String name() {
    return "Billing";
  }

  @Override
  public List<Offered> offers(long booksId, LocalDate from, LocalDate to) {
    List<Offered> lists = new ArrayList<>();
    LocalDate first = DemoHouse.TODAY.plusDays(1);
    LocalDate ready = services.readyUntil(booksId);
    for (LocalDate day = from.isBefore(first) ? first : from;
        !day.isAfter(to) && !day.isAfter(ready);
        day = day.plusDays(1)) {
      List<ListedItem> billed = services.house().invented().billedOn(day);
      if (!billed.isEmpty()) {
        byte[] content = OpenItemCsvWriter.write(billed).getBytes(StandardCharsets.UTF_8);
        lists.add(new SimulatedBankConnection.Made("billed-" + day + ".csv", content));
      }
    }
    return lists;
  }
}
