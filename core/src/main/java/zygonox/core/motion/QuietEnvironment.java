package zygonox.core.motion;

import com.sun.jna.Library;
import com.sun.jna.Native;
import zygonox.core.work.LogFile;

/**
 * Words of this process's environment that libraries ask for by themselves: one of them has no
 * other way to be told not to write to the terminal.
 */
final class QuietEnvironment {
  /** As POSIX.1-2017 has it. */
  interface Functions extends Library {
    int setenv(String name, String value, int overwrite);
  }

  private QuietEnvironment() {}

  static void set(String name, String value) {
    try {
      Native.load("c", Functions.class).setenv(name, value, 1);
    } catch (UnsatisfiedLinkError e) {
      LogFile.note(name, e);
    }
  }
}
