import { useQuery } from '@tanstack/react-query'
import { api, take } from '../../api/client'
import type { Schemas } from '../../api/client'
import { keys } from '../../api/keys'
import type { FigureNumber } from '../../figures/numbers'
import { Labelled } from '../../ui/FigureParts'
import { Select } from '../../ui/Select'
import { Failed } from '../../ui/States'
import { basesOf } from './numbers'
import type { Which } from './numbers'

export type NumberWay = Schemas['NumberWay']

export interface NumberWaysProps {
  /** All numbers of the figure. */
  readonly numbers: readonly FigureNumber[]
  /** By which the text names the figure; undefined where it is not put in yet. */
  readonly figure?: number
  readonly which: Which
  readonly onWhich: (which: Which) => void
  readonly digits: number | undefined
  readonly onDigits: (digits: number | undefined) => void
  /** How it is put; undefined for the first way. */
  readonly as: NumberWay['as'] | undefined
  readonly onWay: (way: NumberWay) => void
}

const nobody = '(itself)'
const usual = 'as usual'

/** How a number is put: itself or against another, as per cents, times or a difference, with so many digits. */
export function NumberWays(props: NumberWaysProps) {
  const { numbers, which, onWhich, digits, onDigits, as, onWay } = props
  const asked = useNumberWays(props)
  const bases = basesOf(numbers, which)
  return (
    <>
      <div className="flex flex-wrap gap-3 mb-3">
        {bases.length > 0 && (
          <Labelled label="Held against">
            <Select
              label="Held against"
              value={which.base === '' ? nobody : which.base}
              choices={[nobody, ...bases].map((b) => ({
                value: b,
                label: b === nobody ? 'nobody: the number itself' : b,
              }))}
              onValue={(b) => {
                onWhich({ ...which, base: b === nobody ? '' : b })
              }}
            />
          </Labelled>
        )}
        {which.base !== '' && (
          <Labelled label="Digits after the point">
            <Select
              label="Digits after the point"
              value={digits === undefined ? usual : String(digits)}
              choices={[usual, '0', '1', '2', '3'].map((d) => ({ value: d, label: d }))}
              onValue={(d) => {
                onDigits(d === usual ? undefined : Number(d))
              }}
            />
          </Labelled>
        )}
      </div>
      {asked.isError && <Failed error={asked.error} retry={() => void asked.refetch()} />}
      <fieldset className="mb-3" data-testid="ways">
        <legend className="text-sm text-ink2 mb-1">How it is put</legend>
        {(asked.data ?? []).map((way, i) => (
          <label key={way.as} className="flex gap-2 py-1 items-baseline">
            <input
              type="radio"
              name="way"
              checked={as === undefined ? i === 0 : as === way.as}
              onChange={() => {
                onWay(way)
              }}
            />
            <b className="font-bold whitespace-nowrap">{way.text}</b>
            <span className="text-sm text-ink2">{way.words}</span>
          </label>
        ))}
        {asked.data?.length === 0 && (
          <p className="text-base text-ink2">These two cannot be held against each other.</p>
        )}
      </fieldset>
    </>
  )
}

/** All ways to put a number. */
export function useNumberWays({
  numbers,
  figure,
  which,
  digits,
}: Pick<NumberWaysProps, 'numbers' | 'figure' | 'which' | 'digits'>) {
  // Those of the same are all that is needed to put it.
  const same = numbers.filter((n) => n.of === which.of)
  return useQuery({
    queryKey: keys.numberWays([same, figure, which, digits]),
    queryFn: () =>
      take(
        api.POST('/api/v1/write-ups/number-ways', {
          body: {
            numbers: same,
            ...which,
            ...(figure === undefined ? {} : { figure }),
            ...(digits === undefined ? {} : { digits }),
          },
        }),
      ),
    enabled: which.of !== '',
    placeholderData: (before) => before,
  })
}
