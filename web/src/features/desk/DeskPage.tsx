import { useState } from 'react'
import { Link, Navigate, useNavigate, useParams, useSearchParams } from 'react-router'
import { useFocus } from '../../frame/focus'
import { useShortcuts } from '../../frame/keys'
import type { Schemas } from '../../api/client'
import { useScores, useStrip } from '../../api/queries'
import { minutes } from '../../figures/format'
import { capital, cardinal, kindOf, ordinal } from '../../figures/words'
import { Button } from '../../ui/Button'
import { useNotice } from '../../ui/Notices'
import { Failed, Loading } from '../../ui/States'
import { AddSuites } from './AddSuites'
import { ChangeSetup } from './ChangeSetup'
import { EmptyDesk } from './EmptyDesk'
import { RunHere } from './RunHere'
import { RunSheetTable } from './RunSheetTable'
import { SetupSlip } from './SetupSlip'
import { WhatNext } from './WhatNext'
import { useDeed } from '../../ui/deed'
import { SlipWriter } from '../../subjects/slip/SlipWriter'
import type { Line } from '../../subjects/slip/lines'
import { putBackOnDesk, startDevice, takeOffDesk } from './deeds'
import { useSheet } from './queries'

/** What to do next with the device in focus. */
export function DeskPage() {
  const { sitting } = useParams()
  const focus = useFocus()
  const strip = useStrip()
  if (sitting !== undefined) return <OnDesk key={sitting} id={Number(sitting)} />
  if (strip.isPending) return <Loading what="the desk" />
  if (focus === undefined) return <EmptyDesk />
  return <Navigate to={`/desk/${String(focus.sitting)}`} replace />
}

/** Says of the first score what it is, where it stands. */
function FirstScore({ sheet }: { readonly sheet: Sheet }) {
  const done = sheet.rows.filter((r) => r.done > 0)
  const [row] = done
  return done.length === 1 && row?.done === 1 ? <Explained sheet={sheet} suite={row.suite} /> : null
}

function Explained({ sheet, suite }: { readonly sheet: Sheet; readonly suite: Schemas['SuiteView'] }) {
  const scores = useScores(suite.id, sheet.setup.id).data
  if (scores?.find((p) => p.metric === suite.headline)?.own?.of !== 1) return null
  return (
    <p className="text-base text-ink2 mt-3 max-w-175" data-testid="first-score">
      The first score. It is the middle of the runs that count, and so far that is one: how far a repeat would
      fall from it is not known before there are two. Its place shows once another of the{' '}
      {kindOf(sheet.setup.kind).many} has been measured with {suite.name}.
    </p>
  )
}

function OnDesk({ id }: { readonly id: number }) {
  const sheet = useSheet(id)
  if (sheet.isPending) return <Loading what="the run sheet" />
  if (sheet.isError) return <Failed error={sheet.error} retry={() => void sheet.refetch()} />
  return <RunSheetView sheet={sheet.data} />
}

type Sheet = Schemas['RunSheet']
type Opened = 'running' | 'adding' | 'changing' | 'planning' | 'writing' | null

function RunSheetView({ sheet }: { readonly sheet: Sheet }) {
  const [search, setSearch] = useSearchParams()
  // A device that has just been put on the desk has its slip open for writing.
  const [opened, setOpened] = useState<Opened>(search.get('slip') === 'open' ? 'writing' : null)
  const [entering, setEntering] = useState<number | null>(null)
  const starting = useDeed(startDevice)
  const start = () => void starting.run(sheet)
  useSheetKeys(sheet, setOpened, start, setEntering)
  return (
    <div className="flex min-h-full max-md:flex-col">
      <div className="flex-1 min-w-0 pt-4.5 pl-6.5 pr-5.5 pb-8 max-md:px-3.5 max-md:flex-none">
        <SheetHead sheet={sheet} onOpen={setOpened} onStart={start} />
        {sheet.closedAt === undefined && (
          <p className="text-base mt-1" data-testid="next">
            <b className="font-medium">Next:</b> {sheet.next.words}{' '}
            <button
              className="text-ink2 underline underline-offset-2 hover:text-ink"
              onClick={() => {
                setOpened('planning')
              }}
            >
              What tells most?
            </button>
          </p>
        )}
        {sheet.rows.length === 0 ? (
          <p className="text-ink2 mt-8">No suite is planned yet. Add one to see what to run.</p>
        ) : (
          <RunSheetTable sheet={sheet} entering={entering} onEnter={setEntering} />
        )}
        {entering === null && <FirstScore sheet={sheet} />}
      </div>
      <SetupSlip
        sheet={sheet}
        onWrite={() => {
          setOpened('writing')
        }}
      />
      <OpenDialog
        opened={opened}
        sheet={sheet}
        onClose={() => {
          setOpened(null)
          if (search.has('slip')) {
            search.delete('slip')
            setSearch(search, { replace: true })
          }
        }}
        onOpen={setOpened}
      />
    </div>
  )
}

/** The keys of the run sheet. */
function useSheetKeys(
  sheet: Sheet,
  open: (dialog: Opened) => void,
  start: () => void,
  enter: (suite: number) => void,
) {
  const opens = (dialog: Opened) => () => {
    open(dialog)
  }
  const typed = sheet.rows.filter((r) => r.suite.home === 'TYPED')
  const next = typed.find((r) => r.state !== 'DONE' && r.state !== 'LEFT_OUT') ?? typed[0]
  useShortcuts([
    { keys: 'r', words: 'Run on the device in focus', run: opens('running') },
    { keys: 'c', words: 'Change the setup', run: opens('changing') },
    { keys: 'f', words: 'Write facts of the setup', run: opens('writing') },
    { keys: 'w', words: 'What to run next', run: opens('planning') },
    { keys: 's', words: 'Start on the device that waits', run: start },
    {
      keys: 'e',
      words: 'Enter scores',
      run: () => {
        if (next) enter(next.suite.id)
      },
    },
  ])
}

interface SheetHeadProps {
  readonly sheet: Sheet
  readonly onOpen: (dialog: Opened) => void
  readonly onStart: () => void
}

/** What is on the desk, and what can be done with it. */
function SheetHead({ sheet, onOpen, onStart }: SheetHeadProps) {
  const { setup } = sheet
  return (
    <>
      <div className="flex items-start gap-2.5 max-md:flex-wrap">
        <div className="flex-1 min-w-0 max-md:basis-full">
          <h1>
            <Link
              to={`/catalogue/models/${String(setup.modelId)}`}
              className="hover:underline underline-offset-4"
            >
              {setup.maker} {setup.model}
            </Link>
          </h1>
        </div>
        <TakeOff sheet={sheet} />
        <Button
          changes
          onClick={() => {
            onOpen('adding')
          }}
        >
          Add a suite
        </Button>
        <Button
          changes
          onClick={() => {
            onOpen('changing')
          }}
        >
          Change the setup
        </Button>
        <Button
          changes
          {...(sheet.waiting ? {} : { look: 'main' as const })}
          onClick={() => {
            onOpen('running')
          }}
        >
          Run on this device
        </Button>
        {sheet.waiting && sheet.progress === undefined && (
          <Button changes look="main" onClick={onStart}>
            Start
          </Button>
        )}
      </div>
      <p className="text-ink2 text-base">
        Unit {setup.unitLabel}, {ordinal(setup.ordinal)} setup:{' '}
        <span className={setup.parentId === undefined ? '' : 'meant'}>{setup.name}</span>. {leftWords(sheet)}
      </p>
    </>
  )
}

interface OpenDialogProps {
  readonly opened: Opened
  readonly sheet: Sheet
  readonly onClose: () => void
  readonly onOpen: (dialog: Opened) => void
}

function OpenDialog({ opened, onOpen, ...rest }: OpenDialogProps) {
  const [changed, setChanged] = useState<readonly Line[]>([])
  if (opened === 'writing')
    return (
      <SlipWriter
        setup={rest.sheet.setup}
        onClose={rest.onClose}
        onChange={(lines) => {
          setChanged(lines)
          onOpen('changing')
        }}
      />
    )
  if (opened === 'running') return <RunHere {...rest} />
  if (opened === 'planning') return <WhatNext {...rest} />
  if (opened === 'changing') return <ChangeSetup lines={changed} {...rest} />
  return opened === 'adding' ? <AddSuites {...rest} /> : null
}

function TakeOff({ sheet }: { readonly sheet: Schemas['RunSheet'] }) {
  const navigate = useNavigate()
  const notice = useNotice()
  const close = useDeed(takeOffDesk)
  const reopen = useDeed(putBackOnDesk)
  const back = async () => {
    if (await reopen.run(sheet)) void navigate(`/desk/${String(sheet.sitting)}`)
  }
  const off = async () => {
    if (!(await close.run(sheet))) return
    void navigate('/desk')
    notice({
      text: `${sheet.setup.model} is off the desk. Its runs stay in the ledger.`,
      undo: () => void back(),
    })
  }
  return sheet.closedAt === undefined ? (
    <Button changes look="quiet" onClick={() => void off()}>
      Take off the desk
    </Button>
  ) : (
    <Button onClick={() => void back()}>Put back on the desk</Button>
  )
}

/** How many suites are left and how long they take. */
export function leftWords(sheet: Schemas['RunSheet']): string {
  if (sheet.closedAt !== undefined) return 'It is off the desk.'
  const left = sheet.rows.filter((r) => r.state !== 'DONE' && r.state !== 'LEFT_OUT').length
  if (sheet.rows.length === 0) return ''
  if (left === 0) return 'Every suite is done.'
  return `${left === 1 ? 'One suite' : `${capital(cardinal(left))} suites`} left, about ${minutes(sheet.minutesLeft)}.`
}
