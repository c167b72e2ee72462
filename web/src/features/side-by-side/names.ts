import type { Test } from './rows'

/** Calls every test of a page by what tells it from the others. */
export type Names = (test: Test) => string

/**
 * Names for tests that stand together: suite and test; version and settings of the suite where anything beside it shares the
 * rest. A total, and a test called as its suite, bears the suite's name alone.
 */
export function namesAmong(tests: readonly Test[]): Names {
  const bySuite = new Map<string, Test[]>()
  for (const t of tests) bySuite.set(t.suite, [...(bySuite.get(t.suite) ?? []), t])
  return (test) => {
    const like = (bySuite.get(test.suite) ?? []).filter((o) => o.suiteId !== test.suiteId)
    const version = like.some((o) => o.version !== test.version) ? ` ${test.version}` : ''
    const alike = like.filter((o) => o.version === test.version || version === '')
    const settings =
      test.settings !== '' && alike.some((o) => o.settings !== test.settings) ? ` (${test.settings})` : ''
    const suite = `${test.suite}${version}${settings}`
    return bearsSuite(test) ? suite : `${suite}, ${test.name}`
  }
}

function bearsSuite(test: Test): boolean {
  return (
    test.name.toLowerCase() === test.suite.toLowerCase() ||
    (test.total && /^(total|overall|score|suite score)$/i.test(test.name))
  )
}
