package io.sumbrel.server.http;

import com.fasterxml.jackson.annotation.JsonSetter;
import com.fasterxml.jackson.annotation.Nulls;
import java.beans.PropertyEditorSupport;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.Optional;
import java.util.function.Function;
import org.springframework.boot.jackson.autoconfigure.JsonMapperBuilderCustomizer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.format.FormatterRegistry;
import org.springframework.http.converter.HttpMessageConverters;
import org.springframework.web.bind.WebDataBinder;
import org.springframework.web.bind.annotation.ControllerAdvice;
import org.springframework.web.bind.annotation.InitBinder;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;
import tools.jackson.core.JsonParser;
import tools.jackson.core.JsonToken;
import tools.jackson.databind.DeserializationContext;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.MapperFeature;
import tools.jackson.databind.cfg.EnumFeature;
import tools.jackson.databind.cfg.MapperConfig;
import tools.jackson.databind.deser.std.StdScalarDeserializer;
import tools.jackson.databind.introspect.AnnotatedMember;
import tools.jackson.databind.introspect.JacksonAnnotationIntrospector;
import tools.jackson.databind.module.SimpleModule;

/**
 * How requests are read: everything that is not {@link Optional} must be there, nothing is taken
 * for something else, and no fraction of a minor unit is cut off. {@link Problems} says which
 * member is wrong.
 */
@Configuration
class RequestReading {

  @Bean
  JsonMapperBuilderCustomizer strictly() {
    return builder ->
        builder
            .disable(DeserializationFeature.ACCEPT_FLOAT_AS_INT)
            .disable(MapperFeature.ALLOW_COERCION_OF_SCALARS)
            .enable(DeserializationFeature.FAIL_ON_NULL_FOR_PRIMITIVES)
            .enable(EnumFeature.FAIL_ON_NUMBERS_FOR_ENUMS)
            .changeDefaultNullHandling(
                n -> n.withValueNulls(Nulls.FAIL).withContentNulls(Nulls.FAIL))
            .withConfigOverride(
                Optional.class, o -> o.setNullHandling(JsonSetter.Value.forValueNulls(Nulls.SET)))
            .annotationIntrospector(new RequiresWhatIsNotOptional())
            .addModule(
                new SimpleModule()
                    .addDeserializer(String.class, new OfText<>(String.class, Wellformed::text))
                    .addDeserializer(
                        LocalDate.class, new OfText<>(LocalDate.class, Wellformed::date)));
  }

  private static final class RequiresWhatIsNotOptional extends JacksonAnnotationIntrospector {
    @Override
    public Boolean hasRequiredMarker(MapperConfig<?> config, AnnotatedMember member) {
      boolean ofRecord = member.getDeclaringClass().isRecord();
      return ofRecord && member.getRawType() != Optional.class
          ? Boolean.TRUE
          : super.hasRequiredMarker(config, member);
    }
  }

  /** Reads a text, and nothing else, as a value. */
  private static final class OfText<T> extends StdScalarDeserializer<T> {
    private final transient Function<String, T> read;

    OfText(Class<T> type, Function<String, T> read) {
      super(type);
      this.read = read;
    }

    @Override
    public T deserialize(JsonParser parser, DeserializationContext context) {
      if (!parser.hasToken(JsonToken.VALUE_STRING)) {
        return refused(parser, context);
      }
      String text = parser.getString();
      try {
        return read.apply(text);
      } catch (IllegalArgumentException e) {
        throw context.weirdStringException(text, handledType(), e.getMessage());
      }
    }

    @SuppressWarnings("unchecked")
    private T refused(JsonParser parser, DeserializationContext context) {
      return (T) context.handleUnexpectedToken(handledType(), parser);
    }
  }

  /** The same for what stands in the address. */
  @ControllerAdvice
  static class InTheAddress {
    @InitBinder
    void read(WebDataBinder binder) {
      binder.registerCustomEditor(
          String.class,
          new PropertyEditorSupport() {
            @Override
            public void setAsText(String text) {
              setValue(Wellformed.text(text));
            }
          });
    }
  }

  @Configuration
  static class Formats implements WebMvcConfigurer {
    @Override
    public void addFormatters(FormatterRegistry registry) {
      registry.addConverter(String.class, LocalDate.class, Wellformed::date);
      registry.addConverter(String.class, YearMonth.class, Wellformed::month);
    }

    /** Bodies are JSON, or the bytes of a file; no other way of writing them is read. */
    @Override
    public void configureMessageConverters(HttpMessageConverters.ServerBuilder builder) {
      builder.configureMessageConvertersList(
          all -> all.removeIf(c -> c.getClass().getName().matches(".*(Yaml|Xml|Cbor|Smile).*")));
    }
  }
}
