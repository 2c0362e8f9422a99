package zygonox.core.combine;

import zygonox.core.work.Progress;

/** Hears of a blend while it works. Called from the blend's threads; must not hold them up. */
public interface BlendWatcher extends Progress {
  /** For a blend that nobody watches. */
  BlendWatcher NONE =
      new BlendWatcher() {
        @Override
        public void step(int done, int total) {}

        @Override
        public boolean wantsPictures() {
          return false;
        }

        @Override
        public void picture(Preview preview) {}
      };

  /** Whether {@link #picture} should be called. */
  boolean wantsPictures();

  /** A new state of the picture. */
  void picture(Preview preview);

  @Override
  default BlendWatcher share(double from, double to) {
    BlendWatcher whole = this;
    Progress part = Progress.super.share(from, to);
    return new BlendWatcher() {
      @Override
      public void step(int done, int total) {
        part.step(done, total);
      }

      @Override
      public boolean wantsPictures() {
        return whole.wantsPictures();
      }

      @Override
      public void picture(Preview preview) {
        whole.picture(preview);
      }
    };
  }
}
