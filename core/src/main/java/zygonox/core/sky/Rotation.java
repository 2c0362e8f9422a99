package zygonox.core.sky;

import zygonox.core.quantity.Angle;

/** A turning of space: three rows, each the new axis in the old ones. */
record Rotation(Vector first, Vector second, Vector third) {
  Vector apply(Vector v) {
    return new Vector(first.dot(v), second.dot(v), third.dot(v));
  }

  /** Turns back. */
  Vector back(Vector v) {
    return first.times(v.x()).plus(second.times(v.y())).plus(third.times(v.z()));
  }

  /** This turning after another. */
  Rotation after(Rotation other) {
    Vector x = new Vector(other.first.x(), other.second.x(), other.third.x());
    Vector y = new Vector(other.first.y(), other.second.y(), other.third.y());
    Vector z = new Vector(other.first.z(), other.second.z(), other.third.z());
    return new Rotation(
        new Vector(first.dot(x), first.dot(y), first.dot(z)),
        new Vector(second.dot(x), second.dot(y), second.dot(z)),
        new Vector(third.dot(x), third.dot(y), third.dot(z)));
  }

  /** Turns the axes about x. */
  static Rotation aboutX(double deg) {
    double c = Angle.cos(deg);
    double s = Angle.sin(deg);
    return new Rotation(new Vector(1, 0, 0), new Vector(0, c, s), new Vector(0, -s, c));
  }

  /** Turns the axes about y. */
  static Rotation aboutY(double deg) {
    double c = Angle.cos(deg);
    double s = Angle.sin(deg);
    return new Rotation(new Vector(c, 0, -s), new Vector(0, 1, 0), new Vector(s, 0, c));
  }

  /** Turns the axes about z. */
  static Rotation aboutZ(double deg) {
    double c = Angle.cos(deg);
    double s = Angle.sin(deg);
    return new Rotation(new Vector(c, s, 0), new Vector(-s, c, 0), new Vector(0, 0, 1));
  }
}
