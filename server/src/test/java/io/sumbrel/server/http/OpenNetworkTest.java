package io.sumbrel.server.http;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.net.InetAddress;
import org.junit.jupiter.api.Test;

class OpenNetworkTest {
  private static OpenNetwork at(String address, String certificate, boolean withoutTls)
      throws Exception {
    return new OpenNetwork(InetAddress.getByName(address), certificate, withoutTls);
  }

  @Test
  void onlyThisMachineIsLetInWithoutACertificate() throws Exception {
    assertThat(at("127.0.0.1", "", false).isLoopback()).isTrue();
    assertThat(at("::1", "", false).isLoopback()).isTrue();
    for (String address : new String[] {"0.0.0.0", "192.0.2.7", "::"}) {
      assertThatThrownBy(() -> at(address, "", false))
          .isInstanceOf(OpenNetwork.Unprotected.class)
          .hasMessageContaining("others can reach the house");
    }
  }

  @Test
  void aCertificateOrAPurposeOpensIt() throws Exception {
    assertThat(at("192.0.2.7", "house.pem", false).isLoopback()).isFalse();
    assertThat(at("192.0.2.7", "", true).isLoopback()).isFalse();
  }

  @Test
  void theRefusalSaysWhatToDo() {
    var why =
        new OpenNetwork.SaysSo()
            .analyze(
                new RuntimeException(),
                new OpenNetwork.Unprotected(InetAddress.getLoopbackAddress()));
    assertThat(why.getAction()).contains("server.ssl.certificate", "sumbrel.without-tls=true");
  }
}
