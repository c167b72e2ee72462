import { plans } from '../../measure'
import { checkStopped, onPage } from '../../parts'
import type { Outcome, Part, Surroundings } from '../../parts'
import { gpuKernel, gpuScenes } from './gpu'
import { heldAt } from './refresh'
import { scenes, shading, stage } from './scenes'

const fullSize = { width: 1920, height: 1080 } as const
const tinySize = { width: 192, height: 108 } as const

const sizeOf = (around: Surroundings) => (around.size === 'tiny' ? tinySize : fullSize)

function stageOf(around: Surroundings) {
  const { width, height } = sizeOf(around)
  return stage(around.canvas, width, height)
}

/** The parts of Petal: scenes drawn off-screen at a stated size, and one shown on screen for its frame times. */
export const parts: readonly Part[] = [
  ...Object.entries(scenes).map(([key, scene]) => onPage(key, (around) => scene(stageOf(around)))),
  {
    metrics: ['smooth.rate', 'smooth.low'],
    run: async (around, onSample) => smoothness(around, onSample),
  },
]

/** The same scenes through WebGPU. */
export const gpuParts: readonly Part[] = gpuScenes.map((key) =>
  onPage(key, (around) => {
    const { width, height } = sizeOf(around)
    return gpuKernel(key, around.canvas, width, height)
  }),
)

const shownSeconds = 6
const shownTinyFrames = 12

/** Shows the marsh for some seconds, each frame as soon as the display takes it, and keeps the time of every frame. */
async function smoothness(
  around: Surroundings,
  onSample: (metric: string, values: readonly number[], share: number) => void,
): Promise<Outcome> {
  const job = shading(stageOf(around))
  const tiny = plans[around.size].wanted === 0
  const times: number[] = []
  try {
    let before = await frame()
    const start = before
    const isOver = () => (tiny ? times.length >= shownTinyFrames : before - start >= shownSeconds * 1000)
    while (!isOver()) {
      checkStopped(around)
      await job.run()
      await job.finish?.()
      await job.show?.()
      const now = await frame()
      times.push(now - before)
      before = now
      const share = tiny ? times.length / shownTinyFrames : (before - start) / (shownSeconds * 1000)
      if (times.length % 10 === 0)
        onSample(
          'smooth.rate',
          times.slice(-60).map((t) => 1000 / t),
          Math.min(1, share),
        )
    }
  } finally {
    await job.dispose?.()
  }
  const held = heldAt(times)
  const words = `On screen held at the display's ${held?.toFixed(0) ?? ''} frames per second, which says nothing of how much more the device could do.`
  return {
    measured: [],
    curves: [
      { name: 'frames', x: times.map((_, i) => i + 1), y: times.map((t) => Math.round(t * 1000) / 1000) },
    ],
    ...(held === undefined ? {} : { remark: words }),
  }
}

/** The next animation frame's time; a page that gets none for two seconds is not shown. */
function frame(): Promise<number> {
  return new Promise((done, fail) => {
    const timer = setTimeout(() => {
      fail(new Error('the browser shows no frames: is the page in front?'))
    }, 2000)
    requestAnimationFrame((time) => {
      clearTimeout(timer)
      done(time)
    })
  })
}
