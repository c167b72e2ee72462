/** A packed frame: its bytes, and whether it stands alone. */
export interface Packed {
  readonly bytes: Uint8Array
  readonly isKey: boolean
}

export interface Clip {
  readonly width: number
  readonly height: number
  readonly framesPerSecond: number
  readonly frames: readonly Packed[]
}

const millisecond = 1_000_000
/** A place in a cluster is told in 16 bits of milliseconds. */
const longestCluster = 30_000

/**
 * Puts packed VP8 frames into a WebM file (Matroska as in RFC 9559): a header, one track, and clusters that start with a
 * frame that stands alone.
 */
export function webm(clip: Clip): Blob {
  const duration = (clip.frames.length / clip.framesPerSecond) * 1000
  const header = element(0x1a45dfa3, [
    element(0x4286, number(1)),
    element(0x42f7, number(1)),
    element(0x42f2, number(4)),
    element(0x42f3, number(8)),
    element(0x4282, text('webm')),
    element(0x4287, number(2)),
    element(0x4285, number(2)),
  ])
  const info = element(0x1549a966, [
    element(0x2ad7b1, number(millisecond)),
    element(0x4489, float(duration)),
    element(0x4d80, text('yarrowmark')),
    element(0x5741, text('yarrowmark')),
  ])
  const track = element(0x1654ae6b, [
    element(0xae, [
      element(0xd7, number(1)),
      element(0x73c5, number(1)),
      element(0x83, number(1)),
      element(0x86, text('V_VP8')),
      element(0xe0, [element(0xb0, number(clip.width)), element(0xba, number(clip.height))]),
    ]),
  ])
  const segment = element(0x18538067, [info, track, ...clusters(clip)])
  return new Blob(flat([header, segment]), { type: 'video/webm; codecs="vp8"' })
}

function clusters({ frames, framesPerSecond }: Clip): readonly Piece[] {
  const all: Piece[] = []
  let start = 0
  let blocks: Piece[] = []
  const close = () => {
    if (blocks.length > 0) all.push(element(0x1f43b675, [element(0xe7, number(start)), ...blocks]))
    blocks = []
  }
  frames.forEach((frame, i) => {
    const time = Math.round((i * 1000) / framesPerSecond)
    if (frame.isKey || time - start > longestCluster) {
      close()
      start = time
    }
    const offset = time - start
    const head = new Uint8Array([0x81, offset >> 8, offset & 0xff, frame.isKey ? 0x80 : 0])
    blocks.push(element(0xa3, [head, frame.bytes]))
  })
  close()
  return all
}

type Piece = Uint8Array | readonly Piece[]

function element(id: number, content: Piece): Piece {
  return [bigEndian(id), size(length(content)), content]
}

/** The length in eight bytes, of which the first says that they are eight. */
function size(bytes: number): Uint8Array {
  const coded = new Uint8Array(8)
  const view = new DataView(coded.buffer)
  view.setUint32(0, 0x01000000 | Math.floor(bytes / 2 ** 32))
  view.setUint32(4, bytes >>> 0)
  return coded
}

function bigEndian(value: number): Uint8Array {
  const bytes: number[] = []
  for (let left = value; left > 0 || bytes.length === 0; left = Math.floor(left / 256))
    bytes.unshift(left % 256)
  return new Uint8Array(bytes)
}

function number(value: number): Uint8Array {
  return bigEndian(value)
}

function float(value: number): Uint8Array {
  const bytes = new Uint8Array(8)
  new DataView(bytes.buffer).setFloat64(0, value)
  return bytes
}

function text(value: string): Uint8Array {
  return new TextEncoder().encode(value)
}

function isList(piece: Piece): piece is readonly Piece[] {
  return Array.isArray(piece)
}

function length(piece: Piece): number {
  return isList(piece) ? piece.reduce((sum: number, p) => sum + length(p), 0) : piece.length
}

function flat(pieces: readonly Piece[]): Uint8Array<ArrayBuffer>[] {
  return pieces.flatMap((p) => (isList(p) ? flat(p) : [p as Uint8Array<ArrayBuffer>]))
}
