import type { Job, Kernel } from '../measure'
import { seeded } from '../random'
import { marsh, quad, reedFragment, reedVertex } from './shaders'

export interface Stage {
  readonly gl: WebGL2RenderingContext
  /** Pixels of the off-screen picture. */
  readonly width: number
  readonly height: number
}

/** A WebGL 2 stage on a canvas; throws with the reason if there is none. */
export function stage(canvas: HTMLCanvasElement, width: number, height: number): Stage {
  const gl = canvas.getContext('webgl2', { antialias: false, powerPreference: 'high-performance' })
  if (!gl) throw new Error('WebGL 2 is not available in this browser')
  return { gl, width, height }
}

/** The parts of Petal. Every frame is drawn off-screen; reading back one pixel waits for the whole batch. */
export function graphics(on: Stage): readonly Kernel[] {
  return [
    { metric: 'shading', start: 1, prepare: (frames) => shading(on, frames) },
    { metric: 'instances', start: 1, prepare: (frames) => instances(on, frames) },
  ]
}

const reeds = 12_000
const segments = 6

function shading(on: Stage, frames: number): Job {
  const { gl } = on
  const program = link(gl, quad, marsh)
  const size = gl.getUniformLocation(program, 'size')
  const time = gl.getUniformLocation(program, 'time')
  const empty = gl.createVertexArray()
  return batch(on, frames, program, empty, (frame) => {
    gl.uniform2f(size, on.width, on.height)
    gl.uniform1f(time, 2 + frame * 0.05)
    gl.drawArrays(gl.TRIANGLES, 0, 3)
  })
}

function instances(on: Stage, frames: number): Job {
  const { gl } = on
  const program = link(gl, reedVertex, reedFragment)
  const time = gl.getUniformLocation(program, 'time')
  const array = gl.createVertexArray()
  gl.bindVertexArray(array)
  const next = seeded(5)
  const data = new Float32Array(reeds * 4)
  for (let i = 0; i < data.length; i++) data[i] = (next() % 65536) / 65536
  // Far reeds first, so that near ones are drawn over them.
  const order = Array.from({ length: reeds }, (_, i) => data.slice(i * 4, i * 4 + 4)).sort(
    (a, b) => (b[1] ?? 0) - (a[1] ?? 0),
  )
  order.forEach((reed, i) => {
    data.set(reed, i * 4)
  })
  const buffer = gl.createBuffer()
  gl.bindBuffer(gl.ARRAY_BUFFER, buffer)
  gl.bufferData(gl.ARRAY_BUFFER, data, gl.STATIC_DRAW)
  gl.enableVertexAttribArray(0)
  gl.vertexAttribPointer(0, 4, gl.FLOAT, false, 0, 0)
  gl.vertexAttribDivisor(0, 1)
  return batch(on, frames, program, array, (frame) => {
    gl.uniform1f(time, 1 + frame * 0.05)
    gl.clearColor(0.063, 0.082, 0.075, 1)
    gl.clear(gl.COLOR_BUFFER_BIT)
    gl.drawArraysInstanced(gl.TRIANGLE_STRIP, 0, segments * 2 + 2, reeds)
  })
}

function batch(
  on: Stage,
  frames: number,
  program: WebGLProgram,
  array: WebGLVertexArrayObject,
  draw: (frame: number) => void,
): Job {
  const { gl, width, height } = on
  const texture = gl.createTexture()
  gl.bindTexture(gl.TEXTURE_2D, texture)
  gl.texStorage2D(gl.TEXTURE_2D, 1, gl.RGBA8, width, height)
  const target = gl.createFramebuffer()
  gl.bindFramebuffer(gl.FRAMEBUFFER, target)
  gl.framebufferTexture2D(gl.FRAMEBUFFER, gl.COLOR_ATTACHMENT0, gl.TEXTURE_2D, texture, 0)
  const pixel = new Uint8Array(4)
  let first: string | undefined
  return {
    work: frames,
    run() {
      gl.bindFramebuffer(gl.FRAMEBUFFER, target)
      gl.viewport(0, 0, width, height)
      gl.useProgram(program)
      gl.bindVertexArray(array)
      for (let frame = 0; frame < frames; frame++) draw(frame)
      gl.readPixels(width >> 1, height >> 2, 1, 1, gl.RGBA, gl.UNSIGNED_BYTE, pixel)
      const seen = pixel.join()
      first ??= seen
      if (gl.isContextLost()) throw new Error('the graphics context was lost')
      if (gl.getError() !== gl.NO_ERROR || pixel[3] !== 255 || seen !== first)
        throw new Error('the picture came out wrong')
    },
    show() {
      show(on, target)
    },
    dispose() {
      gl.deleteFramebuffer(target)
      gl.deleteTexture(texture)
      gl.deleteVertexArray(array)
      gl.deleteProgram(program)
    },
  }
}

/** Copies the off-screen picture to the canvas and waits for it, so that nothing of it falls into the next timing. */
function show(on: Stage, target: WebGLFramebuffer) {
  const { gl } = on
  const canvas = gl.canvas
  gl.bindFramebuffer(gl.READ_FRAMEBUFFER, target)
  gl.bindFramebuffer(gl.DRAW_FRAMEBUFFER, null)
  gl.blitFramebuffer(
    0,
    0,
    on.width,
    on.height,
    0,
    0,
    canvas.width,
    canvas.height,
    gl.COLOR_BUFFER_BIT,
    gl.LINEAR,
  )
  gl.bindFramebuffer(gl.READ_FRAMEBUFFER, null)
  gl.readPixels(0, 0, 1, 1, gl.RGBA, gl.UNSIGNED_BYTE, new Uint8Array(4))
}

function link(gl: WebGL2RenderingContext, vertex: string, fragment: string): WebGLProgram {
  const program = gl.createProgram()
  for (const [kind, source] of [
    [gl.VERTEX_SHADER, vertex],
    [gl.FRAGMENT_SHADER, fragment],
  ] as const) {
    const shader = gl.createShader(kind)
    if (!shader) throw new Error('the graphics context was lost')
    gl.shaderSource(shader, source)
    gl.compileShader(shader)
    gl.attachShader(program, shader)
  }
  gl.linkProgram(program)
  if (!gl.getProgramParameter(program, gl.LINK_STATUS)) {
    throw new Error(`a scene does not build here: ${gl.getProgramInfoLog(program) ?? 'no reason given'}`)
  }
  return program
}
