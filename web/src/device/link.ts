import createClient from 'openapi-fetch'
import type { Schemas } from '../api/client'
import type { paths } from '../api/schema'
import type { Verdict, Waiting } from './outbox'

/** What the server said instead of a result. */
export class Refused extends Error {
  readonly status: number

  constructor(status: number, message: string) {
    super(message)
    this.status = status
  }
}

const desk = createClient<paths>({ baseUrl: location.origin, fetch: (request) => fetch(request) })

/** The token a device shows in every call but the first. */
const shown = (token: string) => ({ headers: { Authorization: `Bearer ${token}` } })

interface Answer<T> {
  readonly data?: T
  readonly error?: unknown
  readonly response: Response
}

function detail({ error, response }: Answer<unknown>): string {
  return (
    (error as { readonly detail?: string } | undefined)?.detail ??
    `The server answered ${String(response.status)}.`
  )
}

/** What was answered; throws what was said instead. */
async function answered<T>(call: Promise<Answer<T>>): Promise<T> {
  const answer = await call
  if (!answer.response.ok) throw new Refused(answer.response.status, detail(answer))
  return answer.data as T
}

/** Exchanges a code for a token and what to run. */
export async function pair(code: string): Promise<Schemas['Pairing']> {
  const body = { code, program: 'device page', clock: new Date().toISOString() }
  return answered(desk.POST('/api/v1/device/pairings', { body }))
}

/** What this device's sitting has planned now. */
export async function sitting(token: string): Promise<Schemas['DeviceSitting']> {
  return answered(desk.GET('/api/v1/device/sitting', shown(token)))
}

/** Says that the device waits; returns whether somebody pressed Start on the Desk. A lost word does not matter. */
export async function tellWaiting(token: string): Promise<boolean> {
  const answer = await desk.POST('/api/v1/device/waiting', shown(token)).catch(() => undefined)
  return answer?.data?.start === true
}

export async function tellFacts(token: string, facts: readonly Schemas['FactLine'][]): Promise<void> {
  await answered(desk.PUT('/api/v1/device/facts', { ...shown(token), body: [...facts] }))
}

/** Tells how far the run is; a lost word does not matter. */
export async function tellProgress(token: string, report: Schemas['ProgressReport']): Promise<void> {
  await desk.PUT('/api/v1/device/progress', { ...shown(token), body: report }).catch(() => undefined)
}

export async function tellFinished(token: string): Promise<void> {
  await desk.DELETE('/api/v1/device/progress', shown(token)).catch(() => undefined)
}

/** Sends a run; an answer that will not change with time is a refusal. A token that ran out can be renewed by pairing. */
export async function sendRun({ token, run }: Waiting): Promise<Verdict> {
  const path = { id: run.id }
  const answer = await desk
    .PUT('/api/v1/runs/{id}', { ...shown(token), params: { path }, body: run })
    .catch(() => undefined)
  if (answer === undefined) return { kind: 'later' }
  const { ok, status } = answer.response
  if (ok) return { kind: 'kept' }
  if (status >= 500 || status === 429 || status === 401) return { kind: 'later' }
  return { kind: 'refused', reason: detail(answer) }
}
