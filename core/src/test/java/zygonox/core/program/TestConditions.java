package zygonox.core.program;

import java.util.Optional;
import zygonox.core.gear.Kit;
import zygonox.core.optics.PointStarRule;
import zygonox.core.site.Site;
import zygonox.core.sky.SkyBody;

/** Conditions of which a test names only what it is about. */
public final class TestConditions {
  private TestConditions() {}

  public static Conditions of(Kit kit, Site site) {
    return of(kit, site, Optional.empty(), 8);
  }

  public static Conditions of(Kit kit, Site site, Optional<SkyBody> target, double celsius) {
    return new Conditions(
        kit, site, PointStarRule.NPF, target, celsius, false, 0.15, 3, Conditions.Used.NOTHING);
  }
}
