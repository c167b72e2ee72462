import { groups } from '../figures/words'
import type { Schemas } from '../api/client'
import { seconds, significant, unitWords } from '../figures/format'
import { isLeftOut } from './detect'
import type { Surroundings } from './parts'
import type { Step } from './run'
import { secondsLeft } from './time'

type Suite = Schemas['PlannedSuite']

/** Samples that the picture has room for. */
const mostTraced = 60

/** A suite in the list under what runs. */
export interface Line {
  readonly key: string
  readonly name: string
  readonly state: 'waiting' | 'running' | 'waiting to send' | 'sent' | 'kept here' | 'refused' | 'ended'
  /** Its result or its trouble, in words. */
  readonly words: string
}

/** Where a running suite draws, and how the page hears of it. */
export interface Area extends Pick<Surroundings, 'box' | 'canvas'> {
  readonly step: (step: Step, secondsLeft: number, lines: readonly Line[]) => void
  /** The part is over and the next waits. */
  readonly paused: () => void
}

/** What can be done while a suite runs. */
export interface Controls {
  readonly stop: () => void
  readonly pause: () => void
  readonly goOn: () => void
}

/** Everything the device shows, legible at arm's length; no framework, so that it is there at once. */
export class View {
  private readonly root: HTMLElement
  private list: HTMLElement | undefined
  private foot: HTMLElement | undefined

  constructor(root: HTMLElement) {
    this.root = root
    root.className =
      'min-h-screen bg-sheet text-ink flex flex-col px-6 py-6 flat:py-3 max-w-140 flat:max-w-215 mx-auto'
  }

  busy(words: string) {
    this.page(el('p', 'mt-16 text-2xl text-ink2', words))
  }

  /** Asks for the six characters. */
  code(onCode: (code: string) => void, problem: string | undefined, waiting: string) {
    const input = el(
      'input',
      'num w-full mt-6 border border-line rounded px-4 py-3 text-4xl tracking-widest uppercase',
    )
    input.autocomplete = 'off'
    input.maxLength = 7
    input.setAttribute('aria-label', 'Code')
    input.setAttribute('autocapitalize', 'characters')
    const form = el('form', '')
    const join = button('Join', true)
    join.type = 'submit'
    form.append(input, join)
    form.addEventListener('submit', (e) => {
      e.preventDefault()
      onCode(input.value)
    })
    this.page(
      title('Type the code'),
      el('p', 'text-ink2 text-xl mt-1', 'Six characters, from Run on this device on the Desk.'),
      form,
      alertLine(problem),
      note(waiting),
    )
    input.focus()
  }

  /** What the device found of itself, what will run and how long. */
  ready(
    sitting: Schemas['DeviceSitting'],
    suites: readonly Suite[],
    facts: readonly Schemas['FactLine'][],
    missing: readonly string[],
    onStart: () => void,
  ) {
    const start = button(suites.length === 0 ? 'Nothing to run' : 'Start', true)
    start.disabled = suites.length === 0
    start.addEventListener('click', onStart)
    // What is left out here is told of below.
    const whole = suites.filter((s) => !isLeftOut(s.key))
    const queue = whole.map((s) => ({ ...s, runsLeft: s.repeats }))
    const expected = secondsLeft(queue, undefined, 0, new Map())
    const software = facts.some((f) => f.key === 'graphics.software' && f.value?.includes('software'))
    this.page(
      title(sitting.model),
      el('p', 'text-ink2 text-xl mt-1', sitting.setup),
      alertLine(software ? 'Graphics are drawn by the processor here, not by a graphics chip.' : undefined),
      rows(
        facts.map((f) => [
          factName(f.key),
          f.value === undefined ? `[ ${f.reason ?? 'unknown'} ]` : `${f.value} ${unitWords(f.unit ?? '')}`,
        ]),
      ),
      el(
        'p',
        'mt-6 flat:mt-2 text-xl',
        suites.length === 0
          ? 'No suite for a browser is planned for this device.'
          : whole.length === 0
            ? 'Nothing that is planned runs on this page; started, that is kept with the reason.'
            : `${whole.map((s) => `${s.name}, ${String(s.repeats)} times`).join('; ')}. About ${seconds(expected)}. Start here, or on the Desk.`,
      ),
      reducedNote(missing),
      start,
    )
  }

  /** The large view while a suite runs. */
  running(suite: Suite, repeat: number, controls: Controls): Area {
    const part = el('p', 'text-ink2 text-xl mt-1 min-h-6')
    const picture = el(
      'div',
      'relative mt-5 flat:mt-2 h-49 flat:h-37.5 flat:w-1/2 overflow-hidden bg-[#101513] text-[#93a29a] shrink-0',
    )
    const box = el('div', 'absolute inset-0 p-2 overflow-hidden')
    const canvas = el('canvas', 'absolute inset-0 w-full h-full')
    canvas.width = 768
    canvas.height = 432
    if (suite.group !== 'GRAPHICS') canvas.classList.add('hidden')
    const trace = traceOf()
    picture.append(trace.drawing, box, canvas)
    const value = el('span', 'num text-6xl leading-none tracking-tighter')
    const unit = el('span', 'text-ink2 text-xl ml-2.5')
    const number = el('div', 'mt-5 flat:mt-2 min-h-15 whitespace-nowrap')
    number.append(value, unit)
    const bar = el('div', 'h-2.25 bg-gold')
    const track = el('div', 'h-2.25 bg-line mt-2')
    track.setAttribute('role', 'progressbar')
    track.setAttribute('aria-label', suite.name)
    track.append(bar)
    const left = el('span', '')
    const under = el('div', 'flex justify-between mt-2 text-ink2 text-xl')
    under.append(el('span', '', `repeat ${String(repeat)} of ${String(suite.repeats)}`), left)
    const words = el('span', 'flex-1', 'Keep this page in front')
    const stop = button('Stop', false)
    stop.addEventListener('click', controls.stop)
    const pausing = pauseButton(controls, words)
    const foot = el(
      'div',
      'mt-auto flat:mt-0 pt-6 flat:pt-3 flex gap-2 justify-between items-center text-ink2 text-md',
    )
    foot.append(words, pausing, stop)
    // Held across, the picture stands beside the number, and the list of suites comes last.
    const numbers = el('div', 'flat:flex-1 min-w-0')
    numbers.append(number, track, under)
    const middle = el('div', 'flat:flex flat:gap-6 flat:items-start')
    middle.append(picture, numbers)
    this.page(title(`${suite.name}, ${groups[suite.group]}`), part, middle, this.lineList([]), foot)
    return {
      box,
      canvas,
      step: ({ metric, values, done }, secondsLeft, lines) => {
        part.textContent = metric.name
        // What has nothing to show of itself shows its samples.
        trace.draw(suite.group === 'GRAPHICS' || box.hasChildNodes() ? [] : values)
        const last = values.at(-1)
        value.textContent = last === undefined ? '' : significant(last, 3)
        unit.textContent = last === undefined ? 'getting ready' : unitWords(metric.unit)
        bar.style.width = `${String(done * 100)}%`
        track.setAttribute('aria-valuenow', String(Math.round(done * 100)))
        left.textContent = `${seconds(secondsLeft)} left`
        this.sent(lines, '')
      },
      paused: () => {
        words.textContent = 'Paused'
      },
    }
  }

  /** The end: what was measured, and whether it was sent. */
  finished(lines: readonly Line[], reason: string | undefined, waiting: string, onAgain: () => void) {
    const again = button('Back', false)
    again.addEventListener('click', onAgain)
    this.foot = note(waiting)
    this.page(
      title(reason === undefined ? 'Done' : 'Stopped'),
      el(
        'p',
        'text-ink2 text-xl mt-1',
        reason === undefined
          ? 'Everything planned was run.'
          : `${reason.charAt(0).toUpperCase()}${reason.slice(1)}. What was measured is kept, set aside.`,
      ),
      this.lineList(lines),
      this.foot,
      again,
    )
  }

  /** Renews what is known of sending. */
  sent(lines: readonly Line[], waiting: string) {
    if (this.list) this.list.replaceChildren(...lines.map(lineRow))
    if (this.foot && waiting !== this.foot.textContent) this.foot.textContent = waiting
  }

  private lineList(lines: readonly Line[]): HTMLElement {
    this.list = el('div', 'mt-6 flat:order-1 border-t border-line text-xl')
    this.list.replaceChildren(...lines.map(lineRow))
    return this.list
  }

  private page(...parts: readonly HTMLElement[]) {
    const head = el('div', 'flex items-center gap-2.5 font-bold text-xl mb-8 flat:mb-2')
    const mark = el('img', 'w-6 h-6')
    mark.src = '/favicon.svg'
    mark.alt = ''
    head.append(mark, 'Yarrowmark')
    this.root.replaceChildren(head, ...parts)
  }
}

function el<T extends keyof HTMLElementTagNameMap>(
  tag: T,
  className = '',
  text = '',
): HTMLElementTagNameMap[T] {
  const made = document.createElement(tag)
  made.className = className
  made.textContent = text
  return made
}

/** A line of samples that fills its place, whatever their unit. */
function traceOf() {
  const space = 'http://www.w3.org/2000/svg'
  const drawing = document.createElementNS(space, 'svg')
  drawing.setAttribute('class', 'absolute inset-0 w-full h-full p-4')
  drawing.setAttribute('viewBox', '0 0 100 100')
  drawing.setAttribute('preserveAspectRatio', 'none')
  drawing.setAttribute('aria-hidden', 'true')
  const line = document.createElementNS(space, 'polyline')
  const look = {
    fill: 'none',
    stroke: 'currentColor',
    'stroke-width': '2',
    'vector-effect': 'non-scaling-stroke',
  }
  for (const [name, value] of Object.entries(look)) line.setAttribute(name, value)
  drawing.append(line)
  return {
    drawing,
    draw: (values: readonly number[]) => {
      const shown = values.slice(-mostTraced)
      const [low, high] = [Math.min(...shown), Math.max(...shown)]
      const middle = (low + high) / 2
      // A tenth of the value at least from top to bottom, so that noise does not look like a mountain.
      const half = Math.max((high - low) / 2, Math.abs(middle) * 0.05, 1e-12)
      const points = shown.map((v, i) => {
        const x = shown.length === 1 ? 50 : (100 * i) / (shown.length - 1)
        return `${x.toFixed(1)},${(50 - (50 * (v - middle)) / half).toFixed(1)}`
      })
      line.setAttribute('points', points.join(' '))
    },
  }
}

function title(text: string): HTMLElement {
  return el('h1', 'text-3xl font-bold tracking-tight leading-tight', text)
}

function button(text: string, main: boolean): HTMLButtonElement {
  const look = main
    ? 'mt-6 flat:mt-3 bg-ink text-sheet w-full py-3.5 flat:py-2.5 text-xl'
    : 'border border-line px-4.5 py-2.25 text-xl text-ink'
  const made = el('button', `rounded ${look} disabled:opacity-45`, text)
  made.type = 'button'
  return made
}

/** Asks for a pause after the part under way, then to go on. */
function pauseButton(controls: Controls, words: HTMLElement): HTMLButtonElement {
  const made = button('Pause', false)
  made.addEventListener('click', () => {
    const asked = made.textContent === 'Pause'
    made.textContent = asked ? 'Go on' : 'Pause'
    words.textContent = asked ? 'Pauses after this part' : 'Keep this page in front'
    if (asked) controls.pause()
    else controls.goOn()
  })
  return made
}

/** What a page that is not secure cannot do, and how to get it all. */
function reducedNote(missing: readonly string[]): HTMLElement {
  const box = el('section', 'mt-4 flat:order-1 text-md text-ink2')
  if (missing.length === 0) return box
  const list = el('ul', 'list-disc pl-5 mt-1')
  list.append(...missing.map((m) => el('li', '', m)))
  box.append(
    el('h2', 'text-xl font-medium text-ink', 'Reduced here'),
    list,
    el('p', 'mt-1', 'By the https address that Desk shows, or on the desk’s own computer, all of it runs.'),
  )
  return box
}

function alertLine(text: string | undefined): HTMLElement {
  const line = el('p', 'text-brick text-xl mt-4', text ?? '')
  line.setAttribute('role', 'alert')
  line.hidden = text === undefined
  return line
}

function note(text: string): HTMLElement {
  return el('p', 'text-ink2 text-md mt-4', text)
}

function rows(pairs: readonly (readonly [string, string])[]): HTMLElement {
  const list = el('dl', 'mt-6 flat:order-1 border-t border-line text-xl')
  for (const [name, value] of pairs) {
    const row = el('div', 'flex justify-between gap-4 py-2 border-b border-line2')
    row.append(el('dt', 'text-ink2 shrink-0', name), el('dd', 'text-right min-w-0 break-words', value))
    list.append(row)
  }
  return list
}

function lineRow(line: Line): HTMLElement {
  const row = el('div', 'py-2.5 border-b border-line2')
  row.dataset['state'] = line.state
  const head = el('div', 'flex gap-3 justify-between')
  head.append(el('span', '', line.name), el('span', 'text-ink2 text-md whitespace-nowrap', line.state))
  row.append(head)
  if (line.words !== '') row.append(el('p', 'text-ink2 text-md mt-0.5', line.words))
  return row
}

const factNames: Record<string, string> = {
  'browser.name': 'Browser',
  'system.name': 'System',
  'cpu.threads': 'Threads',
  'display.resolution': 'Display',
  'display.refresh': 'Refresh',
  'graphics.model': 'Graphics',
  'graphics.software': 'Drawn by',
  'graphics.adapter': 'WebGPU adapter',
  'cpu.instruction_set': 'Instruction set',
  'system.model': 'Model as read',
  'browser.codecs': 'Codecs',
  'browser.features': 'Web features',
  'browser.memory': 'Memory told to pages',
  'browser.isolated': 'Isolated page',
  'browser.secure': 'Secure page',
  'power.source': 'Power source',
}

function factName(key: string): string {
  return factNames[key] ?? key
}
