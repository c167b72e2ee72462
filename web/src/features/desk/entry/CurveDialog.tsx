import { useState } from 'react'
import type { Schemas } from '../../../api/client'
import { CurveEditor } from '../../../subjects/curve/CurveEditor'
import { blockOf } from '../../../subjects/curve/block'
import { Button } from '../../../ui/Button'
import { Dialog } from '../../../ui/Dialog'

export interface CurveDialogProps {
  readonly suite: Schemas['SuiteView']
  /** What the repeat carries already. */
  readonly series: readonly Schemas['SeriesLine'][]
  readonly onAccept: (series: readonly Schemas['SeriesLine'][]) => void
  readonly onClose: () => void
}

/** Curves and logs of one repeat. */
export function CurveDialog({ suite, series, onAccept, onClose }: CurveDialogProps) {
  const [read, setRead] = useState<readonly Schemas['SeriesLine'][]>([])
  return (
    <Dialog
      open
      onClose={onClose}
      width={720}
      title={suite.curves.length > 0 ? `The curve of ${suite.name}` : 'Add a log'}
      about="Type it, paste a block into a cell, or open a file. Each column becomes a series of the run; what the sheet draws from it follows."
    >
      <CurveEditor suite={suite} start={blockOf(series)} onSeries={setRead} />
      <div className="flex gap-2 mt-4">
        <Button
          look="main"
          disabled={read.length === 0}
          onClick={() => {
            onAccept(read)
          }}
        >
          Put into the run
        </Button>
        <Button onClick={onClose}>Leave it</Button>
      </div>
    </Dialog>
  )
}
