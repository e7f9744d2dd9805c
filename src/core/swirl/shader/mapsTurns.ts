/** Eddies, and the disc about a funnel. */
export const TURNS_GLSL = /* glsl */ `
#ifdef TURNS
/** Eddies of a group at g in a plane: a, b and the third coordinate. */
vec2 turned(int g, float a, float b, float c) {
  int count = whole(g), rows = whole(g + 6);
  float sizeB = at(g + 1), perC = at(g + 3);
  bool wraps = at(g + 2) > 0.5;
  float n1 = noiseAtNode(whole(g + 4), max(0.0, c * perC));
  float n2 = noiseAtNode(whole(g + 5), max(0.0, c * perC));
  for (int e = count - 1; e >= 0; e--) {
    int q = rows + e * 10;
    float ca = at(q) + at(q + 2) * n1 + at(q + 3) * n2;
    float cb = at(q + 1) + at(q + 4) * n1 + at(q + 5) * n2;
    float perA = at(q + 6), perB = at(q + 7);
    float u = (a - ca) * perA;
    float db = b - cb;
    if (wraps) db -= db > 0.5 * sizeB ? sizeB : db < -0.5 * sizeB ? -sizeB : 0.0;
    float v = db * perB;
    float m = 1.0 - u * u - v * v;
    if (m <= 0.0) continue;
    float t = -at(q + 8) * (0.65 + 0.35 * n1) * m * m;
    float d = 1.0 / (1.0 + t * t);
    float cosine = (1.0 - t * t) * d, sine = 2.0 * t * d;
    a = ca + (u * cosine - v * sine) / perA;
    b = cb + (u * sine + v * cosine) / perB;
  }
  if (wraps) b -= sizeB * floor(b / sizeB);
  return vec2(a, b);
}

#endif

#ifdef FUNNEL
vec2 quadrant(float r, float L, float W) {
  float from = r > 0.5 * L ? acos(clamp(0.5 * L / r, -1.0, 1.0)) : 0.0;
  float to = r > 0.5 * W ? asin(clamp(0.5 * W / r, -1.0, 1.0)) : 0.5 * PI;
  return vec2(from, max(0.0, to - from));
}
void enterDisc(int d) {
  if (inDisc) return;
  inDisc = true;
  float L = at(d), W = at(d + 1);
  vec2 off = place.xy - 0.5 * vec2(L, W);
  float r = length(off);
  if (r < at(d + 2)) {
    float turn = r > 0.0 ? atan(off.y, off.x) / (2.0 * PI) : 0.0;
    place.xy = vec2(PI * r * r / (L * W), turn < 0.0 ? turn + 1.0 : turn);
    return;
  }
  vec2 seen = quadrant(r, L, W);
  float part = seen.y > 0.0 ? clamp((atan(abs(off.y), abs(off.x)) - seen.x) / seen.y, 0.0, 1.0) / 4.0 : 0.125;
  float share = read(whole(d + 4), min(2048.0, r / at(d + 3) * 2048.0));
  float turn = off.x >= 0.0 ? (off.y >= 0.0 ? part : 1.0 - part) : (off.y >= 0.0 ? 0.5 - part : 0.5 + part);
  place.xy = vec2(share, turn);
}
void leaveDisc(int d) {
  if (!inDisc) return;
  inDisc = false;
  float L = at(d), W = at(d + 1), whole_ = at(d + 2), reach = at(d + 3);
  float share = clamp(place.x, 0.0, 1.0);
  float turn = place.y - floor(place.y);
  float r = sqrt(share * L * W / PI);
  if (r < whole_) {
    place.xy = 0.5 * vec2(L, W) + r * vec2(cos(2.0 * PI * turn), sin(2.0 * PI * turn));
    return;
  }
  float low = whole_, high = reach;
  int table = whole(d + 4);
  for (int k = 0; k < 26; k++) {
    r = 0.5 * (low + high);
    if (read(table, min(2048.0, r / reach * 2048.0)) < share) low = r;
    else high = r;
  }
  vec2 seen = quadrant(r, L, W);
  int quarter = int(min(3.0, floor(turn * 4.0)));
  float part = 4.0 * (quarter == 0 ? turn : quarter == 1 ? 0.5 - turn : quarter == 2 ? turn - 0.5 : 1.0 - turn);
  float angle = seen.x + part * seen.y;
  vec2 side = vec2(quarter == 0 || quarter == 3 ? 1.0 : -1.0, quarter < 2 ? 1.0 : -1.0);
  place.xy = clamp(0.5 * vec2(L, W) + side * r * vec2(cos(angle), sin(angle)), vec2(0.0), vec2(L, W));
}

#endif

#ifdef EDDIES
void eddies(int o) {
  int plane = whole(o + 1);
#ifdef FUNNEL
  if (plane == 3) enterDisc(whole(o + 3));
#endif
  vec3 p = plane == 0 ? place.yzx : plane == 1 ? place.xzy : place.xyz;
  p.xy = turned(o + 4, p.x, p.y, p.z);
  place = plane == 0 ? p.zxy : plane == 1 ? p.xzy : p.xyz;
#ifdef FUNNEL
  if (plane == 3 && at(o + 2) > 0.5) leaveDisc(whole(o + 3));
#endif
}

#endif

#ifdef FUNNEL
void funnel(int o) {
  int d = o + 1;
  bool isFirst = at(o + 6) > 0.5;
  if (at(o + 7) > 0.5) {
    if (place.z >= at(o + 8)) claimed = whole(o + 9);
    else if (isFirst) leaveDisc(d);
    return;
  }
  enterDisc(d);
  float top = at(o + 10), adds = at(o + 11), bottom = at(o + 12);
  if (place.z > bottom) {
    float span = top - bottom;
    vec2 raised = gatheredAt(whole(o + 14), whole(o + 15), (place.z - bottom) / span, 128.0);
    float g0 = adds / span * raised.x;
    float lift = adds * raised.y;
    float turn = place.y + at(o + 13) * place.z;
    float n = (turn - floor(turn)) * 256.0;
    int i = int(n) & 255;
    float frac = n - floor(n);
    int lobe = whole(o + 16);
    float l0 = at(lobe + i);
    float l = l0 + (at(lobe + ((i + 1) & 255)) - l0) * frac;
    float gathered = at(whole(o + 17) + i) + (l0 + l) * 0.5 * frac / 256.0;
    float g = g0 * (1.0 + l);
    if (place.x < g) { claimed = whole(o + 9); return; }
    place.x = (place.x - g) / (1.0 - g);
    place.y -= g0 * gathered / (1.0 - g0);
    place.z -= lift;
  }
  if (isFirst) leaveDisc(d);
}

#endif

`;
