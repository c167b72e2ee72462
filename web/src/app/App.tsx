import { Suspense, lazy } from 'react'
import { Navigate, Route, Routes } from 'react-router'
import { useLiveEvents } from '../api/live'
import { useSession } from '../api/queries'
import { SignIn } from '../features/sign-in/SignIn'
import { Failed, Loading } from '../ui/States'
import { Frame } from './Frame'

const DeskPage = lazy(() => import('../features/desk/DeskPage').then((m) => ({ default: m.DeskPage })))
const PutOnDesk = lazy(() => import('../features/desk/PutOnDesk').then((m) => ({ default: m.PutOnDesk })))
const LedgerPage = lazy(() =>
  import('../features/ledger/LedgerPage').then((m) => ({ default: m.LedgerPage })),
)
const StandingsPage = lazy(() =>
  import('../features/standings/StandingsPage').then((m) => ({ default: m.StandingsPage })),
)

/** Everything a reviewer sees: sign-in until somebody is signed in, then the views in their frame. */
export function App() {
  const session = useSession()
  const name = session.data?.name
  useLiveEvents(name !== undefined)
  if (session.isPending) return <Loading what="who you are" />
  if (session.isError) return <Failed error={session.error} retry={() => void session.refetch()} />
  if (name === undefined) return <SignIn first={session.data.firstAccountNeeded} />
  return (
    <Routes>
      <Route element={<Frame name={name} />}>
        <Route path="/desk" element={page(<DeskPage />)} />
        <Route path="/desk/new" element={page(<PutOnDesk />)} />
        <Route path="/desk/:sitting" element={page(<DeskPage />)} />
        <Route path="/ledger" element={page(<LedgerPage />)} />
        <Route path="/standings" element={page(<StandingsPage />)} />
        <Route path="*" element={<Navigate to="/desk" replace />} />
      </Route>
    </Routes>
  )
}

function page(element: React.ReactNode) {
  return <Suspense fallback={<Loading what="the view" />}>{element}</Suspense>
}
