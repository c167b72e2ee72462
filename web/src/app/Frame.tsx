import { useEffect, useMemo, useRef, useState } from 'react'
import type { RefObject } from 'react'
import { Link, Outlet, useLocation, useNavigate } from 'react-router'
import { Dialog } from '../ui/Dialog'
import { useNotice } from '../ui/Notices'
import { useDeed } from '../ui/deed'
import { signOut } from './deeds'
import { SearchDialog } from '../features/search/SearchDialog'
import { Connection } from './Connection'
import { DeskStrip } from './DeskStrip'
import { useViewAddress } from '../frame/focus'
import type { View } from '../frame/focus'
import { useShortcuts } from '../frame/keys'
import type { Shortcut } from '../frame/keys'
import { Mark } from '../frame/Mark'
import { rowAtHand, togglePick, usePicks } from '../frame/picks'
import { turnTheme } from './theme'
import { usePrinting } from '../ui/printing'
import { today } from '../figures/dates'
import { useWriteUps } from '../subjects/queries'

const views: readonly { readonly view: View; readonly name: string; readonly key: string }[] = [
  { view: 'desk', name: 'Desk', key: 'd' },
  { view: 'ledger', name: 'Ledger', key: 'l' },
  { view: 'side-by-side', name: 'Side by side', key: 's' },
  { view: 'standings', name: 'Standings', key: 'r' },
  { view: 'versions', name: 'Versions', key: 'v' },
  { view: 'write-ups', name: 'Write-ups', key: 'w' },
  { view: 'catalogue', name: 'Catalogue', key: 'c' },
]

const inViews: readonly (readonly [string, string])[] = [
  ['1 … 9', 'In Side by side: hold the others against this one'],
  ['b', 'In Side by side: the next way to put a difference'],
  ['a', 'In Side by side: put another beside'],
  ['← →', 'In Versions and inside a score: read the next place'],
  ['o', 'In Versions: own units, or the first as 100'],
  ['s', 'On Desk: start on the device that waits'],
  ['w', 'On Desk: what to run next'],
  ['e', 'Enter scores in the run sheet'],
  ['c', 'Change the setup of the device in focus'],
  ['r', 'Run on the device in focus'],
  ['Enter', 'In the entry grid: down; at the foot, to the next repeat'],
  ['Tab', 'In the entry grid: right'],
  ['Alt M', 'In the entry grid: mend what does not add up, the likeliest way'],
  ['Alt N', 'In the entry grid: a note on the cell'],
  ['Ctrl Enter', 'In the entry grid and the sheet editor: save'],
  ['Esc', 'Back out'],
]

/** The strip on top, the views at the left, and the view. */
export function Frame({ name }: { readonly name: string }) {
  const to = useViewAddress()
  const [dialog, setDialog] = useState<'keys' | 'search' | null>(null)
  const shortcuts = useFrameKeys(setDialog)
  const close = () => {
    setDialog(null)
  }
  useShortcuts(shortcuts)
  const main = useRef<HTMLElement>(null)
  useTitle(main)
  return (
    <div className="h-screen flex flex-col">
      <button
        className="sr-only focus:not-sr-only focus:absolute focus:z-30 focus:left-2 focus:top-2 focus:bg-sheet focus:border focus:border-ink focus:rounded focus:px-3 focus:py-1.5"
        onClick={() => {
          main.current?.focus()
        }}
      >
        Skip to the view
      </button>
      <Connection />
      <header className="h-14 flex items-stretch border-b border-line shrink-0">
        <Link
          to={to('desk')}
          className="flex items-center gap-2.25 w-42 max-md:w-auto pl-4.5 max-md:px-3 font-bold text-xl shrink-0"
        >
          <Mark />
          <span className="max-md:sr-only">Yarrowmark</span>
        </Link>
        <DeskStrip />
        <button
          className="px-4.5 max-md:px-3 text-ink2 hover:text-ink text-base flex items-center gap-2 whitespace-nowrap"
          onClick={() => {
            setDialog('search')
          }}
        >
          <span className="max-md:sr-only">Find anything</span>{' '}
          <kbd className="border border-line rounded px-1.5 text-xs">/</kbd>
        </button>
      </header>
      <div className="flex flex-1 min-h-0 max-md:flex-col-reverse">
        <Views
          name={name}
          onKeys={() => {
            setDialog('keys')
          }}
        />
        <main
          ref={main}
          tabIndex={-1}
          className="flex-1 min-w-0 bg-sheet border-l border-line max-md:border-l-0 overflow-auto outline-none"
        >
          <Outlet />
          <Printed />
        </main>
      </div>
      {dialog === 'search' && (
        <SearchDialog
          views={views.map((v) => ({
            title: v.name,
            about: `key g ${v.key}`,
            kind: 'view',
            address: to(v.view),
          }))}
          onClose={close}
        />
      )}
      <KeyList open={dialog === 'keys'} shortcuts={shortcuts} onClose={close} />
    </div>
  )
}

/** The title of the page is the head of the view, which may change while it is open. */
function useTitle(main: RefObject<HTMLElement | null>) {
  useEffect(() => {
    const view = main.current
    if (!view) return
    const tell = () => {
      const head = view.querySelector('h1')?.textContent.trim() ?? ''
      document.title = head === '' ? 'Yarrowmark' : `${head} · Yarrowmark`
    }
    tell()
    const watch = new MutationObserver(tell)
    watch.observe(view, { childList: true, subtree: true, characterData: true })
    return () => {
      watch.disconnect()
    }
  }, [main])
}

/** The keys that work in every view. */
function useFrameKeys(show: (dialog: 'keys' | 'search') => void): readonly Shortcut[] {
  const navigate = useNavigate()
  const to = useViewAddress()
  const notice = useNotice()
  return useMemo<readonly Shortcut[]>(
    () => [
      ...views.map((v) => ({
        keys: `g ${v.key}`,
        words: `Go to ${v.name}`,
        run: () => void navigate(to(v.view)),
      })),
      { keys: 'n', words: 'Put a device on the desk', run: () => void navigate('/desk/new') },
      {
        keys: '/',
        words: 'Find anything',
        run: () => {
          show('search')
        },
      },
      {
        keys: 'x',
        words: 'Put the row you are on side by side, or back',
        run: () => {
          notice({ text: pickRow() })
        },
      },
      {
        keys: '?',
        words: 'List all keys',
        run: () => {
          show('keys')
        },
      },
    ],
    [navigate, to, notice, show],
  )
}

/** Picks the row at hand, or puts it back; returns what became of it. */
function pickRow(): string {
  const row = rowAtHand()
  const key = row?.dataset.subject
  if (key === undefined) return 'Point at a row, or move to it with Tab, then x puts it side by side.'
  const name = row?.dataset.name ?? 'The row'
  return togglePick(key) === 'added' ? `${name} stands side by side; g s opens it.` : `${name} is put back.`
}

/** Under what is printed: where it comes from. */
function Printed() {
  const printing = usePrinting()
  return printing ? (
    <p className="px-6.5 pb-4 text-sm text-ink2">
      Yarrowmark, {window.location.href}, {today()}
    </p>
  ) : null
}

/** The views, and at the foot what belongs to none of them. */
function Views({ name, onKeys }: { readonly name: string; readonly onKeys: () => void }) {
  const to = useViewAddress()
  const { pathname } = useLocation()
  const picks = usePicks()
  const asked = useWriteUps().data?.filter((w) => w.waitsFor.includes(name)).length ?? 0
  const counts: Partial<Record<View, readonly [number, string]>> = {
    'side-by-side': [picks.length, 'picked with x'],
    'write-ups': [asked, 'you are asked to read'],
  }
  return (
    <nav
      aria-label="Views"
      className="w-37.5 shrink-0 pt-4.5 pl-4.5 flex flex-col text-base max-md:w-full max-md:flex-row max-md:overflow-x-auto max-md:p-0 max-md:border-t max-md:border-line max-md:whitespace-nowrap"
    >
      {views.map((v) => (
        <Link
          key={v.view}
          to={to(v.view)}
          aria-current={pathname.startsWith(`/${v.view}`) ? 'page' : undefined}
          className={`relative flex justify-between py-1.5 pr-3.5 max-md:p-3 max-md:before:hidden ${pathname.startsWith(`/${v.view}`) ? 'font-bold text-ink before:absolute before:-left-4.5 before:top-1.5 before:w-1 before:h-5 before:bg-ink' : 'text-ink2 hover:text-ink'}`}
        >
          <span>
            {v.name}
            <Count of={counts[v.view]} />
          </span>
          <span className="text-ink2 text-xs font-normal max-md:hidden" aria-hidden="true">
            {v.key}
          </span>
        </Link>
      ))}
      <div className="mt-auto pb-4 pr-3 text-sm text-ink2 flex flex-col items-start gap-1 max-md:mt-0 max-md:flex-row max-md:items-center max-md:p-3 max-md:gap-4">
        <button className="hover:text-ink py-0.75 text-left" onClick={onKeys}>
          Keys <span className="text-ink2">?</span>
        </button>
        <button className="hover:text-ink py-0.75 text-left" onClick={turnTheme}>
          Light or dark
        </button>
        <Link to="/history" className="hover:text-ink py-0.75">
          What happened
        </Link>
        <Link to="/access" className="hover:text-ink py-0.75">
          Who may do what
        </Link>
        <SignOut name={name} />
      </div>
    </nav>
  )
}

/** A number beside a view's name, if it is one, and what it counts. */
function Count({ of }: { readonly of: readonly [number, string] | undefined }) {
  if (!of || of[0] === 0) return null
  return (
    <span className="num text-xs ml-1.5 px-1 rounded bg-line2" title={of[1]}>
      {of[0]}
    </span>
  )
}

interface KeyListProps {
  readonly open: boolean
  readonly shortcuts: readonly Shortcut[]
  readonly onClose: () => void
}

function KeyList({ open, shortcuts, onClose }: KeyListProps) {
  return (
    <Dialog open={open} onClose={onClose} title="Keys" width={420}>
      <dl className="grid grid-cols-[72px_1fr] gap-y-1.5 text-base">
        {[...shortcuts.map((s) => [s.keys, s.words] as const), ...inViews].map(([keys, words]) => (
          <div key={keys} className="contents">
            <dt>
              <kbd className="border border-line rounded px-1.5 text-sm">{keys}</kbd>
            </dt>
            <dd>{words}</dd>
          </div>
        ))}
      </dl>
    </Dialog>
  )
}

function SignOut({ name }: { readonly name: string }) {
  const out = useDeed(signOut)
  return (
    <button className="hover:text-ink text-left py-0.75" onClick={() => void out.run(undefined)}>
      Sign {name} out
    </button>
  )
}
