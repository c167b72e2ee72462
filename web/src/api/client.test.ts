// @vitest-environment jsdom

import { describe, expect, it } from 'vitest'
import { Problem, placeWords, take } from './client'

const answer = (status: number, parts: object) =>
  Promise.resolve({ response: new Response(null, { status }), ...parts })

describe('placeWords', () => {
  it.each([
    ['roomTemperature', 'Room temperature'],
    ['readings[2].text', 'Readings 3, text'],
    ['details.claims[0].metric', 'Claims 1, metric'],
  ])('says where %s is', (path, words) => {
    expect(placeWords(path)).toBe(words)
  })
})

describe('take', () => {
  it('returns what was answered', async () => {
    await expect(take(answer(200, { data: 5 }))).resolves.toBe(5)
  })
  it('throws the problem with the fields at fault', async () => {
    const violations = [
      { field: 'note', message: 'too long' },
      { field: 'details.prices[0].amount', message: 'more than 0' },
    ]
    const body = { detail: 'note: too long; details.prices[0].amount: more than 0', violations }
    const problem = await take(answer(422, { error: body })).catch((e: unknown) => e as Problem)
    expect(problem).toBeInstanceOf(Problem)
    const message = 'Note: too long; Prices 1, amount: more than 0'
    expect(problem).toMatchObject({ status: 422, message, violations })
  })
  it('throws what the server said of the whole where no field is at fault', async () => {
    const problem = answer(409, { error: { detail: 'There is already a model Fen 13.' } })
    await expect(take(problem)).rejects.toThrow('There is already a model Fen 13.')
  })
  it('says so where the server cannot be reached, and where the answer is no problem', async () => {
    await expect(take(Promise.reject(new TypeError('failed')))).rejects.toThrow('cannot be reached')
    await expect(take(answer(502, { error: undefined }))).rejects.toThrow('The server answered 502.')
  })
})
