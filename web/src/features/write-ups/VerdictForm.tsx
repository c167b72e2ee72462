import { useId } from 'react'
import type { Schemas } from '../../api/client'

type Verdict = Schemas['Verdict']
type Words = 'verdict' | 'forWhom' | 'notForWhom'
type Lists = 'pros' | 'cons' | 'lacks' | 'next'

export interface VerdictFormProps {
  readonly verdict: Verdict
  readonly reads: boolean
  readonly onVerdict: (verdict: Verdict) => void
}

const words: readonly (readonly [Words, string, string])[] = [
  ['verdict', 'Verdict', 'what you conclude, in a sentence'],
  ['forWhom', 'For whom', 'buy it if …'],
  ['notForWhom', 'Not for whom', 'skip it if …'],
]

const lists: readonly (readonly [Lists, string, string])[] = [
  ['pros', 'For', 'text-teal'],
  ['cons', 'Against', 'text-mulberry'],
  ['lacks', 'Lacks', 'text-ink2'],
  ['next', 'What to do next', 'text-ink2'],
]

/** What readers look for first. Nothing is counted and no stars are given. */
export function VerdictForm({ verdict, reads, onVerdict }: VerdictFormProps) {
  return (
    <section
      aria-label="Verdict"
      className="grid grid-cols-2 max-md:grid-cols-1 gap-x-6 border-t-2 border-ink border-b border-b-line py-3 mb-5"
    >
      <div>
        {words.map(([key, label, hint]) => (
          <label key={key} className="block mb-2">
            <span className="block text-sm text-ink2">{label}</span>
            <textarea
              value={verdict[key]}
              placeholder={hint}
              readOnly={reads}
              rows={key === 'verdict' ? 2 : 1}
              onChange={(e) => {
                onVerdict({ ...verdict, [key]: e.target.value })
              }}
              className={`w-full field-sizing-content resize-none bg-transparent outline-none border-b border-line2 focus:border-ink2 ${key === 'verdict' ? 'text-xl font-bold' : 'text-md'}`}
            />
          </label>
        ))}
      </div>
      <div>
        {lists.map(([key, label, ink]) => (
          <ListOf
            key={key}
            label={label}
            ink={ink}
            lines={verdict[key]}
            reads={reads}
            onLines={(lines) => {
              onVerdict({ ...verdict, [key]: lines })
            }}
          />
        ))}
      </div>
    </section>
  )
}

interface ListOfProps {
  readonly label: string
  readonly ink: string
  readonly lines: readonly string[]
  readonly reads: boolean
  readonly onLines: (lines: string[]) => void
}

/** Some points, a line each. */
function ListOf({ label, ink, lines, reads, onLines }: ListOfProps) {
  const id = useId()
  return (
    <div className="mb-2">
      <label htmlFor={id} className={`block text-sm font-bold ${ink}`}>
        {label}
      </label>
      <textarea
        id={id}
        value={lines.join('\n')}
        placeholder="a line each"
        readOnly={reads}
        rows={Math.max(1, lines.length)}
        onChange={(e) => {
          onLines(e.target.value === '' ? [] : e.target.value.split('\n'))
        }}
        className="w-full field-sizing-content resize-none bg-transparent text-md outline-none border-b border-line2 focus:border-ink2"
      />
    </div>
  )
}
