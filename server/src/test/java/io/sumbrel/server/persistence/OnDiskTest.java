package io.sumbrel.server.persistence;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.Mockito.mock;

import io.sumbrel.server.House;
import io.sumbrel.server.ServerTest;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.atomic.AtomicLong;
import javax.sql.DataSource;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;

/** What was answered survives the power. */
class OnDiskTest extends ServerTest {
  @Autowired private OnDisk onDisk;

  @Test
  void aPostingIsOnTheDiskWhenItIsAnswered() {
    house.statement(LocalDate.of(2026, 11, 16), "1000.00", "1500.00", "500.00,ALDER POTS,T-1");
    long money = house.money("ALDER POTS");
    long before = onDisk.brought();
    House.Answer posted =
        house.post(house.clerk, money, Map.of("kind", "UNIDENTIFIED", "amountMinor", 50_000));
    assertThat(posted.status()).isEqualTo(200);
    assertThat(onDisk.brought()).isEqualTo(before + 1);
    house.post(house.clerk, money, Map.of("kind", "UNIDENTIFIED", "amountMinor", 50_000));
    assertThat(onDisk.brought()).as("what is refused writes nothing").isEqualTo(before + 1);
  }

  @Test
  void actsThatEndTogetherShareOneAndNoneIsAnsweredBefore() throws Exception {
    OnDisk disk = new OnDisk(mock(DataSource.class));
    AtomicInteger syncs = new AtomicInteger();
    AtomicLong written = new AtomicLong();
    AtomicLong synced = new AtomicLong();
    ExecutorService people = Executors.newFixedThreadPool(16);
    List<Future<Boolean>> answers = new ArrayList<>();
    for (int i = 0; i < 64; i++) {
      answers.add(
          people.submit(
              () -> {
                long own = written.incrementAndGet();
                disk.bring(
                    () -> {
                      long all = written.get();
                      pause();
                      syncs.incrementAndGet();
                      synced.set(all);
                    });
                return synced.get() >= own;
              }));
    }
    for (Future<Boolean> answer : answers) {
      assertThat(answer.get()).isTrue();
    }
    people.shutdown();
    assertThat(syncs.get()).isLessThan(32);
  }

  private static void pause() {
    try {
      Thread.sleep(20);
    } catch (InterruptedException e) {
      throw new IllegalStateException(e);
    }
  }

  @Test
  void whatCouldNotBeBroughtIsNotSaidToBe() {
    OnDisk disk = new OnDisk(mock(DataSource.class));
    Runnable broken =
        () -> {
          throw new IllegalStateException("no disk");
        };
    assertThatThrownBy(() -> disk.bring(broken)).hasMessage("no disk");
    assertThat(disk.brought()).isZero();
    disk.bring(() -> {});
    assertThat(disk.brought()).isEqualTo(2);
  }
}
