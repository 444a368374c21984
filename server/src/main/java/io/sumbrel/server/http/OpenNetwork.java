package io.sumbrel.server.http;

import java.net.InetAddress;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.diagnostics.AbstractFailureAnalyzer;
import org.springframework.boot.diagnostics.FailureAnalysis;
import org.springframework.stereotype.Component;

/** Whether others than this machine can reach the house, and that nobody can read along then. */
@Component
public class OpenNetwork {
  private final boolean loopback;

  OpenNetwork(
      @Value("${server.address}") InetAddress address,
      @Value("${server.ssl.certificate:}${server.ssl.key-store:}${server.ssl.bundle:}")
          String certificate,
      @Value("${sumbrel.without-tls}") boolean withoutTls) {
    loopback = address.isLoopbackAddress();
    if (!loopback && certificate.isEmpty() && !withoutTls) {
      throw new Unprotected(address);
    }
  }

  /** Whether only this machine reaches the house. */
  public boolean isLoopback() {
    return loopback;
  }

  /** Passwords and amounts would be read along. */
  static final class Unprotected extends RuntimeException {
    Unprotected(InetAddress address) {
      super(
          "On %s others can reach the house, and read along what is said without TLS."
              .formatted(address.getHostAddress()));
    }
  }

  /** Says it in a sentence as the house starts. */
  static class SaysSo extends AbstractFailureAnalyzer<Unprotected> {
    @Override
    protected FailureAnalysis analyze(Throwable root, Unprotected cause) {
      return new FailureAnalysis(
          cause.getMessage(),
          "Give it a certificate (server.ssl.certificate, server.ssl.certificate-private-key)."
              + " Behind a proxy that does TLS, or on purpose: sumbrel.without-tls=true",
          cause);
    }
  }
}
