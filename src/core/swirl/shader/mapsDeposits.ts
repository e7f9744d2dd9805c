/** Reading the packed numbers; layers, drops and lenses. */
export const DEPOSITS_GLSL = /* glsl */ `
precision highp float;
precision highp int;
precision highp sampler2D;
uniform sampler2D numbers;
uniform int operations;

const int ROW = 2048;
const int ROW_BITS = 11;
const float PI = 3.14159265358979;

float at(int i) { return texelFetch(numbers, ivec2(i & (ROW - 1), i >> ROW_BITS), 0).r; }
int whole(int i) { return int(at(i) + (at(i) < 0.0 ? -0.5 : 0.5)); }
/** A table between its nodes. */
float read(int table, float p) {
  int i = int(p);
  float a = at(table + i);
  return a + (at(table + i + 1) - a) * (p - float(i));
}
float noise(int table, float periods) {
  float p = (periods - floor(periods)) * 256.0;
  int i = int(p) & 255;
  float a = at(table + i);
  return a + (at(table + ((i + 1) & 255)) - a) * (p - floor(p));
}
float noiseAtNode(int table, float p) {
  int i = int(p);
  float a = at(table + (i & 255));
  return a + (at(table + ((i + 1) & 255)) - a) * (p - float(i));
}
/** A row of shares between its nodes, and what has gathered up to there. */
vec2 gatheredAt(int row, int sums, float share, float nodes) {
  float p = clamp(share, 0.0, 1.0) * nodes;
  int i = min(int(nodes) - 1, int(p));
  float part = p - float(i);
  float a = at(row + i);
  float value = a + (at(row + i + 1) - a) * part;
  return vec2(value, at(sums + i) + (a + value) * part * 0.5 / nodes);
}
float alongTable(int table, float share) { return read(table, clamp(share, 0.0, 1.0) * 128.0); }

vec3 place;
bool inDisc;
int claimed;

float axis(int a) { return a == 0 ? place.x : a == 1 ? place.y : place.z; }
void setAxis(int a, float v) {
  if (a == 0) place.x = v;
  else if (a == 1) place.y = v;
  else place.z = v;
}

#ifdef LAYER
void layer(int o) {
  float h = at(o + 1), dh = at(o + 2), W = at(o + 4);
  float h1 = h + dh;
  if (h <= 0.0) { claimed = whole(o + 5); return; }
  float v = place.y / W;
  float u = 0.93 * place.x / at(o + 3);
  float thick = 1.0, gathered = v;
  for (int k = 0; k < 6; k++) {
    float amplitude = at(o + 6 + k) * noise(whole(o + 12 + k), u);
    float n = float(k + 1);
    thick += amplitude * cos(n * PI * v);
    gathered += amplitude * sin(n * PI * v) / (n * PI);
  }
  float g = dh * thick;
  if (place.z >= h1 - g) { claimed = whole(o + 5); return; }
  place.y = W * (h1 * v - dh * gathered) / h;
  place.z = place.z * h / (h1 - g);
}

#endif

#ifdef PLUME
void plume(int o) {
  float L = at(o + 1), W = at(o + 2), top = at(o + 3), adds0 = at(o + 4);
  float level = top - adds0;
  float along = clamp(place.x / L, 0.0, 1.0) * 128.0;
  vec2 amount = gatheredAt(whole(o + 13), whole(o + 14), place.x / L, 128.0);
  float adds = adds0 * amount.x;
  float zb = read(whole(o + 12), along);
  float fallen = 0.0;
  if (place.z > zb) {
    float span = top - zb;
    vec2 lifted = gatheredAt(whole(o + 15), whole(o + 16), (place.z - zb) / span, 128.0);
    float f = adds / span * lifted.x;
    float w = at(o + 7) + at(o + 8) * place.x + place.z * at(o + 9);
    float low = at(o + 10);
    float yc = clamp(read(whole(o + 11), along) + at(o + 6) * noiseAtNode(whole(o + 17), w), low, W - low);
    float left = 1.0 - f;
    float a = yc * left;
    if (place.y < a) place.y /= left;
    else if (place.y >= a + f * W) place.y = (place.y - f * W) / left;
    else { claimed = whole(o + 5); return; }
    fallen = adds * lifted.y;
  }
  place.z = (place.z - fallen) * level / (top - adds);
  place.x = (top * place.x - L * adds0 * amount.y) / level;
}

#endif

#ifdef LENS
void lens(int o) {
  float L = at(o + 1), W = at(o + 2), h = at(o + 3), h1 = at(o + 4), dh = at(o + 5);
  if (h <= 0.0) { claimed = whole(o + 7); return; }
  vec2 along = gatheredAt(whole(o + 8), whole(o + 9), place.x / L, 192.0);
  float gx = dh * along.x;
  vec2 across = gatheredAt(whole(o + 10), whole(o + 11), place.y / W, 192.0);
  float g = gx * across.x;
  float top = h1 - at(o + 6);
  if (place.z >= top - g && place.z < top) { claimed = whole(o + 7); return; }
  place.x = (h1 * place.x - L * dh * along.y) / h;
  place.y = (h1 * place.y - W * gx * across.y) / (h1 - gx);
  place.z = (place.z < top - g ? place.z : place.z - g) * h / (h1 - g);
}

#endif

`;
