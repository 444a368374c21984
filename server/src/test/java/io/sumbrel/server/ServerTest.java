package io.sumbrel.server;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.boot.SpringApplication;
import org.springframework.boot.test.context.SpringBootTest;
import org.springframework.boot.webmvc.test.autoconfigure.AutoConfigureMockMvc;
import org.springframework.context.annotation.Import;
import org.springframework.test.context.DynamicPropertyRegistry;
import org.springframework.test.context.DynamicPropertySource;
import org.springframework.util.FileSystemUtils;

/**
 * A running server with the demonstration house in it; every test gets a house of its own beside.
 */
@SpringBootTest(
    properties = {
      "sumbrel.demo=true",
      "springdoc.api-docs.enabled=true",
      "sumbrel.data=${sumbrel.scratch}/${sumbrel.engine:embedded}"
    })
@AutoConfigureMockMvc
@Import({House.Api.class, QuickPasswords.class})
public abstract class ServerTest {
  private static final Path DATA = scratch();

  @Autowired protected House.Api houses;
  protected House house;

  private static Path scratch() {
    try {
      Path scratch = Files.createTempDirectory("sumbrel-test");
      // after the applications, which write to it until they end
      SpringApplication.getShutdownHandlers()
          .add(() -> FileSystemUtils.deleteRecursively(scratch.toFile()));
      return scratch;
    } catch (IOException e) {
      throw new IllegalStateException(e);
    }
  }

  @DynamicPropertySource
  static void scratchData(DynamicPropertyRegistry properties) {
    properties.add("sumbrel.scratch", DATA::toString);
  }

  @BeforeEach
  void openHouse() {
    house = houses.open();
  }

  @AfterEach
  void proveIt() {
    house.prove();
  }
}
