package io.sumbrel.server;

import java.util.Map;
import org.springframework.boot.test.context.TestConfiguration;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Primary;
import org.springframework.security.crypto.bcrypt.BCryptPasswordEncoder;
import org.springframework.security.crypto.password.DelegatingPasswordEncoder;
import org.springframework.security.crypto.password.PasswordEncoder;

/** Every test signs four people up: with the strength of the product that takes long. */
@TestConfiguration(proxyBeanMethods = false)
class QuickPasswords {
  private static final int LEAST_STRENGTH = 4;

  @Bean
  @Primary
  PasswordEncoder quickPasswords() {
    return new DelegatingPasswordEncoder(
        "bcrypt", Map.of("bcrypt", new BCryptPasswordEncoder(LEAST_STRENGTH)));
  }
}
