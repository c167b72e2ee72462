import { useState } from 'react'
import type { Schemas } from '../../api/client'
import { grouped, significant } from '../../figures/format'
import { Button } from '../../ui/Button'
import { FieldError } from '../../ui/Field'
import { useDeed } from '../../ui/deed'
import { confirm, mend } from './deeds'

type Detail = Schemas['RunDetail']

/** Numbers of a kept run that look wrong, each to be mended or confirmed. */
export function Doubts({ detail }: { readonly detail: Detail }) {
  const mending = useDeed(mend, 'here')
  const confirming = useDeed(confirm, 'here')
  const problem = mending.problem ?? confirming.problem
  const { run } = detail
  const name = (key: string) => run.readings.find((r) => r.metric === key)?.name ?? key
  const unit = (key: string) => run.readings.find((r) => r.metric === key)?.unit
  const text = (key: string) => run.readings.find((r) => r.metric === key)?.text ?? ''
  const change = (texts: Readonly<Record<string, string>>, why: string) => {
    const before = Object.fromEntries(Object.keys(texts).map((k) => [k, text(k)]))
    void mending.run({ run: run.id, texts, why, before })
  }
  const confirmOne = (metric: string) => {
    void confirming.run({ run: run.id, metric, name: name(metric) })
  }
  const open = (metric: string) => !detail.confirmed.includes(metric)
  const mismatches = detail.mismatches.filter((m) => open(m.metric))
  // What does not add up is told once.
  const unlikely = detail.unlikely.filter(
    (d) => open(d.metric) && mismatches.every((m) => m.metric !== d.metric),
  )
  if (mismatches.length + unlikely.length === 0) return null
  return (
    <section className="mb-3 grid gap-3" data-testid="doubts">
      {mismatches.map((m) => (
        <div key={m.metric} className="unmeant px-2.5 py-1.5">
          <p>
            {name(m.metric)} {grouped(m.text)} does not add up: the parts come to{' '}
            <b className="num">{grouped(m.computed)}</b>.
          </p>
          <div className="changes flex flex-wrap gap-1.5 mt-1.5">
            {m.corrections.slice(0, 3).map((c, i) => (
              <Button
                key={i}
                title={c.words}
                onClick={() => {
                  change(c.texts, c.words)
                }}
              >
                {Object.entries(c.texts)
                  .map(([key, value]) => `${name(key)} is ${grouped(value)}`)
                  .join(', ')}
              </Button>
            ))}
            <Button
              onClick={() => {
                confirmOne(m.metric)
              }}
            >
              Keep as typed
            </Button>
          </div>
        </div>
      ))}
      {unlikely.map((d) => (
        <div key={d.metric} className="unmeant px-2.5 py-1.5">
          <p>
            Check this: {name(d.metric)} {grouped(d.text)}. Expected{' '}
            <span className="num">{significant(d.low, 3, unit(d.metric))}</span> to{' '}
            <span className="num">{significant(d.high, 3, unit(d.metric))}</span>, {d.basis}.
          </p>
          <MendForm
            name={name(d.metric)}
            text={d.text}
            onMend={(value) => {
              change({ [d.metric]: value }, 'misread')
            }}
            onConfirm={() => {
              confirmOne(d.metric)
            }}
          />
        </div>
      ))}
      {problem !== null && <FieldError>{problem}</FieldError>}
    </section>
  )
}

interface MendFormProps {
  readonly name: string
  readonly text: string
  readonly onMend: (text: string) => void
  readonly onConfirm: () => void
}

function MendForm({ name, text, onMend, onConfirm }: MendFormProps) {
  const [value, setValue] = useState(text)
  return (
    <form
      className="flex gap-1.5 mt-1.5"
      onSubmit={(e) => {
        e.preventDefault()
        onMend(value)
      }}
    >
      <input
        aria-label={`${name} as it should be`}
        className="num w-20 border border-line rounded bg-sheet px-2 text-right"
        value={value}
        onChange={(e) => {
          setValue(e.target.value)
        }}
      />
      <Button type="submit" disabled={value.trim() === text || value.trim() === ''}>
        Mend
      </Button>
      <Button onClick={onConfirm}>It is right</Button>
    </form>
  )
}
