import { Missing } from '../../measure'
import type { Job, Kernel } from '../../measure'
import { chartSheets, sheetsAcross, tileSide } from './chart'
import {
  birdFragment,
  birdVertex,
  chartFragment,
  marsh,
  quad,
  rainFragment,
  rainVertex,
  reedFragment,
  reedVertex,
} from './shaders'
import { birdCount, birds, dropCount, drops, moments, reedCount, reeds, reedSegments, tiles } from './seeds'
import { drawTimer } from './timer'

export interface Stage {
  readonly gl: WebGL2RenderingContext
  /** Pixels of the off-screen picture. */
  readonly width: number
  readonly height: number
}

/** A WebGL 2 stage on a canvas; throws with the reason if there is none. */
export function stage(canvas: HTMLCanvasElement, width: number, height: number): Stage {
  const gl = canvas.getContext('webgl2', { antialias: false, powerPreference: 'high-performance' })
  if (!gl) throw new Missing('WebGL 2 is not available in this browser')
  return { gl, width, height }
}

/**
 * The scenes that are drawn off-screen, a frame a run; reading back one pixel waits for all of it. Work: frames.
 */
export const scenes: Readonly<Record<string, (on: Stage) => Kernel>> = {
  shading: (on) => ({ key: 'shading', prepare: () => shading(on) }),
  instances: (on) => ({ key: 'instances', prepare: () => instances(on) }),
  streaming: (on) => ({ key: 'streaming', prepare: () => streaming(on) }),
  particles: (on) => ({ key: 'particles', prepare: () => particles(on) }),
  layers: (on) => ({ key: 'layers', prepare: () => layers(on) }),
}

export function shading(on: Stage): Job {
  const { gl } = on
  const program = link(gl, quad, marsh)
  const size = gl.getUniformLocation(program, 'size')
  const time = gl.getUniformLocation(program, 'time')
  const empty = gl.createVertexArray()
  return batch(on, program, empty, (frame) => {
    gl.uniform2f(size, on.width, on.height)
    gl.uniform1f(time, 2 + frame * 0.05)
    gl.drawArrays(gl.TRIANGLES, 0, 3)
  })
}

function instances(on: Stage): Job {
  const { gl } = on
  const program = link(gl, reedVertex, reedFragment)
  const time = gl.getUniformLocation(program, 'time')
  const array = eachOf(gl, reeds())
  return batch(on, program, array, (frame) => {
    gl.uniform1f(time, 1 + frame * 0.05)
    gl.clearColor(0.063, 0.082, 0.075, 1)
    gl.clear(gl.COLOR_BUFFER_BIT)
    gl.drawArraysInstanced(gl.TRIANGLE_STRIP, 0, reedSegments * 2 + 2, reedCount)
  })
}

/** Hands four numbers to each instance. */
function eachOf(gl: WebGL2RenderingContext, data: Float32Array): WebGLVertexArrayObject {
  const array = gl.createVertexArray()
  gl.bindVertexArray(array)
  gl.bindBuffer(gl.ARRAY_BUFFER, gl.createBuffer())
  gl.bufferData(gl.ARRAY_BUFFER, data, gl.STATIC_DRAW)
  gl.enableVertexAttribArray(0)
  gl.vertexAttribPointer(0, 4, gl.FLOAT, false, 0, 0)
  gl.vertexAttribDivisor(0, 1)
  return array
}

/** A flock at dusk: every bird's place follows from its number and the time, in the vertex shader. */
function particles(on: Stage): Job {
  const { gl } = on
  const program = link(gl, birdVertex, birdFragment)
  const time = gl.getUniformLocation(program, 'time')
  const sky = gl.getUniformLocation(program, 'sky')
  return batch(on, program, eachOf(gl, birds()), (frame) => {
    gl.uniform1f(time, 3 + frame * 0.05)
    gl.clearColor(0.33, 0.34, 0.36, 1)
    gl.clear(gl.COLOR_BUFFER_BIT)
    gl.uniform1f(sky, 1)
    gl.drawArraysInstanced(gl.TRIANGLE_STRIP, 0, 4, 1)
    gl.uniform1f(sky, 0)
    gl.drawArraysInstanced(gl.TRIANGLE_STRIP, 0, 4, birdCount)
  })
}

/** Rain on water: rings laid over each other with blending, most pixels covered many times. */
function layers(on: Stage): Job {
  const { gl } = on
  const program = link(gl, rainVertex, rainFragment)
  const time = gl.getUniformLocation(program, 'time')
  const aspect = gl.getUniformLocation(program, 'aspect')
  return batch(on, program, eachOf(gl, drops()), (frame) => {
    gl.uniform1f(time, 2 + frame * 0.05)
    gl.uniform1f(aspect, on.width / on.height)
    gl.clearColor(0.15, 0.22, 0.25, 1)
    gl.clear(gl.COLOR_BUFFER_BIT)
    gl.enable(gl.BLEND)
    // What lies below stays opaque.
    gl.blendFuncSeparate(gl.SRC_ALPHA, gl.ONE_MINUS_SRC_ALPHA, gl.ZERO, gl.ONE)
    gl.drawArraysInstanced(gl.TRIANGLE_STRIP, 0, 4, dropCount)
    gl.disable(gl.BLEND)
  })
}

/** A chart of the creeks of 8 × 8 tiles, each sent to the graphics memory anew before it is drawn. */
function streaming(on: Stage): Job {
  const { gl } = on
  const program = link(gl, quad, chartFragment)
  const corner = gl.getUniformLocation(program, 'corner')
  const side = gl.getUniformLocation(program, 'side')
  const texture = gl.createTexture()
  const sheets = chartSheets()
  const across = on.width / tiles
  const down = on.height / tiles
  const job = batch(on, program, gl.createVertexArray(), (moment) => {
    gl.bindTexture(gl.TEXTURE_2D, texture)
    gl.texParameteri(gl.TEXTURE_2D, gl.TEXTURE_MIN_FILTER, gl.LINEAR)
    gl.uniform2f(side, across, down)
    gl.enable(gl.SCISSOR_TEST)
    for (let y = 0; y < tiles; y++) {
      for (let x = 0; x < tiles; x++) {
        // The chart drifts by a sheet from moment to moment.
        const sheet = sheets[(y % sheetsAcross) * sheetsAcross + ((x + moment) % sheetsAcross)]
        if (!sheet) continue
        gl.texImage2D(gl.TEXTURE_2D, 0, gl.RGBA8, tileSide, tileSide, 0, gl.RGBA, gl.UNSIGNED_BYTE, sheet)
        gl.uniform2f(corner, x * across, y * down)
        gl.scissor(Math.floor(x * across), Math.floor(y * down), Math.ceil(across), Math.ceil(down))
        gl.drawArrays(gl.TRIANGLES, 0, 3)
      }
    }
    gl.disable(gl.SCISSOR_TEST)
  })
  return {
    ...job,
    dispose() {
      gl.deleteTexture(texture)
      void job.dispose?.()
    },
  }
}

function batch(
  on: Stage,
  program: WebGLProgram,
  array: WebGLVertexArrayObject,
  draw: (moment: number) => void,
): Job {
  const { gl, width, height } = on
  const texture = gl.createTexture()
  gl.bindTexture(gl.TEXTURE_2D, texture)
  gl.texStorage2D(gl.TEXTURE_2D, 1, gl.RGBA8, width, height)
  const target = gl.createFramebuffer()
  gl.bindFramebuffer(gl.FRAMEBUFFER, target)
  gl.framebufferTexture2D(gl.FRAMEBUFFER, gl.COLOR_ATTACHMENT0, gl.TEXTURE_2D, texture, 0)
  const pixel = new Uint8Array(4)
  const looks = new Map<number, string>()
  const timer = drawTimer(gl)
  let drawn = 0
  return {
    work: 1,
    run() {
      timer?.begin()
      gl.bindFramebuffer(gl.FRAMEBUFFER, target)
      gl.viewport(0, 0, width, height)
      gl.useProgram(program)
      gl.bindVertexArray(array)
      draw(drawn % moments)
      drawn++
      return 0
    },
    finish() {
      timer?.end()
      gl.readPixels(width >> 1, height >> 2, 1, 1, gl.RGBA, gl.UNSIGNED_BYTE, pixel)
      if (gl.isContextLost()) throw new Error('the graphics context was lost')
      const moment = (drawn - 1) % moments
      const seen = pixel.join()
      const before = looks.get(moment) ?? seen
      looks.set(moment, seen)
      if (gl.getError() !== gl.NO_ERROR || pixel[3] !== 255 || seen !== before)
        throw new Error('the picture came out wrong')
    },
    show() {
      show(on, target)
      timer?.collect()
    },
    ...(timer === undefined ? {} : { beside: () => ({ kind: 'drawing', ...timer.times() }) }),
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
