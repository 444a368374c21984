package io.sumbrel.server.setup;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatCode;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.server.http.OpenNetwork;
import io.sumbrel.server.people.People;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.boot.test.system.CapturedOutput;
import org.springframework.boot.test.system.OutputCaptureExtension;

@ExtendWith(OutputCaptureExtension.class)
class FirstStartCodeTest {
  private final OpenNetwork network = mock(OpenNetwork.class);
  private final People people = mock(People.class);
  private final FirstStartCode code = new FirstStartCode(network, people);

  @Test
  void onThisMachineAloneNoneIsAskedFor(CapturedOutput console) {
    when(network.isLoopback()).thenReturn(true);
    when(people.isEmpty()).thenReturn(true);
    code.tell();
    assertThat(console.getAll()).doesNotContain("needs this code");
    assertThatCode(() -> code.require(Optional.empty())).doesNotThrowAnyException();
  }

  @Test
  void elsewhereTheOneOfTheConsoleIsAndNobodyTriesForLong(CapturedOutput console) {
    when(people.isEmpty()).thenReturn(true);
    code.tell();
    String told = console.getAll().replaceAll("(?s).*needs this code: (\\d{8}).*", "$1");
    assertThat(told).hasSize(8);
    assertThatCode(() -> code.require(Optional.of(" " + told))).doesNotThrowAnyException();
    for (int i = 0; i < 10; i++) {
      assertThatThrownBy(() -> code.require(Optional.of("wrong")))
          .isInstanceOf(Refusal.class)
          .hasMessageContaining("console");
    }
    assertThatThrownBy(() -> code.require(Optional.of(told))).hasMessageContaining("too often");
  }
}
