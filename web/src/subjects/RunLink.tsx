import { Link } from 'react-router'

/** The way to a run in the ledger. */
export function RunLink({ id, children }: { readonly id: string; readonly children: string }) {
  return (
    <Link to={`/ledger?run=${id}`} className="underline decoration-line underline-offset-2">
      {children}
    </Link>
  )
}
