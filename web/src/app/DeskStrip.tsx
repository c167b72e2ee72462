import { DropdownMenu } from 'radix-ui'
import { useEffect, useRef, useState } from 'react'
import type { RefObject } from 'react'
import { Link, useNavigate } from 'react-router'
import { useSession, useStrip } from '../api/queries'
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

/** Room that one device takes, and what stands at the end of the strip. */
const deviceWidth = 190
const endWidth = 210

/** The devices on the desk now; the one in focus is marked in gold. Those that do not fit are in a menu. */
export function DeskStrip() {
  const strip = useStrip()
  const focus = useFocus()
  const bar = useRef<HTMLElement>(null)
  const fits = useRoom(bar)
  const { shown, rest } = partedBy(strip.data ?? [], fits, focus?.sitting)
  return (
    <nav ref={bar} aria-label="Devices on the desk" className="flex flex-1 min-w-0 max-md:overflow-hidden">
      {shown.map((device) => (
        <DeviceTab key={device.sitting} device={device} focused={device.sitting === focus?.sitting} />
      ))}
      {rest.length > 0 && <More devices={rest} />}
      <Link
        to="/desk/new"
        className="changes border-l border-line pl-3.5 pr-4 pt-2 text-ink2 hover:text-ink text-base leading-tight font-medium whitespace-nowrap"
        aria-label="Put a device on the desk"
      >
        <span className="max-md:hidden">
          Put a device
          <br />
          on the desk
        </span>
        <span className="md:hidden text-xl" aria-hidden="true">
          +
        </span>
      </Link>
    </nav>
  )
}

/** How many devices have room. */
function useRoom(bar: RefObject<HTMLElement | null>): number {
  const [fits, setFits] = useState(99)
  useEffect(() => {
    const element = bar.current
    if (!element) return
    const watch = new ResizeObserver(() => {
      setFits(Math.max(1, Math.floor((element.clientWidth - endWidth) / deviceWidth)))
    })
    watch.observe(element)
    return () => {
      watch.disconnect()
    }
  }, [bar])
  return fits
}

/** The first that fit, the one in focus always among them. */
export function partedBy(
  devices: readonly OnDesk[],
  fits: number,
  focus: number | undefined,
): { readonly shown: readonly OnDesk[]; readonly rest: readonly OnDesk[] } {
  const first = devices.slice(0, fits)
  const focused = devices.find((d) => d.sitting === focus)
  const shown = !focused || first.includes(focused) ? first : [...first.slice(0, -1), focused]
  return { shown, rest: devices.filter((d) => !shown.includes(d)) }
}

function DeviceTab({ device, focused }: { readonly device: OnDesk; readonly focused: boolean }) {
  const to = useFocusAddress()
  return (
    <Link
      to={to(device.sitting)}
      aria-current={focused}
      data-subject={`setup-${String(device.setupId)}`}
      data-name={`${device.model}, ${device.setup}`}
      className="relative min-w-47.5 max-w-60 border-l border-line pt-2 pl-3.5 pr-3 aria-[current=true]:bg-sheet aria-[current=true]:before:absolute aria-[current=true]:before:inset-x-0 aria-[current=true]:before:top-0 aria-[current=true]:before:h-1 aria-[current=true]:before:bg-gold"
    >
      <span className="flex items-start justify-between gap-3">
        <b className="font-semibold text-base leading-tight truncate">{device.model}</b>
        <span className="flex gap-2">
          <Hands device={device} />
          <Cells device={device} />
        </span>
      </span>
      <span className="block text-ink2 text-sm truncate">
        {device.setup} · {stateWords(device)}
      </span>
    </Link>
  )
}

/** The devices that have no room in the strip. */
function More({ devices }: { readonly devices: readonly OnDesk[] }) {
  const navigate = useNavigate()
  const to = useFocusAddress()
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger className="border-l border-line px-3.5 text-base text-ink2 hover:text-ink whitespace-nowrap">
        {devices.length} more
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="end"
          className="z-30 bg-sheet border border-line rounded py-1 shadow-xl max-h-[70vh] overflow-auto"
        >
          {devices.map((device) => (
            <DropdownMenu.Item
              key={device.sitting}
              className="px-3.5 py-1.5 text-base cursor-default outline-none data-highlighted:bg-ground"
              onSelect={() => void navigate(to(device.sitting))}
            >
              <b className="font-semibold">{device.model}</b> <Hands device={device} />{' '}
              <span className="text-ink2 text-sm">
                {device.setup} · {stateWords(device)}
              </span>
            </DropdownMenu.Item>
          ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
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

/** Whose device it is, where that is somebody else. */
function Hands({ device }: { readonly device: OnDesk }) {
  const me = useSession().data?.name
  const initials = handsOf(device, me)
  if (initials === '') return null
  return (
    <abbr title={`put on the desk by ${device.who ?? ''}`} className="text-ink2 text-xs no-underline">
      {initials}
    </abbr>
  )
}

/** The initials of who put it on the desk; empty where that is who is signed in, or no person. */
export function handsOf(device: Pick<OnDesk, 'who'>, me: string | undefined): string {
  const { who } = device
  if (who === undefined || who === me || /^(script|device|the) /.test(who)) return ''
  return who
    .split(/\s+/)
    .map((word) => word.charAt(0).toUpperCase())
    .slice(0, 3)
    .join('')
}

/** What the device is doing, in a few words. */
export function stateWords(device: OnDesk): string {
  if (device.progress) return `running, ${seconds(device.progress.secondsLeft)} left`
  if (device.cells.length === 0) return 'no suites chosen'
  const left = device.cells.filter((c) => c !== 'DONE' && c !== 'LEFT_OUT').length
  return left === 0 ? 'done' : `${String(left)} of ${String(device.cells.length)} to go`
}
