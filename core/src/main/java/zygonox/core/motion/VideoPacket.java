package zygonox.core.motion;

/**
 * A squeezed picture, or several that belong together.
 *
 * @param shown at which picture of the clip it is shown
 * @param decoded its place in the order of decoding
 * @param flags FFmpeg's, which tell whether it stands for itself
 * @param data what was squeezed
 */
record VideoPacket(long shown, long decoded, int flags, byte[] data) {}
