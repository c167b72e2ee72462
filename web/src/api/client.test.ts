// @vitest-environment jsdom

import { describe, expect, it } from 'vitest'
import { Problem, take } from './client'

const answer = (status: number, parts: object) =>
  Promise.resolve({ response: new Response(null, { status }), ...parts })

describe('take', () => {
  it('returns what was answered', async () => {
    await expect(take(answer(200, { data: 5 }))).resolves.toBe(5)
  })
  it('throws the problem with the fields at fault', async () => {
    const body = { detail: 'too long', violations: [{ field: 'note', message: 'too long' }] }
    const problem = await take(answer(422, { error: body })).catch((e: unknown) => e as Problem)
    expect(problem).toBeInstanceOf(Problem)
    expect(problem).toMatchObject({ status: 422, message: 'too long', violations: body.violations })
  })
  it('says so where the server cannot be reached, and where the answer is no problem', async () => {
    await expect(take(Promise.reject(new TypeError('failed')))).rejects.toThrow('cannot be reached')
    await expect(take(answer(502, { error: undefined }))).rejects.toThrow('The server answered 502.')
  })
})
