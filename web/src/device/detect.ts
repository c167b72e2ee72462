import type { Schemas } from '../api/client'

type FactLine = Schemas['FactLine']

interface Brand {
  readonly brand: string
  readonly version: string
}

interface AgentData {
  readonly brands: readonly Brand[]
  getHighEntropyValues: (hints: readonly string[]) => Promise<{
    readonly fullVersionList?: readonly Brand[]
    readonly platform?: string
    readonly platformVersion?: string
    readonly architecture?: string
    readonly bitness?: string
    readonly model?: string
  }>
}

function known(key: string, value: string | number, unit = ''): FactLine {
  return { key, value: String(value).slice(0, 200), unit }
}

function unknown(key: string, reason: string): FactLine {
  return { key, reason }
}

/** What the browser tells of itself and the device; what it does not is unknown with the reason. */
export async function detect(): Promise<readonly FactLine[]> {
  return [
    ...(await agent()),
    navigator.hardwareConcurrency > 0
      ? known('cpu.threads', navigator.hardwareConcurrency)
      : unknown('cpu.threads', 'the browser does not tell'),
    known(
      'display.resolution',
      `${String(Math.round(screen.width * devicePixelRatio))} × ${String(Math.round(screen.height * devicePixelRatio))}`,
    ),
    await refresh(),
    ...graphicsFacts(),
    ...(await adapterFacts()),
    await codecs(),
    features(),
    pageMemory(),
    known('browser.isolated', crossOriginIsolated ? 'yes' : 'no'),
    known('browser.secure', isSecureContext ? 'yes' : 'no'),
    ...(await battery()),
  ]
}

/** Whether nothing of a suite can be measured on this page. */
export function isLeftOut(suite: string): boolean {
  return suite === 'rootweb' && !isSecureContext
}

/** What is missing on this page, in words; empty on an isolated, secure one. */
export function reductions(): readonly string[] {
  return [
    ...(isSecureContext
      ? []
      : [
          'Root in the browser is left out: browsers give private files to secure pages only.',
          'Hashing and sealing is left out: so is cryptography.',
          'The screen may go dark: keep it on by hand.',
          'The browser tells little of itself and of the system.',
        ]),
    ...(crossOriginIsolated
      ? []
      : ['The clock steps by 0.1 ms instead of 0.005 ms, and neighbours on a core are not noticed.']),
  ]
}

interface Battery {
  readonly charging: boolean
}

/** On mains or on battery, where the browser tells. */
async function battery(): Promise<readonly FactLine[]> {
  const { getBattery } = navigator as { getBattery?: () => Promise<Battery> }
  if (!getBattery) return [unknown('power.source', 'the browser does not tell')]
  const { charging } = await getBattery.call(navigator)
  return [known('power.source', charging ? 'plugged in, or no battery' : 'battery')]
}

async function agent(): Promise<readonly FactLine[]> {
  const data = (navigator as { userAgentData?: AgentData }).userAgentData
  if (!data) {
    const own = browserOf(navigator.userAgent)
    return [
      own === undefined ? unknown('browser.name', 'the browser does not tell') : known('browser.name', own),
      unknown('system.name', 'the browser does not tell without a secure page'),
    ]
  }
  const values = await data.getHighEntropyValues([
    'fullVersionList',
    'platformVersion',
    'model',
    'architecture',
    'bitness',
  ])
  return [
    browserFact(values.fullVersionList ?? data.brands),
    systemFact(values.platform, values.platformVersion),
    instructionSet(values.architecture, values.bitness),
    values.model === undefined || values.model === ''
      ? unknown('system.model', 'the browser does not tell')
      : known('system.model', values.model),
  ]
}

/** The instruction set, in the words that native programs use for it. */
export function instructionSet(architecture = '', bits = ''): FactLine {
  const names: Readonly<Record<string, string>> = {
    'x86 64': 'amd64',
    'x86 32': 'x86',
    'arm 64': 'aarch64',
    'arm 32': 'arm',
  }
  if (architecture === '') return unknown('cpu.instruction_set', 'the browser does not tell')
  return known('cpu.instruction_set', names[`${architecture} ${bits}`] ?? `${architecture} ${bits}`.trim())
}

/**
 * The browser's own name and version from the old string. Every browser also names an engine and others it wants to be
 * taken for: the last name that stands for itself is its own.
 */
export function browserOf(agent: string): string | undefined {
  const names = [...agent.matchAll(/([A-Za-z]+)\/([\d.]+)/g)].filter(
    ([, name]) => !/^(mozilla|applewebkit|gecko|version|mobile)$/i.test(name ?? ''),
  )
  const last = names.at(-1)
  // Named at the end for the sake of old pages, unless it is all there is.
  const own = names.length > 1 && /^safari$/i.test(last?.[1] ?? '') ? names.at(-2) : last
  return own ? `${own[1] ?? ''} ${own[2] ?? ''}` : undefined
}

/** Brands hold a made-up one with odd signs, and the engine; the browser's own is what is left. */
export function browserFact(brands: readonly Brand[]): FactLine {
  const real = brands.filter((b) => !/not.?a.?brand/i.test(b.brand.replace(/[^a-z]/gi, '')))
  const own = real.find((b) => !/chromium/i.test(b.brand)) ?? real[0]
  return own
    ? known('browser.name', `${own.brand} ${own.version}`)
    : unknown('browser.name', 'the browser does not tell')
}

function systemFact(platform = '', version = ''): FactLine {
  if (platform === '') return unknown('system.name', 'the browser does not tell')
  return known('system.name', `${platform} ${version}`.trim())
}

/** The display's refresh by the steps of animation frames; unknown unless 95 of 100 lie within 5 % of the median. */
async function refresh(): Promise<FactLine> {
  const steps: number[] = []
  let before = await frame()
  const end = before + 900
  while (before < end && steps.length < 60) {
    const now = await frame()
    steps.push(now - before)
    before = now
  }
  const hertz = refreshOf(steps)
  return hertz === undefined
    ? unknown('display.refresh', 'frames come too unevenly')
    : known('display.refresh', hertz.toFixed(1), 'Hz')
}

/** Frames per second from animation-frame steps in milliseconds, or undefined if they are uneven. */
export function refreshOf(steps: readonly number[]): number | undefined {
  const sorted = [...steps].sort((a, b) => a - b)
  const middle = sorted[sorted.length >> 1]
  if (middle === undefined || middle <= 0 || steps.length < 20) return undefined
  const near = steps.filter((s) => Math.abs(s - middle) <= 0.05 * middle).length
  return near >= 0.95 * steps.length ? 1000 / middle : undefined
}

function frame(): Promise<number> {
  return new Promise((done) => {
    const timer = setTimeout(() => {
      done(performance.now())
    }, 200)
    requestAnimationFrame((t) => {
      clearTimeout(timer)
      done(t)
    })
  })
}

function graphicsFacts(): readonly FactLine[] {
  const gl = document.createElement('canvas').getContext('webgl2')
  if (!gl) return [unknown('graphics.model', 'WebGL 2 is not available in this browser')]
  const info = gl.getExtension('WEBGL_debug_renderer_info')
  const name = String(gl.getParameter(info?.UNMASKED_RENDERER_WEBGL ?? gl.RENDERER))
  gl.getExtension('WEBGL_lose_context')?.loseContext()
  return [
    known('graphics.model', name),
    known('graphics.software', isSoftware(name) ? 'the processor (software)' : 'the graphics chip'),
  ]
}

/** The chip that WebGPU would draw with, and whether it is one. */
async function adapterFacts(): Promise<readonly FactLine[]> {
  const gpu = (navigator as { gpu?: GPU }).gpu
  if (!gpu) return [unknown('graphics.adapter', 'WebGPU is not available in this browser')]
  const adapter = await gpu.requestAdapter().catch(() => null)
  if (!adapter) return [unknown('graphics.adapter', 'the browser has WebGPU, but no graphics chip for it')]
  return [known('graphics.adapter', adapterWords(adapter.info))]
}

/** What a WebGPU adapter tells of itself, with the word software where it is none. */
export function adapterWords(info: {
  readonly vendor: string
  readonly architecture: string
  readonly description: string
  readonly isFallbackAdapter?: boolean
}): string {
  const named = [info.vendor, info.architecture, info.description].filter((w) => w !== '').join(' ')
  const name = named === '' ? 'unnamed' : named
  return info.isFallbackAdapter === true ? `${name} (software)` : name
}

const videos: Readonly<Record<string, string>> = {
  'H.264': 'avc1.640028',
  'H.265': 'hev1.1.6.L120.90',
  VP8: 'vp8',
  VP9: 'vp09.00.40.08',
  AV1: 'av01.0.08M.08',
}

/** The codecs of 1080-line film that the browser can decode, and of which it says that it does so smoothly. */
async function codecs(): Promise<FactLine> {
  const { mediaCapabilities } = navigator as { mediaCapabilities?: MediaCapabilities }
  if (!mediaCapabilities) return unknown('browser.codecs', 'the browser does not tell')
  const answers = await Promise.all(
    Object.entries(videos).map(async ([name, codec]) => {
      const answer = await mediaCapabilities
        .decodingInfo({
          type: 'file',
          video: {
            contentType: `video/${/^(avc|hev)/.test(codec) ? 'mp4' : 'webm'}; codecs="${codec}"`,
            width: 1920,
            height: 1080,
            bitrate: 8_000_000,
            framerate: 30,
          },
        })
        .catch(() => undefined)
      return answer?.supported === true ? (answer.powerEfficient ? `${name} in hardware` : name) : undefined
    }),
  )
  const able = answers.filter((a) => a !== undefined)
  return able.length === 0
    ? unknown('browser.codecs', 'none of those asked for')
    : known('browser.codecs', able.join(', '))
}

/** What newer things of the web are there; suites and pages may go other ways without them. */
function features(): FactLine {
  const there = {
    'WebGL 2': 'WebGL2RenderingContext' in globalThis,
    WebGPU: 'gpu' in navigator,
    WebCodecs: 'VideoDecoder' in globalThis,
    'shared memory': 'SharedArrayBuffer' in globalThis,
    'private files': 'storage' in navigator && 'getDirectory' in navigator.storage,
    'wake lock': 'wakeLock' in navigator,
    'off-screen canvas': 'OffscreenCanvas' in globalThis,
  }
  const names = Object.entries(there).flatMap(([name, has]) => (has ? [name] : []))
  return names.length === 0
    ? unknown('browser.features', 'none of those asked for')
    : known('browser.features', names.join(', '))
}

/** Browsers round it down and stop at 8 GiB, so it is not the memory of the device. */
function pageMemory(): FactLine {
  const { deviceMemory } = navigator as { deviceMemory?: number }
  return deviceMemory === undefined
    ? unknown('browser.memory', 'the browser does not tell')
    : known('browser.memory', deviceMemory, 'GiB')
}

/** Whether a renderer's name is that of a program that draws on the processor. */
export function isSoftware(renderer: string): boolean {
  return /swiftshader|llvmpipe|softpipe|software|basic render/i.test(renderer)
}
