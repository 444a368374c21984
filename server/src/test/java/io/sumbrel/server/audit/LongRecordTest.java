package io.sumbrel.server.audit;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.core.proof.AuditLine;
import io.sumbrel.server.ServerTest;
import io.sumbrel.server.persistence.OneMoment;
import io.sumbrel.server.persistence.Pieces;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.transaction.support.TransactionTemplate;

/** A record of several pieces is read without a gap, wherever its last line falls. */
class LongRecordTest extends ServerTest {
  @Autowired private AuditRecord audit;
  @Autowired private TransactionTemplate transaction;
  @Autowired private OneMoment oneMoment;

  @Test
  void everyLineIsReadOnce() {
    for (int lines : new int[] {2 * Pieces.SIZE, 2 * Pieces.SIZE + 1}) {
      growTo(lines);
      assertThat(numbers()).hasSize(lines).isSorted().doesNotHaveDuplicates();
      house.prove();
    }
  }

  private void growTo(int lines) {
    long books = house.clerk.booksId();
    transaction.executeWithoutResult(
        t -> {
          for (long line = audit.lastNumber(books); line < lines; line++) {
            audit.append(house.clerk, "noted", "x", "");
          }
        });
  }

  private List<Long> numbers() {
    return oneMoment.read(
        () -> {
          List<Long> numbers = new ArrayList<>();
          for (AuditLine line : audit.trail(house.clerk.booksId(), 1).lines()) {
            numbers.add(line.number());
          }
          return numbers;
        });
  }
}
