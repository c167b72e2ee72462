import { Link } from 'react-router'
import { useStrip } from '../api/queries'
import { seconds } from '../figures/format'
import { useFocus, useFocusAddress } from '../frame/focus'
import type { OnDesk } from '../frame/focus'

const cellLook: Record<OnDesk['cells'][number], string> = {
  WAITING: 'bg-line',
  PARTLY: 'bg-ink2 opacity-50',
  RUNNING: 'bg-gold',
  DONE: 'bg-ink2',
  FAILED: 'bg-brick',
  LEFT_OUT: 'border border-ink3',
}

/** The devices on the desk now; the one in focus is marked in gold. */
export function DeskStrip() {
  const strip = useStrip()
  const focus = useFocus()
  const to = useFocusAddress()
  return (
    <nav aria-label="Devices on the desk" className="flex flex-1 min-w-0 overflow-x-auto">
      {strip.data?.map((device) => (
        <Link
          key={device.sitting}
          to={to(device.sitting)}
          aria-current={device.sitting === focus?.sitting}
          data-subject={`setup-${String(device.setupId)}`}
          data-name={`${device.model}, ${device.setup}`}
          className="relative min-w-47.5 max-w-60 border-l border-line pt-2 pl-3.5 pr-3 aria-[current=true]:bg-sheet aria-[current=true]:before:absolute aria-[current=true]:before:inset-x-0 aria-[current=true]:before:top-0 aria-[current=true]:before:h-1 aria-[current=true]:before:bg-gold"
        >
          <span className="flex items-start justify-between gap-3">
            <b className="font-semibold text-base leading-tight truncate">{device.model}</b>
            <Cells device={device} />
          </span>
          <span className="block text-ink2 text-sm truncate">
            {device.setup} · {stateWords(device)}
          </span>
        </Link>
      ))}
      <Link
        to="/desk/new"
        className="sticky right-0 bg-ground border-l border-line pl-3.5 pr-4 pt-2 text-ink2 hover:text-ink text-base leading-tight font-medium whitespace-nowrap"
      >
        Put a device
        <br />
        on the desk
      </Link>
    </nav>
  )
}

function Cells({ device }: { readonly device: OnDesk }) {
  return (
    <span className="flex gap-0.5 pt-0.75" role="img" aria-label={cellWords(device)}>
      {device.cells.slice(0, 12).map((cell, i) => (
        <i key={i} className={`block w-1.25 h-2.25 ${cellLook[cell]}`} />
      ))}
    </span>
  )
}

/** How far the suites are, in words. */
export function cellWords(device: OnDesk): string {
  const done = device.cells.filter((c) => c === 'DONE').length
  return `${String(done)} of ${String(device.cells.length)} suites done`
}

/** What the device is doing, in a few words. */
export function stateWords(device: OnDesk): string {
  if (device.progress) return `running, ${seconds(device.progress.secondsLeft)} left`
  if (device.cells.length === 0) return 'no suites chosen'
  const left = device.cells.filter((c) => c !== 'DONE' && c !== 'LEFT_OUT').length
  return left === 0 ? 'done' : `${String(left)} of ${String(device.cells.length)} to go`
}
