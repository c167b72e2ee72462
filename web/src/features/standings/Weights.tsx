import { useState } from 'react'
import type { Schemas } from '../../api/client'
import type { TestGroup } from '../../api/queries'
import { groups, speedGroups } from '../../figures/words'
import { Button } from '../../ui/Button'
import { useDeed } from '../../ui/deed'
import { keepChoice, useChoice } from './queries'

export interface WeightsProps {
  readonly view: Schemas['StandingsView']
  readonly onWeight: (group: TestGroup, weight: number) => void
  /** Whether the reader weighs them otherwise than the desk. */
  readonly named: boolean
  /** What the reader named. */
  readonly weights: readonly string[]
  /** Weighs all groups as the desk does again. */
  readonly onUsual: () => void
}

/** How much each group counts in overall, as a share; drag or use the arrow keys to change it. */
export function Weights({ view, onWeight, named, weights, onUsual }: WeightsProps) {
  const choice = useChoice()
  const keep = useDeed(keepChoice)
  const shown = view.groups.filter((g) => speedGroups.includes(g.group) && (g.counts || g.weight === 0))
  const left = view.groups.filter((g) => !g.counts && g.weight > 0 && speedGroups.includes(g.group))
  const all = shown.reduce((sum, g) => sum + g.weight, 0)
  return (
    <div className="text-ink2">
      <div className="flex gap-5 items-center">
        <span>Weights</span>
        {shown.map((g) => (
          <Weight key={g.group} group={g} share={all > 0 ? g.weight / all : 0} onWeight={onWeight} />
        ))}
        {named && (
          <Button look="link" onClick={onUsual}>
            as the desk has it
          </Button>
        )}
        {named && choice && (
          <Button
            changes
            look="link"
            title="So it is weighed for everybody who says nothing else"
            onClick={() => {
              void keep.run(edited(choice, weights)).then((kept) => {
                if (kept) onUsual()
              })
            }}
          >
            keep for the desk
          </Button>
        )}
        {!named && choice && <span className="text-sm">{choiceWords(choice)}</span>}
      </div>

      {left.length > 0 && (
        <span className="block text-sm mt-0.5">
          Left out:{' '}
          {left.map((g, i) => (
            <span key={g.group}>
              {i > 0 && ', '}
              {groups[g.group]} ({g.why})
              {g.tests > 1 && g.subjects > 1 && (
                <Button
                  look="link"
                  className="ml-1.5"
                  onClick={() => {
                    onWeight(g.group, 1)
                  }}
                >
                  count it
                </Button>
              )}
            </span>
          ))}
        </span>
      )}
    </div>
  )
}

type Choice = Schemas['ChoiceView']

/** Who chose what counts. */
function choiceWords(choice: Choice): string {
  return choice.saved
    ? `the desk’s choice${choice.who === undefined ? '' : `, by ${choice.who}`}`
    : 'nobody chose: all that were measured count alike'
}

/** The desk's choice with what the reader named. */
function edited(choice: Choice, weights: readonly string[]): Schemas['ChoiceEdit'] {
  const named = new Map(weights.map((w) => [w.split(':')[0] ?? '', Number(w.split(':')[1])]))
  return {
    edition: choice.edition,
    weights: choice.weights.map((w) => ({ group: w.group, weight: named.get(w.group) ?? w.weight })),
  }
}

interface WeightProps {
  readonly group: Schemas['GroupView']
  readonly share: number
  readonly onWeight: (group: TestGroup, weight: number) => void
}

/** Ten steps are as fine as anybody means it; the share follows from all of them. */
function Weight({ group, share, onWeight }: WeightProps) {
  const [moved, setMoved] = useState<number | undefined>(undefined)
  const commit = () => {
    if (moved !== undefined && moved !== group.weight) onWeight(group.group, moved)
    setMoved(undefined)
  }
  return (
    <label className="flex items-center gap-1.5" title={`${String(group.tests)} tests`}>
      <span className="text-ink">{groups[group.group]}</span>
      <span className="num text-ink w-8.5 text-right">{Math.round(share * 100)} %</span>
      <input
        type="range"
        min={0}
        max={10}
        step={0.5}
        value={Math.min(10, moved ?? group.weight)}
        aria-label={`Weight of ${groups[group.group]}`}
        aria-valuetext={`${String(moved ?? group.weight)}, ${String(Math.round(share * 100))} percent of overall`}
        className="w-13.5 accent-ink2"
        onChange={(e) => {
          setMoved(Number(e.target.value))
        }}
        onPointerUp={commit}
        onKeyUp={commit}
        onBlur={commit}
      />
    </label>
  )
}
