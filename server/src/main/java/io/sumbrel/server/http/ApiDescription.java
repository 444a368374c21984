package io.sumbrel.server.http;

import io.swagger.v3.oas.models.media.Schema;
import java.lang.reflect.RecordComponent;
import java.util.Arrays;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.springdoc.core.customizers.OpenApiCustomizer;
import org.springframework.beans.factory.annotation.Qualifier;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.core.MethodParameter;
import org.springframework.core.ResolvableType;
import org.springframework.web.method.HandlerMethod;
import org.springframework.web.servlet.mvc.method.annotation.RequestMappingHandlerMapping;

/**
 * The OpenAPI document, made only where it is compared with the one that is checked in. Every
 * property is required unless it is an {@link Optional}, which is left out of JSON when empty.
 */
@Configuration
@ConditionalOnProperty(name = "springdoc.api-docs.enabled", havingValue = "true")
class ApiDescription {
  @Bean
  OpenApiCustomizer requiresWhatIsNotOptional(
      @Qualifier("requestMappingHandlerMapping") RequestMappingHandlerMapping handlers) {
    Map<String, Class<?>> records = new HashMap<>();
    for (HandlerMethod method : handlers.getHandlerMethods().values()) {
      gather(ResolvableType.forMethodReturnType(method.getMethod()), records);
      for (MethodParameter parameter : method.getMethodParameters()) {
        gather(ResolvableType.forMethodParameter(parameter), records);
      }
    }
    return api -> {
      api.setServers(null);
      api.getInfo().title("Sumbrel").version("1");
      api.getPaths().keySet().removeIf(path -> !path.startsWith("/api/"));
      api.getComponents().setSchemas(new TreeMap<>(api.getComponents().getSchemas()));
      api.getComponents()
          .getSchemas()
          .forEach((name, schema) -> require(schema, records.get(name)));
    };
  }

  /** All records of ours that a type is made of. */
  private static void gather(ResolvableType type, Map<String, Class<?>> records) {
    Arrays.stream(type.getGenerics()).forEach(g -> gather(g, records));
    Class<?> raw = type.toClass();
    Class<?> before = raw.isRecord() ? records.put(raw.getSimpleName(), raw) : raw;
    if (before != null && before != raw) {
      throw new IllegalStateException("two records of one name: " + before + " and " + raw);
    }
    if (before == null) {
      for (RecordComponent component : raw.getRecordComponents()) {
        gather(ResolvableType.forType(component.getGenericType()), records);
      }
    }
  }

  private static void require(Schema<?> schema, Class<?> type) {
    if (type != null) {
      schema.setRequired(
          Arrays.stream(type.getRecordComponents())
              .filter(c -> c.getType() != Optional.class)
              .map(RecordComponent::getName)
              .toList());
    }
  }
}
