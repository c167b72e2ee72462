/** What every shader is told of a frame, and one triangle that covers everything. */
export const frame = `
struct Frame { size: vec2f, time: f32, tiles: f32 }
@group(0) @binding(0) var<uniform> frame: Frame;
@vertex fn whole(@builtin(vertex_index) i: u32) -> @builtin(position) vec4f {
  let corner = vec2f(f32((i << 1u) & 2u), f32(i & 2u));
  return vec4f(corner * 2.0 - 1.0, 0.0, 1.0);
}
fn cornerOf(i: u32) -> vec2f { return vec2f(f32(i & 1u), f32(i >> 1u)) * 2.0 - 1.0; }`

/** A tidal marsh at night, as in the shaders for WebGL. */
export const marsh = `
fn hash(p: vec2f) -> f32 { return fract(sin(dot(p, vec2f(127.1, 311.7))) * 43758.5453); }
fn noise(p: vec2f) -> f32 {
  let i = floor(p);
  var f = fract(p);
  f = f * f * (3.0 - 2.0 * f);
  return mix(mix(hash(i), hash(i + vec2f(1, 0)), f.x), mix(hash(i + vec2f(0, 1)), hash(i + vec2f(1, 1)), f.x), f.y);
}
fn layers(at: vec2f) -> f32 {
  var p = at;
  var sum = 0.0;
  var part = 0.5;
  for (var i = 0; i < 6; i++) { sum += part * noise(p); p = p * 2.03 + 17.0; part *= 0.5; }
  return sum;
}
fn sky(p: vec2f) -> vec3f {
  let up = clamp(p.y, 0.0, 1.0);
  var c = mix(vec3f(0.20, 0.25, 0.24), vec3f(0.035, 0.055, 0.07), pow(up, 0.55));
  let d = length(p - vec2f(0.42, 0.56));
  c += vec3f(0.95, 0.90, 0.74) * (1.0 - smoothstep(0.056, 0.062, d));
  c += vec3f(0.55, 0.50, 0.34) * exp(-d * 5.5) * 0.55;
  let cell = floor(p * 190.0);
  let star = step(0.9965, hash(cell)) * smoothstep(0.15, 0.6, p.y);
  c += star * 0.65 * hash(cell + 3.0);
  let cloud = smoothstep(0.46, 0.86, layers(p * vec2f(2.0, 6.0) + vec2f(frame.time * 0.03, 0.0)));
  return mix(c, vec3f(0.13, 0.16, 0.165) + 0.22 * exp(-d * 4.0), cloud * 0.72);
}
@fragment fn marsh(@builtin(position) at: vec4f) -> @location(0) vec4f {
  let up = vec2f(at.x, frame.size.y - at.y);
  let p = (up * 2.0 - frame.size) / frame.size.y;
  let shore = -0.12 + 0.035 * layers(vec2f(p.x * 3.0, 1.0)) + 0.012 * noise(vec2f(p.x * 60.0, 4.0));
  var c: vec3f;
  if (p.y > shore) {
    c = sky(p);
    let bank = shore + 0.07 * layers(vec2f(p.x * 1.6 + 9.0, 2.0)) + 0.018 * noise(vec2f(p.x * 90.0, 7.0));
    c = mix(vec3f(0.035, 0.05, 0.045), c, smoothstep(bank, bank + 0.006, p.y));
  } else {
    let depth = shore - p.y;
    let far = 1.0 / (depth * 3.0 + 0.06);
    let water = vec2f(p.x * far * 2.2, far * 5.0 + frame.time * 0.35);
    let wave = layers(water) - 0.5;
    let fine = layers(water * 3.7 + 5.0) - 0.5;
    let mirrored = vec2f(p.x + (wave * 0.10 + fine * 0.05) * (0.3 + depth), shore + depth * 1.05 + wave * 0.16 + fine * 0.06);
    c = sky(mirrored) * (0.72 - 0.22 * depth);
    c += vec3f(0.75, 0.70, 0.52) * pow(max(0.0, wave + fine), 2.0) * exp(-abs(p.x - 0.42) * 3.2) * 2.1;
    let mud = smoothstep(0.52, 0.60, layers(p * vec2f(1.4, 3.4) + 31.0) - 0.30 * depth);
    c = mix(c, vec3f(0.06, 0.068, 0.058) + 0.06 * fine, mud * smoothstep(0.10, 0.35, depth));
  }
  let grain = hash(up + frame.time) - 0.5;
  return vec4f(pow(max(c, vec3f(0.0)), vec3f(0.84)) + grain * 0.008, 1.0);
}`

/** A reed for each instance. */
export const reed = `
struct Reed { @builtin(position) place: vec4f, @location(0) along: f32, @location(1) near: f32, @location(2) kind: f32 }
@vertex fn reed(@builtin(vertex_index) i: u32, @location(0) reed: vec4f) -> Reed {
  var out: Reed;
  out.along = f32(i / 2u) / 6.0;
  let side = f32(i & 1u) * 2.0 - 1.0;
  out.near = 1.0 - reed.y;
  out.kind = reed.w;
  let height = mix(0.20, 1.15, out.near * out.near) * (0.55 + 0.75 * reed.z);
  let wind = sin(frame.time * 1.7 + reed.x * 9.0 + reed.y * 4.0) + 0.5 * sin(frame.time * 3.1 + reed.x * 23.0);
  let bend = (reed.w - 0.5) * 0.30 + wind * 0.055;
  let thick = mix(0.0010, 0.0052, out.near) * (1.0 - out.along * 0.85);
  let head = step(0.88, out.kind) * smoothstep(0.72, 0.80, out.along) * (1.0 - smoothstep(0.94, 1.0, out.along));
  let x = reed.x * 2.3 - 1.15 + bend * out.along * out.along * height + side * (thick + head * 0.0085 * (0.4 + out.near));
  let y = -1.05 + (1.0 - out.near) * 0.85 + height * out.along * 0.86;
  out.place = vec4f(x, y, 0.0, 1.0);
  return out;
}
@fragment fn reedColour(in: Reed) -> @location(0) vec4f {
  let low = mix(vec3f(0.09, 0.13, 0.11), vec3f(0.10, 0.19, 0.12), in.near);
  let high = mix(vec3f(0.17, 0.24, 0.21), vec3f(0.47, 0.63, 0.33), in.near * (0.6 + 0.4 * in.kind));
  let head = step(0.88, in.kind) * smoothstep(0.74, 0.80, in.along);
  let c = mix(mix(low, high, in.along), mix(vec3f(0.24, 0.19, 0.13), vec3f(0.66, 0.49, 0.26), in.near), head);
  return vec4f(c, 1.0);
}`

/** The dusk, and a bird for each instance. */
export const flock = `
struct Bird { @builtin(position) place: vec4f, @location(0) at: vec2f, @location(1) dark: f32 }
@vertex fn bird(@builtin(vertex_index) i: u32, @location(0) bird: vec4f) -> Bird {
  var out: Bird;
  out.at = cornerOf(i);
  out.dark = bird.w;
  let turn = frame.time * (0.35 + 0.15 * bird.z) + bird.x * 6.2832;
  let ring = 0.18 + 0.55 * sqrt(bird.y);
  let centre = vec2f(0.22 * sin(frame.time * 0.31), 0.24 + 0.10 * sin(frame.time * 0.47));
  var swirl = vec2f(cos(turn) * ring * 1.25, sin(turn * 1.3 + bird.z * 3.0) * ring * 0.42);
  swirl += 0.09 * vec2f(sin(turn * 3.0 + bird.z * 9.0), cos(turn * 2.0 + bird.w * 7.0));
  let flap = 0.35 + 0.65 * abs(sin(frame.time * 9.0 + bird.z * 40.0));
  let size = 0.0016 + 0.0034 * bird.w;
  out.place = vec4f(centre + swirl + out.at * size * vec2f(1.5, flap), 0.0, 1.0);
  return out;
}
@fragment fn birdColour(in: Bird) -> @location(0) vec4f {
  let wing = 1.0 - abs(in.at.y) - 0.55 * abs(abs(in.at.x) - 0.45);
  if (wing < 0.15) { discard; }
  return vec4f(vec3f(0.08, 0.075, 0.08) + 0.10 * in.dark, 1.0);
}
@fragment fn dusk(@builtin(position) place: vec4f) -> @location(0) vec4f {
  let at = vec2f(place.x, frame.size.y - place.y) / frame.size * 2.0 - 1.0;
  let up = at.y * 0.5 + 0.5;
  var c = mix(vec3f(0.86, 0.60, 0.36), vec3f(0.30, 0.36, 0.43), pow(up, 0.62));
  c += vec3f(0.24, 0.16, 0.05) * exp(-length(at - vec2f(0.3, -0.72)) * 1.9);
  let water = 1.0 - smoothstep(-0.612, -0.60, at.y);
  c = mix(c, vec3f(0.30, 0.26, 0.24) + 0.30 * (at.y + 1.0), water * 0.72);
  let bank = smoothstep(0.0, 0.008, -0.585 + 0.012 * sin(at.x * 23.0) + 0.006 * sin(at.x * 71.0) - at.y) * smoothstep(-0.64, -0.61, at.y);
  return vec4f(mix(c, vec3f(0.10), bank), 1.0);
}`

/** A drop for each instance: a square around its ring. */
export const rain = `
struct Drop { @builtin(position) place: vec4f, @location(0) at: vec2f, @location(1) age: f32, @location(2) kind: f32 }
@vertex fn drop(@builtin(vertex_index) i: u32, @location(0) drop: vec4f) -> Drop {
  var out: Drop;
  out.at = cornerOf(i);
  out.kind = drop.w;
  out.age = fract(drop.z + frame.time * (0.45 + 0.3 * drop.w));
  let far = 1.0 - drop.y;
  let size = (0.10 + 0.42 * out.age) * (0.28 + 0.72 * drop.y);
  let centre = vec2f(drop.x * 2.2 - 1.1, 0.86 - 1.8 * (1.0 - far));
  out.place = vec4f(centre + out.at * size * vec2f(1.7 * frame.size.y / frame.size.x, 0.55), 0.0, 1.0);
  return out;
}
@fragment fn dropColour(in: Drop) -> @location(0) vec4f {
  let d = length(in.at);
  let wave = sin((d - in.age) * 34.0) * exp(-14.0 * abs(d - in.age * 0.86));
  let light = wave * (0.6 + 0.4 * in.at.y);
  let c = mix(vec3f(0.24, 0.34, 0.37), vec3f(1.0, 0.95, 0.78), clamp(light * 1.6, 0.0, 1.0));
  let alpha = (abs(wave) * 0.95 + 0.02) * (1.0 - in.age) * (1.0 - smoothstep(0.9, 1.0, d));
  return vec4f(mix(c, vec3f(0.05, 0.08, 0.09), clamp(-light, 0.0, 1.0)), alpha * (0.6 + 0.4 * in.kind));
}`

/** The chart: every tile shows its own sheet of the graphics memory. */
export const chart = `
@group(1) @binding(0) var sheets: texture_2d_array<f32>;
@group(1) @binding(1) var smoothly: sampler;
@fragment fn chart(@builtin(position) at: vec4f) -> @location(0) vec4f {
  let p = at.xy / frame.size * frame.tiles;
  let tile = min(floor(p), vec2f(frame.tiles - 1.0));
  return vec4f(textureSampleLevel(sheets, smoothly, p - tile, i32(tile.y * frame.tiles + tile.x), 0.0).rgb, 1.0);
}`

/** Shows the off-screen picture on the page. */
export const shown = `
@group(0) @binding(0) var picture: texture_2d<f32>;
@group(0) @binding(1) var smoothly: sampler;
struct Corner { @builtin(position) place: vec4f, @location(0) at: vec2f }
@vertex fn all(@builtin(vertex_index) i: u32) -> Corner {
  var out: Corner;
  let corner = vec2f(f32((i << 1u) & 2u), f32(i & 2u));
  out.place = vec4f(corner * 2.0 - 1.0, 0.0, 1.0);
  out.at = vec2f(corner.x, 1.0 - corner.y);
  return out;
}
@fragment fn show(in: Corner) -> @location(0) vec4f { return textureSampleLevel(picture, smoothly, in.at, 0.0); }`
