// Draws zones.bin.gz: reads the polygons that the library timeshape (2025b.28, Maven coordinates
// net.iakovlev:timeshape) carries, and writes which zone holds at the middle of each cell of a grid.
// Run: java -Xmx12g -cp 'FOLDER OF ITS JARS/*' MakeZones.java 100 zones.bin.gz
//
// The table, gzipped: cells a degree (int); count of zones (short) and their names (UTF); then for each
// row from the north the pieces in which it differs from the row above: their count, and for each the
// cells from the end of the one before, its cells, and its zone counted from 1 (0: no land), all as
// variable-length numbers of seven bits a byte, lowest first.
import java.io.*;
import java.nio.file.*;
import java.util.*;
import java.util.zip.*;
import com.github.luben.zstd.ZstdInputStream;
import net.iakovlev.timeshape.proto.Geojson;
import org.apache.commons.compress.archivers.tar.*;

public class MakeZones {
  public static void main(String[] a) throws Exception {
    int perDegree = Integer.parseInt(a[0]);
    int wide = 360 * perDegree, high = 180 * perDegree;
    List<String> names = new ArrayList<>();
    List<List<double[]>> rings = new ArrayList<>(); // per zone
    try (TarArchiveInputStream tar = new TarArchiveInputStream(new ZstdInputStream(Thread.currentThread().getContextClassLoader().getResourceAsStream("data.tar.zstd")))) {
      TarArchiveEntry e;
      while ((e = tar.getNextTarEntry()) != null) {
        byte[] b = tar.readNBytes((int) e.getSize());
        Geojson.Feature f = Geojson.Feature.parseFrom(b);
        String name = f.getProperties(0).getValueString();
        if (name.startsWith("Etc/")) { continue; }
        List<double[]> rs = new ArrayList<>();
        Geojson.Geometry g = f.getGeometry();
        if (g.hasPolygon()) addPoly(rs, g.getPolygon());
        else for (Geojson.Polygon p : g.getMultiPolygon().getCoordinatesList()) addPoly(rs, p);
        names.add(name); rings.add(rs);
      }
    }
    Integer[] order = new Integer[names.size()];
    for (int i = 0; i < order.length; i++) order[i] = i;
    Arrays.sort(order, Comparator.comparing(names::get));
    System.err.println(names.size() + " zones");
    DataOutputStream out = new DataOutputStream(new GZIPOutputStream(new FileOutputStream(a[1])) {{ def.setLevel(9); }});
    short[][] grid = new short[high][];
    for (int r = 0; r < high; r++) grid[r] = new short[wide];
    for (int k = 0; k < order.length; k++) {
      List<double[]> rs = rings.get(order[k]);
      double[][] xs = new double[high][];
      int[] n = new int[high];
      for (double[] ring : rs) {
        int m = ring.length / 2;
        for (int i = 0; i < m; i++) {
          int j = (i + 1) % m;
          double x1 = ring[2*i], y1 = ring[2*i+1], x2 = ring[2*j], y2 = ring[2*j+1];
          if (y1 == y2) continue;
          if (y1 > y2) { double t=x1; x1=x2; x2=t; t=y1; y1=y2; y2=t; }
          // row r centre latitude = 90 - (r+0.5)/perDegree ; in [y1,y2)
          int r1 = (int) Math.max(0, Math.floor((90 - y2) * perDegree - 0.5) );
          int r2 = (int) Math.min(high - 1, Math.ceil((90 - y1) * perDegree - 0.5));
          for (int r = r1; r <= r2; r++) {
            double lat = 90 - (r + 0.5) / perDegree;
            if (lat >= y1 && lat < y2) {
              double x = x1 + (lat - y1) / (y2 - y1) * (x2 - x1);
              if (xs[r] == null) xs[r] = new double[8];
              if (n[r] == xs[r].length) xs[r] = Arrays.copyOf(xs[r], 2*n[r]);
              xs[r][n[r]++] = x;
            }
          }
        }
      }
      for (int r = 0; r < high; r++) {
        if (n[r] == 0) continue;
        Arrays.sort(xs[r], 0, n[r]);
        for (int i = 0; i + 1 < n[r]; i += 2) {
          int c1 = (int) Math.ceil((xs[r][i] + 180) * perDegree - 0.5);
          int c2 = (int) Math.floor((xs[r][i+1] + 180) * perDegree - 0.5);
          for (int c = Math.max(0,c1); c <= Math.min(wide-1,c2); c++) grid[r][c] = (short) (k + 1);
        }
      }
    }
    long diff = 0;
    out.writeInt(perDegree);
    out.writeShort(names.size());
    for (Integer i : order) out.writeUTF(names.get(i));
    // each row: only where it differs from the row above: list of (skip, length, zone)
    short[] above = new short[wide];
    for (int r = 0; r < high; r++) {
      List<int[]> pieces = new ArrayList<>();
      int c = 0;
      while (c < wide) {
        if (grid[r][c] == above[c]) { c++; continue; }
        int s = c; short z = grid[r][c];
        while (c < wide && grid[r][c] == z && grid[r][c] != above[c]) c++;
        pieces.add(new int[] {s, c - s, z});
      }
      diff += pieces.size();
      varint(out, pieces.size());
      int end = 0;
      for (int[] p : pieces) { varint(out, p[0] - end); varint(out, p[1]); varint(out, p[2]); end = p[0] + p[1]; }
      above = grid[r];
    }
    out.close();
    System.err.println(diff + " pieces, " + new File(a[1]).length() + " bytes");
  }
  static void varint(DataOutputStream o, int v) throws IOException { while (v >= 128) { o.write(v & 127 | 128); v >>>= 7; } o.write(v); }
  static void addPoly(List<double[]> rs, Geojson.Polygon p) {
    for (Geojson.LineString l : p.getCoordinatesList()) {
      double[] d = new double[2 * l.getCoordinatesCount()];
      int i = 0;
      for (Geojson.Position q : l.getCoordinatesList()) { d[i++] = q.getLon(); d[i++] = q.getLat(); }
      rs.add(d);
    }
  }
}
