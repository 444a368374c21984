package io.sumbrel.server.paper;

import io.sumbrel.core.deposit.DepositKind;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.server.connection.ChequePictures;
import io.sumbrel.server.connection.ChequePictures.Cheque;
import io.sumbrel.server.connection.ChequePictures.Picture;
import io.sumbrel.server.people.Actor;
import io.sumbrel.server.receipt.MoneyLine;
import io.sumbrel.server.receipt.MoneyLines;
import java.io.IOException;
import java.util.Optional;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.stereotype.Component;

/** Pictures that a bank has of the cheques of a lockbox; they stay with it, and are asked for. */
@Component
class OfTheBank {
  private final MoneyLines moneyLines;
  private final ObjectProvider<ChequePictures> archives;

  OfTheBank(MoneyLines moneyLines, ObjectProvider<ChequePictures> archives) {
    this.moneyLines = moneyLines;
    this.archives = archives;
  }

  /** What the picture of a sum is called, where a bank has one. */
  Optional<String> nameOf(Actor actor, MoneyInId id) {
    MoneyLine line = moneyLines.find(actor.booksId(), id);
    return cheque(line)
        .filter(c -> archives.orderedStream().anyMatch(a -> a.has(actor.booksId(), c)))
        .map(c -> "cheque " + c.number());
  }

  /**
   * @throws Refusal {@code not-found}, {@code line-down}
   */
  Picture picture(Actor actor, MoneyInId id) {
    Optional<Cheque> cheque = cheque(moneyLines.find(actor.booksId(), id));
    try {
      for (ChequePictures archive : archives.orderedStream().toList()) {
        Optional<Picture> picture =
            cheque.isPresent() ? archive.picture(actor.booksId(), cheque.get()) : Optional.empty();
        if (picture.isPresent()) {
          return picture.get();
        }
      }
    } catch (IOException e) {
      throw new Refusal("line-down", e.getMessage());
    }
    throw new Refusal("not-found", "The bank has no picture of this sum.");
  }

  private static Optional<Cheque> cheque(MoneyLine line) {
    return Optional.of(line)
        .filter(l -> l.deposit().filter(d -> d.kind() == DepositKind.LOCKBOX_BATCH).isPresent())
        .map(l -> new Cheque(l.bankReference(), l.moneyIn().amount(), l.moneyIn().bookingDate()));
  }
}
