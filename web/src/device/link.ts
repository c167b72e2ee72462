import type { Schemas } from '../api/client'
import type { Verdict, Waiting } from './outbox'

type Pairing = Schemas['Pairing']

/** What the server said instead of a result. */
export class Refused extends Error {
  readonly status: number

  constructor(status: number, message: string) {
    super(message)
    this.status = status
  }
}

async function call(method: string, path: string, token: string | null, body?: unknown): Promise<Response> {
  return fetch(path, {
    method,
    headers: {
      'Content-Type': 'application/json',
      ...(token === null ? {} : { Authorization: `Bearer ${token}` }),
    },
    ...(body === undefined ? {} : { body: JSON.stringify(body) }),
  })
}

async function detail(response: Response): Promise<string> {
  const body = (await response.json().catch(() => ({}))) as { detail?: string }
  return body.detail ?? `The server answered ${String(response.status)}.`
}

/** Exchanges a code for a token and what to run. */
export async function pair(code: string): Promise<Pairing> {
  const response = await call('POST', '/api/v1/device/pairings', null, {
    code,
    program: 'device page',
    clock: new Date().toISOString(),
  })
  if (!response.ok) throw new Refused(response.status, await detail(response))
  return (await response.json()) as Pairing
}

/** What this device's sitting has planned now. */
export async function sitting(token: string): Promise<Schemas['DeviceSitting']> {
  const response = await call('GET', '/api/v1/device/sitting', token)
  if (!response.ok) throw new Refused(response.status, await detail(response))
  return (await response.json()) as Schemas['DeviceSitting']
}

/** Says that the device waits; returns whether somebody pressed Start on the Desk. A lost word does not matter. */
export async function tellWaiting(token: string): Promise<boolean> {
  const response = await call('POST', '/api/v1/device/waiting', token).catch(() => undefined)
  if (response?.ok !== true) return false
  return ((await response.json()) as Schemas['StartView']).start
}

export async function tellFacts(token: string, facts: readonly Schemas['FactLine'][]): Promise<void> {
  const response = await call('PUT', '/api/v1/device/facts', token, facts)
  if (!response.ok) throw new Refused(response.status, await detail(response))
}

/** Tells how far the run is; a lost word does not matter. */
export async function tellProgress(token: string, report: Schemas['ProgressReport']): Promise<void> {
  await call('PUT', '/api/v1/device/progress', token, report).catch(() => undefined)
}

export async function tellFinished(token: string): Promise<void> {
  await call('DELETE', '/api/v1/device/progress', token).catch(() => undefined)
}

/** Sends a run; an answer that will not change with time is a refusal. A token that ran out can be renewed by pairing. */
export async function sendRun({ token, run }: Waiting): Promise<Verdict> {
  let response: Response
  try {
    response = await call('PUT', `/api/v1/runs/${run.id}`, token, run)
  } catch {
    return { kind: 'later' }
  }
  if (response.ok) return { kind: 'kept' }
  if (response.status >= 500 || response.status === 429 || response.status === 401) return { kind: 'later' }
  return { kind: 'refused', reason: await detail(response) }
}
