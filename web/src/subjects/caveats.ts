import type { Schemas } from '../api/client'

/** What takes something from the numbers of some subjects, whatever is told of them: not as shipped, not measured here. */
export function subjectCaveats(
  subjects: readonly Schemas['SubjectView'][],
  called: (subject: Schemas['SubjectView'], at: number) => string,
): readonly string[] {
  const tuned = subjects.flatMap((s, i) => (s.tuned ? [called(s, i)] : []))
  const lists = [...new Set(subjects.map((s) => s.origin).filter((o) => o !== ''))]
  return [
    ...(tuned.length === 0 ? [] : [`Tuned, not as shipped: ${tuned.join(', ')}.`]),
    ...(lists.length === 0 ? [] : [`Not measured here, but from a list: ${lists.join(', ')}.`]),
  ]
}
