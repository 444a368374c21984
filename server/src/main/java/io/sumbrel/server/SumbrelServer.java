package io.sumbrel.server;

import java.time.Clock;
import org.springframework.boot.SpringApplication;
import org.springframework.boot.autoconfigure.SpringBootApplication;
import org.springframework.context.annotation.Bean;
import org.springframework.scheduling.annotation.EnableScheduling;

/** Starts the product. */
@SpringBootApplication
@EnableScheduling
public class SumbrelServer {
  public static void main(String[] args) {
    SpringApplication.run(SumbrelServer.class, args);
  }

  @Bean
  Clock clock() {
    return Clock.systemUTC();
  }
}
