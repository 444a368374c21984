package io.sumbrel.server.http;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.server.ServerTest;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.ObjectMapper;
import tools.jackson.databind.SerializationFeature;
import tools.jackson.databind.json.JsonMapper;

/** The document that the browser's types are made from is the one that the server gives. */
class OpenApiTest extends ServerTest {
  private static final Path CHECKED_IN = Path.of("../web/openapi.json");

  @Autowired private ObjectMapper json;

  @Test
  void theDocumentIsTheOneThatIsCheckedIn() throws IOException {
    JsonNode served = house.get(house.clerk, "/v3/api-docs").body();
    String text = sorted(served);
    if (Boolean.getBoolean("openapi.write")) {
      Files.writeString(CHECKED_IN, text);
    }
    assertThat(text)
        .as("web/openapi.json is stale; run with -Dopenapi.write=true to write it anew")
        .isEqualTo(Files.readString(CHECKED_IN));
  }

  @Test
  void anAnswerHasTheKeysThatTheDocumentPromises() {
    JsonNode schema =
        house
            .get(house.clerk, "/v3/api-docs")
            .body()
            .path("components")
            .path("schemas")
            .path("SessionView");
    JsonNode answer = house.get(house.clerk, "/api/session").body();
    Set<String> required =
        Set.copyOf(schema.path("required").valueStream().map(JsonNode::asString).toList());
    assertThat(answer.propertyNames()).containsAll(required);
    assertThat(schema.path("properties").propertyNames()).containsAll(answer.propertyNames());
  }

  private String sorted(JsonNode node) {
    Object plain = json.treeToValue(node, Object.class);
    JsonMapper writer =
        JsonMapper.builder()
            .enable(SerializationFeature.INDENT_OUTPUT)
            .enable(SerializationFeature.ORDER_MAP_ENTRIES_BY_KEYS)
            .build();
    return writer.writeValueAsString(plain) + "\n";
  }
}
