import { Missing } from '../../measure'
import { checkStopped } from '../../parts'
import type { Outcome, Part, Surroundings } from '../../parts'
import { makeClip } from './clip'
import { webm } from './webm'

const mostDropped = 0.01
const seconds = { normal: 5, tiny: 0.8 } as const
/** The first moments, while a player gets going, do not count. */
const settling = 0.15

/** A rung of the ladder, the lowest first, as the sheet names it. */
export interface Rung {
  readonly name: string
  readonly lines: number
  readonly framesPerSecond: number
}

export const rungs: readonly Rung[] = [360, 720, 1080, 1440, 2160].flatMap((lines) =>
  [30, 60].map((framesPerSecond) => ({
    name: `${String(lines)} lines, ${String(framesPerSecond)} per second`,
    lines,
    framesPerSecond,
  })),
)

/** The only part of Bract. */
export const parts: readonly Part[] = [
  {
    metrics: ['held'],
    run: (around, onSample) => climb(around, onSample),
  },
]

type OnSample = (metric: string, values: readonly number[], share: number) => void

/** Plays one rung after the other until two in a row drop too many frames. */
async function climb(around: Surroundings, onSample: OnSample): Promise<Outcome> {
  const ladder = around.size === 'tiny' ? rungs.slice(0, 2) : rungs
  const dropped: number[] = []
  for (const [i, rung] of ladder.entries()) {
    checkStopped(around)
    dropped.push(await play(rung, around))
    onSample(
      'held',
      dropped.map((d) => 100 * d),
      (i + 1) / ladder.length,
    )
    if (dropped.slice(-2).filter((d) => d > mostDropped).length === 2) break
  }
  const held = heldRung(dropped)
  if (held === undefined)
    throw new Missing(
      `not even ${rungs[0]?.name ?? ''} were held: ${(100 * (dropped[0] ?? 0)).toFixed(1)} % of the frames were dropped`,
    )
  return {
    measured: [],
    texts: { held: held.name },
    curves: [
      { name: 'dropped', x: dropped.map((_, i) => i + 1), y: dropped.map((d) => Math.round(d * 1e4) / 100) },
    ],
  }
}

/** The highest rung up to which every one dropped under 1 %. */
export function heldRung(dropped: readonly number[]): Rung | undefined {
  const failed = dropped.findIndex((d) => d > mostDropped)
  return rungs[(failed < 0 ? dropped.length : failed) - 1]
}

/** Plays a clip in the page and returns the share of frames that were dropped. */
async function play(rung: Rung, around: Surroundings): Promise<number> {
  const long = seconds[around.size]
  const clip = await makeClip(
    Math.round((rung.lines * 16) / 9 / 2) * 2,
    rung.lines,
    rung.framesPerSecond,
    long,
  )
  const address = URL.createObjectURL(webm(clip))
  const video = document.createElement('video')
  video.muted = true
  video.playsInline = true
  video.style.cssText = 'width:100%;height:100%;object-fit:contain'
  video.src = address
  around.box.replaceChildren(video)
  try {
    return await watched(video, around)
  } finally {
    video.removeAttribute('src')
    around.box.replaceChildren()
    URL.revokeObjectURL(address)
  }
}

function watched(video: HTMLVideoElement, around: Surroundings): Promise<number> {
  return new Promise((done, fail) => {
    let start: VideoPlaybackQuality | undefined
    const timer = setInterval(() => {
      try {
        checkStopped(around)
      } catch (e) {
        clearInterval(timer)
        fail(e instanceof Error ? e : new Error(String(e)))
      }
      if (!start && video.currentTime > settling) start = video.getVideoPlaybackQuality()
    }, 30)
    const end = (act: () => void) => {
      clearInterval(timer)
      act()
    }
    video.addEventListener('ended', () => {
      const last = video.getVideoPlaybackQuality()
      const total = last.totalVideoFrames - (start?.totalVideoFrames ?? 0)
      const lost = last.droppedVideoFrames - (start?.droppedVideoFrames ?? 0)
      end(() => {
        if (total <= 0) fail(new Error('the browser showed no frame of the clip'))
        else done(lost / total)
      })
    })
    video.addEventListener('error', () => {
      end(() => {
        fail(new Error(`the browser cannot play its own clip: ${video.error?.message ?? 'no reason given'}`))
      })
    })
    video.play().catch((e: unknown) => {
      end(() => {
        fail(e instanceof Error ? e : new Error(String(e)))
      })
    })
  })
}
