package io.sumbrel.server.http;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import org.springframework.http.HttpMethod;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/** The checked-in description of the API, from which tests draw every path and a body for it. */
public final class ApiDocument {
  private static final JsonNodeFactory NODES = JsonNodeFactory.instance;

  /** What the description cannot say: members that only together make sense. */
  private static final Map<String, List<String>> COLUMNS =
      Map.of(
          "CsvLayout", List.of("DATE", "AMOUNT"),
          "ListLayout", List.of("NUMBER", "NAME", "DATE", "OPEN", "MARK"),
          "PayoutLayout", List.of("PAYOUT", "DATE", "GROSS"));

  private final JsonNode document;

  private ApiDocument(JsonNode document) {
    this.document = document;
  }

  public static ApiDocument read() {
    try {
      return new ApiDocument(
          JsonMapper.shared().readTree(Files.readString(Path.of("../web/openapi.json"))));
    } catch (IOException e) {
      throw new IllegalStateException(e);
    }
  }

  /** One method at one path. */
  public record Act(HttpMethod method, String path, JsonNode operation) {
    /** The names of what stands in the path or behind it. */
    public List<String> parameters(String where) {
      return operation
          .path("parameters")
          .valueStream()
          .filter(p -> p.path("in").asString().equals(where))
          .map(p -> p.path("name").asString())
          .toList();
    }

    @Override
    public String toString() {
      return method + " " + path;
    }
  }

  public List<Act> acts() {
    List<Act> acts = new ArrayList<>();
    for (Map.Entry<String, JsonNode> path : document.path("paths").properties()) {
      for (Map.Entry<String, JsonNode> method : path.getValue().properties()) {
        acts.add(
            new Act(
                HttpMethod.valueOf(method.getKey().toUpperCase(Locale.ROOT)),
                path.getKey(),
                method.getValue()));
      }
    }
    return acts;
  }

  /** A body that can be read, with every member; empty where none is wanted. */
  public Optional<JsonNode> body(Act act) {
    JsonNode schema =
        act.operation().path("requestBody").path("content").path("application/json").path("schema");
    return schema.isMissingNode() ? Optional.empty() : Optional.of(sample(schema, ""));
  }

  private JsonNode sample(JsonNode schema, String name) {
    if (schema.has("$ref")) {
      String type = schema.path("$ref").asString().replaceFirst(".*/", "");
      return sample(document.path("components").path("schemas").path(type), type);
    }
    if (schema.has("enum")) {
      return schema.path("enum").get(0);
    }
    return switch (schema.path("type").asString()) {
      case "object" -> object(schema, name);
      case "array" -> NODES.arrayNode().add(sample(schema.path("items"), name));
      case "integer", "number" -> NODES.numberNode(1);
      case "boolean" -> NODES.booleanNode(true);
      default -> NODES.stringNode(text(schema, name));
    };
  }

  private JsonNode object(JsonNode schema, String type) {
    ObjectNode object = NODES.objectNode();
    for (Map.Entry<String, JsonNode> member : schema.path("properties").properties()) {
      object.set(member.getKey(), sample(member.getValue(), member.getKey()));
    }
    if (schema.has("additionalProperties") && !schema.has("properties")) {
      object.set("x", sample(schema.path("additionalProperties"), "x"));
    }
    if (COLUMNS.containsKey(type)) {
      ArrayNode columns = object.putArray("columns");
      COLUMNS.get(type).forEach(columns::add);
    }
    return object;
  }

  private static String text(JsonNode schema, String name) {
    if (schema.path("format").asString("").equals("date")) {
      return "2026-11-16";
    }
    return switch (name) {
      case "delimiter" -> ";";
      case "currency" -> "USD";
      default -> "x";
    };
  }
}
