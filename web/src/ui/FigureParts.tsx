import { useMemo, useState } from 'react'
import type { ReactNode } from 'react'
import type { Figure } from '../figures/take'
import { RowsOfFigure } from './RowsOfFigure'
import { Select } from './Select'
import { chosenOf, drawnAs, everything, keptChoice } from './figure-choice'
import type { Wanted } from './figure-choice'

const asOnThePage = 'as on the page'

export interface ChosenFigure {
  /** The figure as it was chosen: drawn in one of its ways, with some of its rows. */
  readonly chosen: () => Figure
  /** What was chosen, as it is kept. */
  readonly kept: () => string
  /** Where that is chosen; null where there is nothing to choose. */
  readonly controls: ReactNode
}

/** Lets one choose how a figure is drawn, and which of its rows. */
export function useChosenFigure(figure: Figure): ChosenFigure {
  const [way, setWay] = useState('')
  const [rows, setRows] = useState<Wanted>(everything)
  const drawn = useMemo(() => drawnAs(figure, way), [figure, way])
  const { choice } = drawn
  return {
    chosen: () => chosenOf(figure, way, rows),
    kept: () => keptChoice(figure, way, rows),
    controls: (
      <>
        {figure.others && (
          <div className="mb-3">
            <Labelled label="Drawn as">
              <Select
                label="Drawn as"
                value={way === '' ? asOnThePage : way}
                choices={[asOnThePage, ...figure.others.map((o) => o.words)].map((label) => ({
                  value: label,
                  label,
                }))}
                onValue={(v) => {
                  setWay(v === asOnThePage ? '' : v)
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
