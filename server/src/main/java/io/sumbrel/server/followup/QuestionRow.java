package io.sumbrel.server.followup;

import io.sumbrel.core.question.Question;
import io.sumbrel.core.receipt.MoneyInId;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.LocalDate;

/** What was asked about a sum, until it is answered. */
@Entity
@Table(name = "question")
class QuestionRow {
  @Id Long moneyInId;
  long booksId;

  @Enumerated(EnumType.STRING)
  Question.Whom whom;

  String name;
  String words;
  String person;
  LocalDate askedOn;
  LocalDate nextLook;

  Question toFact() {
    return new Question(new MoneyInId(moneyInId), whom, name, words, askedOn, nextLook);
  }
}
