import type { Schemas } from '../../api/client'

type Found = Schemas['Hit']['place']

const pages: Record<Extract<Found, { at: 'BOARD' }>['page'], string> = {
  STANDINGS: '/standings',
  SIDE_BY_SIDE: '/side-by-side',
  VERSIONS: '/versions',
}

/** The address that shows what was found. */
export function addressOf(found: Found): string {
  switch (found.at) {
    case 'MODEL':
      return `/catalogue/models/${String(found.id)}`
    case 'SETUP':
      return `/catalogue/setups/${String(found.id)}`
    case 'SUITE':
      return `/catalogue/suites/${String(found.id)}`
    case 'FACT':
      return `/catalogue?tab=facts#${found.key}`
    case 'PART':
      return `/catalogue/facts?${new URLSearchParams({ key: found.key, value: found.value }).toString()}`
    case 'BOARD':
      return pages[found.page] + found.question
    case 'RUN':
      return `/ledger?run=${found.id}`
    case 'RUNS':
      return `/ledger?suite=${String(found.suite)}&setup=${String(found.setup)}`
  }
}
