import type { OutboxEntry } from './outboxStore'
import { type Answer, type Carrier, Unreachable } from './sendOutbox'

const TIMEOUT_MS = 30_000

/** Sends one request; a lost connection, a missing sign-in and a server in trouble are all “later”. */
async function send(path: string, init: RequestInit): Promise<Response> {
  let response: Response
  try {
    response = await fetch(path, { ...init, method: 'POST', signal: AbortSignal.timeout(TIMEOUT_MS) })
  } catch {
    throw new Unreachable('no connection')
  }
  if (response.status === 401) throw new Unreachable('signed out: sign in again to send')
  if (response.status === 429 || response.status >= 500)
    throw new Unreachable('the server does not take anything in just now')
  return response
}

async function messageOf(response: Response): Promise<string> {
  const body = (await response.json().catch(() => null)) as { message?: unknown } | null
  return typeof body?.message === 'string' ? body.message : `The server answered ${response.status}.`
}

async function upload(id: string, path: string, body: FormData | string): Promise<Answer> {
  const response = await send(path, {
    body,
    ...(typeof body === 'string' && { headers: { 'content-type': 'application/json' } }),
  })
  return response.ok
    ? { id, outcome: 'stored', message: null }
    : { id, outcome: 'refused', message: await messageOf(response) }
}

/** What the server takes of a reading: what it knows itself (who, received when) is left out. */
function bodyOf({ reading, outOfRangeConfirmed }: Extract<OutboxEntry, { kind: 'reading' }>) {
  const {
    id,
    jobId,
    pointKey,
    slot,
    valueNumber,
    valueWord,
    digits,
    unit,
    instrumentId,
    recordedAt,
    supersedes,
    supersedeReason,
    shownVerdict,
  } = reading
  return {
    id,
    jobId,
    pointKey,
    slot,
    valueNumber,
    valueWord,
    digits,
    unit,
    instrumentId,
    recordedAt,
    supersedes,
    supersedeReason,
    shownVerdict,
    outOfRangeConfirmed,
  }
}

/** The carrier that speaks to the app's own routes. */
export const httpCarrier: Carrier = {
  async readings(entries) {
    const response = await send('/api/sync', {
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ readings: entries.map(bodyOf) }),
    })
    if (response.ok) return (await response.json()) as Answer[]
    const message = await messageOf(response)
    return entries.map(({ id }) => ({ id, outcome: 'refused', message }))
  },
  picture({ id, jobId, attachment, file }) {
    const form = new FormData()
    form.set('id', id)
    form.set('subject', attachment.subject)
    if (attachment.takenAt) form.set('takenAt', attachment.takenAt)
    form.set('file', file, attachment.fileName)
    return upload(id, `/api/jobs/${jobId}/pictures`, form)
  },
  wiring({ id, jobId, revision: { layer, number, note, madeAt, graph } }) {
    return upload(
      id,
      '/api/use/saveWiring',
      JSON.stringify({ id, jobId, layer, base: number - 1, note, madeAt, graph }),
    )
  },
  recording({ id, jobId, reading, files }) {
    const form = new FormData()
    form.set('readingId', reading.id)
    form.set('pointKey', reading.pointKey)
    form.set('recordedAt', reading.recordedAt)
    for (const { name, blob } of files) form.append('file', blob, name)
    return upload(id, `/api/jobs/${jobId}/recordings`, form)
  },
}
