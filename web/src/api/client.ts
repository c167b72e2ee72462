import createClient from 'openapi-fetch'
import type { Middleware } from 'openapi-fetch'
import type { components, paths } from './schema'

/** Every type the server knows, by name. */
export type Schemas = components['schemas']

/** One broken rule, with the field at fault. */
export interface Violation {
  readonly field: string
  readonly message: string
}

/** What the server answered instead of a result. `status` is 0 if it could not be reached. */
export class Problem extends Error {
  readonly status: number
  readonly violations: readonly Violation[]
  /** What somebody else kept meanwhile, where that is why nothing was overwritten. */
  readonly current: unknown

  constructor(status: number, detail: string, violations: readonly Violation[] = [], current?: unknown) {
    super(detail)
    this.name = 'Problem'
    this.status = status
    this.violations = violations
    this.current = current
  }

  /** Whether it may pass by itself: the server or its records are away, or very busy. */
  get isAway(): boolean {
    return this.status === 0 || (this.status >= 502 && this.status <= 504)
  }
}

/** The token that every request with a deed carries; it changes at every sign-in. */
export function csrfToken(): string | undefined {
  return document.cookie
    .split('; ')
    .find((c) => c.startsWith('XSRF-TOKEN='))
    ?.slice('XSRF-TOKEN='.length)
}

/** The token changes at every sign-in, so it is read for every request. */
const csrf: Middleware = {
  onRequest({ request }) {
    const token = csrfToken()
    if (token !== undefined && request.method !== 'GET') request.headers.set('X-XSRF-TOKEN', token)
    return request
  },
}

export const api = createClient<paths>({ baseUrl: location.origin, fetch: (request) => fetch(request) })
api.use(csrf)

interface Answer<T> {
  readonly data?: T
  readonly error?: unknown
  readonly response: Response
}

interface ProblemBody {
  readonly detail?: string
  readonly violations?: readonly Violation[]
  readonly current?: unknown
}

/**
 * Returns a path into what was sent in words that can be found on the page: `details.prices[0].amount` gives
 * "Prices 1, amount".
 */
export function placeWords(path: string): string {
  const words = path
    .replace(/^details\./, '')
    .split('.')
    .map((part) =>
      part
        .replace(/\[(\d+)\]/g, (_, at: string) => ` ${String(Number(at) + 1)}`)
        .replace(/([a-z])([A-Z])/g, (_, end: string, start: string) => `${end} ${start.toLowerCase()}`),
    )
    .join(', ')
  return words.charAt(0).toUpperCase() + words.slice(1)
}

/** Returns what was answered, or throws the problem. */
export async function take<T>(call: Promise<Answer<T>>): Promise<T> {
  let answer: Answer<T>
  try {
    answer = await call
  } catch {
    throw new Problem(
      0,
      'The server cannot be reached. What you typed is still here; try again when it is back.',
    )
  }
  if (answer.response.ok) return answer.data as T
  const body = (answer.error ?? {}) as ProblemBody
  const violations = body.violations ?? []
  const detail = body.detail ?? `The server answered ${String(answer.response.status)}.`
  throw new Problem(
    answer.response.status,
    violations.length === 0
      ? detail
      : violations.map((v) => `${placeWords(v.field)}: ${v.message}`).join('; '),
    violations,
    body.current,
  )
}
