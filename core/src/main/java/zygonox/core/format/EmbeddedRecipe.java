package zygonox.core.format;

import com.adobe.internal.xmp.XMPException;
import com.drew.imaging.ImageMetadataReader;
import com.drew.imaging.ImageProcessingException;
import com.drew.metadata.xmp.XmpDirectory;
import java.io.IOException;
import java.nio.file.Path;
import java.util.Iterator;
import java.util.Optional;
import nom.tam.fits.BasicHDU;
import nom.tam.fits.Fits;
import nom.tam.fits.HeaderCard;
import nom.tam.util.Cursor;

/** Reads how a picture was made, where that was written into it. */
public final class EmbeddedRecipe {
  private EmbeddedRecipe() {}

  /**
   * The recipe's JSON.
   *
   * @return empty where the picture holds none
   * @throws UnreadableFrame when the file is no picture that is read
   */
  public static Optional<String> of(PictureFile picture) throws UnreadableFrame {
    try {
      return picture.format() == PictureFormat.FITS
          ? fromHistory(picture.file())
          : fromXmp(picture.file());
    } catch (IOException | ImageProcessingException | XMPException | RuntimeException e) {
      throw new UnreadableFrame(picture.file(), ReadFault.Kind.DAMAGED, e);
    }
  }

  private static Optional<String> fromXmp(Path file)
      throws IOException, ImageProcessingException, XMPException {
    for (XmpDirectory directory :
        ImageMetadataReader.readMetadata(file.toFile()).getDirectoriesOfType(XmpDirectory.class)) {
      String recipe = directory.getXMPMeta().getPropertyString(Xmp.NAMESPACE, Xmp.PROPERTY);
      if (recipe != null) {
        return Optional.of(recipe);
      }
    }
    return Optional.empty();
  }

  private static Optional<String> fromHistory(Path file) throws IOException {
    StringBuilder history = new StringBuilder();
    try (Fits fits = new Fits(file.toFile())) {
      BasicHDU<?> first = fits.readHDU();
      if (first == null) {
        return Optional.empty();
      }
      Cursor<String, HeaderCard> cards = first.getHeader().iterator();
      for (Iterator<HeaderCard> all = cards; all.hasNext(); ) {
        HeaderCard card = all.next();
        if ("HISTORY".equals(card.getKey())) {
          history.append(card.getComment() == null ? "" : card.getComment());
        }
      }
    }
    int from = history.indexOf("{");
    int to = history.lastIndexOf("}");
    return from < 0 || to < from ? Optional.empty() : Optional.of(history.substring(from, to + 1));
  }
}
