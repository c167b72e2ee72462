export interface ShownOnceProps {
  readonly testid: string
  readonly what: string
  readonly secret: string
}

/** A secret that is answered once and kept nowhere. */
export function ShownOnce({ testid, what, secret }: ShownOnceProps) {
  return (
    <p className="text-base border border-line rounded px-3 py-2 mb-3" data-testid={testid}>
      Copy the {what} now; it is shown this once:{' '}
      <code className="num [overflow-wrap:anywhere] select-all">{secret}</code>
    </p>
  )
}
