import { useEffect, useRef, useState } from 'react'
import { renderSVG } from 'uqr'
import type { Schemas } from '../../api/client'
import { seconds } from '../../figures/format'
import { Button } from '../../ui/Button'
import { Dialog } from '../../ui/Dialog'
import { FieldError } from '../../ui/Field'
import { useNotice } from '../../ui/Notices'
import { useDeed } from '../../ui/deed'
import { endDevice, makeCode } from './deeds'
import { useJoined, useLan } from './queries'
import { isHandheld } from './SuiteChoice'
import { when } from '../../figures/dates'

/** How long a code is good for. */
const codeMinutes = 10

export interface RunHereProps {
  readonly sheet: Schemas['RunSheet']
  readonly onClose: () => void
}

/** The two ways to run: one copied line on a computer, the device page on anything with a browser. */
export function RunHere({ sheet, onClose }: RunHereProps) {
  const { code, make, ask } = useCode(sheet.sitting)
  useJoining(sheet, code, onClose)
  const suites = (home: Suite['home']) =>
    sheet.rows.filter((r) => r.suite.home === home).map((r) => r.suite.name)
  const native = suites('NATIVE')
  const browser = suites('BROWSER')
  return (
    <Dialog
      open
      onClose={onClose}
      title={`Run on ${sheet.setup.model}`}
      about="A code lets one device report to this run sheet. It is good for ten minutes and one use."
      width={640}
    >
      {make.problem !== null && <FieldError>{make.problem}</FieldError>}
      {code && (
        <>
          <div className="flex items-baseline gap-5 mb-5">
            <span className="num text-4xl tracking-widest" data-testid="pairing-code">
              {code.code.slice(0, 3)} {code.code.slice(3)}
            </span>
            <Remaining until={code.expiresAt} />
            <Button look="quiet" disabled={make.busy} onClick={() => void ask()}>
              New code
            </Button>
          </div>
          {native.length > 0 && !isHandheld(sheet.setup.kind) && (
            <OnComputer suites={native} code={code.code} />
          )}
          {browser.length > 0 && <InBrowser suites={browser} code={code.code} />}
          {native.length + browser.length === 0 && (
            <p className="text-ink2">
              Only suites from elsewhere are planned. Add one of ours to run it here.
            </p>
          )}
        </>
      )}
      <Joined sitting={sheet.sitting} />
    </Dialog>
  )
}

type Suite = Schemas['SuiteView']

function useCode(sitting: number) {
  const [code, setCode] = useState<Schemas['CodeView'] | null>(null)
  const make = useDeed(makeCode, 'here')
  const ask = async () => {
    const next = await make.run(sitting)
    if (next) setCode(next)
  }
  // A code is asked for once when this opens; a second would end the first.
  const asked = useRef(false)
  useEffect(() => {
    if (asked.current) return
    asked.current = true
    void ask()
  })
  return { code, make, ask }
}

/** Closes once a device used the code. */
function useJoining(sheet: Schemas['RunSheet'], code: Schemas['CodeView'] | null, onClose: () => void) {
  const notice = useNotice()
  const joined = useJoined(sheet.sitting).data ?? []
  // By the server's clock: what joined earlier, or was known late, did not use this code.
  const made = code === null ? Infinity : new Date(code.expiresAt).getTime() - codeMinutes * 60_000
  const fresh = joined.find((d) => d.good && new Date(d.createdAt).getTime() >= made)
  useEffect(() => {
    if (!fresh) return
    notice({ text: `${fresh.name} joined ${sheet.setup.model}.` })
    onClose()
    // Told once: the window is closed after it.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [fresh?.id])
}

/** Another device cannot use an address of this computer only. */
function originFor(lan: Schemas['LanView'] | undefined): string {
  return isLoopback() ? (lan?.addresses[0] ?? location.origin) : location.origin
}

interface WayProps {
  readonly suites: readonly string[]
  readonly code: string
}

function OnComputer({ suites, code }: WayProps) {
  const lan = useLan().data
  return (
    <section className="mb-5">
      <h2>On a computer: {suites.join(', ')}</h2>
      <p className="text-ink2 text-sm mb-1.5">Needs Java 17 or newer; nothing is installed.</p>
      <Line text={runnerLine(originFor(lan), code, lan)} />
    </section>
  )
}

function InBrowser({ suites, code }: WayProps) {
  const lan = useLan().data
  const origin = originFor(lan)
  const address = `${origin}/d/${code}`
  return (
    <section className="flex gap-5">
      <div className="flex-1 min-w-0">
        <h2>In a browser: {suites.join(', ')}</h2>
        <p className="text-ink2 text-sm mb-1.5">Open this on the device and type the code, or scan it.</p>
        <Line text={address} />
        {isLoopback() && lan?.addresses.length === 0 && (
          <p className="text-ink2 text-sm mt-2">
            This address works on this computer only. For another device, start with --lan.
          </p>
        )}
        {origin.startsWith('https:') && lan?.fingerprint !== undefined && (
          <p className="text-ink2 text-sm mt-2">
            Its browser will warn, since this desk made its certificate itself. Accept it if the fingerprint
            (SHA-256) there is{' '}
            <code className="text-xs text-ink break-all" data-testid="fingerprint">
              {lan.fingerprint}
            </code>
          </p>
        )}
      </div>
      <img
        alt={`QR code of ${address}`}
        width={132}
        height={132}
        className="bg-white p-1 shrink-0"
        src={`data:image/svg+xml;utf8,${encodeURIComponent(renderSVG(address))}`}
      />
    </section>
  )
}

/** One line to copy; a certificate of our own making is checked against its fingerprint instead of an authority. */
function runnerLine(origin: string, code: string, lan: Schemas['LanView'] | undefined): string {
  const own = origin.startsWith('https:') && lan?.fingerprint !== undefined && lan.pin !== undefined
  const fetch = own ? `curl -sSOk --pinnedpubkey sha256//${lan.pin ?? ''}` : 'curl -sSO'
  const check = own ? ` --fingerprint ${lan.fingerprint?.replaceAll(':', '') ?? ''}` : ''
  return `${fetch} ${origin}/runner.jar && java -jar runner.jar run --server ${origin} --code ${code}${check}`
}

function Line({ text }: { readonly text: string }) {
  const [copied, setCopied] = useState(false)
  // Browsers offer the clipboard to secure pages only: elsewhere the line is selected by hand.
  const clipboard = (navigator as { clipboard?: Clipboard }).clipboard
  return (
    <div className="flex items-start gap-2 border border-line rounded bg-ground px-3 py-2">
      <code className="flex-1 text-sm [overflow-wrap:anywhere] select-all">{text}</code>
      {clipboard && (
        <button
          className="text-sm text-ink2 hover:text-ink"
          onClick={() => {
            void clipboard.writeText(text).then(() => {
              setCopied(true)
            })
          }}
        >
          {copied ? 'Copied' : 'Copy'}
        </button>
      )}
    </div>
  )
}

/** The devices that joined this run sheet, each to be ended. */
function Joined({ sitting }: { readonly sitting: number }) {
  const end = useDeed(endDevice, 'here')
  const joined = useJoined(sitting)
  const good = (joined.data ?? []).filter((d) => d.good)
  if (good.length === 0 && end.problem === null) return null
  return (
    <section className="mt-5" data-testid="joined">
      <h2>Joined this run sheet</h2>
      {good.map((d) => (
        <p key={d.id} className="text-base flex gap-3 items-baseline border-b border-line2 py-1">
          <span className="flex-1">{d.name}</span>
          <span className="text-ink2">
            joined {when(d.createdAt)}
            {d.lastUsedAt !== undefined && `, last heard of ${when(d.lastUsedAt)}`}
          </span>
          <Button
            look="quiet"
            aria-label={`End ${d.name}`}
            onClick={() => void end.run({ sitting, device: d.id })}
          >
            end it
          </Button>
        </p>
      ))}
      {end.problem !== null && <FieldError>{end.problem}</FieldError>}
    </section>
  )
}

function Remaining({ until }: { readonly until: string }) {
  const [now, setNow] = useState(() => Date.now())
  useEffect(() => {
    const timer = setInterval(() => {
      setNow(Date.now())
    }, 1000)
    return () => {
      clearInterval(timer)
    }
  }, [])
  const left = (new Date(until).getTime() - now) / 1000
  return <span className="text-ink2 text-base">{left > 0 ? `${seconds(left)} left` : 'ran out'}</span>
}

function isLoopback(): boolean {
  return ['localhost', '127.0.0.1', '[::1]'].includes(location.hostname)
}
