package io.sumbrel.server.setup;

import org.springframework.beans.factory.SmartInitializingSingleton;
import org.springframework.stereotype.Component;

/** Brings the data of houses up to this version before anybody is served. */
@Component
class NewerVersion implements SmartInitializingSingleton {
  private final BeginBooks books;

  NewerVersion(BeginBooks books) {
    this.books = books;
  }

  @Override
  public void afterSingletonsInstantiated() {
    books.addNewReasons();
  }
}
