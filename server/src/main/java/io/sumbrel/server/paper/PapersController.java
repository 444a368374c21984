package io.sumbrel.server.paper;

import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.server.connection.ChequePictures;
import io.sumbrel.server.note.Subject;
import io.sumbrel.server.people.Actor;
import io.sumbrel.server.persistence.FileStore;
import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.List;
import java.util.stream.Stream;
import org.springframework.http.CacheControl;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.security.access.prepost.PreAuthorize;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Papers beside sums, items, customers and deposits. */
@RestController
@RequestMapping("/api/papers")
class PapersController {
  /** What a paper shows never changes. */
  private static final Duration KEPT = Duration.ofHours(1);

  private final Papers papers;
  private final OfTheBank ofTheBank;

  PapersController(Papers papers, OfTheBank ofTheBank) {
    this.papers = papers;
    this.ofTheBank = ofTheBank;
  }

  @GetMapping
  List<Papers.Paper> of(
      @AuthenticationPrincipal Actor actor, @RequestParam Subject on, @RequestParam long id) {
    List<Papers.Paper> all = papers.of(actor, on, id);
    return on == Subject.MONEY
        ? Stream.concat(
                ofTheBank.nameOf(actor, new MoneyInId(id)).stream()
                    .map(name -> Papers.ofTheBank(id, name)),
                all.stream())
            .toList()
        : all;
  }

  /** The picture that the bank has of a cheque. */
  @GetMapping("/of-bank/{id}")
  ResponseEntity<byte[]> ofBank(@AuthenticationPrincipal Actor actor, @PathVariable long id) {
    ChequePictures.Picture picture = ofTheBank.picture(actor, new MoneyInId(id));
    return shown(MediaType.parseMediaType(picture.media()), "cheque", picture.bytes());
  }

  /** The bytes are the body; their size is refused before anything is read. */
  @PostMapping(consumes = MediaType.APPLICATION_OCTET_STREAM_VALUE)
  @PreAuthorize("hasAuthority('POST')")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void add(
      @AuthenticationPrincipal Actor actor,
      @RequestParam Subject on,
      @RequestParam long id,
      @RequestParam String name,
      HttpServletRequest request)
      throws IOException {
    FileStore.requireSize(request.getContentLengthLong(), Papers.MOST_MEGABYTES);
    papers.add(actor, on, id, name, request.getInputStream());
  }

  /** As it came; a browser shows it and runs nothing of it. */
  @GetMapping("/{id}/content")
  ResponseEntity<byte[]> content(@AuthenticationPrincipal Actor actor, @PathVariable long id) {
    Papers.Content content = papers.content(actor, id);
    return shown(content.kind().media(), content.fileName(), content.bytes());
  }

  private static ResponseEntity<byte[]> shown(MediaType media, String name, byte[] bytes) {
    return ResponseEntity.ok()
        .contentType(media)
        .cacheControl(CacheControl.maxAge(KEPT).cachePrivate())
        .header("Content-Security-Policy", "default-src 'none'; style-src 'unsafe-inline'")
        .header(
            HttpHeaders.CONTENT_DISPOSITION,
            ContentDisposition.inline().filename(name, StandardCharsets.UTF_8).build().toString())
        .body(bytes);
  }

  @DeleteMapping("/{id}")
  @PreAuthorize("hasAuthority('POST')")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void takeOff(@AuthenticationPrincipal Actor actor, @PathVariable long id) {
    papers.takeOff(actor, id);
  }
}
