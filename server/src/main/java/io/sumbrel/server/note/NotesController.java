package io.sumbrel.server.note;

import io.sumbrel.server.people.Actor;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.security.access.prepost.PreAuthorize;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Notes beside sums, items and customers. */
@RestController
@RequestMapping("/api/notes")
class NotesController {
  private final Notes notes;

  NotesController(Notes notes) {
    this.notes = notes;
  }

  record NoteRequest(String words) {}

  @GetMapping("/money/{id}")
  List<Notes.Note> ofMoney(@AuthenticationPrincipal Actor actor, @PathVariable long id) {
    return notes.of(actor, Subject.MONEY, id);
  }

  @GetMapping("/items/{id}")
  List<Notes.Note> ofItem(@AuthenticationPrincipal Actor actor, @PathVariable long id) {
    return notes.of(actor, Subject.ITEM, id);
  }

  @GetMapping("/customers/{id}")
  List<Notes.Note> ofCustomer(@AuthenticationPrincipal Actor actor, @PathVariable long id) {
    return notes.of(actor, Subject.CUSTOMER, id);
  }

  @GetMapping("/deposits/{id}")
  List<Notes.Note> ofDeposit(@AuthenticationPrincipal Actor actor, @PathVariable long id) {
    return notes.of(actor, Subject.DEPOSIT, id);
  }

  @PostMapping("/money/{id}")
  @PreAuthorize("hasAuthority('POST')")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void onMoney(
      @AuthenticationPrincipal Actor actor,
      @PathVariable long id,
      @RequestBody NoteRequest request) {
    notes.write(actor, Subject.MONEY, id, request.words());
  }

  @PostMapping("/items/{id}")
  @PreAuthorize("hasAuthority('POST')")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void onItem(
      @AuthenticationPrincipal Actor actor,
      @PathVariable long id,
      @RequestBody NoteRequest request) {
    notes.write(actor, Subject.ITEM, id, request.words());
  }

  @PostMapping("/customers/{id}")
  @PreAuthorize("hasAuthority('POST')")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void onCustomer(
      @AuthenticationPrincipal Actor actor,
      @PathVariable long id,
      @RequestBody NoteRequest request) {
    notes.write(actor, Subject.CUSTOMER, id, request.words());
  }

  @PostMapping("/deposits/{id}")
  @PreAuthorize("hasAuthority('POST')")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void onDeposit(
      @AuthenticationPrincipal Actor actor,
      @PathVariable long id,
      @RequestBody NoteRequest request) {
    notes.write(actor, Subject.DEPOSIT, id, request.words());
  }
}
