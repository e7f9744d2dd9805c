/** Sheets: poured from a pot, on a tilt, between plates, from bottles. */
export const SHEETS_GLSL = /* glsl */ `
#ifdef SHEETS
/** Sheet of a place of the unit cube: its number, and its own places there. */
vec3 sheetOf(int tree, float a, float b, float v) {
  int count = whole(tree);
  float along = clamp(a, 0.0, 1.0) * 40.0;
  int row = int(along);
  float part = along - float(row);
  int node = count > 0 ? 0 : -1;
  for (int step = 0; step < 64 && node >= 0; step++) {
    int n = tree + 1 + node * 4;
    float share = at(n);
    int r0 = whole(n + 3) + row * 66;
    int r1 = r0 + 66;
    float p = clamp(b, 0.0, 1.0) * 32.0;
    int j = min(31, int(p));
    float t = p - float(j);
    int k = 2 * j;
    float from = at(r0 + k) + (at(r1 + k) - at(r0 + k)) * part;
    float next = at(r0 + k + 2) + (at(r1 + k + 2) - at(r0 + k + 2)) * part;
    float q = from + (next - from) * t;
    float Q = at(r0 + k + 1) + (at(r1 + k + 1) - at(r0 + k + 1)) * part + (from + q) * t / 64.0;
    if (v < q) {
      b = Q / share;
      v /= q;
      node = whole(n + 1);
    } else {
      b = (b - Q) / (1.0 - share);
      v = q < 1.0 ? (v - q) / (1.0 - q) : 1.0;
      node = whole(n + 2);
    }
    b = clamp(b, 0.0, 1.0);
  }
  return vec3(float(-1 - node), b, v);
}

#endif

#ifdef SLANTS
/** v and b of a place of a face on slanted lines. */
vec2 onSlant(float y, float z, float W, float H, float m) {
  float lean = abs(m);
  float s = m < 0.0 ? W - y : y;
  float c = z + lean * s;
  float rise = lean * W;
  float left = c > H ? (c - H) / lean : 0.0;
  float right = c < rise ? c / lean : W;
  float over = H + rise - c;
  float low = min(H, rise);
  float area = c <= low ? c * c / (2.0 * lean)
    : c >= H + rise - low ? W * H - over * over / (2.0 * lean)
    : rise <= H ? W * (c - 0.5 * rise) : H * (c - 0.5 * H) / lean;
  return vec2(area / (W * H), right > left ? clamp((s - left) / (right - left), 0.0, 1.0) : 0.5);
}

#endif

#ifdef POT_SHEETS
int potColour(int o, float x, float y, float up) {
  int count = whole(o), maps = whole(o + 1), stacked = whole(o + 2), cuts = whole(o + 3);
  for (int k = count - 1; k >= 0; k--) {
    int m = maps + k * 6;
    int kind = whole(m);
    if (kind == 0) {
      float angle = -2.0 * PI * at(m + 1) * (1.0 - x * x - y * y) * (0.85 + 0.3 * up);
      float c = cos(angle), s = sin(angle);
      float t = x * c - y * s;
      y = x * s + y * c;
      x = t;
    } else if (kind == 1) {
      float ex = x - at(m + 1), ey = y - at(m + 2), radius = at(m + 3);
      float m2 = 1.0 - (ex * ex + ey * ey) / (radius * radius);
      if (m2 <= 0.0) continue;
      float back = -at(m + 4) * m2 * m2 * (0.8 + 0.4 * up);
      float c = cos(back), s = sin(back);
      x = at(m + 1) + ex * c - ey * s;
      y = at(m + 2) + ex * s + ey * c;
    } else {
      float mx = at(m + 1), my = at(m + 2), share = at(m + 3), cone = at(m + 4);
      float dx = x - mx, dy = y - my;
      float q = dx * dx + dy * dy;
      float len = max(1e-9, sqrt(q));
      float along = (mx * dx + my * dy) / len;
      float rim = -along + sqrt(max(0.0, along * along + 1.0 - mx * mx - my * my));
      float area = share * (1.0 + cone * (2.0 * up - 1.0));
      if (q < rim * rim * area) return whole(m + 5);
      float scaled = sqrt(max(0.0, (q - rim * rim * area) / (1.0 - area))) / len;
      x = mx + dx * scaled;
      y = my + dy * scaled;
      up = (up - share * (up + cone * (up * up - up))) / (1.0 - share);
    }
  }
  int k = 0;
  while (k < stacked - 1 && up > at(cuts + 2 * k)) k++;
  return stacked > 0 ? whole(cuts + 2 * k + 1) : 0;
}

void potSheets(int o) {
  float h = at(o + 1), H = at(o + 2), L = at(o + 3), W = at(o + 4);
  if (place.z < h) return;
  float a = place.x / L;
  vec2 chart = onSlant(place.y, place.z - h, W, H, alongTable(whole(o + 5), a));
  vec3 sheet = sheetOf(whole(o + 8), a, chart.y, chart.x);
  int leaf = int(sheet.x + 0.5);
  int s = whole(o + 9) + leaf * 5;
  bool isBack = (leaf & 1) == 1;
  float v = sheet.z;
  float radius = sqrt(max(0.0, isBack ? 1.0 - v : v));
  float turn = 2.0 * PI * (at(s + 2) * sheet.y + alongTable(whole(o + 6), a) + 4.0 * at(s + 3) * v * (v - 1.0) + at(s + 4));
  float run = at(o + 7) > 0.5 ? (isBack ? 1.0 - a : a) : abs(2.0 * a - 1.0);
  claimed = potColour(o + 10, radius * cos(turn), radius * sin(turn), at(s) + at(s + 1) * run);
}

#endif

#ifdef SLOPE
/** Height of the surface after a share v at y; its slope and rate in the last two. */
vec3 surfaceOf(int o, float v, float y) {
  float H = at(o + 2), W = at(o + 3);
  float p = clamp(v, 0.0, 1.0) * 256.0;
  int i = min(255, int(p));
  float t = p - float(i);
  int rates = whole(o + 5);
  float from = at(rates + i);
  float rate = from + (at(rates + i + 1) - from) * t;
  float m = max(0.0, at(whole(o + 6) + i) + (from + rate) * t / 512.0);
  bool isWedge = m > 1e-6 && 2.0 * v * H < m * W;
  return vec3(isWedge ? sqrt(2.0 * m * v * H * W) - m * y : v * H + m * (0.5 * W - y), m, rate);
}
void slope(int o) {
  float h = at(o + 1), H = at(o + 2), W = at(o + 3), L = at(o + 4);
  if (place.z < h) return;
  float y = place.y, z = place.z - h;
  float low = 0.0, high = 1.0;
  for (int k = 0; k < 24; k++) {
    float v = 0.5 * (low + high);
    if (surfaceOf(o, v, y).x < z) low = v;
    else high = v;
  }
  float v = 0.5 * (low + high);
  vec3 s = surfaceOf(o, v, y);
  bool isWedge = s.y > 1e-6 && 2.0 * v * H < s.y * W;
  float b = isWedge
    ? (H * W * (s.y + v * s.z) / sqrt(2.0 * s.y * v * H * W) * y - s.z * y * y * 0.5) / (H * W)
    : (H * y + s.z * (W * y - y * y) * 0.5) / (H * W);
  vec2 chart = turned(o + 9, clamp(b, 0.0, 1.0), v, place.x / L);
  vec3 sheet = sheetOf(whole(o + 7), place.x / L, chart.x, chart.y);
  claimed = whole(whole(o + 8) + int(sheet.x + 0.5));
}

#endif

#ifdef LANES
float laneEdge(int o, int j, float u, float up) {
  int count = whole(o + 4);
  float edge = at(whole(o + 7) + j);
  if (j == 0 || j == count) return edge;
  int w = whole(o + 8) + j * 3;
  float wander = at(o + 5);
  float lean = wander * at(w + 2) * (up / at(o + 2) - 0.5);
  float seeping = up > 24.0 ? 0.0 : at(o + 6) * exp(-up / 4.0) * noise(whole(w + 1), u);
  return edge + wander * noise(whole(w), u) + lean + seeping;
}
void lanes(int o) {
  float h = at(o + 1), dh = at(o + 2), L = at(o + 3);
  if (place.z < h) return;
  int count = whole(o + 4);
  float u = 0.93 * place.x / L, up = place.z - h;
  int own = whole(o + 9);
  int lane = 0;
  while (lane < count - 1 && place.y >= laneEdge(o, lane + 1, u, up)) lane++;
  while (lane < count - 1 && at(own + lane * 4) <= 0.0) lane++;
  int w = own + lane * 4;
  int part = 0;
  if (whole(w + 1) > 1) {
    float left = laneEdge(o, lane, u, up), right = laneEdge(o, lane + 1, u, up);
    part = int(sheetOf(whole(w + 3), place.x / L, clamp((place.y - left) / (right - left), 0.0, 1.0), up / dh).x + 0.5);
  }
  claimed = whole(whole(w + 2) + part);
}

#endif

#ifdef WALL_LINES
void wallLines(int o) {
  float h = at(o + 1);
  if (place.z < h) return;
  vec2 chart = onSlant(place.y, place.z - h, at(o + 3), at(o + 2), at(o + 5));
  claimed = whole(whole(o + 7) + int(sheetOf(whole(o + 6), place.x / at(o + 4), chart.y, chart.x).x + 0.5));
}

#endif

`;
