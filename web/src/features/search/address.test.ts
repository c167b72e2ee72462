import { describe, expect, it } from 'vitest'
import { addressOf } from './address'

describe('where what was found is shown', () => {
  it('has an address of the page for every kind', () => {
    expect(addressOf({ at: 'MODEL', id: 4 })).toBe('/catalogue/models/4')
    expect(addressOf({ at: 'SETUP', id: 5 })).toBe('/catalogue/setups/5')
    expect(addressOf({ at: 'SUITE', id: 6 })).toBe('/catalogue/suites/6')
    expect(addressOf({ at: 'FACT', key: 'cpu.model' })).toBe('/catalogue?tab=facts#cpu.model')
    expect(addressOf({ at: 'PART', key: 'cpu.model', value: 'Maren M4 & 5' })).toBe(
      '/catalogue/facts?key=cpu.model&value=Maren+M4+%26+5',
    )
    expect(addressOf({ at: 'BOARD', page: 'SIDE_BY_SIDE', question: '?s=setup-1' })).toBe(
      '/side-by-side?s=setup-1',
    )
    expect(addressOf({ at: 'RUN', id: 'e3' })).toBe('/ledger?run=e3')
    expect(addressOf({ at: 'RUNS', suite: 2, setup: 3 })).toBe('/ledger?suite=2&setup=3')
  })
})
