package io.sumbrel.server.proof;

import io.sumbrel.core.proof.BooksFacts;
import io.sumbrel.core.proof.Proof;
import io.sumbrel.core.proof.ProofLine;
import io.sumbrel.server.people.Actor;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/books/proof")
class ProofController {
  private final BooksFactsReader facts;

  ProofController(BooksFactsReader facts) {
    this.facts = facts;
  }

  record InvariantView(int number, String words, String figures, List<String> failures) {
    static InvariantView of(ProofLine line) {
      return new InvariantView(line.number(), line.words(), line.figures(), line.failures());
    }
  }

  /**
   * Every invariant, computed now.
   *
   * @param since the last closed day after which it looks one by one; what was made before is held
   *     by its sums. Empty where everything was looked at
   */
  record ProofView(Optional<LocalDate> since, List<InvariantView> invariants) {
    static ProofView of(BooksFacts facts) {
      return new ProofView(
          facts.before().map(BooksFacts.Before::closed),
          Proof.of(facts).lines().stream().map(InvariantView::of).toList());
    }
  }

  /**
   * @param whole whether everything is looked at; else what was made since the newest month was
   *     closed, which was proved then
   */
  @GetMapping
  ProofView proof(
      @AuthenticationPrincipal Actor actor, @RequestParam(defaultValue = "false") boolean whole) {
    return whole
        ? facts.read(actor.booksId(), ProofView::of)
        : facts.readSinceClosing(actor.booksId(), ProofView::of);
  }
}
