package io.sumbrel.server.persistence;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.server.ServerTest;
import io.sumbrel.server.audit.AuditRecord;
import io.sumbrel.server.ledger.Claims;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;

/** Whoever reads several tables knows an act by all of them, or by none. */
class OneMomentTest extends ServerTest {
  @Autowired private OneMoment oneMoment;
  @Autowired private AuditRecord audit;
  @Autowired private Claims claims;

  @Test
  void anActThatEndsMeanwhileIsKnownByNoTable() {
    house.statement(LocalDate.of(2026, 11, 16), "1000.00", "1500.00", "500.00,ALDER POTS,T-1");
    long money = house.money("ALDER POTS");
    long books = house.clerk.booksId();
    long before = audit.lastNumber(books);
    List<Object> read =
        oneMoment.read(
            () -> {
              int lines = audit.linesAfter(books, 0).size();
              CompletableFuture.runAsync(() -> explain(money)).join();
              return List.of(
                  (long) lines,
                  audit.lastNumber(books),
                  claims.of(new MoneyInId(money)).isPresent());
            });
    assertThat(read).containsExactly(before, before, false);
    assertThat(audit.lastNumber(books)).as("it was posted").isEqualTo(before + 1);
    assertThat(claims.of(new MoneyInId(money))).isPresent();
  }

  private void explain(long money) {
    Map<String, Object> line = Map.of("kind", "UNIDENTIFIED", "amountMinor", 50_000);
    assertThat(house.post(house.clerk, money, line).status()).isEqualTo(200);
  }
}
