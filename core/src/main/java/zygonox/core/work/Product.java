package zygonox.core.work;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.Properties;

/** The product's own name and version, as it signs its files. */
public final class Product {
  public static final String NAME = "Zygonox";

  private Product() {}

  public static String version() {
    Properties properties = new Properties();
    try (InputStream in = Product.class.getResourceAsStream("product.properties")) {
      properties.load(in);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return properties.getProperty("version");
  }

  /** Name and version, for the software field of a file. */
  public static String signature() {
    return NAME + " " + version();
  }
}
