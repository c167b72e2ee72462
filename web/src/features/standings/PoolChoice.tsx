import { useState } from 'react'
import type { DeviceKind } from '../../api/queries'
import { useModels } from '../../api/queries'
import { capital, kinds, speakers } from '../../figures/words'
import { Button } from '../../ui/Button'
import { Dialog } from '../../ui/Dialog'
import { Field } from '../../ui/Field'
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
  const models = useModels()
  const [years, setYears] = useState([q.yearFrom?.toString() ?? '', q.yearTo?.toString() ?? ''])
  const [price, setPrice] = useState(q.priceTo?.toString() ?? '')
  const makers = [...new Set((models.data ?? []).map((m) => m.maker))].sort()
  const tags = [...new Set((models.data ?? []).flatMap((m) => m.details.tags))].sort()
  const any = (label: string, values: readonly string[]) => [
    { value: 'any', label },
    ...values.map((v) => ({ value: v, label: v })),
  ]
  const numbers = [...years, price]
  const wrong = numbers.some((n) => n.trim() !== '' && !(Number(n) > 0))
  const plain = (v: string) => (v === 'any' ? '' : v)
  return (
    <Dialog
      open
      onClose={onClose}
      title="Pool"
      about="Who is held against each other. A model whose year or price is not known is left out where you ask for one."
    >
      <div className="flex flex-wrap gap-2">
        <Select
          label="Kind of device"
          value={q.kind ?? 'any'}
          choices={[
            { value: 'any', label: 'every kind' },
            ...(Object.keys(kinds) as DeviceKind[]).map((k) => ({ value: k, label: capital(kinds[k].many) })),
          ]}
          onValue={(v) => {
            choose({ kind: plain(v) })
          }}
        />
        <Select
          label="Maker"
          value={q.maker ?? 'any'}
          choices={any('every maker', makers)}
          onValue={(v) => {
            choose({ maker: plain(v) })
          }}
        />
        {tags.length > 0 && (
          <Select
            label="Tag"
            value={q.tag ?? 'any'}
            choices={any('every tag', tags)}
            onValue={(v) => {
              choose({ tag: plain(v) })
            }}
          />
        )}
        <Select
          label="Tuned setups"
          value={q.tuned ?? 'SHIPPED'}
          choices={[
            { value: 'SHIPPED', label: 'as shipped, not tuned' },
            { value: 'TUNED', label: 'tuned only' },
            { value: 'BOTH', label: 'tuned ones too' },
          ]}
          onValue={(v) => {
            choose({ tuned: v === 'SHIPPED' ? '' : v })
          }}
        />
        <Select
          label="Measured where"
          value={q.origin ?? 'BOTH'}
          choices={[
            { value: 'BOTH', label: 'with lists from elsewhere' },
            { value: 'OWN', label: 'measured here only' },
            { value: 'ELSEWHERE', label: 'from elsewhere only' },
          ]}
          onValue={(v) => {
            choose({ origin: v === 'BOTH' ? '' : v })
          }}
        />
        <Select
          label="Which setup speaks for a model"
          value={q.speaks ?? 'as-shipped'}
          choices={speakers}
          onValue={(v) => {
            choose({ speaks: v === 'as-shipped' ? '' : v })
          }}
        />
      </div>
      <form
        className="flex items-end gap-3 mt-4"
        onSubmit={(e) => {
          e.preventDefault()
          if (wrong) return
          choose({ yearFrom: years[0] ?? '', yearTo: years[1] ?? '', priceTo: price })
          onClose()
        }}
      >
        <Field
          label="Year from"
          value={years[0] ?? ''}
          onValue={(v) => {
            setYears([v, years[1] ?? ''])
          }}
        />
        <Field
          label="to"
          value={years[1] ?? ''}
          onValue={(v) => {
            setYears([years[0] ?? '', v])
          }}
        />
        <Field label="Price up to" value={price} onValue={setPrice} />
        <Button look="main" type="submit" disabled={wrong}>
          {wrong ? 'numbers only' : 'Apply'}
        </Button>
      </form>
    </Dialog>
  )
}
