package io.sumbrel.bench.people;

import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;

/**
 * Some people at once on a demonstration that runs, each without a pause: reads and postings mixed.
 * Arguments: address, people, seconds. Ends with 1 when a target is missed.
 */
public final class PeopleBench {
  private static final String[] NAMES = {"Ines", "Tomas", "Ruta"};

  private PeopleBench() {}

  public static void main(String[] args) throws InterruptedException {
    String address = args[0];
    int people = Integer.parseInt(args[1]);
    int seconds = Integer.parseInt(args[2]);
    Times times = new Times();
    long end = System.nanoTime() + TimeUnit.SECONDS.toNanos(seconds);
    List<Thread> threads = new ArrayList<>();
    for (int i = 0; i < people; i++) {
      threads.add(new Thread(new Person(address, NAMES[i % NAMES.length], i, times, end)));
    }
    threads.forEach(Thread::start);
    for (Thread thread : threads) {
      thread.join();
    }
    long target = people <= 8 ? 300 : 1_000;
    System.out.println("%d people, %d seconds%n".formatted(people, seconds));
    System.out.println(times.table(seconds));
    boolean held = times.faults() == 0 && times.percentileMillis(95) < target;
    System.out.printf(
        "95th %d ms of %d, %d faults: %s%n",
        times.percentileMillis(95), target, times.faults(), held ? "held" : "missed");
    System.exit(held ? 0 : 1);
  }
}
