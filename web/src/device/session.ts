import type { Schemas } from '../api/client'
import { detect, isLeftOut, reductions } from './detect'
import { Refused, pair, sendRun, sitting, tellFacts, tellFinished, tellProgress, tellWaiting } from './link'
import { Outbox } from './outbox'
import type { Waiting } from './outbox'
import type { Size } from './protocol'
import { pause } from './parts'
import { runSuite } from './run'
import { partsOf } from './suites'
import type { Step } from './run'
import { secondsLeft } from './time'
import type { Queued } from './time'
import type { Line, View } from './view'

type Suite = Schemas['PlannedSuite']

const tokenKey = 'yarrowmark.token'
const resendEvery = 4000
const tellEvery = 500
const askEvery = 2000

interface Joined {
  readonly token: string
  readonly sitting: Schemas['DeviceSitting']
}

/** A suite that is left out here takes no time. */
function browserSuites(of: Schemas['DeviceSitting']): readonly Suite[] {
  return of.suites
    .filter((s) => s.home === 'BROWSER')
    .map((s) => (isLeftOut(s.key) ? { ...s, minutes: 0, restSeconds: 0 } : s))
}

/** The life of the page: join with a code, look at the device, run the queue, send what was measured. */
export class Session {
  private readonly view: View
  private readonly size: Size
  private readonly outbox = new Outbox(localStorage)
  private readonly lengths = new Map<string, number>()
  private lines: readonly Line[] = []
  private reason: string | undefined
  private whenStopped: () => void = () => undefined
  private paused: Promise<void> | undefined
  private goOn: () => void = () => undefined
  private facts: readonly Schemas['FactLine'][] = []
  private told = 0
  private waits = false

  constructor(view: View, size: Size) {
    this.view = view
    this.size = size
  }

  /** Joins with the code in the address, goes on with the token from before, or asks for a code. */
  start(code: string) {
    setInterval(() => void this.flush(), resendEvery)
    addEventListener('online', () => void this.flush())
    document.addEventListener('visibilitychange', () => {
      if (document.hidden) this.stop('page was hidden')
    })
    addEventListener('pagehide', () => {
      this.stop('page was closed')
    })
    void this.flush()
    if (code !== '') void this.join(code)
    else void this.resume()
  }

  private async resume() {
    const token = localStorage.getItem(tokenKey)
    if (token === null) this.askCode()
    else await this.goOnWith(token)
  }

  /** Goes on as what the token says, with what is planned by now. */
  private async goOnWith(token: string) {
    try {
      await this.prepare({ token, sitting: await sitting(token) })
    } catch {
      this.askCode()
    }
  }

  private askCode(problem?: string) {
    this.view.code((code) => void this.join(code), problem, this.waitingWords())
  }

  private async join(code: string) {
    this.view.busy('Joining …')
    try {
      const { token, sitting: joined } = await pair(code)
      localStorage.setItem(tokenKey, token)
      this.outbox.renew(joined.id, token)
      history.replaceState(null, '', `/d${location.search}`)
      await this.prepare({ token, sitting: joined })
    } catch (e) {
      this.askCode(
        e instanceof Refused ? e.message : 'The server cannot be reached. Is this device on its network?',
      )
    }
  }

  private async prepare(joined: Joined) {
    this.view.busy('Looking at this device …')
    this.facts = await detect()
    await tellFacts(joined.token, this.facts).catch(() => undefined)
    const suites = browserSuites(joined.sitting)
    // Fetched now, so that a connection lost later stops nothing.
    await Promise.allSettled(suites.map((s) => partsOf(s.key)))
    this.waits = true
    this.view.ready(joined.sitting, suites, this.facts, reductions(), () => void this.runAll(joined, suites))
    await this.waitForDesk(joined)
  }

  /** As long as nobody starts here, somebody may on the Desk; then with what is planned by that time. */
  private async waitForDesk(joined: Joined) {
    while (this.waits) {
      if (await tellWaiting(joined.token)) {
        const now = await sitting(joined.token).catch(() => joined.sitting)
        if (this.waits) await this.runAll({ ...joined, sitting: now }, browserSuites(now))
        return
      }
      await pause(askEvery)
    }
  }

  private async runAll(joined: Joined, suites: readonly Suite[]) {
    this.waits = false
    this.reason = undefined
    const queue = suites.map((s) => ({
      key: s.key,
      runsLeft: s.repeats,
      minutes: this.size === 'tiny' ? 0.1 : s.minutes,
      restSeconds: this.size === 'tiny' ? 0 : s.restSeconds,
    }))
    this.lines = suites.map((s) => ({ key: s.key, name: s.name, state: 'waiting' as const, words: '' }))
    const awake = await keepAwake()
    for (const suite of suites) {
      for (let repeat = 1; repeat <= suite.repeats && this.reason === undefined; repeat++) {
        if (!(await this.runOnce(joined, suite, repeat, queue))) break
      }
    }
    await awake?.release()
    await tellFinished(joined.token)
    await this.flush()
    // Kept by this page alone from here on: what still waits to be sent has its own.
    if (this.reason === undefined) localStorage.removeItem(tokenKey)
    this.view.finished(this.lines, this.reason, this.waitingWords(), () => void this.goOnWith(joined.token))
  }

  /** Returns whether it is worth repeating: what a browser lacks altogether it will lack the next time. */
  private async runOnce(joined: Joined, suite: Suite, repeat: number, queue: Queued[]): Promise<boolean> {
    const index = queue.findIndex((q) => q.key === suite.key)
    const started = performance.now()
    this.line(suite.key, { state: 'running' })
    const area = this.view.running(suite, repeat, {
      stop: () => {
        this.stop('stopped on the device')
      },
      pause: () => {
        this.pause()
      },
      goOn: () => {
        this.goOn()
      },
    })
    const onStep = (step: Step) => {
      const left = secondsLeft(queue, suite.key, step.done, this.lengths)
      area.step(step, left, this.lines)
      this.tell(joined.token, suite, repeat, step, left)
    }
    const run = await runSuite(suite, joined.sitting.id, this.facts, {
      ...area,
      size: this.size,
      onStep,
      stopped: () => this.reason,
      whilePaused: async () => {
        if (!this.paused) return
        area.paused()
        await this.paused
      },
      onStop: (callback) => {
        this.whenStopped = callback
      },
    })
    this.whenStopped = () => undefined
    this.lengths.set(suite.key, (performance.now() - started) / 1000)
    const again = !lacksAll(run)
    const queued = queue[index]
    if (queued) queue[index] = { ...queued, runsLeft: again ? queued.runsLeft - 1 : 0 }
    this.outbox.add({ token: joined.token, run })
    this.line(suite.key, {
      state: run.state === 'DONE' ? 'waiting to send' : 'ended',
      words: resultWords(suite, run),
    })
    await this.flush()
    if (again && repeat < suite.repeats && this.reason === undefined)
      await pause((queued?.restSeconds ?? 0) * 1000)
    return again
  }

  /** Takes effect when the part under way is over, so that no number suffers. */
  private pause() {
    this.paused ??= new Promise((done) => {
      this.goOn = () => {
        this.paused = undefined
        this.goOn = () => undefined
        done()
      }
    })
  }

  private stop(reason: string) {
    this.reason ??= reason
    this.goOn()
    this.whenStopped()
  }

  private tell(token: string, suite: Suite, repeat: number, step: Step, left: number) {
    const now = performance.now()
    if (now - this.told < tellEvery) return
    this.told = now
    const last = step.values.at(-1)
    void tellProgress(token, {
      suite: suite.key,
      partName: step.metric.name,
      done: step.done,
      repeat,
      repeats: suite.repeats,
      secondsLeft: Math.round(left),
      ...(last === undefined ? {} : { reading: last }),
      unit: step.metric.unit,
      trace: step.values.slice(-60),
      sensors: [],
    })
  }

  private line(key: string, change: Partial<Line>) {
    this.lines = this.lines.map((l) => (l.key === key ? { ...l, ...change } : l))
  }

  private async flush() {
    await this.outbox.flush(sendRun, (waiting: Waiting, verdict) => {
      const others = this.outbox
        .all()
        .some((w) => w.run.id !== waiting.run.id && w.run.suite.key === waiting.run.suite.key)
      const state =
        verdict.kind === 'refused' ? 'refused' : verdict.kind === 'later' || others ? 'kept here' : 'sent'
      this.line(waiting.run.suite.key, {
        state,
        ...(verdict.kind === 'refused' ? { words: verdict.reason } : {}),
      })
    })
    this.view.sent(this.lines, this.waitingWords())
  }

  private waitingWords(): string {
    const waiting = this.outbox.all().length
    const refused = this.outbox.refused().length
    const parts: string[] = []
    if (waiting > 0)
      parts.push(
        `${String(waiting)} ${waiting === 1 ? 'run waits' : 'runs wait'} here until the server can be reached.`,
      )
    if (refused > 0) parts.push(`${String(refused)} refused by the server and kept here.`)
    if (this.outbox.isHeldByPage())
      parts.push('This browser has no room to keep them: leave this page open until they are sent.')
    return parts.join(' ')
  }
}

/** Whether the browser lacks all that the suite needs. */
function lacksAll(run: Schemas['RunFile']): boolean {
  return run.state === 'FAILED' && (run.readings ?? []).length === 0 && (run.gaps ?? []).length > 0
}

/** What a run came to, in a few words. */
export function resultWords(suite: Suite, run: Schemas['RunFile']): string {
  if (run.state !== 'DONE') return `${run.state === 'FAILED' ? 'failed' : 'set aside'}: ${run.reason ?? ''}`
  const parts = suite.metrics.filter((m) => m.measured)
  const gaps = (run.gaps ?? []).map((g) => g.reason)
  const missing = gaps.length === 0 ? '' : `; left out: ${[...new Set(gaps)].join('; ')}`
  return `${String(run.readings?.length ?? 0)} of ${String(parts.length)} parts${missing}`
}

interface Lock {
  release: () => Promise<void>
}

/** Keeps the screen on where the browser can. */
async function keepAwake(): Promise<Lock | undefined> {
  const { wakeLock } = navigator as { wakeLock?: { request: (kind: 'screen') => Promise<Lock> } }
  return wakeLock?.request('screen').catch(() => undefined)
}
