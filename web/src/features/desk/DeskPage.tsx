import { useCallback, useMemo, useState } from 'react'
import { Link, Navigate, useNavigate, useParams } from 'react-router'
import { useFocus } from '../../frame/focus'
import { useShortcuts } from '../../frame/keys'
import { api, take } from '../../api/client'
import type { Schemas } from '../../api/client'
import { useStrip } from '../../api/queries'
import { minutes } from '../../figures/format'
import { capital, cardinal, ordinal } from '../../figures/words'
import { Button } from '../../ui/Button'
import { useNotice } from '../../ui/Notices'
import { Empty, Failed, Loading } from '../../ui/States'
import { AddSuites } from './AddSuites'
import { ChangeSetup } from './ChangeSetup'
import { RunHere } from './RunHere'
import { RunSheetTable } from './RunSheetTable'
import { SetupSlip } from './SetupSlip'
import { WhatNext } from './WhatNext'
import { useDeed } from '../../ui/deed'
import { putBackOnDesk, takeOffDesk } from './deeds'
import { useSheet } from './queries'

/** What to do next with the device in focus. */
export function DeskPage() {
  const { sitting } = useParams()
  const focus = useFocus()
  const navigate = useNavigate()
  const strip = useStrip()
  if (sitting !== undefined) return <OnDesk key={sitting} id={Number(sitting)} />
  if (strip.isPending) return <Loading what="the desk" />
  if (focus === undefined) {
    return (
      <Empty title="Nothing is on the desk">
        <p>Put a device on it: choose its model, name its setup and pick the suites to run.</p>
        <Button look="main" onClick={() => void navigate('/desk/new')}>
          Put a device on the desk
        </Button>
      </Empty>
    )
  }
  return <Navigate to={`/desk/${String(focus.sitting)}`} replace />
}

function OnDesk({ id }: { readonly id: number }) {
  const sheet = useSheet(id)
  if (sheet.isPending) return <Loading what="the run sheet" />
  if (sheet.isError) return <Failed error={sheet.error} retry={() => void sheet.refetch()} />
  return <RunSheetView sheet={sheet.data} />
}

function RunSheetView({ sheet }: { readonly sheet: Schemas['RunSheet'] }) {
  const [running, setRunning] = useState(false)
  const [adding, setAdding] = useState(false)
  const [changing, setChanging] = useState(false)
  const [planning, setPlanning] = useState(false)
  const [entering, setEntering] = useState<number | null>(null)
  const { setup } = sheet
  const notice = useNotice()
  const start = useCallback(() => {
    take(api.POST('/api/v1/sittings/{id}/start', { params: { path: { id: sheet.sitting } } }))
      .then(() => {
        notice({ text: `${setup.model} starts.` })
      })
      .catch((e: unknown) => {
        notice({ text: e instanceof Error ? e.message : String(e) })
      })
  }, [sheet.sitting, setup.model, notice])
  const typed = sheet.rows.filter((r) => r.suite.home === 'TYPED')
  const nextTyped = typed.find((r) => r.state !== 'DONE' && r.state !== 'LEFT_OUT') ?? typed[0]
  const shortcuts = useMemo(
    () => [
      {
        keys: 'r',
        words: 'Run on the device in focus',
        run: () => {
          setRunning(true)
        },
      },
      {
        keys: 'c',
        words: 'Change the setup',
        run: () => {
          setChanging(true)
        },
      },
      {
        keys: 'w',
        words: 'What to run next',
        run: () => {
          setPlanning(true)
        },
      },
      { keys: 's', words: 'Start on the device that waits', run: start },
      {
        keys: 'e',
        words: 'Enter scores',
        run: () => {
          if (nextTyped) setEntering(nextTyped.suite.id)
        },
      },
    ],
    [nextTyped, start],
  )
  useShortcuts(shortcuts)
  return (
    <div className="flex min-h-full">
      <div className="flex-1 min-w-0 pt-[18px] pl-[26px] pr-[22px] pb-8">
        <div className="flex items-start gap-[10px]">
          <div className="flex-1 min-w-0">
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
            onClick={() => {
              setAdding(true)
            }}
          >
            Add a suite
          </Button>
          <Button
            onClick={() => {
              setChanging(true)
            }}
          >
            Change the setup
          </Button>
          <Button
            {...(sheet.waiting ? {} : { look: 'main' as const })}
            onClick={() => {
              setRunning(true)
            }}
          >
            Run on this device
          </Button>
          {sheet.waiting && sheet.progress === undefined && (
            <Button look="main" onClick={start}>
              Start
            </Button>
          )}
        </div>
        <p className="text-ink2 text-[13px]">
          Unit {setup.unitLabel}, {ordinal(setup.ordinal)} setup:{' '}
          <span className={setup.parentId === undefined ? '' : 'meant'}>{setup.name}</span>.{' '}
          {leftWords(sheet)}
        </p>
        {sheet.closedAt === undefined && (
          <p className="text-[13px] mt-1" data-testid="next">
            <b className="font-[560]">Next:</b> {sheet.next.words}{' '}
            <button
              className="text-ink2 underline underline-offset-2 hover:text-ink"
              onClick={() => {
                setPlanning(true)
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
      </div>
      <SetupSlip sheet={sheet} />
      {running && (
        <RunHere
          sheet={sheet}
          onClose={() => {
            setRunning(false)
          }}
        />
      )}
      {planning && (
        <WhatNext
          sheet={sheet}
          onClose={() => {
            setPlanning(false)
          }}
        />
      )}
      {changing && (
        <ChangeSetup
          sheet={sheet}
          onClose={() => {
            setChanging(false)
          }}
        />
      )}
      {adding && (
        <AddSuites
          sheet={sheet}
          onClose={() => {
            setAdding(false)
          }}
        />
      )}
    </div>
  )
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
    <Button look="quiet" onClick={() => void off()}>
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
