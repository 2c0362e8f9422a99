package zygonox.core.motion;

import static org.bytedeco.ffmpeg.global.avcodec.AV_CODEC_FLAG_GLOBAL_HEADER;
import static org.bytedeco.ffmpeg.global.avcodec.av_packet_alloc;
import static org.bytedeco.ffmpeg.global.avcodec.av_packet_free;
import static org.bytedeco.ffmpeg.global.avcodec.avcodec_alloc_context3;
import static org.bytedeco.ffmpeg.global.avcodec.avcodec_find_encoder_by_name;
import static org.bytedeco.ffmpeg.global.avcodec.avcodec_free_context;
import static org.bytedeco.ffmpeg.global.avcodec.avcodec_open2;
import static org.bytedeco.ffmpeg.global.avcodec.avcodec_parameters_from_context;
import static org.bytedeco.ffmpeg.global.avcodec.avcodec_receive_packet;
import static org.bytedeco.ffmpeg.global.avcodec.avcodec_send_frame;
import static org.bytedeco.ffmpeg.global.avutil.AVCOL_PRI_BT709;
import static org.bytedeco.ffmpeg.global.avutil.AVCOL_RANGE_MPEG;
import static org.bytedeco.ffmpeg.global.avutil.AVCOL_SPC_BT709;
import static org.bytedeco.ffmpeg.global.avutil.AVCOL_TRC_BT709;
import static org.bytedeco.ffmpeg.global.avutil.AV_LOG_QUIET;
import static org.bytedeco.ffmpeg.global.avutil.AV_PIX_FMT_YUV420P;
import static org.bytedeco.ffmpeg.global.avutil.av_dict_free;
import static org.bytedeco.ffmpeg.global.avutil.av_dict_set;
import static org.bytedeco.ffmpeg.global.avutil.av_frame_alloc;
import static org.bytedeco.ffmpeg.global.avutil.av_frame_free;
import static org.bytedeco.ffmpeg.global.avutil.av_frame_get_buffer;
import static org.bytedeco.ffmpeg.global.avutil.av_frame_make_writable;
import static org.bytedeco.ffmpeg.global.avutil.av_log_set_level;

import java.io.IOException;
import org.bytedeco.ffmpeg.avcodec.AVCodec;
import org.bytedeco.ffmpeg.avcodec.AVCodecContext;
import org.bytedeco.ffmpeg.avcodec.AVCodecParameters;
import org.bytedeco.ffmpeg.avcodec.AVPacket;
import org.bytedeco.ffmpeg.avutil.AVDictionary;
import org.bytedeco.ffmpeg.avutil.AVFrame;
import org.bytedeco.ffmpeg.avutil.AVRational;
import org.bytedeco.javacpp.BytePointer;
import zygonox.core.work.DiskFault;
import zygonox.core.work.Folders;
import zygonox.core.work.Workers;

/**
 * Squeezes a stretch of pictures by one of FFmpeg's encoders, in this process. Each stretch stands
 * for itself, so that what was made of a clip before can be put before what is made now.
 */
final class VideoEncoder implements AutoCloseable {
  private static final int AGAIN = -11;
  private static final int END_OF_FILE = -541_478_725;
  private static final int NO_SPACE = -28;

  /** A picture that stands for itself every so many seconds, so that players can jump. */
  static final double KEY_SECONDS = 2;

  private final PictureSize size;
  private final YuvPicture yuv;
  private AVCodecContext encoder;
  private AVFrame frame;
  private AVPacket packet;

  static {
    // Where its natives are unpacked: with what else may be thrown away.
    System.setProperty(
        "org.bytedeco.javacpp.cachedir", Folders.cache().resolve("natives").toString());
    av_log_set_level(AV_LOG_QUIET);
    QuietEnvironment.set("SVT_LOG", "0");
  }

  /** Takes what comes out. */
  interface Packets {
    void packet(VideoPacket one) throws IOException;
  }

  /**
   * @param globalHeader whether the container wants the codec's head once, and not in the packets
   */
  VideoEncoder(ClipRecipe recipe, PictureSize size, boolean globalHeader) throws IOException {
    this.size = size;
    this.yuv = new YuvPicture(size);
    try {
      open(recipe, globalHeader);
    } catch (IOException | RuntimeException e) {
      close();
      throw e;
    }
  }

  static AVRational rational(int numerator, int denominator) {
    AVRational rational = new AVRational();
    rational.num(numerator);
    rational.den(denominator);
    return rational;
  }

  private void open(ClipRecipe recipe, boolean globalHeader) throws IOException {
    AVCodec codec = avcodec_find_encoder_by_name(recipe.codec().encoder());
    if (codec == null) {
      throw new IOException(recipe.codec().encoder());
    }
    encoder = avcodec_alloc_context3(codec);
    encoder.width(size.width());
    encoder.height(size.height());
    encoder.time_base(rational(recipe.rate().seconds(), recipe.rate().pictures()));
    encoder.framerate(rational(recipe.rate().pictures(), recipe.rate().seconds()));
    encoder.pix_fmt(AV_PIX_FMT_YUV420P);
    encoder.color_range(AVCOL_RANGE_MPEG);
    encoder.colorspace(AVCOL_SPC_BT709);
    encoder.color_primaries(AVCOL_PRI_BT709);
    encoder.color_trc(AVCOL_TRC_BT709);
    encoder.gop_size((int) Math.max(1, Math.round(KEY_SECONDS * recipe.rate().perSecond())));
    encoder.thread_count(Workers.cores());
    if (globalHeader) {
      encoder.flags(encoder.flags() | AV_CODEC_FLAG_GLOBAL_HEADER);
    }
    AVDictionary options = new AVDictionary(null);
    quality(recipe, options);
    check(avcodec_open2(encoder, codec, options));
    av_dict_free(options);
    frame = av_frame_alloc();
    frame.format(AV_PIX_FMT_YUV420P);
    frame.width(size.width());
    frame.height(size.height());
    frame.color_range(AVCOL_RANGE_MPEG);
    frame.colorspace(AVCOL_SPC_BT709);
    frame.color_primaries(AVCOL_PRI_BT709);
    frame.color_trc(AVCOL_TRC_BT709);
    check(av_frame_get_buffer(frame, 0));
    packet = av_packet_alloc();
  }

  private void quality(ClipRecipe recipe, AVDictionary options) {
    double per = recipe.quality();
    switch (recipe.codec()) {
      case VP9 -> {
        encoder.bit_rate(0);
        av_dict_set(options, "crf", Long.toString(Math.round(63 - 0.52 * per)), 0);
        av_dict_set(options, "deadline", "good", 0);
        av_dict_set(options, "cpu-used", "4", 0);
        av_dict_set(options, "row-mt", "1", 0);
        av_dict_set(options, "tile-columns", "2", 0);
      }
      case AV1 -> {
        av_dict_set(options, "crf", Long.toString(Math.round(63 - 0.45 * per)), 0);
        av_dict_set(options, "preset", "8", 0);
      }
      default -> encoder.bit_rate(Math.round(ClipBytes.bitsPerSecond(recipe, size)));
    }
  }

  /** What it squeezes, for a container. */
  void describe(AVCodecParameters into) throws IOException {
    check(avcodec_parameters_from_context(into, encoder));
  }

  /**
   * @param rgb as {@link ClipSink#picture} takes it
   * @param at which picture of the clip it is, counting from 0
   */
  void picture(short[] rgb, long at, Packets into) throws IOException {
    check(av_frame_make_writable(frame));
    yuv.of(rgb);
    plane(0, yuv.luma(), size.width(), size.height());
    plane(1, yuv.blue(), size.width() / 2, size.height() / 2);
    plane(2, yuv.red(), size.width() / 2, size.height() / 2);
    frame.pts(at);
    check(avcodec_send_frame(encoder, frame));
    drain(into);
  }

  private void plane(int index, byte[] values, int width, int height) {
    BytePointer data = frame.data(index);
    int line = frame.linesize(index);
    for (int y = 0; y < height; y++) {
      data.position((long) y * line).put(values, y * width, width);
    }
  }

  private void drain(Packets into) throws IOException {
    while (true) {
      int outcome = avcodec_receive_packet(encoder, packet);
      if (outcome == AGAIN || outcome == END_OF_FILE) {
        return;
      }
      check(outcome);
      byte[] data = new byte[packet.size()];
      packet.data().get(data);
      into.packet(new VideoPacket(packet.pts(), packet.dts(), packet.flags(), data));
    }
  }

  /** The stretch is at its end: what is still inside comes out. */
  void finish(Packets into) throws IOException {
    check(avcodec_send_frame(encoder, null));
    drain(into);
  }

  static void check(int outcome) throws IOException {
    if (outcome == NO_SPACE) {
      throw DiskFault.full();
    }
    if (outcome < 0) {
      throw new IOException(Integer.toString(outcome));
    }
  }

  @Override
  public void close() {
    if (packet != null) {
      av_packet_free(packet);
      packet = null;
    }
    if (frame != null) {
      av_frame_free(frame);
      frame = null;
    }
    if (encoder != null) {
      avcodec_free_context(encoder);
      encoder = null;
    }
  }
}
