package io.sumbrel.server.http;

import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.security.SecureRandom;
import java.util.HexFormat;
import org.springframework.context.annotation.Configuration;
import org.springframework.core.io.ClassPathResource;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.config.annotation.ResourceHandlerRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

/**
 * The one page of the browser application, at every address without a dot that is not the API's.
 * Its styles carry a nonce of the answer, so that the content security policy admits no others.
 */
@RestController
class PageController {
  private final SecureRandom random = new SecureRandom();
  private final String page;

  PageController() throws IOException {
    ClassPathResource resource = new ClassPathResource("web/index.html");
    page =
        resource.exists()
            ? resource.getContentAsString(StandardCharsets.UTF_8)
            : "<!doctype html><title>sumbrel</title>";
  }

  @GetMapping(
      value = {"/", "/{path:(?!api|v3|assets)[^.]*}", "/{path:(?!api|v3|assets)[^.]*}/{*rest}"},
      produces = MediaType.TEXT_HTML_VALUE)
  String page(HttpServletResponse response) {
    byte[] bytes = new byte[16];
    random.nextBytes(bytes);
    String nonce = HexFormat.of().formatHex(bytes);
    response.setHeader(
        "Content-Security-Policy",
        "default-src 'self'; style-src 'self' 'nonce-%s'; img-src 'self' data:; frame-ancestors 'none'; base-uri 'none'; form-action 'self'"
            .formatted(nonce));
    response.setHeader("Cache-Control", "no-store");
    return page.replace("__NONCE__", nonce);
  }

  /** Scripts, styles and fonts, whose names change with their content. */
  @Configuration
  static class Assets implements WebMvcConfigurer {
    @Override
    public void addResourceHandlers(ResourceHandlerRegistry registry) {
      registry
          .addResourceHandler("/assets/**")
          .addResourceLocations("classpath:/web/assets/")
          .setCachePeriod(31_536_000);
    }
  }
}
