import { useMemo, useState } from 'react'
import type { ReactNode } from 'react'
import type { Figure } from '../figures/take'
import { RowsOfFigure } from './RowsOfFigure'
import { Select } from './Select'
import { keptOf } from './figure-choice'
import type { Wanted } from './figure-choice'

export interface ChosenFigure {
  /** The figure as it was chosen: drawn in one of its ways, with some of its rows. */
  readonly chosen: () => Figure
  /** Where that is chosen; null where there is nothing to choose. */
  readonly controls: ReactNode
}

/** Lets one choose how a figure is drawn, and which of its rows. */
export function useChosenFigure(figure: Figure): ChosenFigure {
  const [way, setWay] = useState(0)
  const [rows, setRows] = useState<Wanted>({ kind: 'all', count: '10', these: new Set() })
  const drawn = useMemo(
    () => (way === 0 ? figure : (figure.others?.[way - 1]?.figure() ?? figure)),
    [figure, way],
  )
  const choice = drawn.choice
  return {
    chosen: () => {
      const kept = choice && keptOf(choice, rows)
      return choice && kept && kept.size < choice.names.length ? choice.of(kept) : drawn
    },
    controls: (
      <>
        {figure.others && (
          <div className="mb-3">
            <Labelled label="Drawn as">
              <Select
                label="Drawn as"
                value={String(way)}
                choices={['as on the page', ...figure.others.map((o) => o.words)].map((label, i) => ({
                  value: String(i),
                  label,
                }))}
                onValue={(v) => {
                  setWay(Number(v))
                }}
              />
            </Labelled>
          </div>
        )}
        {choice && choice.names.length > 1 && (
          <RowsOfFigure choice={choice} wanted={rows} onWanted={setRows} />
        )}
      </>
    ),
  }
}

/** A choice with its name above it. */
export function Labelled({ label, children }: { readonly label: string; readonly children: ReactNode }) {
  return (
    <div>
      <span className="block text-sm text-ink2 mb-1">{label}</span>
      {children}
    </div>
  )
}
