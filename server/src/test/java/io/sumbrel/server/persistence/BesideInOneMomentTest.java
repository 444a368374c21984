package io.sumbrel.server.persistence;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import jakarta.persistence.EntityManager;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.atomic.AtomicLong;
import java.util.function.Supplier;
import org.hibernate.Session;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.support.TransactionSynchronizationManager;

class BesideInOneMomentTest {
  private final Beside threads = new Beside();
  private final EntityManager entities = mock(EntityManager.class);
  private final OneMoment oneMoment =
      new OneMoment(mock(PlatformTransactionManager.class), entities, threads);
  private final AtomicLong record = new AtomicLong(7);

  @AfterEach
  void stop() {
    threads.stop();
  }

  private Thread readOn(Supplier<Long> mark) {
    when(entities.unwrap(Session.class)).thenReturn(mock(Session.class));
    return oneMoment.read(mark, Thread::currentThread, Supplier::get);
  }

  @Test
  void aPartIsReadBesideTheRest() {
    assertThat(readOn(record::get)).isNotEqualTo(Thread.currentThread());
  }

  @Test
  void whereSomethingWasCommittedBetweenTheTwoItIsReadWithTheRest() {
    assertThat(readOn(record::getAndIncrement)).isEqualTo(Thread.currentThread());
  }

  @Test
  void whereOthersReadSoAlreadyItIsReadWithTheRestForConnectionsAreFew() {
    CountDownLatch other = new CountDownLatch(1);
    when(entities.unwrap(Session.class)).thenReturn(mock(Session.class));
    Thread second =
        oneMoment.read(
            record::get,
            () -> awaited(other),
            first -> {
              Thread ofSecond = readOn(record::get);
              other.countDown();
              assertThat(first.get()).isNotEqualTo(Thread.currentThread());
              return ofSecond;
            });
    assertThat(second).isEqualTo(Thread.currentThread());
    assertThat(readOn(record::get)).as("when it ended").isNotEqualTo(Thread.currentThread());
  }

  private static Thread awaited(CountDownLatch latch) {
    try {
      latch.await();
      return Thread.currentThread();
    } catch (InterruptedException e) {
      throw new IllegalStateException(e);
    }
  }

  @Test
  void itIsReadOnceHoweverOftenItIsAskedFor() {
    when(entities.unwrap(Session.class)).thenReturn(mock(Session.class));
    AtomicLong readings = new AtomicLong();
    Supplier<Long> mark = record::getAndIncrement;
    Long twice = oneMoment.read(mark, readings::incrementAndGet, part -> part.get() + part.get());
    assertThat(twice).isEqualTo(2);
  }

  @Test
  void inAnActItIsReadWithTheRestForNoOtherConnectionKnowsWhatWasDone() {
    TransactionSynchronizationManager.setActualTransactionActive(true);
    try {
      assertThat(readOn(record::get)).isEqualTo(Thread.currentThread());
    } finally {
      TransactionSynchronizationManager.setActualTransactionActive(false);
    }
  }
}
