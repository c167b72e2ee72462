import { useState } from 'react'
import { useModels } from '../../api/queries'
import { capital, everyKind, kindOf, speakers } from '../../figures/words'
import { Button } from '../../ui/Button'
import { Dialog } from '../../ui/Dialog'
import { Field } from '../../ui/Field'
import { Combobox } from '../../ui/Combobox'
import { Select } from '../../ui/Select'
import { poolWords } from './address'
import type { StandingsQuestion } from './queries'

export interface PoolChoiceProps {
  readonly question: StandingsQuestion
  /** Changes what the address says; an empty text takes it out. */
  readonly choose: (changes: Readonly<Record<string, string>>) => void
}

/** Who is held against each other: kind, maker, tag, years, price, tuned or not, measured here or elsewhere. */
export function PoolChoice({ question, choose }: PoolChoiceProps) {
  const [open, setOpen] = useState(false)
  const words = poolWords(question)
  return (
    <>
      <Button
        onClick={() => {
          setOpen(true)
        }}
      >
        Pool: {words.length === 0 ? 'everything as shipped' : words.join(', ')}
      </Button>
      {open && (
        <PoolForm
          question={question}
          onClose={() => {
            setOpen(false)
          }}
          choose={choose}
        />
      )}
    </>
  )
}

function PoolForm({ question: q, choose, onClose }: PoolChoiceProps & { readonly onClose: () => void }) {
  return (
    <Dialog
      open
      onClose={onClose}
      title="Pool"
      about="Who is held against each other. A model whose year or price is not known is left out where you ask for one."
    >
      <div className="flex flex-wrap gap-2">
        {useChoices(q).map((c) => {
          const props = {
            label: c.label,
            value: q[c.name] ?? c.usual,
            onValue: (v: string) => {
              // Every kind is said: an address without any is asked for the kind of the device in focus.
              choose({ [c.name]: v === c.usual && c.name !== 'kind' ? '' : v })
            },
          }
          return c.many ? (
            <Combobox key={c.name} {...props} options={c.choices} className="w-45" />
          ) : (
            <Select key={c.name} {...props} choices={c.choices} />
          )
        })}
      </div>
      <Numbers question={q} choose={choose} onClose={onClose} />
    </Dialog>
  )
}

/** One thing that narrows the pool, with what it is as a rule. */
interface PoolPart {
  readonly name: 'kind' | 'maker' | 'tag' | 'tuned' | 'origin' | 'speaks'
  readonly label: string
  readonly usual: string
  readonly choices: readonly { readonly value: string; readonly label: string }[]
  /** Whether there can be hundreds, so that it is found by typing. */
  readonly many?: boolean
}

function useChoices(q: StandingsQuestion): readonly PoolPart[] {
  const models = useModels().data ?? []
  const all = (label: string, values: readonly string[]) => [
    { value: 'any', label },
    ...[...new Set(values)].sort().map((v) => ({ value: v, label: v })),
  ]
  const tags = models.flatMap((m) => m.details.tags)
  const byKind = everyKind(models).map((k) => ({
    value: k,
    label: capital(kindOf(k).many),
  }))
  return [
    {
      name: 'kind',
      label: 'Kind of device',
      usual: 'any',
      choices: [{ value: 'any', label: 'every kind' }, ...byKind],
    },
    {
      name: 'maker',
      label: 'Maker',
      usual: 'any',
      many: true,
      choices: all(
        'every maker',
        models.map((m) => m.maker),
      ),
    },
    ...(tags.length > 0 || q.tag !== undefined
      ? [{ name: 'tag', label: 'Tag', usual: 'any', many: true, choices: all('every tag', tags) } as const]
      : []),
    ...plainChoices,
  ]
}

const plainChoices: readonly PoolPart[] = [
  {
    name: 'tuned',
    label: 'Tuned setups',
    usual: 'SHIPPED',
    choices: [
      { value: 'SHIPPED', label: 'as shipped, not tuned' },
      { value: 'TUNED', label: 'tuned only' },
      { value: 'BOTH', label: 'tuned ones too' },
    ],
  },
  {
    name: 'origin',
    label: 'Measured where',
    usual: 'BOTH',
    choices: [
      { value: 'BOTH', label: 'with lists from elsewhere' },
      { value: 'OWN', label: 'measured here only' },
      { value: 'ELSEWHERE', label: 'from elsewhere only' },
    ],
  },
  { name: 'speaks', label: 'Which setup speaks for a model', usual: 'as-shipped', choices: speakers },
]

/** Years and price. */
function Numbers({ question: q, choose, onClose }: PoolChoiceProps & { readonly onClose: () => void }) {
  const [from, setFrom] = useState(q.yearFrom?.toString() ?? '')
  const [to, setTo] = useState(q.yearTo?.toString() ?? '')
  const [price, setPrice] = useState(q.priceTo?.toString() ?? '')
  const wrong = [from, to, price].some((n) => n.trim() !== '' && !(Number(n) > 0))
  return (
    <form
      className="flex items-end gap-3 mt-4"
      onSubmit={(e) => {
        e.preventDefault()
        if (wrong) return
        choose({ yearFrom: from, yearTo: to, priceTo: price })
        onClose()
      }}
    >
      <Field label="Year from" value={from} onValue={setFrom} />
      <Field label="to" value={to} onValue={setTo} />
      <Field label="Price up to" value={price} onValue={setPrice} />
      <Button look="main" type="submit" disabled={wrong}>
        {wrong ? 'numbers only' : 'Apply'}
      </Button>
    </form>
  )
}
