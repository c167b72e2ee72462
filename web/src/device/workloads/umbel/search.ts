import type { Job, Kernel } from '../../measure'
import { seeded } from '../../random'

const words = [
  'reed',
  'mud',
  'tide',
  'wing',
  'call',
  'dusk',
  'gate',
  'silt',
  'drift',
  'moor',
  'sedge',
  'lamp',
]

/** A text of so many lines with a planted phrase at seeded places; returns how often it was planted. */
function text(lines: number): { readonly body: string; readonly planted: number } {
  const next = seeded(7)
  let planted = 0
  const body: string[] = []
  for (let i = 0; i < lines; i++) {
    const line = Array.from({ length: 10 }, () => words[next() % words.length] ?? '')
    if (next() % 17 === 0) {
      line.push('heard calling at 03:40')
      planted++
    }
    body.push(line.join(' '))
  }
  return { body: body.join('\n'), planted }
}

/** Finds a phrase by plain search, times of day by pattern, and counts words. Work: MB of text, once for each way. */
export const search: Kernel = {
  key: 'search',
  prepare(): Job {
    const { body, planted } = text(2048)
    return {
      work: (3 * body.length) / 1e6,
      run() {
        let found = 0
        for (let at = body.indexOf('heard calling'); at >= 0; at = body.indexOf('heard calling', at + 1))
          found++
        const times = body.match(/\b([01]\d|2[0-3]):[0-5]\d\b/g)?.length ?? 0
        const counts = new Map<string, number>()
        for (const word of body.split(/\s+/)) counts.set(word, (counts.get(word) ?? 0) + 1)
        if (found !== planted || times !== planted || counts.get('heard') !== (planted || undefined)) {
          throw new Error('a search missed something')
        }
        return found
      },
    }
  },
}
