package io.sumbrel.server.connection;

import java.io.IOException;
import java.io.InputStream;
import java.time.LocalDate;
import java.util.List;

/** Where files come from without anybody dropping them. A real bank's line would implement it. */
public interface Connection {
  /** What it is called on the screen; short, and never changed. */
  String name();

  /** A file that can be had. */
  interface Offered {
    String fileName();

    InputStream open() throws IOException;
  }

  /**
   * The files of the days from one to another, both included, in the order in which they follow
   * each other.
   *
   * @throws IOException with a sentence for people, when the line is down
   */
  List<Offered> offers(long booksId, LocalDate from, LocalDate to) throws IOException;
}
