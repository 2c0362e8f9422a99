package zygonox.core.motion;

import static org.bytedeco.ffmpeg.global.avcodec.av_new_packet;
import static org.bytedeco.ffmpeg.global.avcodec.av_packet_alloc;
import static org.bytedeco.ffmpeg.global.avcodec.av_packet_free;
import static org.bytedeco.ffmpeg.global.avcodec.av_packet_rescale_ts;
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
import static org.bytedeco.ffmpeg.global.avutil.av_dict_set;
import static zygonox.core.motion.VideoEncoder.check;

import java.io.IOException;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.bytedeco.ffmpeg.avcodec.AVPacket;
import org.bytedeco.ffmpeg.avformat.AVFormatContext;
import org.bytedeco.ffmpeg.avformat.AVIOContext;
import org.bytedeco.ffmpeg.avformat.AVStream;
import org.bytedeco.ffmpeg.avutil.AVDictionary;
import org.bytedeco.ffmpeg.avutil.AVRational;

/** Writes a film, stretch by stretch; those that an earlier run has left need not be made again. */
final class VideoSink implements ClipSink {
  /** Pictures of a stretch are shown for so many seconds: work that may be lost. */
  private static final double STRETCH_SECONDS = VideoEncoder.KEY_SECONDS;

  private final ClipRecipe recipe;
  private final PictureSize size;
  private final AVRational tick;
  private final ClipParts parts;
  private final int stretch;
  private AVFormatContext container;
  private AVStream stream;
  private boolean globalHeader;
  private boolean opened;
  private VideoEncoder encoder;
  private List<VideoPacket> made = new ArrayList<>();
  private long next;

  /**
   * @param temporary the file that is written
   * @param as the name it will have, whose ending tells the container
   * @param about what the file tells of itself
   * @param parts where stretches are kept until the clip is done
   */
  VideoSink(
      Path temporary, Path as, ClipRecipe recipe, PictureSize size, About about, ClipParts parts)
      throws IOException {
    this.recipe = recipe;
    this.size = size;
    this.parts = parts;
    this.tick = VideoEncoder.rational(recipe.rate().seconds(), recipe.rate().pictures());
    this.stretch = (int) Math.max(1, Math.round(STRETCH_SECONDS * recipe.rate().perSecond()));
    try {
      open(temporary, Codec.container(as), about);
      takeUp();
    } catch (IOException | RuntimeException e) {
      close();
      throw e;
    }
  }

  /**
   * What a film tells of itself.
   *
   * @param title of the clip
   * @param date when its first frame was taken; empty where that is not known
   */
  record About(String title, Optional<Instant> date) {}

  private void open(Path temporary, String name, About about) throws IOException {
    container = new AVFormatContext(null);
    check(avformat_alloc_output_context2(container, null, name, temporary.toString()));
    globalHeader = (container.oformat().flags() & AVFMT_GLOBALHEADER) != 0;
    encoder = new VideoEncoder(recipe, size, globalHeader);
    stream = avformat_new_stream(container, null);
    encoder.describe(stream.codecpar());
    stream.time_base(tick);
    stream.avg_frame_rate(VideoEncoder.rational(recipe.rate().pictures(), recipe.rate().seconds()));
    AVDictionary told = new AVDictionary(null);
    av_dict_set(told, "title", about.title(), 0);
    if (about.date().isPresent()) {
      av_dict_set(told, "date", about.date().get().toString(), 0);
      av_dict_set(told, "creation_time", about.date().get().toString(), 0);
    }
    container.metadata(told);
    AVIOContext io = new AVIOContext(null);
    check(avio_open(io, temporary.toString(), AVIO_FLAG_WRITE));
    container.pb(io);
    check(avformat_write_header(container, (AVDictionary) null));
    opened = true;
  }

  /** Puts in what an earlier run has left. */
  private void takeUp() throws IOException {
    for (int part = 0; ; part++) {
      Optional<List<VideoPacket>> left = parts.read(part);
      if (left.isEmpty()) {
        return;
      }
      for (VideoPacket packet : left.get()) {
        write(packet);
      }
      next += stretch;
    }
  }

  @Override
  public long begun() {
    return next;
  }

  @Override
  public void picture(short[] rgb) throws IOException {
    if (encoder == null) {
      encoder = new VideoEncoder(recipe, size, globalHeader);
    }
    encoder.picture(rgb, next++, this::take);
    if (next % stretch == 0) {
      endStretch();
      parts.write((int) (next / stretch) - 1, made);
      made = new ArrayList<>();
    }
  }

  private void take(VideoPacket packet) throws IOException {
    made.add(packet);
    write(packet);
  }

  private void endStretch() throws IOException {
    encoder.finish(this::take);
    encoder.close();
    encoder = null;
  }

  private void write(VideoPacket one) throws IOException {
    AVPacket packet = av_packet_alloc();
    try {
      check(av_new_packet(packet, one.data().length));
      packet.data().put(one.data());
      packet.pts(one.shown());
      packet.dts(one.decoded());
      packet.flags(one.flags());
      packet.duration(1);
      av_packet_rescale_ts(packet, tick, stream.time_base());
      packet.stream_index(stream.index());
      check(av_interleaved_write_frame(container, packet));
    } finally {
      av_packet_free(packet);
    }
  }

  @Override
  public void finish() throws IOException {
    if (next % stretch != 0) {
      endStretch();
    }
    check(av_write_trailer(container));
  }

  @Override
  public void close() {
    if (encoder != null) {
      encoder.close();
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
