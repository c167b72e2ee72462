import font from '@fontsource-variable/archivo/files/archivo-latin-standard-normal.woff2?url'
import type { ReactElement } from 'react'

/** A figure that can be taken out of the app. */
export interface Figure {
  readonly title: string
  /** Units, base and interval: what the numbers are. */
  readonly about: string
  /** Where it comes from: desk, revision, day. */
  readonly source: string
  /** Size of the drawing, in its own units. */
  readonly width: number
  readonly height: number
  readonly drawing: ReactElement
  /** Its data: a head, then rows. */
  readonly table: readonly (readonly string[])[]
}

export type Theme = 'light' | 'dark'

const margin = 24
const above = 66
const below = 40

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

/**
 * The figure as an SVG document that needs nothing else: colours, letters, title, what the numbers are, and their source.
 *
 * @param width in pixels; the height follows
 */
export async function svgOf(figure: Figure, theme: Theme, width: number): Promise<string> {
  const { renderToStaticMarkup } = await import('react-dom/server.browser')
  const inner = { width: figure.width + 2 * margin, height: figure.height + above + below }
  const words = (y: number, size: number, weight: number, ink: string, text: string) =>
    `<text x="${String(margin)}" y="${String(y)}" font-size="${String(size)}" font-weight="${String(weight)}" fill="var(--${ink})">${escaped(text)}</text>`
  const body = [
    `<rect width="100%" height="100%" fill="var(--sheet)"/>`,
    words(30, 18, 640, 'ink', figure.title),
    words(49, 12, 450, 'ink2', figure.about),
    `<g transform="translate(${String(margin)} ${String(above)})">${renderToStaticMarkup(figure.drawing)}</g>`,
    words(inner.height - 14, 11, 450, 'ink2', figure.source),
  ].join('')
  const painted = [...colours(theme)].reduce((text, [t, c]) => text.replaceAll(`var(--${t})`, c), body)
  const letters = `@font-face{font-family:Archivo;font-weight:100 900;src:url(${await fontData()}) format('woff2')}text{font-family:Archivo,sans-serif;font-variant-numeric:tabular-nums}`
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${String(width)}" height="${String(Math.round((width * inner.height) / inner.width))}" viewBox="0 0 ${String(inner.width)} ${String(inner.height)}" role="img" aria-label="${escaped(figure.title)}"><title>${escaped(figure.title)}</title><style>${letters}</style>${painted}</svg>`
}

/** The figure as a picture of twice as many points as pixels, for sharp letters. */
export async function pngOf(figure: Figure, theme: Theme, width: number): Promise<Blob> {
  const svg = await svgOf(figure, theme, width)
  const image = new Image()
  image.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(svg)}`
  await image.decode()
  const canvas = document.createElement('canvas')
  canvas.width = image.naturalWidth * 2
  canvas.height = image.naturalHeight * 2
  canvas.getContext('2d')?.drawImage(image, 0, 0, canvas.width, canvas.height)
  return new Promise((done, failed) => {
    canvas.toBlob((blob) => {
      if (blob) done(blob)
      else failed(new Error('the picture is too large for this browser'))
    }, 'image/png')
  })
}

/** The figure's data as CSV (RFC 4180). */
export function csvOf(figure: Figure): string {
  const cell = (text: string) => (/[",\n]/.test(text) ? `"${text.replaceAll('"', '""')}"` : text)
  return figure.table.map((row) => row.map(cell).join(',') + '\r\n').join('')
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
