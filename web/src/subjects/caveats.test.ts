import { expect, it } from 'vitest'
import type { Schemas } from '../api/client'
import { subjectCaveats } from './caveats'

const subject = (name: string, tuned: boolean, origin: string): Schemas['SubjectView'] => ({
  key: name,
  name,
  detail: '',
  tuned,
  origin,
  setups: 1,
})

it('tells who is tuned, and lists that numbers are from, each once', () => {
  const all = [
    subject('Nook', false, ''),
    subject('Keep', true, 'Tidewater list'),
    subject('Pebble', true, 'Tidewater list'),
  ]
  expect(subjectCaveats(all, (s) => s.name)).toEqual([
    'Tuned, not as shipped: Keep, Pebble.',
    'Not measured here, but from a list: Tidewater list.',
  ])
  expect(subjectCaveats(all.slice(0, 1), (s) => s.name)).toEqual([])
})
