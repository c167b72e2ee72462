import { useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { Problem, api, take } from '../../api/client'
import type { Schemas } from '../../api/client'
import { keys } from '../../api/queries'
import { grouped, significant } from '../../figures/format'
import { Button } from '../../ui/Button'
import { FieldError } from '../../ui/Field'
import { useNotice } from '../../ui/Notices'

type Detail = Schemas['RunDetail']

/** Numbers of a kept run that look wrong, each to be mended or confirmed. */
export function Doubts({ detail }: { readonly detail: Detail }) {
  const client = useQueryClient()
  const notice = useNotice()
  const [problem, setProblem] = useState<string | null>(null)
  const { run } = detail
  const path = { id: run.id }
  const name = (key: string) => run.readings.find((r) => r.metric === key)?.name ?? key
  const text = (key: string) => run.readings.find((r) => r.metric === key)?.text ?? ''
  const act = async (deed: () => Promise<Detail>, done: () => void) => {
    try {
      client.setQueryData(keys.run(run.id), await deed())
      await client.invalidateQueries({ queryKey: ['ledger'] })
      setProblem(null)
      done()
    } catch (e) {
      setProblem(e instanceof Problem ? e.message : String(e))
    }
  }
  const mend = (texts: Readonly<Record<string, string>>, why: string) => {
    const before = Object.fromEntries(Object.keys(texts).map((k) => [k, text(k)]))
    const put = (to: Readonly<Record<string, string>>, because: string) =>
      take(api.POST('/api/v1/runs/{id}/mend', { params: { path }, body: { texts: { ...to }, why: because } }))
    void act(
      () => put(texts, why),
      () => {
        notice({
          text: 'Mended; the old digits are in the history.',
          undo: () =>
            void act(
              () => put(before, 'taken back'),
              () => undefined,
            ),
        })
      },
    )
  }
  const confirm = (metric: string) => {
    void act(
      () =>
        take(
          api.POST('/api/v1/runs/{id}/confirmations/{metric}', {
            params: { path: { ...path, metric } },
            body: {},
          }),
        ),
      () => {
        notice({ text: `${name(metric)} is kept as the device said.` })
      },
    )
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
        <div key={m.metric} className="unmeant !px-2.5 !py-1.5">
          <p>
            {name(m.metric)} {grouped(m.text)} does not add up: the parts come to{' '}
            <b className="num">{grouped(m.computed)}</b>.
          </p>
          <div className="flex flex-wrap gap-1.5 mt-1.5">
            {m.corrections.slice(0, 3).map((c, i) => (
              <Button
                key={i}
                title={c.words}
                onClick={() => {
                  mend(c.texts, c.words)
                }}
              >
                {Object.entries(c.texts)
                  .map(([key, value]) => `${name(key)} is ${grouped(value)}`)
                  .join(', ')}
              </Button>
            ))}
            <Button
              onClick={() => {
                confirm(m.metric)
              }}
            >
              Keep as typed
            </Button>
          </div>
        </div>
      ))}
      {unlikely.map((d) => (
        <div key={d.metric} className="unmeant !px-2.5 !py-1.5">
          <p>
            Check this: {name(d.metric)} {grouped(d.text)}. Expected{' '}
            <span className="num">{significant(d.low, 3)}</span> to{' '}
            <span className="num">{significant(d.high, 3)}</span>, {d.basis}.
          </p>
          <MendForm
            name={name(d.metric)}
            text={d.text}
            onMend={(value) => {
              mend({ [d.metric]: value }, 'misread')
            }}
            onConfirm={() => {
              confirm(d.metric)
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
