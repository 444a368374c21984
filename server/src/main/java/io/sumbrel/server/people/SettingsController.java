package io.sumbrel.server.people;

import java.util.Map;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** What each person chose for the screens. */
@RestController
@RequestMapping("/api/settings")
class SettingsController {
  private final PersonalSettings settings;

  SettingsController(PersonalSettings settings) {
    this.settings = settings;
  }

  record SettingRequest(String setting) {}

  @GetMapping
  Map<String, String> all(@AuthenticationPrincipal Actor actor) {
    return settings.all(actor);
  }

  @PutMapping("/{name}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void keep(
      @AuthenticationPrincipal Actor actor,
      @PathVariable String name,
      @RequestBody SettingRequest request) {
    settings.keep(actor, name, request.setting());
  }
}
