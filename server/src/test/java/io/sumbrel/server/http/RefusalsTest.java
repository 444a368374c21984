package io.sumbrel.server.http;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.server.House;
import io.sumbrel.server.ServerTest;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.http.HttpMethod;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.mock.web.MockHttpServletResponse;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.test.web.servlet.request.MockMvcRequestBuilders;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.databind.json.JsonMapper;

/** Refusals that do not come from the rules of the job are problems with a sentence too. */
class RefusalsTest extends ServerTest {
  @Autowired private MockMvc mvc;
  @Autowired private JdbcClient sql;
  @Autowired private PlatformTransactionManager transactions;

  private static String sentence(MockHttpServletResponse response) throws Exception {
    assertThat(response.getContentType()).startsWith("application/problem+json");
    return JsonMapper.shared().readTree(response.getContentAsString()).path("detail").asString();
  }

  /** Waiting for a row that another act holds once answered 500 after ten seconds. */
  @Test
  void aLockThatIsWaitedForTooLongIsNoFault() throws Exception {
    house.items("T-1,K-1,Alder Pots,2026-10-14,,500.00,500.00,,USD,,");
    house.statement(LocalDate.of(2026, 11, 16), "1000.00", "1500.00", "500.00,ALDER POTS,T-1");
    long money = house.money("ALDER POTS");
    Map<String, Object> settles = house.settles("T-1", 50_000);
    CountDownLatch held = new CountDownLatch(1);
    CountDownLatch answered = new CountDownLatch(1);
    Thread other =
        new Thread(
            () ->
                new TransactionTemplate(transactions)
                    .executeWithoutResult(
                        t -> {
                          sql.sql("select id from money_in where id = ? for update")
                              .param(money)
                              .query(Long.class)
                              .single();
                          held.countDown();
                          await(answered);
                        }));
    other.start();
    held.await();
    House.Answer answer = house.post(house.clerk, money, settles);
    answered.countDown();
    other.join();
    assertThat(answer.status()).isEqualTo(409);
    assertThat(answer.code()).isEqualTo("busy");
    assertThat(house.open("T-1")).isEqualTo(50_000);
  }

  private static void await(CountDownLatch latch) {
    try {
      latch.await(60, TimeUnit.SECONDS);
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
    }
  }

  /** Every refusal is a problem, those of the frame around our code too. */
  @Test
  void refusalsOfTheFrameAreProblemsToo() throws Exception {
    MockHttpServletResponse nobody =
        mvc.perform(MockMvcRequestBuilders.get("/api/desk")).andReturn().getResponse();
    assertThat(nobody.getStatus()).isEqualTo(401);
    assertThat(sentence(nobody)).startsWith("You are signed out.");
    MockHttpServletResponse forged =
        mvc.perform(MockMvcRequestBuilders.post("/api/session").content("{}"))
            .andReturn()
            .getResponse();
    assertThat(forged.getStatus()).isEqualTo(403);
    assertThat(sentence(forged)).contains("no token of this session");
    MockHttpServletResponse error =
        mvc.perform(MockMvcRequestBuilders.get("/error")).andReturn().getResponse();
    assertThat(error.getStatus()).isEqualTo(404);
    sentence(error);
  }

  /**
   * A long password is no fault, and takes as long for a name that is known as for one that is not.
   */
  @Test
  void aLongPasswordTellsNothing() {
    for (String name : List.of("Ines", "Nobody")) {
      House.Answer answer =
          house.send(
              house.clerk,
              HttpMethod.POST,
              "/api/session",
              Map.of("name", name, "password", "é".repeat(60)));
      assertThat(answer.status()).isEqualTo(401);
      assertThat(answer.sentence()).isEqualTo("The name or the password is not right.");
    }
  }
}
