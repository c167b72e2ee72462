import { useState } from 'react'
import type { ReactNode } from 'react'
import { useLocation } from 'react-router'
import type { Schemas } from '../../api/client'
import type { Figure } from '../../figures/take'
import { useFocus } from '../../frame/focus'
import { Field } from '../../ui/Field'
import { Labelled } from '../../ui/FigureParts'
import { Select } from '../../ui/Select'
import { Failed, Loading } from '../../ui/States'
import type { Into } from '../deeds'
import { useWriteUps } from '../queries'

/**
 * Where a figure is taken from: this view, and what it is called here.
 *
 * @param asked all that the view shows, where its address leaves something to what is usual at the time
 */
export function useFigureSource(asked?: URLSearchParams): (figure: Figure) => Schemas['FigureSource'] {
  const { pathname, search } = useLocation()
  const focus = useFocus()
  return (figure) => {
    const whole = new URLSearchParams(asked ?? search)
    if (focus && !whole.has('focus')) whole.set('focus', String(focus.sitting))
    const address = whole.size === 0 ? pathname : `${pathname}?${whole.toString()}`
    return { address, name: figure.title, choice: '' }
  }
}

export interface IntoWriteUp {
  readonly into: Into
  /** Number of the write-up; undefined for a new one. */
  readonly known: number | undefined
  /** Whether it is chosen, or a new one has a name. */
  readonly ready: boolean
  readonly controls: ReactNode
}

const another = 'new'

/** Lets one choose a write-up, the last changed first, or begin one. */
export function useIntoWriteUp(wrongTitle: string | undefined): IntoWriteUp {
  const all = useWriteUps()
  const [chosen, setChosen] = useState<string | undefined>(undefined)
  const [name, setName] = useState('')
  const last = all.data?.[0]
  const value = chosen ?? (last ? String(last.id) : another)
  const title = all.data?.find((w) => String(w.id) === value)?.title
  const isNew = title === undefined
  return {
    into: isNew ? { writeUp: { title: name }, title: name } : { writeUp: Number(value), title },
    known: isNew ? undefined : Number(value),
    ready: all.data !== undefined && (!isNew || name.trim() !== ''),
    controls: (
      <>
        <Known all={all} value={value} onValue={setChosen} />
        {all.data && isNew && (
          <Field label="What the new write-up is called" value={name} onValue={setName} error={wrongTitle} />
        )}
      </>
    ),
  }
}

interface KnownProps {
  readonly all: ReturnType<typeof useWriteUps>
  readonly value: string
  readonly onValue: (value: string) => void
}

function Known({ all, value, onValue }: KnownProps) {
  if (all.isPending) return <Loading what="the write-ups" />
  if (all.isError) return <Failed error={all.error} retry={() => void all.refetch()} />
  return (
    <div className="mb-3">
      <Labelled label="Write-up">
        <Select
          label="Write-up"
          value={value}
          choices={[
            ...all.data.map((w) => ({ value: String(w.id), label: w.title })),
            { value: another, label: 'a new one' },
          ]}
          onValue={onValue}
        />
      </Labelled>
    </div>
  )
}
