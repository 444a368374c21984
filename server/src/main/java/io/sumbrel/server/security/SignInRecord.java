package io.sumbrel.server.security;

import io.sumbrel.server.audit.AuditRecord;
import io.sumbrel.server.people.Actor;
import io.sumbrel.server.people.People;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Says in the record of each house who came in, and who was refused under a name that it knows. */
@Component
class SignInRecord {
  private final People people;
  private final AuditRecord audit;

  SignInRecord(People people, AuditRecord audit) {
    this.people = people;
    this.audit = audit;
  }

  @Transactional
  public void entered(Actor actor, String address) {
    audit.append(actor, "signed-in", actor.name(), "from " + address);
  }

  @Transactional
  public void refused(String name, String address) {
    people
        .called(name)
        .forEach(a -> audit.append(a, "sign-in-refused", a.name(), "from " + address));
  }
}
