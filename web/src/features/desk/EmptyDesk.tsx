import { useNavigate } from 'react-router'
import type { Schemas } from '../../api/client'
import { minutes } from '../../figures/format'
import { Button } from '../../ui/Button'
import { FieldError } from '../../ui/Field'
import { Empty } from '../../ui/States'
import { useDeed } from '../../ui/deed'
import { measureHere, startDemo } from './deeds'
import { useDemo, useOwnComputer } from './queries'

/** The ways to begin, each one press. */
export function EmptyDesk() {
  const navigate = useNavigate()
  const own = useOwnComputer()
  const demo = useDemo()
  const measure = useDeed(measureHere, 'here')
  const begin = useDeed(startDemo, 'here')
  const here = async () => {
    const sheet = own && (await measure.run(own))
    if (sheet) void navigate(`/desk/${String(sheet.sitting)}`)
  }
  return (
    <Empty title="Nothing is on the desk">
      <p>Ways to begin, each one press; everything else can be said later.</p>
      <div className="flex gap-x-2 flex-wrap">
        <Button changes look="main" onClick={() => void navigate('/desk/new')}>
          Put a device down
        </Button>
        <Button onClick={() => void navigate('/catalogue/import')}>Bring a table</Button>
        <Button onClick={() => void navigate('/catalogue/suites/new')}>Describe a suite</Button>
        {own && (
          <Button changes disabled={measure.busy} onClick={() => void here()}>
            Measure this computer
          </Button>
        )}
        {demo?.canBe === true && (
          <Button
            changes
            disabled={begin.busy || demo.desk.state === 'STARTING'}
            onClick={() => void begin.run(undefined)}
          >
            Look at the demo
          </Button>
        )}
      </div>
      {own && (
        <p className="text-sm mt-2">
          This computer is the one the desk runs on: one run of {own.suite.name}, about{' '}
          {minutes(own.suite.minutes)}.
        </p>
      )}
      {demo && <DemoLine desk={demo.desk} />}
      {[measure.problem, begin.problem].map((p) => p !== null && <FieldError key={p}>{p}</FieldError>)}
    </Empty>
  )
}

/** How far the demo desk is, and how to get in. */
function DemoLine({ desk }: { readonly desk: Schemas['DemoDeskView'] }) {
  if (desk.state === 'STARTING')
    return (
      <p role="status" className="text-sm mt-2">
        The demo is starting, in a home of its own: the first time that takes half a minute.
      </p>
    )
  if (desk.state === 'ENDED') return <FieldError>The demo ended: {desk.why}</FieldError>
  if (desk.port === undefined) return null
  return (
    <p className="text-base mt-3" data-testid="demo">
      <a
        href={addressOf(desk.port)}
        target="_blank"
        rel="noreferrer"
        className="font-medium underline underline-offset-2"
      >
        Open the demo
      </a>{' '}
      in a tab of its own, and sign in as <b className="font-medium">{desk.name}</b> with the password{' '}
      <code>{desk.password}</code>. It ends with this desk; nothing of it comes here.
    </p>
  )
}

/** Under the other name of this computer: browsers keep one sign-in for each name, whatever the port. */
function addressOf(port: number): string {
  return `http://${location.hostname === 'localhost' ? '127.0.0.1' : 'localhost'}:${String(port)}`
}
