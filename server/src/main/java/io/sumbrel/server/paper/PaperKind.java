package io.sumbrel.server.paper;

import io.sumbrel.core.refusal.Refusal;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.Iterator;
import javax.imageio.ImageIO;
import javax.imageio.ImageReader;
import javax.imageio.stream.ImageInputStream;
import org.springframework.http.MediaType;

/** What may be put beside something: pictures and PDF, by their bytes and not by their names. */
enum PaperKind {
  PNG(MediaType.IMAGE_PNG),
  JPEG(MediaType.IMAGE_JPEG),
  PDF(MediaType.APPLICATION_PDF);

  /** A sheet at 600 dots an inch has some 35 million; more is made to fill a browser's memory. */
  private static final long MOST_PIXELS = 40_000_000;

  /** A PDF ends within so many bytes of its end mark (ISO 32000-1, Annex H; from memory). */
  private static final int TAIL = 1_024;

  private static final byte[] PNG_SIGNATURE = {(byte) 0x89, 'P', 'N', 'G', '\r', '\n', 0x1a, '\n'};
  private static final byte[] JPEG_SIGNATURE = {(byte) 0xff, (byte) 0xd8, (byte) 0xff};

  private final MediaType media;

  PaperKind(MediaType media) {
    this.media = media;
  }

  MediaType media() {
    return media;
  }

  boolean isPicture() {
    return this != PDF;
  }

  /**
   * @throws Refusal {@code paper} when it is none of these, is damaged, or has too many pixels
   */
  static PaperKind of(byte[] bytes) {
    if (begins(bytes, PNG_SIGNATURE)) {
      return picture(PNG, bytes);
    }
    if (begins(bytes, JPEG_SIGNATURE)) {
      return picture(JPEG, bytes);
    }
    if (begins(bytes, "%PDF-".getBytes(StandardCharsets.US_ASCII))) {
      int from = Math.max(0, bytes.length - TAIL);
      String tail = new String(bytes, from, bytes.length - from, StandardCharsets.ISO_8859_1);
      if (!tail.contains("%%EOF")) {
        throw new Refusal("paper", "The PDF has no end: it was cut off on its way.");
      }
      return PDF;
    }
    throw new Refusal("paper", "It is no PNG, no JPEG and no PDF, whatever its name says.");
  }

  private static boolean begins(byte[] bytes, byte[] with) {
    for (int i = 0; i < with.length; i++) {
      if (i >= bytes.length || bytes[i] != with[i]) {
        return false;
      }
    }
    return true;
  }

  /** Only its head is read: to unpack it would be what a bomb waits for. */
  private static PaperKind picture(PaperKind kind, byte[] bytes) {
    Iterator<ImageReader> readers = ImageIO.getImageReadersByMIMEType(kind.media.toString());
    ImageReader reader = readers.next();
    try (ImageInputStream in = ImageIO.createImageInputStream(new ByteArrayInputStream(bytes))) {
      reader.setInput(in, true, true);
      long pixels = (long) reader.getWidth(0) * reader.getHeight(0);
      if (pixels > MOST_PIXELS) {
        throw new Refusal(
            "paper",
            "The picture has %,d pixels; up to %,d are shown.".formatted(pixels, MOST_PIXELS));
      }
      return kind;
    } catch (IOException | RuntimeException e) {
      if (e instanceof Refusal refusal) {
        throw refusal;
      }
      throw new Refusal("paper", "The picture is damaged: it cannot be read.");
    } finally {
      reader.dispose();
    }
  }
}
