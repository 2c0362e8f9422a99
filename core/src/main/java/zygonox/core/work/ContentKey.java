package zygonox.core.work;

import java.io.IOException;
import java.io.RandomAccessFile;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;
import java.util.List;

/**
 * Tells files by what is in them and when it was written, so that one that has moved or is called
 * otherwise is known. The time is there because little of a file is read: a spot painted out of an
 * uncompressed picture may lie between what is.
 */
public final class ContentKey {
  /** Of a file this much is read at its start, its middle and its end, beside its size. */
  private static final int SAMPLE_BYTES = 1 << 15;

  private static final int KEY_BYTES = 16;

  private ContentKey() {}

  /**
   * A key of 32 hexadecimal digits.
   *
   * @param purpose what the key is for, with its version: another purpose gives another key
   * @throws IOException when one of the files cannot be read
   */
  public static String of(String purpose, List<Path> files) throws IOException {
    MessageDigest digest = sha256();
    digest.update(purpose.getBytes(StandardCharsets.UTF_8));
    for (Path file : files) {
      update(digest, file);
    }
    return HexFormat.of().formatHex(digest.digest(), 0, KEY_BYTES);
  }

  private static MessageDigest sha256() {
    try {
      return MessageDigest.getInstance("SHA-256");
    } catch (NoSuchAlgorithmException e) {
      throw new IllegalStateException("every Java has SHA-256", e);
    }
  }

  private static void update(MessageDigest digest, Path file) throws IOException {
    try (RandomAccessFile in = new RandomAccessFile(file.toFile(), "r")) {
      long size = in.length();
      long written = Files.getLastModifiedTime(file).toMillis();
      digest.update((size + " " + written).getBytes(StandardCharsets.US_ASCII));
      byte[] sample = new byte[(int) Math.min(size, SAMPLE_BYTES)];
      for (int part = 0; part < 3; part++) {
        in.seek(part * (size - sample.length) / 2);
        in.readFully(sample);
        digest.update(sample);
      }
    }
  }
}
