import font from '@fontsource-variable/archivo/files/archivo-latin-standard-normal.woff2?url'
import type { ReactElement } from 'react'
import type { FigureNumber } from './numbers'

/** A figure that can be taken out of the app. */
export interface Figure {
  readonly title: string
  /** Units, base and interval: what the numbers are. */
  readonly about: string
  /** What a viewer must know beside the numbers, a line each: suites and settings, what is counted, what is shown. */
  readonly notes?: readonly string[]
  /** What takes something from the numbers, a line each: what differs and was not meant, single runs, what is left out. */
  readonly caveats?: readonly string[]
  /** Where it comes from: desk, revision, day. */
  readonly source: string
  /** Size of the drawing, in its own units. */
  readonly width: number
  readonly height: number
  readonly drawing: ReactElement
  /** Its data: a head, then rows. */
  readonly table: readonly (readonly string[])[]
  /** Those of its numbers that a text can quote; absent where there are none. */
  readonly numbers?: readonly FigureNumber[]
  /** What can be left out of it; absent where there is nothing to choose. */
  readonly choice?: FigureChoice
  /** Other drawings of the same. */
  readonly others?: readonly { readonly words: string; readonly figure: () => Figure }[]
}

/** Rows, plots or lines of a figure, of which some can be taken. */
export interface FigureChoice {
  /** What they are, for many: tests. */
  readonly what: string
  /** Their names, in their order. */
  readonly names: readonly string[]
  /** Number of the one in focus. */
  readonly focus?: number | undefined
  /** The figure of some of them, by their numbers, which says how many there are in all. */
  readonly of: (kept: ReadonlySet<number>) => Figure
}

export type Theme = 'light' | 'dark'

/** How a picture is cut: as tall as it needs, for film, or square. */
export type Shape = 'TALL' | 'FILM' | 'SQUARE'

/** Width over height; as tall as needed where there is none. */
const aspects: Record<Shape, number | undefined> = { TALL: undefined, FILM: 16 / 9, SQUARE: 1 }

const margin = 24
/** Narrower than this, a title and its words have no room. */
const narrowest = 480
const titleSize = 18
const wordSize = 12
const noteSize = 11
/** Letters are about half as wide as high. */
const letter = 0.5

const tokens = [
  'ground',
  'sheet',
  'ink',
  'ink2',
  'ink3',
  'line',
  'line2',
  'gold',
  'gold-wash',
  'teal',
  'mulberry',
  'even',
  'brick',
] as const

/** The colours of a theme, read from the page's own; the page is put back before anything is drawn. */
function colours(theme: Theme): ReadonlyMap<string, string> {
  const root = document.documentElement
  const before = root.dataset.theme
  root.dataset.theme = theme
  const style = getComputedStyle(root)
  const found = new Map(tokens.map((t) => [t, style.getPropertyValue(`--${t}`).trim()] as const))
  if (before === undefined) delete root.dataset.theme
  else root.dataset.theme = before
  return found
}

/** A line of words over or under the drawing. */
interface Line {
  readonly text: string
  readonly size: number
  readonly weight: number
  readonly ink: string
  /** Of its foot, from the top of the figure. */
  readonly y: number
}

/** Everything of a figure with its place, in the drawing's own units. */
interface Layout {
  readonly width: number
  readonly height: number
  /** Where the drawing begins. */
  readonly top: number
  readonly lines: readonly Line[]
}

/** Where title, words, drawing, notes and source stand; long words go on in a next line. */
function layoutOf(figure: Figure): Layout {
  const room = Math.max(narrowest, figure.width)
  const lines: Line[] = []
  let y = 12
  const put = (text: string, size: number, weight: number, ink: string) => {
    for (const line of wrapped(text, room, size)) {
      y += size * 1.45
      lines.push({ text: line, size, weight, ink, y: Math.round(y - size * 0.3) })
    }
  }
  put(figure.title, titleSize, 640, 'ink')
  put(figure.about, wordSize, 450, 'ink2')
  const top = Math.round(y + 12)
  y = top + figure.height + 8
  for (const note of [...(figure.caveats ?? []), ...(figure.notes ?? [])]) put(note, noteSize, 450, 'ink2')
  put(figure.source, noteSize, 450, 'ink2')
  return { width: room + 2 * margin, height: Math.round(y + 10), top, lines }
}

/** A text in lines of at most so many units; a word is never broken. */
function wrapped(text: string, width: number, size: number): readonly string[] {
  const most = Math.floor(width / (size * letter))
  const lines: string[] = []
  for (const word of text.split(' ')) {
    const last = lines.at(-1)
    if (last !== undefined && last.length + 1 + word.length <= most)
      lines[lines.length - 1] = `${last} ${word}`
    else lines.push(word)
  }
  return lines
}

/** The page that a figure stands on the middle of, in its own units. */
function pageOf(layout: Layout, shape: Shape) {
  const aspect = aspects[shape]
  if (aspect === undefined) return { width: layout.width, height: layout.height }
  return layout.width / layout.height > aspect
    ? { width: layout.width, height: layout.width / aspect }
    : { width: layout.height * aspect, height: layout.height }
}

/**
 * The figure as an SVG document that needs nothing else: colours, letters, title, what the numbers are, and their source. The
 * length of every text is on it, so that a program without these letters draws it in the same room.
 *
 * @param width in pixels; the height follows from the shape
 */
export async function svgOf(
  figure: Figure,
  theme: Theme,
  width: number,
  shape: Shape = 'TALL',
): Promise<string> {
  const { renderToStaticMarkup } = await import('react-dom/server.browser')
  const layout = layoutOf(figure)
  const page = pageOf(layout, shape)
  const height = Math.round((width * page.height) / page.width)
  const at = (x: number, y: number) => `translate(${String(round(x))} ${String(round(y))})`
  const words = layout.lines.map(
    (l) =>
      `<text x="${String(margin)}" y="${String(l.y)}" font-size="${String(l.size)}" font-weight="${String(l.weight)}" fill="var(--${l.ink})">${escaped(l.text)}</text>`,
  )
  const body = [
    `<rect width="100%" height="100%" fill="var(--sheet)"/>`,
    `<g transform="${at((page.width - layout.width) / 2, (page.height - layout.height) / 2)}">`,
    ...words,
    `<g transform="${at(margin, layout.top)}">${renderToStaticMarkup(figure.drawing)}</g></g>`,
  ].join('')
  const painted = [...colours(theme)].reduce((text, [t, c]) => text.replaceAll(`var(--${t})`, c), body)
  const letters = `@font-face{font-family:Archivo;font-weight:100 900;src:url(${await fontData()}) format('woff2')}text{font-family:Archivo,Arial,'Liberation Sans',sans-serif;font-variant-numeric:tabular-nums}`
  const whole = `<svg xmlns="http://www.w3.org/2000/svg" width="${String(width)}" height="${String(height)}" viewBox="0 0 ${String(round(page.width))} ${String(round(page.height))}" role="img" aria-label="${escaped(figure.title)}"><title>${escaped(figure.title)}</title><style>${letters}</style>${painted}</svg>`
  return measured(whole)
}

const round = (value: number) => Math.round(value * 100) / 100

/** The letters of the page, which are those of the figure under another name. */
const pageLetters = "'Archivo Variable'"

/** The same with the length of every text, as this browser draws it; as it was where it cannot tell. */
async function measured(svg: string): Promise<string> {
  const holder = document.createElement('div')
  holder.style.cssText = 'position:absolute;left:-99999px;top:0'
  document.body.append(holder)
  try {
    // Apart from the page, whose own texts must not take its style.
    const apart = holder.attachShadow({ mode: 'open' })
    apart.innerHTML = svg.replace('text{font-family:Archivo,', `text{font-family:${pageLetters},`)
    const root = apart.querySelector('svg')
    const texts = [...apart.querySelectorAll('text')]
    if (root === null || !('getComputedTextLength' in (texts[0] ?? {}))) return svg
    await document.fonts.load(`450 12px ${pageLetters}`)
    // All are measured before any is changed, so that it is laid out once.
    const lengths = texts.map((t) => t.getComputedTextLength())
    texts.forEach((t, i) => {
      const length = lengths[i] ?? 0
      if (length === 0) return
      t.setAttribute('textLength', length.toFixed(1))
      t.setAttribute('lengthAdjust', 'spacingAndGlyphs')
    })
    return new XMLSerializer()
      .serializeToString(root)
      .replace(`text{font-family:${pageLetters},`, 'text{font-family:Archivo,')
  } finally {
    holder.remove()
  }
}

/** The figure as a picture, exactly as wide as asked for. */
export async function pngOf(
  figure: Figure,
  theme: Theme,
  width: number,
  shape: Shape = 'TALL',
): Promise<Blob> {
  const svg = await svgOf(figure, theme, width, shape)
  const image = new Image()
  image.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(svg)}`
  await image.decode()
  const canvas = document.createElement('canvas')
  canvas.width = image.naturalWidth
  canvas.height = image.naturalHeight
  canvas.getContext('2d')?.drawImage(image, 0, 0, canvas.width, canvas.height)
  return new Promise((done, failed) => {
    canvas.toBlob((blob) => {
      if (blob) done(blob)
      else failed(new Error('the picture is too large for this browser'))
    }, 'image/png')
  })
}

/** A text that a spreadsheet would take for a formula, as text; numbers stay numbers. */
function harmless(text: string): string {
  return /^[=+\-@\t\r]/.test(text) && Number.isNaN(Number(text)) ? `'${text}` : text
}

/** The figure's data as CSV (RFC 4180), marked as UTF-8. */
export function csvOf(figure: Figure): string {
  const cell = (text: string) => (/[",\r\n]/.test(text) ? `"${text.replaceAll('"', '""')}"` : text)
  return '\ufeff' + figure.table.map((row) => row.map((t) => cell(harmless(t))).join(',') + '\r\n').join('')
}

/** The figure's data to be pasted into a table. */
export function tabbed(figure: Figure): string {
  return figure.table
    .map((row) => row.map((t) => harmless(t.replace(/[\t\r\n]+/g, ' '))).join('\t') + '\n')
    .join('')
}

/** Hands a file to the browser's downloads. */
export function save(name: string, content: Blob) {
  const link = document.createElement('a')
  link.href = URL.createObjectURL(content)
  link.download = name
  link.click()
  URL.revokeObjectURL(link.href)
}

/** A file name of a title. */
export function fileName(title: string): string {
  return title
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-|-$/g, '')
    .slice(0, 80)
}

function escaped(text: string): string {
  return text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('"', '&quot;')
}

async function fontData(): Promise<string> {
  const bytes = new Uint8Array(await (await fetch(font)).arrayBuffer())
  let text = ''
  for (const byte of bytes) text += String.fromCharCode(byte)
  return `data:font/woff2;base64,${btoa(text)}`
}
