import type { Schemas } from '../../../api/client'
import { number } from '../../../figures/format'
import { Button } from '../../../ui/Button'
import { FieldError } from '../../../ui/Field'
import { useDeed } from '../../../ui/deed'
import { useState } from 'react'
import { takeDeskIn } from '../deeds'

type Report = Schemas['Report']

/** A desk that was taken out of another, or of this one before: taken in as a whole, nothing twice. */
export function DeskIn({ file }: { readonly file: File }) {
  const take = useDeed(takeDeskIn, 'here')
  const [report, setReport] = useState<Report | null>(null)
  return (
    <section className="mt-5 max-w-190 text-base" data-testid="desk-in">
      <p>
        {file.name} is read as a desk: its devices, setups, suites and runs are added to those here. What is
        here already is not made twice. A run sheet that both have becomes as the file says; its history keeps
        what was changed.
      </p>
      {take.problem !== null && <FieldError>{take.problem}</FieldError>}
      {report === null ? (
        <Button
          look="main"
          className="mt-3"
          disabled={take.busy}
          onClick={() =>
            void take.run(file).then((r) => {
              setReport(r ?? null)
            })
          }
        >
          {take.busy ? 'Taking it in …' : 'Take it in'}
        </Button>
      ) : (
        <p className="mt-3 font-semibold">{deskInWords(report)}</p>
      )}
      {report !== null && report.rejected.length > 0 && (
        <ul className="mt-2">
          {report.rejected.slice(0, 50).map((v) => (
            <li key={`${v.field} ${v.message}`} className="border-t border-line2 py-1">
              <span className="text-ink2">{v.field}</span> {v.message}
            </li>
          ))}
        </ul>
      )}
    </section>
  )
}

/** What came of taking a desk in. */
export function deskInWords(r: Report): string {
  const fresh = `${number(r.runs, 0)} ${r.runs === 1 ? 'run' : 'runs'} taken in`
  return [
    fresh,
    r.known > 0 ? `${number(r.known, 0)} were here already` : '',
    r.rejected.length > 0 ? `${number(r.rejected.length, 0)} could not be taken:` : '',
  ]
    .filter((w) => w !== '')
    .join(', ')
}
