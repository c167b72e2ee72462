import createClient from 'openapi-fetch'
import { randomUUID } from 'node:crypto'
import { expect, it } from 'vitest'
import type { paths } from '../src/api/schema'

/** A program beside a desk: it knows the desk by the types of its document alone. The server's tests start it. */
const desk = createClient<paths>({
  baseUrl: process.env.DESK ?? '',
  headers: { Authorization: `Bearer ${process.env.TOKEN ?? ''}` },
})

/** What was answered; a refusal ends the job with what the desk said. */
async function take<T>(asked: Promise<{ data?: T; error?: unknown }>): Promise<T> {
  const { data, error } = await asked
  if (data === undefined) throw new Error(JSON.stringify(error))
  return data
}

async function drive(maker: string, name: string, reading: string): Promise<number> {
  const model = await take(desk.POST('/api/v1/models', { body: { maker, name, kind: 'typedrive' } }))
  const unit = await take(
    desk.POST('/api/v1/models/{id}/units', { params: { path: { id: model.id } }, body: { label: 'A' } }),
  )
  const setup = await take(
    desk.POST('/api/v1/units/{unitId}/setups', {
      params: { path: { unitId: unit.id } },
      body: { name: 'as bought' },
    }),
  )
  const id = randomUUID()
  await take(
    desk.PUT('/api/v1/runs/{id}', {
      params: { path: { id } },
      body: {
        id,
        suite: { key: 'typedrives', version: '1' },
        setup: setup.id,
        state: 'DONE',
        startedAt: '2026-05-04T10:00:00Z',
        endedAt: '2026-05-04T10:02:00Z',
        sender: { program: 'drive script', version: '3' },
        readings: [{ metric: 'read', text: reading }],
      },
    }),
  )
  return setup.id
}

it('measures two drives, compares and ranks them', async () => {
  const text =
    'key: typedrives\nversion: "1"\nname: Drive reads\ngroup: storage\nmetrics:\n  - {key: read, name: Read, unit: MB/s, decimals: 1}\n'
  const suite = await take(desk.POST('/api/v1/sheets', { body: { text } }))
  const slow = await drive('Peatline', 'T1', '402.5')
  const fast = await drive('Loam', 'T4', '612.4')

  const compared = await take(
    desk.GET('/api/v1/comparison', {
      params: { query: { subject: [`setup-${String(slow)}`, `setup-${String(fast)}`] } },
    }),
  )
  const cell = compared.groups[0]?.tests[0]?.cells[1]
  expect(cell?.kind === 'SCORE' && cell.value).toBe(612.4)

  const test = suite.metrics[0]?.id
  if (test === undefined) throw new Error('the suite has no test')
  const ranking = await take(desk.GET('/api/v1/ranking', { params: { query: { test, kind: 'typedrive' } } }))
  expect(ranking.rows.map((r) => r.subject.name)).toEqual(['Loam T4', 'Peatline T1'])

  const page = await desk.GET('/api/v1/models', {
    params: { query: { kind: 'typedrive', sort: '-maker', size: 1 } },
  })
  expect(page.data?.map((m) => m.name)).toEqual(['T1'])
  expect(page.response.headers.get('X-Total-Count')).toBe('2')
  expect(page.response.headers.get('Link')).toContain('rel="next"')
})
