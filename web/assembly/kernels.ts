// The picture filter and the tide map as WebAssembly, line for line what the script does, so that both must agree bit for
// bit. AssemblyScript, compiled to src/device/workloads/wasm/kernels.wasm by "npm run wasm".

const width: i32 = 512
const height: i32 = 256
const cells: i32 = 256 * 128
const mapWidth: i32 = 256

// Where the input and the results lie in the memory.
const from: usize = 65536
const smooth: usize = from + width * height * 8
const depth: usize = smooth + width * height * 8
const cost: usize = depth + cells * 4
const way: usize = cost + cells * 4
const keys: usize = way + cells * 4
const places: usize = keys + (cells * 4 + 8) * 4
export const end: usize = places + (cells * 4 + 8) * 4

export function pictureAt(): usize {
  return from
}
export function smoothAt(): usize {
  return smooth
}
export function depthAt(): usize {
  return depth
}
export function costAt(): usize {
  return cost
}
export function wayAt(): usize {
  return way
}

// @ts-ignore: decorator
@inline
function weight(i: i32): f64 {
  return i == 2 ? 6.0 / 16.0 : i == 1 || i == 3 ? 4.0 / 16.0 : 1.0 / 16.0
}

export function filter(): void {
  for (let y = 2; y < height - 2; y++) {
    for (let x = 2; x < width - 2; x++) {
      let sum: f64 = 0
      for (let dy = -2; dy <= 2; dy++) {
        const line = from + ((((y + dy) * width + x) as usize) << 3)
        sum +=
          weight(dy + 2) *
          (weight(0) * load<f64>(line - 16) +
            weight(1) * load<f64>(line - 8) +
            weight(2) * load<f64>(line) +
            weight(3) * load<f64>(line + 8) +
            weight(4) * load<f64>(line + 16))
      }
      store<f64>(smooth + (((y * width + x) as usize) << 3), sum)
    }
  }
}

let size: i32 = 0

// @ts-ignore: decorator
@inline
function at(base: usize, i: i32): i32 {
  return load<i32>(base + ((i as usize) << 2))
}
// @ts-ignore: decorator
@inline
function put(base: usize, i: i32, value: i32): void {
  store<i32>(base + ((i as usize) << 2), value)
}
// @ts-ignore: decorator
@inline
function before(key: i32, place: i32, other: i32, otherPlace: i32): bool {
  return key < other || (key == other && place < otherPlace)
}

export function cross(): void {
  for (let i = 0; i < cells; i++) put(cost, i, 0x7fffffff)
  size = 0
  put(cost, 0, at(depth, 0))
  put(way, 0, -1)
  push(at(depth, 0), 0)
  while (size > 0) visit()
}

function visit(): void {
  const key = at(keys, 0)
  const cell = at(places, 0)
  pop()
  if (key != at(cost, cell)) return
  const x = cell % mapWidth
  if (x > 0) step(cell, cell - 1)
  if (x < mapWidth - 1) step(cell, cell + 1)
  if (cell >= mapWidth) step(cell, cell - mapWidth)
  if (cell < cells - mapWidth) step(cell, cell + mapWidth)
}

function step(cell: i32, to: i32): void {
  const sum = at(cost, cell) + at(depth, to)
  if (sum < at(cost, to)) {
    put(cost, to, sum)
    put(way, to, cell)
    push(sum, to)
  }
}

function push(key: i32, place: i32): void {
  let i = size++
  while (i > 0) {
    const up = (i - 1) >> 1
    if (!before(key, place, at(keys, up), at(places, up))) break
    put(keys, i, at(keys, up))
    put(places, i, at(places, up))
    i = up
  }
  put(keys, i, key)
  put(places, i, place)
}

function pop(): void {
  size--
  const key = at(keys, size)
  const place = at(places, size)
  let i = 0
  let child = 1
  while (child < size) {
    if (
      child + 1 < size &&
      before(at(keys, child + 1), at(places, child + 1), at(keys, child), at(places, child))
    )
      child++
    if (!before(at(keys, child), at(places, child), key, place)) break
    put(keys, i, at(keys, child))
    put(places, i, at(places, child))
    i = child
    child = 2 * i + 1
  }
  put(keys, i, key)
  put(places, i, place)
}
