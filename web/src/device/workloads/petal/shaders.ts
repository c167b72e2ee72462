/** One triangle that covers everything. */
export const quad = `#version 300 es
void main() {
  vec2 corner = vec2(float((gl_VertexID << 1) & 2), float(gl_VertexID & 2));
  gl_Position = vec4(corner * 2.0 - 1.0, 0.0, 1.0);
}`

/** A tidal marsh at night: moon, drifting cloud, far bank, and the light broken on the water. */
export const marsh = `#version 300 es
precision highp float;
uniform vec2 size;
uniform float time;
out vec4 colour;

float hash(vec2 p) { return fract(sin(dot(p, vec2(127.1, 311.7))) * 43758.5453); }
float noise(vec2 p) {
  vec2 i = floor(p), f = fract(p);
  f = f * f * (3.0 - 2.0 * f);
  return mix(mix(hash(i), hash(i + vec2(1, 0)), f.x), mix(hash(i + vec2(0, 1)), hash(i + vec2(1, 1)), f.x), f.y);
}
float layers(vec2 p) {
  float sum = 0.0, part = 0.5;
  for (int i = 0; i < 6; i++) { sum += part * noise(p); p = p * 2.03 + 17.0; part *= 0.5; }
  return sum;
}
vec3 sky(vec2 p) {
  float up = clamp(p.y, 0.0, 1.0);
  vec3 c = mix(vec3(0.20, 0.25, 0.24), vec3(0.035, 0.055, 0.07), pow(up, 0.55));
  vec2 moon = p - vec2(0.42, 0.56);
  float d = length(moon);
  c += vec3(0.95, 0.90, 0.74) * smoothstep(0.062, 0.056, d);
  c += vec3(0.55, 0.50, 0.34) * exp(-d * 5.5) * 0.55;
  vec2 cell = floor(p * 190.0);
  float star = step(0.9965, hash(cell)) * smoothstep(0.15, 0.6, p.y);
  c += star * 0.65 * hash(cell + 3.0);
  float cloud = smoothstep(0.46, 0.86, layers(p * vec2(2.0, 6.0) + vec2(time * 0.03, 0.0)));
  return mix(c, vec3(0.13, 0.16, 0.165) + 0.22 * exp(-d * 4.0), cloud * 0.72);
}
void main() {
  vec2 p = (gl_FragCoord.xy * 2.0 - size) / size.y;
  float shore = -0.12 + 0.035 * layers(vec2(p.x * 3.0, 1.0)) + 0.012 * noise(vec2(p.x * 60.0, 4.0));
  vec3 c;
  if (p.y > shore) {
    c = sky(p);
    float bank = shore + 0.07 * layers(vec2(p.x * 1.6 + 9.0, 2.0)) + 0.018 * noise(vec2(p.x * 90.0, 7.0));
    c = mix(vec3(0.035, 0.05, 0.045), c, smoothstep(bank, bank + 0.006, p.y));
  } else {
    float depth = shore - p.y;
    float far = 1.0 / (depth * 3.0 + 0.06);
    vec2 water = vec2(p.x * far * 2.2, far * 5.0 + time * 0.35);
    float wave = layers(water) - 0.5;
    float fine = layers(water * 3.7 + 5.0) - 0.5;
    vec2 mirrored = vec2(p.x + (wave * 0.10 + fine * 0.05) * (0.3 + depth), shore + depth * 1.05 + wave * 0.16 + fine * 0.06);
    c = sky(mirrored) * (0.72 - 0.22 * depth);
    c += vec3(0.75, 0.70, 0.52) * pow(max(0.0, wave + fine), 2.0) * exp(-abs(p.x - 0.42) * 3.2) * 2.1;
    float mud = smoothstep(0.52, 0.60, layers(p * vec2(1.4, 3.4) + 31.0) - 0.30 * depth);
    c = mix(c, vec3(0.06, 0.068, 0.058) + 0.06 * fine, mud * smoothstep(0.10, 0.35, depth));
  }
  float grain = hash(gl_FragCoord.xy + time) - 0.5;
  colour = vec4(pow(max(c, 0.0), vec3(0.84)) + grain * 0.008, 1.0);
}`

/** A reed for each instance: place, distance, height and lean in one attribute; wind in time. */
export const reedVertex = `#version 300 es
layout(location = 0) in vec4 reed;
uniform float time;
out float along;
out float near;
out float kind;
void main() {
  along = float(gl_VertexID / 2) / 6.0;
  float side = float(gl_VertexID & 1) * 2.0 - 1.0;
  near = 1.0 - reed.y;
  kind = reed.w;
  float height = mix(0.20, 1.15, near * near) * (0.55 + 0.75 * reed.z);
  float wind = sin(time * 1.7 + reed.x * 9.0 + reed.y * 4.0) + 0.5 * sin(time * 3.1 + reed.x * 23.0);
  float bend = (reed.w - 0.5) * 0.30 + wind * 0.055;
  float thick = mix(0.0010, 0.0052, near) * (1.0 - along * 0.85);
  float head = step(0.88, kind) * smoothstep(0.72, 0.80, along) * (1.0 - smoothstep(0.94, 1.0, along));
  float x = reed.x * 2.3 - 1.15 + bend * along * along * height + side * (thick + head * 0.0085 * (0.4 + near));
  float y = -1.05 + (1.0 - near) * 0.85 + height * along * 0.86;
  gl_Position = vec4(x, y, 0.0, 1.0);
}`

export const reedFragment = `#version 300 es
precision highp float;
in float along;
in float near;
in float kind;
out vec4 colour;
void main() {
  vec3 low = mix(vec3(0.09, 0.13, 0.11), vec3(0.10, 0.19, 0.12), near);
  vec3 high = mix(vec3(0.17, 0.24, 0.21), vec3(0.47, 0.63, 0.33), near * (0.6 + 0.4 * kind));
  vec3 c = mix(low, high, along);
  float head = step(0.88, kind) * smoothstep(0.74, 0.80, along);
  c = mix(c, mix(vec3(0.24, 0.19, 0.13), vec3(0.66, 0.49, 0.26), near), head);
  colour = vec4(c, 1.0);
}`

/** A bird for each instance, or the dusk behind them: place in the flock, turn and size from four numbers and the time. */
export const birdVertex = `#version 300 es
layout(location = 0) in vec4 bird;
uniform float time;
uniform float sky;
out vec2 at;
out float dark;
void main() {
  vec2 corner = vec2(float(gl_VertexID & 1), float(gl_VertexID >> 1)) * 2.0 - 1.0;
  at = corner;
  dark = bird.w;
  if (sky > 0.5) {
    gl_Position = vec4(corner, 0.0, 1.0);
    return;
  }
  float turn = time * (0.35 + 0.15 * bird.z) + bird.x * 6.2832;
  float ring = 0.18 + 0.55 * sqrt(bird.y);
  vec2 centre = vec2(0.22 * sin(time * 0.31), 0.24 + 0.10 * sin(time * 0.47));
  vec2 swirl = vec2(cos(turn) * ring * 1.25, sin(turn * 1.3 + bird.z * 3.0) * ring * 0.42);
  swirl += 0.09 * vec2(sin(turn * 3.0 + bird.z * 9.0), cos(turn * 2.0 + bird.w * 7.0));
  float flap = 0.35 + 0.65 * abs(sin(time * 9.0 + bird.z * 40.0));
  float size = 0.0016 + 0.0034 * bird.w;
  gl_Position = vec4(centre + swirl + corner * size * vec2(1.5, flap), 0.0, 1.0);
}`

export const birdFragment = `#version 300 es
precision highp float;
uniform float sky;
in vec2 at;
in float dark;
out vec4 colour;
void main() {
  if (sky > 0.5) {
    float up = at.y * 0.5 + 0.5;
    vec3 c = mix(vec3(0.86, 0.60, 0.36), vec3(0.30, 0.36, 0.43), pow(up, 0.62));
    c += vec3(0.24, 0.16, 0.05) * exp(-length(at - vec2(0.3, -0.72)) * 1.9);
    float water = smoothstep(-0.60, -0.612, at.y);
    c = mix(c, vec3(0.30, 0.26, 0.24) + 0.30 * (at.y + 1.0), water * 0.72);
    float bank = smoothstep(0.0, 0.008, -0.585 + 0.012 * sin(at.x * 23.0) + 0.006 * sin(at.x * 71.0) - at.y) * smoothstep(-0.64, -0.61, at.y);
    colour = vec4(mix(c, vec3(0.10, 0.10, 0.10), bank), 1.0);
    return;
  }
  float wing = 1.0 - abs(at.y) - 0.55 * abs(abs(at.x) - 0.45);
  if (wing < 0.15) discard;
  colour = vec4(vec3(0.08, 0.075, 0.08) + 0.10 * dark, 1.0);
}`

/** A drop for each instance: a square around its ring, which widens and fades with time. */
export const rainVertex = `#version 300 es
layout(location = 0) in vec4 drop;
uniform float time;
uniform float aspect;
out vec2 at;
out float age;
out float kind;
void main() {
  vec2 corner = vec2(float(gl_VertexID & 1), float(gl_VertexID >> 1)) * 2.0 - 1.0;
  at = corner;
  kind = drop.w;
  age = fract(drop.z + time * (0.45 + 0.3 * drop.w));
  float far = 1.0 - drop.y;
  float size = (0.10 + 0.42 * age) * (0.28 + 0.72 * drop.y);
  vec2 centre = vec2(drop.x * 2.2 - 1.1, 0.86 - 1.8 * (1.0 - far));
  gl_Position = vec4(centre + corner * size * vec2(1.0 / aspect * 1.7, 0.55), 0.0, 1.0);
}`

export const rainFragment = `#version 300 es
precision highp float;
in vec2 at;
in float age;
in float kind;
out vec4 colour;
void main() {
  float d = length(at);
  float wave = sin((d - age) * 34.0) * exp(-14.0 * abs(d - age * 0.86));
  float light = wave * (0.6 + 0.4 * at.y);
  vec3 c = mix(vec3(0.24, 0.34, 0.37), vec3(1.0, 0.95, 0.78), clamp(light * 1.6, 0.0, 1.0));
  float alpha = (abs(wave) * 0.95 + 0.02) * (1.0 - age) * smoothstep(1.0, 0.9, d);
  colour = vec4(mix(c, vec3(0.05, 0.08, 0.09), clamp(-light, 0.0, 1.0)), alpha * (0.6 + 0.4 * kind));
}`

/** A sheet of the chart over its tile. */
export const chartFragment = `#version 300 es
precision highp float;
uniform sampler2D sheet;
uniform vec2 corner;
uniform vec2 side;
out vec4 colour;
void main() {
  vec2 p = (gl_FragCoord.xy - corner) / side;
  colour = vec4(texture(sheet, p).rgb, 1.0);
}`
