import { Problem, csrfToken } from './client'
import type { Schemas } from './client'

/** Sends a body that is no JSON, and returns the JSON answered; throws the problem otherwise. */
async function send<T>(path: string, body: Blob | FormData): Promise<T> {
  const headers: Record<string, string> = { 'X-XSRF-TOKEN': csrfToken() ?? '' }
  if (body instanceof Blob) headers['Content-Type'] = 'application/octet-stream'
  let response: Response
  try {
    response = await fetch(new Request(new URL(path, location.origin), { method: 'POST', headers, body }))
  } catch {
    throw new Problem(0, 'The server cannot be reached; nothing was sent. Try again when it is back.')
  }
  const answer = (await response.json()) as T & { detail?: string; violations?: [] }
  if (response.ok) return answer
  throw new Problem(
    response.status,
    answer.detail ?? `The server answered ${String(response.status)}.`,
    answer.violations,
  )
}

/** Keeps a picture or file with a run. */
export function sendEvidence(run: string, file: File): Promise<Schemas['EvidenceView']> {
  return send(`/api/v1/runs/${run}/evidence?name=${encodeURIComponent(file.name)}`, file)
}

/** Keeps a picture for the text of a write-up. */
export function sendPicture(writeUp: number, name: string, content: Blob): Promise<Schemas['PlacedPicture']> {
  return send(`/api/v1/write-ups/${String(writeUp)}/pictures?name=${encodeURIComponent(name)}`, content)
}

/** Reads a whole table; nothing counts until it is accepted. */
export function sendTable(settings: Schemas['ImportSettings'], file: File): Promise<Schemas['TableReport']> {
  const form = new FormData()
  form.set('settings', JSON.stringify(settings))
  form.set('file', file)
  return send('/api/v1/imports', form)
}

/** Takes in a whole desk that was taken out as a ZIP. */
export function sendDesk(file: File): Promise<Schemas['Report']> {
  const form = new FormData()
  form.set('file', file)
  return send('/api/v1/desk-zips', form)
}

/** Enough of a text to see its columns and how its numbers are written. */
const beginning = 256 * 1024

/** Shows how a table would be understood; nothing is kept. */
export function lookAtTable(file: File, how: Schemas['FileChoice'] | undefined): Promise<Schemas['Preview']> {
  const form = new FormData()
  const whole = /\.(xlsx|ods)$/i.test(file.name)
  if (how !== undefined) form.set('settings', new Blob([JSON.stringify(how)], { type: 'application/json' }))
  form.set('file', whole ? file : new File([file.slice(0, beginning)], file.name))
  return send('/api/v1/imports/previews', form)
}
