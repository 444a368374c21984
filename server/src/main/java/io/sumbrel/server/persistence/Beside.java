package io.sumbrel.server.persistence;

import jakarta.annotation.PreDestroy;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.function.Supplier;
import org.springframework.stereotype.Component;

/**
 * Work on another thread, beside that of whoever begins it. It is not interrupted: the embedded
 * database would lose its file by that.
 */
@Component
public class Beside {
  private final ExecutorService threads = Executors.newCachedThreadPool();

  /**
   * Begins some work.
   *
   * @return waits for what comes of it; throws what the work threw
   */
  public <T> Supplier<T> begin(Supplier<T> work) {
    CompletableFuture<T> begun = CompletableFuture.supplyAsync(work, threads);
    return () -> {
      try {
        return begun.join();
      } catch (CompletionException e) {
        throw e.getCause() instanceof RuntimeException cause ? cause : e;
      }
    };
  }

  @PreDestroy
  void stop() {
    threads.shutdown();
  }
}
