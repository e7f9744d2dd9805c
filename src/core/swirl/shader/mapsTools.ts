/** Tools and knocks. */
export const TOOLS_GLSL = /* glsl */ `
#ifdef PASS
/** Tables of the needle: distances from the line in shares of its half-width, the carry there, and its slopes. */
int needle;
float carryAt(int piece, float u) { return at(needle + 13 + piece) + at(needle + 26 + piece) * (u - at(needle + piece)); }
int pieceOf(float u) {
  int k = 0;
  while (k < 11 && u >= at(needle + k + 1)) k++;
  return k;
}
float wayCoordinate(float L, vec2 ends, float s) {
  float far = L - ends.y;
  if (s >= ends.x && s <= far) return s;
  float edge = s < ends.x ? ends.x : far;
  float y = s - edge, e = y / (s < ends.x ? ends.x : ends.y);
  return edge + y / max(1e-7, 1.0 - e * e);
}
float wayPlace(float L, vec2 ends, float q) {
  float far = L - ends.y;
  if (q >= ends.x && q <= far) return q;
  float edge = q < ends.x ? ends.x : far;
  float y = q - edge, r = 2.0 * y / (q < ends.x ? ends.x : ends.y);
  return edge + 2.0 * y / (1.0 + sqrt(1.0 + r * r));
}
float wayStretch(float L, vec2 ends, float s) {
  float far = L - ends.y;
  if (s >= ends.x && s <= far) return 1.0;
  float e = s < ends.x ? (s - ends.x) / ends.x : (s - far) / ends.y;
  float e2 = e * e;
  return max(1e-7, (1.0 - e2) * (1.0 - e2) / (1.0 + e2));
}
float pressed(float L, vec2 ends, float q, float carry, int piece, float u) {
  float sum = 0.0;
  float before = 0.0;
  for (int k = 0; k <= piece + 1; k++) {
    float here = wayPlace(L, ends, q + carry * (k <= piece ? at(needle + 13 + k) : carryAt(piece, u)));
    if (k > 0) sum += (here - before) / at(needle + 25 + k);
    before = here;
  }
  return sum / carry;
}
#endif

#ifdef TOOLS
float wanderOf(int table, float wanderMm, float loafMm, float levelMm, float third, float phase) {
  float u = loafMm > 0.0 ? 0.93 * third / loafMm : third / max(60.0, levelMm);
  return wanderMm * noise(table, u + phase);
}
#endif

#ifdef PASS
float bendOf(int l, float s, float L) {
  float t = s / L;
  float bow = at(l + 3) * 4.0 * t * (1.0 - t);
  return at(l + 4) == 0.0 ? bow : bow + at(l + 4) * sin(2.0 * PI * at(l + 5) * t);
}
void passes(int o) {
  int way = whole(o + 1), beside = whole(o + 2), third = whole(o + 3), count = whole(o + 4);
  float L = at(o + 5), room = at(o + 6), wanderMm = at(o + 9), loafMm = at(o + 10), levelMm = at(o + 11);
  vec2 ends = vec2(at(o + 7), at(o + 8));
  float most = at(o + 12), own = at(o + 13);
  int wander = whole(o + 14), cells = whole(o + 15), lines = whole(o + 17);
  float c = axis(third);
  float drag = third == 2 ? read(whole(o + 16), clamp(c / levelMm, 0.0, 1.0) * 256.0) : at(whole(o + 16));
  if (drag <= 0.0) return;
  needle = whole(o + 18);
  float s = axis(way), p = axis(beside);
  float shared_ = wanderOf(wander, wanderMm, loafMm, levelMm, c, 0.0);
  for (int j = count - 1; j >= 0; j--) {
    int l = lines + j * 11;
    float off0 = p - at(l);
    if (off0 > at(l + 7) + 46.0 || -off0 > at(l + 6) + 46.0) continue;
    float aside = own > 0.0 ? (1.0 - own) * shared_ + own * wanderOf(wander, wanderMm, loafMm, levelMm, c, at(l + 10)) : shared_;
    float middle = at(l) + aside;
    float b = p - middle - bendOf(l, s, L);
    bool isLow = b < 0.0;
    float size = abs(b);
    float B = isLow ? at(l + 6) : at(l + 7);
    if (size >= B || s < 1e-5 || L - s < 1e-5) continue;
    float bz = isLow ? at(l + 8) : at(l + 9);
    bool isWith = at(l + 1) > 0.0;
    float carry = at(l + 2) * drag;
    float start = isWith ? s : L - s;
    float to, beyond;
    if (size < bz) {
      float u = size / bz;
      int piece = pieceOf(u);
      float q = wayCoordinate(L, ends, start) - carry * carryAt(piece, u);
      to = wayPlace(L, ends, q);
      beyond = q >= ends.x && q + carry * at(needle + 13) <= L - ends.y ? size : bz * pressed(L, ends, q, carry, piece, u) / wayStretch(L, ends, to);
    } else {
      float free = B - bz;
      float v = (size - bz) / free;
      float left = 1.0 - v;
      float h = 12.0 * v * left * left * bz / free;
      float level = carry * 63.0 / most;
      int below = int(clamp(floor(level), 0.0, 62.0));
      float part = level - float(below);
      int row = below * 128;
      float slope = 0.0;
      to = start;
      for (int round = 0; round < 4; round++) {
        float place_ = to * 128.0 / L;
        int k = int(clamp(place_, 0.0, 127.0));
        float t = place_ - float(k);
        int cell = cells + (row + k) * 4;
        int next = cell + 512;
        float c1 = mix(at(cell + 1), at(next + 1), part);
        float c2 = mix(at(cell + 2), at(next + 2), part), c3 = mix(at(cell + 3), at(next + 3), part);
        float value = mix(at(cell), at(next), part) + t * (c1 + t * (c2 + t * c3));
        slope = (c1 + t * (2.0 * c2 + 3.0 * t * c3)) * 128.0 / L;
        to -= (to - value * h - start) / (1.0 - slope * h);
      }
      beyond = size + bz * slope * left * left * left * (1.0 + 3.0 * v);
    }
    s = clamp(isWith ? to : L - to, 0.0, L);
    p = clamp(middle + bendOf(l, s, L) + (isLow ? -beyond : beyond), 0.0, room);
  }
  setAxis(way, s);
  setAxis(beside, p);
}

#endif

#ifdef LOOP
void loops(int o) {
  int along = whole(o + 1), beside = whole(o + 2), third = whole(o + 3), count = whole(o + 4);
  float levelMm = at(o + 7);
  int lines = whole(o + 10);
  float c = axis(third);
  float drag = third == 2 ? read(whole(o + 9), clamp(c / levelMm, 0.0, 1.0) * 256.0) : at(whole(o + 9));
  if (drag <= 0.0) return;
  float aside = wanderOf(whole(o + 8), at(o + 5), at(o + 6), levelMm, c, 0.0);
  float a = axis(along), b = axis(beside);
  for (int j = count - 1; j >= 0; j--) {
    int l = lines + j * 5;
    float stretch = at(l + 2), reach = at(l + 3);
    float da = (a - at(l) - aside) / stretch, db = (b - at(l + 1) - aside) * stretch;
    float r2 = da * da + db * db;
    if (r2 >= reach * reach) continue;
    float p = sqrt(r2) / reach * 512.0;
    int k = min(511, int(p));
    int table = whole(l + 4);
    float angle = -drag * (at(table + k) + (at(table + k + 1) - at(table + k)) * (p - float(k)));
    float s = sin(angle), co = cos(angle);
    a = at(l) + aside + (co * da - s * db) * stretch;
    b = at(l + 1) + aside + (s * da + co * db) / stretch;
  }
  setAxis(along, a);
  setAxis(beside, b);
}

#endif

#ifdef WARP
vec2 slabAt(int table, float y, float z) {
  int i = int(clamp(y, 0.0, 39.0)), j = int(clamp(z, 0.0, 31.0));
  float fa = y - float(i), fb = z - float(j);
  int q = table + (j * 41 + i) * 2, r = q + 82;
  vec2 low = mix(vec2(at(q), at(q + 1)), vec2(at(q + 2), at(q + 3)), fa);
  vec2 high = mix(vec2(at(r), at(r + 1)), vec2(at(r + 2), at(r + 3)), fa);
  return mix(low, high, fb);
}
void warp(int o) {
  float W = at(o + 1), h = at(o + 2), bottom = at(o + 3), L = at(o + 4);
  if (place.z <= bottom) return;
  float p = clamp(place.x * 32.0 / L - 0.5, 0.0, 31.0);
  int j = int(p);
  int slabs = whole(o + 6);
  int near = whole(slabs + j), far = whole(slabs + min(31, j + 1));
  int steps = whole(o + 5);
  vec2 yz = place.yz;
  for (int k = 0; k < steps; k++) {
    vec2 middle = yz, by = vec2(0.0);
    for (int half_ = 0; half_ < 2; half_++) {
      vec2 c = vec2(middle.x * 40.0 / W, (middle.y - bottom) * 32.0 / (h - bottom));
      by = -slabAt(near, c.x, c.y);
      if (half_ == 1) by = mix(by, -slabAt(far, c.x, c.y), p - float(j));
      middle = yz + 0.5 * by;
    }
    yz = clamp(yz + by, vec2(0.0, bottom), vec2(W, h));
  }
  place.yz = yz;
}

#endif

`;
