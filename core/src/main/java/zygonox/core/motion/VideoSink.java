package zygonox.core.motion;

import static org.bytedeco.ffmpeg.global.avcodec.AV_CODEC_FLAG_GLOBAL_HEADER;
import static org.bytedeco.ffmpeg.global.avcodec.av_packet_alloc;
import static org.bytedeco.ffmpeg.global.avcodec.av_packet_free;
import static org.bytedeco.ffmpeg.global.avcodec.av_packet_rescale_ts;
import static org.bytedeco.ffmpeg.global.avcodec.avcodec_alloc_context3;
import static org.bytedeco.ffmpeg.global.avcodec.avcodec_find_encoder_by_name;
import static org.bytedeco.ffmpeg.global.avcodec.avcodec_free_context;
import static org.bytedeco.ffmpeg.global.avcodec.avcodec_open2;
import static org.bytedeco.ffmpeg.global.avcodec.avcodec_parameters_from_context;
import static org.bytedeco.ffmpeg.global.avcodec.avcodec_receive_packet;
import static org.bytedeco.ffmpeg.global.avcodec.avcodec_send_frame;
import static org.bytedeco.ffmpeg.global.avformat.AVFMT_GLOBALHEADER;
import static org.bytedeco.ffmpeg.global.avformat.AVIO_FLAG_WRITE;
import static org.bytedeco.ffmpeg.global.avformat.av_interleaved_write_frame;
import static org.bytedeco.ffmpeg.global.avformat.av_write_trailer;
import static org.bytedeco.ffmpeg.global.avformat.avformat_alloc_output_context2;
import static org.bytedeco.ffmpeg.global.avformat.avformat_free_context;
import static org.bytedeco.ffmpeg.global.avformat.avformat_new_stream;
import static org.bytedeco.ffmpeg.global.avformat.avformat_write_header;
import static org.bytedeco.ffmpeg.global.avformat.avio_closep;
import static org.bytedeco.ffmpeg.global.avformat.avio_open;
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
import java.nio.file.Path;
import java.time.Instant;
import org.bytedeco.ffmpeg.avcodec.AVCodec;
import org.bytedeco.ffmpeg.avcodec.AVCodecContext;
import org.bytedeco.ffmpeg.avcodec.AVPacket;
import org.bytedeco.ffmpeg.avformat.AVFormatContext;
import org.bytedeco.ffmpeg.avformat.AVIOContext;
import org.bytedeco.ffmpeg.avformat.AVStream;
import org.bytedeco.ffmpeg.avutil.AVDictionary;
import org.bytedeco.ffmpeg.avutil.AVFrame;
import org.bytedeco.ffmpeg.avutil.AVRational;
import org.bytedeco.javacpp.BytePointer;
import zygonox.core.work.DiskFault;
import zygonox.core.work.Folders;
import zygonox.core.work.Workers;

/** Writes a film by FFmpeg's libraries, in this process. */
final class VideoSink implements ClipSink {
  /** Errors of FFmpeg are numbers of the system, below nothing. */
  private static final int NO_SPACE = -28;

  private static final int AGAIN = -11;
  private static final int END_OF_FILE = -541_478_725;

  /** A picture that stands for itself every so many seconds, so that players can jump. */
  private static final double KEY_SECONDS = 2;

  private final PictureSize size;
  private final AVRational tick;
  private final YuvPicture yuv;
  private AVFormatContext container;
  private AVCodecContext encoder;
  private AVStream stream;
  private AVFrame frame;
  private AVPacket packet;
  private boolean opened;
  private long next;

  static {
    // Where its natives are unpacked: with what else may be thrown away.
    System.setProperty(
        "org.bytedeco.javacpp.cachedir", Folders.cache().resolve("natives").toString());
    av_log_set_level(AV_LOG_QUIET);
    QuietEnvironment.set("SVT_LOG", "0");
  }

  /**
   * @param temporary the file that is written
   * @param as the name it will have, whose ending tells the container
   * @param title of the clip
   * @param date when its first frame was taken; null where that is not known
   */
  VideoSink(
      Path temporary, Path as, ClipRecipe recipe, PictureSize size, String title, Instant date)
      throws IOException {
    this.size = size;
    this.yuv = new YuvPicture(size);
    this.tick = rational(recipe.rate().seconds(), recipe.rate().pictures());
    try {
      open(temporary, Codec.container(as), recipe, title, date);
    } catch (IOException | RuntimeException e) {
      close();
      throw e;
    }
  }

  private static AVRational rational(int numerator, int denominator) {
    AVRational rational = new AVRational();
    rational.num(numerator);
    rational.den(denominator);
    return rational;
  }

  private void open(Path temporary, String name, ClipRecipe recipe, String title, Instant date)
      throws IOException {
    container = new AVFormatContext(null);
    check(avformat_alloc_output_context2(container, null, name, temporary.toString()));
    AVCodec codec = avcodec_find_encoder_by_name(recipe.codec().encoder());
    if (codec == null) {
      throw new IOException(recipe.codec().encoder());
    }
    stream = avformat_new_stream(container, codec);
    encoder = avcodec_alloc_context3(codec);
    encoder.width(size.width());
    encoder.height(size.height());
    encoder.time_base(tick);
    encoder.framerate(rational(recipe.rate().pictures(), recipe.rate().seconds()));
    encoder.pix_fmt(AV_PIX_FMT_YUV420P);
    encoder.color_range(AVCOL_RANGE_MPEG);
    encoder.colorspace(AVCOL_SPC_BT709);
    encoder.color_primaries(AVCOL_PRI_BT709);
    encoder.color_trc(AVCOL_TRC_BT709);
    encoder.gop_size((int) Math.max(1, Math.round(KEY_SECONDS * recipe.rate().perSecond())));
    encoder.thread_count(Workers.cores());
    if ((container.oformat().flags() & AVFMT_GLOBALHEADER) != 0) {
      encoder.flags(encoder.flags() | AV_CODEC_FLAG_GLOBAL_HEADER);
    }
    AVDictionary options = new AVDictionary(null);
    quality(recipe, options);
    check(avcodec_open2(encoder, codec, options));
    av_dict_free(options);
    check(avcodec_parameters_from_context(stream.codecpar(), encoder));
    stream.time_base(tick);
    stream.avg_frame_rate(rational(recipe.rate().pictures(), recipe.rate().seconds()));
    AVDictionary told = new AVDictionary(null);
    av_dict_set(told, "title", title, 0);
    if (date != null) {
      av_dict_set(told, "date", date.toString(), 0);
      av_dict_set(told, "creation_time", date.toString(), 0);
    }
    container.metadata(told);
    AVIOContext io = new AVIOContext(null);
    check(avio_open(io, temporary.toString(), AVIO_FLAG_WRITE));
    container.pb(io);
    check(avformat_write_header(container, (AVDictionary) null));
    opened = true;
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

  @Override
  public void picture(short[] rgb) throws IOException {
    check(av_frame_make_writable(frame));
    yuv.of(rgb);
    plane(0, yuv.luma(), size.width(), size.height());
    plane(1, yuv.blue(), size.width() / 2, size.height() / 2);
    plane(2, yuv.red(), size.width() / 2, size.height() / 2);
    frame.pts(next++);
    check(avcodec_send_frame(encoder, frame));
    drain();
  }

  private void plane(int index, byte[] values, int width, int height) {
    BytePointer data = frame.data(index);
    int line = frame.linesize(index);
    for (int y = 0; y < height; y++) {
      data.position((long) y * line).put(values, y * width, width);
    }
  }

  private void drain() throws IOException {
    while (true) {
      int outcome = avcodec_receive_packet(encoder, packet);
      if (outcome == AGAIN || outcome == END_OF_FILE) {
        return;
      }
      check(outcome);
      packet.duration(1);
      av_packet_rescale_ts(packet, tick, stream.time_base());
      packet.stream_index(stream.index());
      check(av_interleaved_write_frame(container, packet));
    }
  }

  @Override
  public void finish() throws IOException {
    check(avcodec_send_frame(encoder, null));
    drain();
    check(av_write_trailer(container));
  }

  private static void check(int outcome) throws IOException {
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
    if (container != null) {
      if (opened || container.pb() != null) {
        avio_closep(container.pb());
        container.pb(null);
      }
      avformat_free_context(container);
      container = null;
    }
    opened = false;
  }
}
