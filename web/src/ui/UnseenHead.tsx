/** The head of a column that is plain to see and has to be named for those who do not. Its words stay within a table that scrolls. */
export function UnseenHead({
  words,
  className = '',
}: {
  readonly words: string
  readonly className?: string
}) {
  return (
    <th className={`relative ${className}`}>
      <span className="sr-only">{words}</span>
    </th>
  )
}
