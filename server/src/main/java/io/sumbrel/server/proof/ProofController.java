package io.sumbrel.server.proof;

import io.sumbrel.core.proof.Proof;
import io.sumbrel.core.proof.ProofLine;
import io.sumbrel.server.people.Actor;
import java.util.List;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/books/proof")
class ProofController {
  private final BooksFactsReader facts;

  ProofController(BooksFactsReader facts) {
    this.facts = facts;
  }

  record ProofView(int number, String words, String figures, List<String> failures) {
    static ProofView of(ProofLine line) {
      return new ProofView(line.number(), line.words(), line.figures(), line.failures());
    }
  }

  /** Every invariant, computed now. */
  @GetMapping
  List<ProofView> proof(@AuthenticationPrincipal Actor actor) {
    return facts.read(actor.booksId(), Proof::of).stream().map(ProofView::of).toList();
  }
}
