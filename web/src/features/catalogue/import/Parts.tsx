import type { Schemas } from '../../../api/client'
import { number } from '../../../figures/format'
import { Checkbox } from '../../../ui/Checkbox'

type Part = Schemas['TablePart']

export interface PartsProps {
  readonly parts: readonly Part[]
  /** Those that are not kept. */
  readonly off: ReadonlySet<string>
  readonly onOff: (off: ReadonlySet<string>) => void
}

/** Devices and suites of a table, each to be kept or not. */
export function Parts({ parts, off, onOff }: PartsProps) {
  return (
    <section className="w-85 shrink-0">
      <h2 className="mb-1">What is kept</h2>
      <div className="max-h-[60vh] overflow-auto">
        {parts.map((p) => (
          <Checkbox
            key={keyOf(p)}
            checked={!off.has(keyOf(p))}
            onChecked={(on) => {
              const next = new Set(off)
              if (on) next.delete(keyOf(p))
              else next.add(keyOf(p))
              onOff(next)
            }}
          >
            {p.device}, {p.suite} <span className="text-ink2 text-sm">{number(p.readings, 0)} readings</span>
          </Checkbox>
        ))}
      </div>
    </section>
  )
}

/** By which a part is told from the others. */
export function keyOf(part: Part): string {
  return `${part.device}\t${part.suite}`
}
