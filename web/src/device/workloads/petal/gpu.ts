import { Missing } from '../../measure'
import type { Job, Kernel } from '../../measure'
import { chartSheets, sheetsAcross, tileSide } from './chart'
import { birds, drops, moments, reeds, reedSegments, tiles } from './seeds'
import { chart, flock, frame, marsh, rain, reed, shown } from './wgsl'

// What TypeScript's own types of the web leave out.
declare const GPUTextureUsage: Readonly<
  Record<'COPY_SRC' | 'COPY_DST' | 'TEXTURE_BINDING' | 'RENDER_ATTACHMENT', number>
>
declare const GPUBufferUsage: Readonly<Record<'MAP_READ' | 'COPY_DST' | 'VERTEX' | 'UNIFORM', number>>
declare const GPUShaderStage: Readonly<Record<'VERTEX' | 'FRAGMENT', number>>
declare const GPUMapMode: Readonly<Record<'READ', number>>

const format = 'rgba8unorm'

/** A canvas with a device to draw for it. */
interface GpuStage {
  readonly device: GPUDevice
  readonly canvas: HTMLCanvasElement
  readonly width: number
  readonly height: number
}

/** One thing that a scene draws. */
interface Layer {
  readonly vertex: string
  readonly fragment: string
  readonly vertices: number
  /** Four numbers for each instance; left out of what is drawn once. */
  readonly each?: Float32Array<ArrayBuffer>
  readonly blend?: boolean
}

/** What a scene is made of; the pictures are those of the scenes for WebGL. */
interface Scene {
  readonly shader: string
  readonly layers: readonly Layer[]
  readonly ground: GPUColor
  /** Seconds of the scene's own time at its first moment. */
  readonly from: number
  /** Sends something to the graphics memory before a frame; what it is bound by. */
  readonly streaming?: (device: GPUDevice) => Streaming
}

interface Streaming {
  readonly entries: readonly GPUBindGroupEntry[]
  readonly send: (moment: number) => void
  readonly dispose: () => void
}

const black = { r: 0, g: 0, b: 0, a: 1 }

const scenes: Readonly<Record<string, () => Scene>> = {
  shading: () => ({
    shader: marsh,
    layers: [{ vertex: 'whole', fragment: 'marsh', vertices: 3 }],
    ground: black,
    from: 2,
  }),
  instances: () => ({
    shader: reed,
    layers: [{ vertex: 'reed', fragment: 'reedColour', vertices: reedSegments * 2 + 2, each: reeds() }],
    ground: { r: 0.063, g: 0.082, b: 0.075, a: 1 },
    from: 1,
  }),
  streaming: () => ({
    shader: chart,
    layers: [{ vertex: 'whole', fragment: 'chart', vertices: 3 }],
    ground: black,
    from: 0,
    streaming: sheetsOf,
  }),
  particles: () => ({
    shader: flock,
    layers: [
      { vertex: 'whole', fragment: 'dusk', vertices: 3 },
      { vertex: 'bird', fragment: 'birdColour', vertices: 4, each: birds() },
    ],
    ground: black,
    from: 3,
  }),
  layers: () => ({
    shader: rain,
    layers: [{ vertex: 'drop', fragment: 'dropColour', vertices: 4, each: drops(), blend: true }],
    ground: { r: 0.15, g: 0.22, b: 0.25, a: 1 },
    from: 2,
  }),
}

/** The keys of the scenes, in the order they run. */
export const gpuScenes = Object.keys(scenes)

/** A scene drawn through WebGPU, a frame a run. Work: frames. */
export function gpuKernel(key: string, canvas: HTMLCanvasElement, width: number, height: number): Kernel {
  return {
    key,
    async prepare() {
      const made = scenes[key]
      if (!made) throw new Error(`there is no scene ${key}`)
      return draw({ device: await deviceOf(), canvas, width, height }, made())
    },
  }
}

async function deviceOf(): Promise<GPUDevice> {
  const gpu = (navigator as { gpu?: GPU }).gpu
  if (!gpu) throw new Missing('WebGPU is not available in this browser')
  const adapter = await gpu.requestAdapter({ powerPreference: 'high-performance' })
  if (!adapter) throw new Missing('the browser has WebGPU, but no graphics chip for it')
  return adapter.requestDevice()
}

/** All sheets of the chart as layers of one texture, each sent anew for every frame. */
function sheetsOf(device: GPUDevice): Streaming {
  const sheets = chartSheets()
  const texture = device.createTexture({
    size: [tileSide, tileSide, tiles * tiles],
    format,
    usage: GPUTextureUsage.TEXTURE_BINDING | GPUTextureUsage.COPY_DST,
  })
  return {
    entries: [
      { binding: 0, resource: texture.createView({ dimension: '2d-array' }) },
      { binding: 1, resource: device.createSampler({ magFilter: 'linear', minFilter: 'linear' }) },
    ],
    send(moment) {
      for (let i = 0; i < tiles * tiles; i++) {
        const x = i % tiles
        const y = Math.floor(i / tiles)
        // The chart drifts by a sheet from moment to moment.
        const sheet = sheets[(y % sheetsAcross) * sheetsAcross + ((x + moment) % sheetsAcross)]
        if (sheet)
          device.queue.writeTexture(
            { texture, origin: [0, 0, i] },
            sheet as Uint8Array<ArrayBuffer>,
            { bytesPerRow: tileSide * 4 },
            [tileSide, tileSide, 1],
          )
      }
    },
    dispose() {
      texture.destroy()
    },
  }
}

/** Alpha of the picture stays whole, whatever is laid over it. */
const overEachOther: GPUBlendState = {
  color: { srcFactor: 'src-alpha', dstFactor: 'one-minus-src-alpha' },
  alpha: { srcFactor: 'zero', dstFactor: 'one' },
}

/** Everything a scene needs on the graphics device, checked. */
async function build(on: GpuStage, scene: Scene) {
  const { device, width, height } = on
  device.pushErrorScope('validation')
  const target = device.createTexture({
    size: [width, height],
    format,
    usage: GPUTextureUsage.RENDER_ATTACHMENT | GPUTextureUsage.COPY_SRC | GPUTextureUsage.TEXTURE_BINDING,
  })
  const view = target.createView()
  const uniform = device.createBuffer({ size: 16, usage: GPUBufferUsage.UNIFORM | GPUBufferUsage.COPY_DST })
  const shared = device.createBindGroupLayout({
    entries: [{ binding: 0, visibility: GPUShaderStage.VERTEX | GPUShaderStage.FRAGMENT, buffer: {} }],
  })
  const streamed = device.createBindGroupLayout({
    entries: [
      { binding: 0, visibility: GPUShaderStage.FRAGMENT, texture: { viewDimension: '2d-array' } },
      { binding: 1, visibility: GPUShaderStage.FRAGMENT, sampler: {} },
    ],
  })
  const streaming = scene.streaming?.(device)
  const groups = [
    device.createBindGroup({ layout: shared, entries: [{ binding: 0, resource: { buffer: uniform } }] }),
    ...(streaming ? [device.createBindGroup({ layout: streamed, entries: [...streaming.entries] })] : []),
  ]
  const module = device.createShaderModule({ code: frame + scene.shader })
  const layout = device.createPipelineLayout({
    bindGroupLayouts: streaming ? [shared, streamed] : [shared],
  })
  const layers = scene.layers.map((layer) => ready(device, module, layout, layer))
  const pixel = device.createBuffer({ size: 256, usage: GPUBufferUsage.COPY_DST | GPUBufferUsage.MAP_READ })
  const show = screen(on, view)
  const fault = await device.popErrorScope()
  if (fault) throw new Error(`a scene does not build here: ${fault.message}`)
  return { target, view, uniform, streaming, groups, layers, pixel, show }
}

async function draw(on: GpuStage, scene: Scene): Promise<Job> {
  const { device, width, height } = on
  const { target, view, uniform, streaming, groups, layers, pixel, show } = await build(on, scene)
  const looks = new Map<number, string>()
  let lost: string | undefined
  void device.lost.then((reason) => {
    lost = reason.message
  })
  let drawn = 0
  return {
    work: 1,
    run() {
      const moment = drawn++ % moments
      device.queue.writeBuffer(
        uniform,
        0,
        new Float32Array([width, height, scene.from + moment * 0.05, tiles]),
      )
      streaming?.send(moment)
      const commands = device.createCommandEncoder()
      const pass = commands.beginRenderPass({
        colorAttachments: [{ view, loadOp: 'clear', storeOp: 'store', clearValue: scene.ground }],
      })
      groups.forEach((group, i) => {
        pass.setBindGroup(i, group)
      })
      for (const { pipeline, buffer, vertices, instances } of layers) {
        pass.setPipeline(pipeline)
        if (buffer) pass.setVertexBuffer(0, buffer)
        pass.draw(vertices, instances)
      }
      pass.end()
      device.queue.submit([commands.finish()])
      return 0
    },
    async finish() {
      const commands = device.createCommandEncoder()
      commands.copyTextureToBuffer(
        { texture: target, origin: [width >> 1, height - (height >> 2), 0] },
        { buffer: pixel, bytesPerRow: 256 },
        [1, 1, 1],
      )
      device.queue.submit([commands.finish()])
      await pixel.mapAsync(GPUMapMode.READ, 0, 4)
      const colour = [...new Uint8Array(pixel.getMappedRange(0, 4))]
      pixel.unmap()
      if (lost !== undefined) throw new Error(`the graphics device was lost: ${lost}`)
      const moment = (drawn - 1) % moments
      const seen = colour.join()
      const before = looks.get(moment) ?? seen
      looks.set(moment, seen)
      if (colour[3] !== 255 || seen !== before) throw new Error('the picture came out wrong')
    },
    show,
    dispose() {
      streaming?.dispose()
      device.destroy()
    },
  }
}

function ready(device: GPUDevice, module: GPUShaderModule, layout: GPUPipelineLayout, layer: Layer) {
  const pipeline = device.createRenderPipeline({
    layout,
    vertex: {
      module,
      entryPoint: layer.vertex,
      buffers: layer.each
        ? [
            {
              arrayStride: 16,
              stepMode: 'instance',
              attributes: [{ shaderLocation: 0, offset: 0, format: 'float32x4' }],
            },
          ]
        : [],
    },
    fragment: {
      module,
      entryPoint: layer.fragment,
      targets: [{ format, ...(layer.blend === true ? { blend: overEachOther } : {}) }],
    },
    primitive: { topology: layer.each ? 'triangle-strip' : 'triangle-list' },
  })
  if (!layer.each) return { pipeline, vertices: layer.vertices, instances: 1, buffer: undefined }
  const buffer = device.createBuffer({
    size: layer.each.byteLength,
    usage: GPUBufferUsage.VERTEX | GPUBufferUsage.COPY_DST,
  })
  device.queue.writeBuffer(buffer, 0, layer.each)
  return { pipeline, vertices: layer.vertices, instances: layer.each.length / 4, buffer }
}

/** Width and height of what is shown on the page; a row is a multiple of 256 bytes, as copies ask. */
const shownSize = [768, 432] as const

/**
 * Copies the off-screen picture, made smaller, to the canvas: by way of the memory, since not every browser that draws
 * through WebGPU can also show it so.
 */
function screen({ device, canvas }: GpuStage, picture: GPUTextureView): () => Promise<void> {
  const [across, down] = shownSize
  const small = device.createTexture({
    size: [across, down],
    format,
    usage: GPUTextureUsage.RENDER_ATTACHMENT | GPUTextureUsage.COPY_SRC,
  })
  const bytes = device.createBuffer({
    size: across * down * 4,
    usage: GPUBufferUsage.COPY_DST | GPUBufferUsage.MAP_READ,
  })
  const module = device.createShaderModule({ code: shown })
  const pipeline = device.createRenderPipeline({
    layout: 'auto',
    vertex: { module, entryPoint: 'all' },
    fragment: { module, entryPoint: 'show', targets: [{ format }] },
  })
  const group = device.createBindGroup({
    layout: pipeline.getBindGroupLayout(0),
    entries: [
      { binding: 0, resource: picture },
      { binding: 1, resource: device.createSampler({ magFilter: 'linear', minFilter: 'linear' }) },
    ],
  })
  canvas.width = across
  canvas.height = down
  const context = canvas.getContext('2d')
  return async () => {
    const commands = device.createCommandEncoder()
    const pass = commands.beginRenderPass({
      colorAttachments: [{ view: small.createView(), loadOp: 'clear', storeOp: 'store', clearValue: black }],
    })
    pass.setPipeline(pipeline)
    pass.setBindGroup(0, group)
    pass.draw(3)
    pass.end()
    commands.copyTextureToBuffer({ texture: small }, { buffer: bytes, bytesPerRow: across * 4 }, [
      across,
      down,
      1,
    ])
    device.queue.submit([commands.finish()])
    await bytes.mapAsync(GPUMapMode.READ)
    const pixels = new Uint8ClampedArray(bytes.getMappedRange().slice(0))
    bytes.unmap()
    context?.putImageData(new ImageData(pixels, across, down), 0, 0)
  }
}
