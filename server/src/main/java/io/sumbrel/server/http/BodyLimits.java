package io.sumbrel.server.http;

import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.server.persistence.FileStore;
import jakarta.servlet.FilterChain;
import jakarta.servlet.ReadListener;
import jakarta.servlet.ServletException;
import jakarta.servlet.ServletInputStream;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletRequestWrapper;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.time.Duration;
import org.springframework.http.MediaType;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * A body has a size and a time. What is too large is refused before it is read; who sends too
 * slowly is not waited for.
 */
@Component
class BodyLimits extends OncePerRequestFilter {
  /** A tape of a thousand lines, two thousand typed rows, choices for a long list. */
  private static final long MOST_JSON = 4L << 20;

  /** A name, a password, a few answers: more is no sign-in. */
  private static final long MOST_BEFORE_SIGN_IN = 16L << 10;

  private static final long MOST_OF_FILES = (long) FileStore.MOST_MEGABYTES << 20;

  /** Every body has that long, and a second more for each so many bytes. */
  private static final Duration GRACE = Duration.ofSeconds(30);

  private static final long BYTES_A_SECOND = 32L << 10;

  /** What is still on the line is thrown away so far, so that the sentence is heard. */
  private static final long MOST_THROWN_AWAY = 64L << 20;

  private final ProblemWriter problems;

  BodyLimits(ProblemWriter problems) {
    this.problems = problems;
  }

  static Refusal tooSlow() {
    return new Refusal(
        "too-slow", "The request came in too slowly, and was given up; nothing was changed.");
  }

  private static Refusal tooLarge(long most) {
    return new Refusal(
        "too-large",
        "The request is larger than %,d KB; nothing of it was read.".formatted(most >> 10));
  }

  @Override
  protected void doFilterInternal(
      HttpServletRequest request, HttpServletResponse response, FilterChain chain)
      throws ServletException, IOException {
    long most = most(request);
    if (request.getContentLengthLong() > most && !isFile(request)) {
      problems.write(response, Problems.of(tooLarge(most)));
      throwAway(request);
      return;
    }
    chain.doFilter(new Limited(request, most), response);
  }

  private static boolean isFile(HttpServletRequest request) {
    return MediaType.APPLICATION_OCTET_STREAM_VALUE.equals(request.getContentType());
  }

  private static long most(HttpServletRequest request) {
    if (isFile(request)) {
      return MOST_OF_FILES + 1;
    }
    String path = request.getRequestURI();
    boolean open = path.startsWith("/api/session") || path.startsWith("/api/first-start");
    return open ? MOST_BEFORE_SIGN_IN : MOST_JSON;
  }

  private static void throwAway(HttpServletRequest request) {
    byte[] buffer = new byte[1 << 14];
    long end = System.nanoTime() + GRACE.toNanos();
    long read = 0;
    try {
      for (int n = 0;
          n >= 0 && read < MOST_THROWN_AWAY && System.nanoTime() < end;
          n = request.getInputStream().read(buffer)) {
        read += n;
      }
    } catch (IOException e) {
      // the other side has hung up, which is as well
    }
  }

  /** A request whose body ends in a refusal when it is too large or too slow. */
  private static final class Limited extends HttpServletRequestWrapper {
    private final long most;
    private ServletInputStream stream;

    Limited(HttpServletRequest request, long most) {
      super(request);
      this.most = most;
    }

    @Override
    public ServletInputStream getInputStream() throws IOException {
      if (stream == null) {
        stream = new LimitedStream(super.getInputStream(), most);
      }
      return stream;
    }
  }

  private static final class LimitedStream extends ServletInputStream {
    private final ServletInputStream in;
    private final long most;
    private final long begun = System.nanoTime();
    private long read;

    LimitedStream(ServletInputStream in, long most) {
      this.in = in;
      this.most = most;
    }

    private int counted(int bytes) {
      read += Math.max(0, bytes);
      if (read > most) {
        throw tooLarge(most);
      }
      Duration taken = Duration.ofNanos(System.nanoTime() - begun);
      if (taken.compareTo(GRACE.plusSeconds(read / BYTES_A_SECOND)) > 0) {
        throw tooSlow();
      }
      return bytes;
    }

    @Override
    public int read() throws IOException {
      int one = in.read();
      counted(one < 0 ? 0 : 1);
      return one;
    }

    @Override
    public int read(byte[] into, int from, int length) throws IOException {
      return counted(in.read(into, from, length));
    }

    @Override
    public boolean isFinished() {
      return in.isFinished();
    }

    @Override
    public boolean isReady() {
      return in.isReady();
    }

    @Override
    public void setReadListener(ReadListener listener) {
      in.setReadListener(listener);
    }
  }
}
