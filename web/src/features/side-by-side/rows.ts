import type { Schemas } from '../../api/client'
import { amount, unitWords } from '../../figures/format'
import type { Question } from './address'

type View = Schemas['ComparisonView']
export type Test = Schemas['ComparedTest']
type Cell = Schemas['ComparedTest']['cells'][number]

/** How a score stands to the reference's, as a ratio; undefined where there is none. */
export function ratioOf(cell: Cell | undefined): Schemas['Difference'] | undefined {
  return cell?.kind === 'SCORE' ? cell.difference : undefined
}

/** Why there is no score; undefined where there is one. */
export function gapOf(cell: Cell | undefined): string | undefined {
  return cell?.kind === 'GAP' ? cell.gap : undefined
}

/** What was read, in digits or words; empty for a gap. */
export function valueText(cell: Cell | undefined, unit: string): string {
  if (cell === undefined || cell.kind === 'GAP') return ''
  return cell.kind === 'PLAIN' && cell.words !== undefined
    ? cell.words
    : amount(cell.value, cell.decimals, unit)
}

/** A block of rows under one head: a group with its summaries, or all tests under none. */
export interface Block {
  readonly group: Schemas['ComparedGroup']['group'] | undefined
  /** What its tests come to, for each subject but the reference; empty where that is not asked. */
  readonly summaries: readonly Schemas['ComparedSummary'][]
  readonly title: string
  readonly tests: readonly Test[]
  /** How many more there are that are not shown until they are asked for. */
  readonly folded: number
  /** Whether they were asked for, and can be folded away again. */
  readonly unfolded: boolean
}

/** All tests that a head stands for, shown or not. */
export function testsIn(view: View, block: Block): readonly Test[] {
  return view.groups
    .filter((g) => block.group === undefined || g.group === block.group)
    .flatMap((g) => g.tests)
}

/** The unit of a test, and which way is better where that is not more. */
export function unitLine(test: Test): string {
  const parts = [unitWords(test.unit), test.better === 'LOWER' ? 'less is better' : '']
  return parts.filter((p) => p !== '').join(', ')
}

/** Up to so many rows fit a page; above that a group shows its summary and what stands out. */
const roomy = 22
const telltales = 3

/** The rows of a comparison as the reader wants them: by group, by suite, or the largest difference first. */
export function blocks(
  view: View,
  q: Pick<Question, 'sort' | 'telling' | 'open'>,
  groupName: (g: string) => string,
): readonly Block[] {
  const told = (tests: readonly Test[]) => (q.telling ? tests.filter((t) => stands(t)) : tests)
  const all = view.groups.flatMap((g) => told(g.tests))
  if (q.sort === 'size') {
    const tests = [...all].sort((a, b) => size(b) - size(a))
    return [
      {
        group: undefined,
        summaries: whole(view),
        title: 'Largest difference first',
        tests,
        folded: 0,
        unfolded: false,
      },
    ]
  }
  if (q.sort === 'suite') {
    return [...new Set(all.map(suiteOf))].sort().map((name) => ({
      group: undefined,
      summaries: [],
      title: name,
      tests: all.filter((t) => suiteOf(t) === name),
      folded: 0,
      unfolded: false,
    }))
  }
  const many = all.length > roomy
  const groups = [...view.groups]
    .sort((a, b) => Number(b.tests.some(isShared)) - Number(a.tests.some(isShared)))
    .map((group) => {
      const tests = told(group.tests)
      const open = q.open.includes(group.group)
      const shown = many && !open ? foremost(tests) : tests
      return {
        group: group.group,
        summaries: group.summaries,
        title: groupName(group.group),
        tests: shown,
        folded: tests.length - shown.length,
        unfolded: many && open && foremost(tests).length < tests.length,
      }
    })
    .filter((b) => b.tests.length > 0 || b.folded > 0)
  return view.together.length === 0 ? groups : [together(view), ...groups]
}

/** One head over all groups; it has no tests of its own. */
function together(view: View): Block {
  return {
    group: undefined,
    summaries: view.together,
    title: 'All tests together',
    tests: [],
    folded: 0,
    unfolded: false,
  }
}

/** What everything comes to: all groups, or the only one there is. */
function whole(view: View): readonly Schemas['ComparedSummary'][] {
  return view.together.length > 0
    ? view.together
    : view.groups.length === 1
      ? (view.groups[0]?.summaries ?? [])
      : []
}

function suiteOf(test: Test): string {
  return `${test.suite} ${test.version}`
}

/** Whether a test is there on both sides. */
function isShared(test: Test): boolean {
  return test.cells.some((c) => c.kind !== 'GAP' && c.difference !== undefined)
}

/** The largest differences that are shown to be there, the largest first; else the first tests. */
function foremost(tests: readonly Test[]): readonly Test[] {
  const parts = tests.filter((t) => !t.total && isShared(t))
  const telling = parts.filter(stands).sort((a, b) => size(b) - size(a))
  return (telling.length > 0 ? telling : parts).slice(0, telltales)
}

/** Whether any subject is shown to be ahead or behind. */
function stands(test: Test): boolean {
  return test.cells.some((c) => {
    const verdict = ratioOf(c)?.verdict
    return verdict === 'AHEAD' || verdict === 'BEHIND'
  })
}

/** The largest difference in a row, on a log scale; rows without one come last. */
function size(test: Test): number {
  const logs = test.cells.map((c) => {
    const d = ratioOf(c)
    return d ? Math.abs(Math.log(d.times)) : -1
  })
  return Math.max(-1, ...logs)
}

/** Which side of a plain difference is better, in words; plain scales have no verdict, and texts are the same or not. */
export function plainWords(test: Test, reference: number, cell: Cell): string | undefined {
  if (cell.kind !== 'PLAIN') return undefined
  if (test.scale === 'INFORMATION') {
    const base = test.cells[reference]
    return base?.kind === 'PLAIN' && base !== cell
      ? base.words === cell.words
        ? 'the same'
        : 'not the same'
      : undefined
  }
  if (cell.difference === undefined) return undefined
  if (cell.difference === 0) return 'the same'
  const better = cell.difference > 0 === (test.better === 'HIGHER')
  return better ? 'better' : 'worse'
}
