import { describe, expect, it, vi } from 'vitest'
import { PlumbRow, plumbScale } from './Plumb'
import { TableFigure, tableSize } from './TableFigure'
import type { TableFigureProps } from './TableFigure'
import { csvOf, fileName, svgOf, tabbed } from './take'
import type { Figure } from './take'

const mark = { times: 1.2, low: 1.1, high: 1.3, verdict: 'AHEAD' as const }
const table: TableFigureProps = {
  columns: [
    { width: 100, align: 'left', head: 'test' },
    { width: 200, align: 'left', head: '' },
    { width: 60, align: 'right', head: 'gain' },
  ],
  rows: [
    {
      height: 26,
      rule: true,
      cells: [
        { text: 'Weave & <b>' },
        {
          drawing: (
            <PlumbRow scale={plumbScale([mark], 190)} height={26} mark={mark} threshold={0.01} words="" />
          ),
        },
        { text: '+20 %', ink: 'var(--teal)', bold: true },
      ],
    },
    { height: 26, cells: [{ text: 'a name that is far too long for a hundred pixels of room' }, {}, {}] },
  ],
}
const figure: Figure = {
  title: 'Fen 13 "after" against before',
  about: 'Gain on the reference. ±: 95 % interval.',
  source: 'revision 4',
  ...tableSize(table),
  drawing: <TableFigure {...table} />,
  table: [
    ['test', 'gain'],
    ['Weave, twice', 'a "quoted" one'],
  ],
}

async function svg(theme: 'light' | 'dark') {
  document.documentElement.style.setProperty('--teal', theme === 'light' ? '#0c7a78' : '#35b5af')
  vi.stubGlobal('fetch', () => Promise.resolve(new Response(new Uint8Array([1, 2, 3]))))
  const text = await svgOf(figure, theme, 768)
  return { text, document: new DOMParser().parseFromString(text, 'image/svg+xml') }
}

describe('a figure that is taken', () => {
  it('is a whole document with title, base, source and letters, and nothing of the page', async () => {
    const { text, document: drawn } = await svg('light')
    expect(drawn.querySelector('parsererror')).toBeNull()
    expect(drawn.querySelector('title')?.textContent).toBe('Fen 13 "after" against before')
    const words = [...drawn.querySelectorAll('text')].map((t) => t.textContent)
    expect(words).toContain('Gain on the reference. ±: 95 % interval.')
    expect(words).toContain('revision 4')
    expect(words).toContain('Weave & <b>')
    expect(text).toContain('data:font/woff2;base64,AQID')
    expect(text).not.toContain('var(--teal)')
    expect(text).toContain('#0c7a78')
  })

  it('has the size asked for, and the height that follows', async () => {
    const { document: drawn } = await svg('light')
    const root = drawn.documentElement
    const [, , width, height] = (root.getAttribute('viewBox') ?? '').split(' ').map(Number)
    expect(root.getAttribute('width')).toBe('768')
    expect(Number(root.getAttribute('height'))).toBe(Math.round((768 * (height ?? 0)) / (width ?? 1)))
    expect(width).toBe(480 + 48)
  })

  it('takes the colours of the theme asked for and leaves the page in its own', async () => {
    document.documentElement.dataset.theme = 'light'
    const { text } = await svg('dark')
    expect(text).toContain('#35b5af')
    expect(document.documentElement.dataset.theme).toBe('light')
    delete document.documentElement.dataset.theme
  })

  it('cuts what has no room', async () => {
    const { document: drawn } = await svg('light')
    const words = [...drawn.querySelectorAll('text')].map((t) => t.textContent)
    expect(words.some((w) => w?.endsWith('…') === true && w.length < 20)).toBe(true)
  })

  it('stands whole in the middle of the shape asked for', async () => {
    await svg('light')
    for (const [shape, aspect] of [
      ['FILM', 16 / 9],
      ['SQUARE', 1],
    ] as const) {
      const text = await svgOf(figure, 'light', 1080, shape)
      const root = new DOMParser().parseFromString(text, 'image/svg+xml').documentElement
      expect(Number(root.getAttribute('width')) / Number(root.getAttribute('height'))).toBeCloseTo(aspect, 2)
      const [, , width = 0, height = 0] = (root.getAttribute('viewBox') ?? '').split(' ').map(Number)
      expect(width).toBeGreaterThanOrEqual(480 + 48)
      expect(height).toBeGreaterThan(figure.height)
    }
  })

  it('breaks long words into lines, and leaves no note out', async () => {
    await svg('light')
    const long = 'Differs from the reference: memory 4 GiB → 8 GiB, '.repeat(6).trim()
    const text = await svgOf({ ...figure, notes: [long, 'Kernmill 3.'] }, 'light', 768)
    const words = [...new DOMParser().parseFromString(text, 'image/svg+xml').querySelectorAll('text')].map(
      (t) => t.textContent ?? '',
    )
    expect(words.filter((w) => w.includes('memory')).length).toBeGreaterThan(1)
    expect(words.join(' ')).toContain(long)
    expect(words).toContain('Kernmill 3.')
  })

  it('keeps numbers numbers, and makes no formula of words', () => {
    const odd = { ...figure, table: [['=SUM(A1)', '-3.5', '+2', '-draws less', 'a\tb']] }
    expect(csvOf(odd)).toBe("\ufeff'=SUM(A1),-3.5,+2,'-draws less,a\tb\r\n")
    expect(tabbed(odd)).toBe("'=SUM(A1)\t-3.5\t+2\t'-draws less\ta b\n")
  })

  it('gives its data as CSV with quotes where they are needed', () => {
    expect(csvOf(figure)).toBe('\ufefftest,gain\r\n"Weave, twice","a ""quoted"" one"\r\n')
    expect(fileName('Fen 13: second module, against “as shipped”')).toBe(
      'fen-13-second-module-against-as-shipped',
    )
  })
})
