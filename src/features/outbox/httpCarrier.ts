import { type OutboxEntry, isOf } from './outboxEntry'
import { type Answer, type Carrier, Unreachable } from './sendOutbox'

const TIMEOUT_MS = 30_000
/** Too much at once, or nobody there: the same is taken later. A server that fails over what it was sent fails over it again. */
const LATER = new Set([429, 502, 503, 504])

/** Sends one request; a lost connection, a missing sign-in and a server in trouble are all “later”. */
async function send(path: string, init: RequestInit): Promise<Response> {
  let response: Response
  try {
    response = await fetch(path, { ...init, method: 'POST', signal: AbortSignal.timeout(TIMEOUT_MS) })
  } catch {
    throw new Unreachable('no connection')
  }
  if (response.status === 401) throw new Unreachable('signed out: sign in again to send')
  if (LATER.has(response.status)) throw new Unreachable('the server does not take anything in just now')
  return response
}

async function messageOf(response: Response): Promise<string> {
  const body = (await response.json().catch(() => null)) as { message?: unknown } | null
  return typeof body?.message === 'string' ? body.message : `The server answered ${response.status}.`
}

/** The form and the route of an entry with files; what the server works out itself is left out. */
function formOf(entry: OutboxEntry): { path: string; form: FormData } {
  const form = new FormData()
  const files = entry.files ?? []
  if (isOf(entry, 'addPicture')) {
    const { attachment } = entry.input
    form.set('id', entry.id)
    form.set('subject', attachment.subject)
    if (attachment.takenAt) form.set('takenAt', attachment.takenAt)
    for (const { blob } of files) form.set('file', blob, attachment.fileName)
    return { path: `/api/jobs/${entry.jobId}/pictures`, form }
  }
  if (isOf(entry, 'addRecording')) {
    const { reading } = entry.input
    form.set('readingId', reading.id)
    form.set('pointKey', reading.pointKey)
    form.set('recordedAt', reading.recordedAt)
    for (const { name, blob } of files) form.append('file', blob, name)
    return { path: `/api/jobs/${entry.jobId}/recordings`, form }
  }
  throw new RangeError(`an entry of ${entry.useCase} has no files`)
}

/** Sends entries as one batch. A batch that is refused as a whole is sent entry by entry, so that only what is at fault stays behind. */
async function sendEntries(entries: readonly OutboxEntry[]): Promise<Answer[]> {
  const response = await send('/api/sync', {
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({
      sentAt: new Date().toISOString(),
      entries: entries.map(({ id, useCase, input, at, version }) => ({ id, useCase, input, at, version })),
    }),
  })
  if (response.ok) return (await response.json()) as Answer[]
  if (entries.length > 1) {
    const answers: Answer[] = []
    for (const entry of entries) answers.push(...(await sendEntries([entry])))
    return answers
  }
  const message = await messageOf(response)
  return entries.map(({ id }) => ({ id, outcome: 'refused', message }))
}

/** The carrier that speaks to the app's own routes. */
export const httpCarrier: Carrier = {
  entries: sendEntries,
  async withFiles(entry) {
    const { path, form } = formOf(entry)
    const response = await send(path, { body: form })
    return response.ok
      ? { id: entry.id, outcome: 'stored', message: null }
      : { id: entry.id, outcome: 'refused', message: await messageOf(response) }
  },
}
