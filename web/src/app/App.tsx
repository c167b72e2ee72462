import { Suspense, lazy, useEffect } from 'react'
import { Navigate, Route, Routes, useLocation } from 'react-router'
import { useLiveEvents } from '../api/live'
import { useSession } from '../api/queries'
import { SignIn } from '../features/sign-in/SignIn'
import { Boundary, loaded } from '../ui/Boundary'
import { Failed, Loading } from '../ui/States'
import { Frame } from './Frame'

const DeskPage = lazy(() =>
  loaded(() => import('../features/desk/DeskPage')).then((m) => ({ default: m.DeskPage })),
)
const PutOnDesk = lazy(() =>
  loaded(() => import('../features/desk/PutOnDesk')).then((m) => ({ default: m.PutOnDesk })),
)
const LedgerPage = lazy(() =>
  loaded(() => import('../features/ledger/LedgerPage')).then((m) => ({ default: m.LedgerPage })),
)
const SideBySidePage = lazy(() =>
  loaded(() => import('../features/side-by-side/SideBySidePage')).then((m) => ({
    default: m.SideBySidePage,
  })),
)
const StandingsPage = lazy(() =>
  loaded(() => import('../features/standings/StandingsPage')).then((m) => ({ default: m.StandingsPage })),
)
const VersionsPage = lazy(() =>
  loaded(() => import('../features/versions/VersionsPage')).then((m) => ({ default: m.VersionsPage })),
)
const InsidePage = lazy(() =>
  loaded(() => import('../features/inside/InsidePage')).then((m) => ({ default: m.InsidePage })),
)
const CataloguePage = lazy(() =>
  loaded(() => import('../features/catalogue/CataloguePage')).then((m) => ({ default: m.CataloguePage })),
)
const ModelPage = lazy(() =>
  loaded(() => import('../features/catalogue/ModelPage')).then((m) => ({ default: m.ModelPage })),
)
const FactPage = lazy(() =>
  loaded(() => import('../features/catalogue/FactPage')).then((m) => ({ default: m.FactPage })),
)
const SetupAddress = lazy(() =>
  loaded(() => import('../features/catalogue/SetupAddress')).then((m) => ({ default: m.SetupAddress })),
)
const SuitePage = lazy(() =>
  loaded(() => import('../features/catalogue/SuitePage')).then((m) => ({ default: m.SuitePage })),
)
const SheetEditor = lazy(() =>
  loaded(() => import('../features/catalogue/sheet/SheetEditor')).then((m) => ({ default: m.SheetEditor })),
)
const ImportPage = lazy(() =>
  loaded(() => import('../features/catalogue/import/ImportPage')).then((m) => ({ default: m.ImportPage })),
)
const WriteUpsPage = lazy(() =>
  loaded(() => import('../features/write-ups/WriteUpsPage')).then((m) => ({ default: m.WriteUpsPage })),
)
const WriteUpPage = lazy(() =>
  loaded(() => import('../features/write-ups/WriteUpPage')).then((m) => ({ default: m.WriteUpPage })),
)
const ShowPage = lazy(() =>
  loaded(() => import('../features/write-ups/ShowPage')).then((m) => ({ default: m.ShowPage })),
)
const AccessPage = lazy(() =>
  loaded(() => import('../features/access/AccessPage')).then((m) => ({ default: m.AccessPage })),
)
const HistoryPage = lazy(() =>
  loaded(() => import('../features/history/HistoryPage')).then((m) => ({ default: m.HistoryPage })),
)
const ImportReport = lazy(() =>
  loaded(() => import('../features/catalogue/import/ImportReport')).then((m) => ({
    default: m.ImportReport,
  })),
)

/** Everything a reviewer sees: sign-in until somebody is signed in, then the views in their frame. */
export function App() {
  const session = useSession()
  const name = session.data?.name
  useLiveEvents(name !== undefined)
  useEffect(() => {
    document.documentElement.dataset.role = session.data?.role?.toLowerCase() ?? ''
  }, [session.data?.role])
  if (session.isPending) return <Loading what="who you are" />
  if (session.isError) return <Failed error={session.error} retry={() => void session.refetch()} />
  if (name === undefined) return <SignIn first={session.data.firstAccountNeeded} />
  return (
    <Routes>
      <Route path="/write-ups/:id/show" element={page(<ShowPage />)} />
      <Route element={<Frame name={name} />}>
        <Route path="/desk" element={page(<DeskPage />)} />
        <Route path="/desk/new" element={page(<PutOnDesk />)} />
        <Route path="/desk/:sitting" element={page(<DeskPage />)} />
        <Route path="/ledger" element={page(<LedgerPage />)} />
        <Route path="/side-by-side" element={page(<SideBySidePage />)} />
        <Route path="/standings" element={page(<StandingsPage />)} />
        <Route path="/versions" element={page(<VersionsPage />)} />
        <Route path="/inside" element={page(<InsidePage />)} />
        <Route path="/catalogue" element={page(<CataloguePage />)} />
        <Route path="/catalogue/models/:id" element={page(<ModelPage />)} />
        <Route path="/catalogue/setups/:id" element={page(<SetupAddress />)} />
        <Route path="/catalogue/facts" element={page(<FactPage />)} />
        <Route path="/catalogue/suites/new" element={page(<SheetEditor />)} />
        <Route path="/catalogue/suites/:id" element={page(<SuitePage />)} />
        <Route path="/catalogue/suites/:id/edit" element={page(<SheetEditor />)} />
        <Route path="/catalogue/import" element={page(<ImportPage />)} />
        <Route path="/catalogue/import/:id" element={page(<ImportReport />)} />
        <Route path="/write-ups" element={page(<WriteUpsPage />)} />
        <Route path="/write-ups/:id" element={page(<WriteUpPage />)} />
        <Route path="/history" element={page(<HistoryPage />)} />
        <Route path="/access" element={page(<AccessPage />)} />
        <Route path="*" element={<Navigate to="/desk" replace />} />
      </Route>
    </Routes>
  )
}

function page(element: React.ReactNode) {
  return <View>{element}</View>
}

/** A view by itself: what breaks in it leaves the frame and the other views standing. */
function View({ children }: { readonly children: React.ReactNode }) {
  const { pathname } = useLocation()
  return (
    <Boundary what="this view" of={pathname}>
      <Suspense fallback={<Loading what="the view" />}>{children}</Suspense>
    </Boundary>
  )
}
