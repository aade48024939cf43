import { afterEach, describe, expect, it, vi } from 'vitest'
import { reading } from '../../../tests/support/house'
import { httpCarrier } from './httpCarrier'
import type { OutboxEntry } from './outboxStore'
import { Unreachable } from './sendOutbox'

type ReadingEntry = Extract<OutboxEntry, { kind: 'reading' }>
const entry = (): ReadingEntry => {
  const made = reading('outage.told', 'answer', 'yes')
  return {
    kind: 'reading',
    id: made.id,
    jobId: made.jobId,
    userId: 'u1',
    refusal: null,
    reading: made,
    outOfRangeConfirmed: true,
  }
}
const fetched = vi.fn<typeof fetch>()
const answering = (status: number, body: unknown) => fetched.mockResolvedValue(Response.json(body, { status }))
vi.stubGlobal('fetch', fetched)
afterEach(() => fetched.mockReset())

describe('sending readings', () => {
  it('leaves out what the server knows itself', async () => {
    answering(200, [])
    await httpCarrier.readings([entry()])
    const sent = (JSON.parse(String(fetched.mock.calls[0]?.[1]?.body)) as { readings: object[] }).readings[0] ?? {}
    expect(Object.keys(sent)).not.toEqual(expect.arrayContaining(['recordedBy']))
    expect(sent).toMatchObject({ pointKey: 'outage.told', valueWord: 'yes', outOfRangeConfirmed: true })
  })

  it('hands the server’s answers on', async () => {
    const answers = [{ id: 'a', outcome: 'stored', message: null }]
    answering(200, answers)
    expect(await httpCarrier.readings([entry()])).toEqual(answers)
  })

  it.each([401, 429, 500, 502, 503])('keeps everything for later on %i', async (status) => {
    answering(status, { message: 'no' })
    await expect(httpCarrier.readings([entry()])).rejects.toBeInstanceOf(Unreachable)
  })

  it('keeps everything for later without a connection', async () => {
    fetched.mockRejectedValue(new TypeError('Failed to fetch'))
    await expect(httpCarrier.readings([entry()])).rejects.toThrow('no connection')
  })

  it('takes a refusal of the whole batch for one of each, in the server’s words', async () => {
    answering(403, { message: 'This is for a lead or a hand.' })
    const [one, two] = [entry(), entry()]
    expect(await httpCarrier.readings([one, two])).toEqual(
      [one, two].map(({ id }) => ({ id, outcome: 'refused', message: 'This is for a lead or a hand.' })),
    )
  })
})

describe('sending files', () => {
  const picture = (): Extract<OutboxEntry, { kind: 'picture' }> => ({
    kind: 'picture',
    id: 'p1',
    jobId: 'j1',
    userId: 'u1',
    refusal: null,
    file: new Blob(['x']),
    attachment: {
      id: 'p1',
      jobId: 'j1',
      kind: 'picture',
      subject: 'inv1',
      fileName: 'plate.jpg',
      sha256: '',
      byteCount: 1,
      mediaType: 'image/jpeg',
      takenAt: '2026-01-01T00:00:00Z',
      addedByName: 'T',
      receivedAt: '2026-01-01T00:00:00Z',
    },
  })

  it('puts a picture with its id, so that a second try is the same picture', async () => {
    answering(200, {})
    expect(await httpCarrier.picture(picture())).toEqual({ id: 'p1', outcome: 'stored', message: null })
    const [path, init] = fetched.mock.calls[0] ?? []
    const form = init?.body as FormData
    expect([path, form.get('id'), form.get('subject'), (form.get('file') as File).name]).toEqual([
      '/api/jobs/j1/pictures',
      'p1',
      'inv1',
      'plate.jpg',
    ])
  })

  it('says why a picture was refused', async () => {
    answering(415, { message: 'The picture was not stored: it is damaged.' })
    expect(await httpCarrier.picture(picture())).toEqual({
      id: 'p1',
      outcome: 'refused',
      message: 'The picture was not stored: it is damaged.',
    })
  })

  it('sends both files of a recording together', async () => {
    answering(200, {})
    const made = reading('outage.gap', 'recording', 12)
    await httpCarrier.recording({
      kind: 'recording',
      id: made.id,
      jobId: 'j1',
      userId: 'u1',
      refusal: null,
      reading: made,
      files: [
        { name: 'a.cfg', blob: new Blob(['c']) },
        { name: 'a.dat', blob: new Blob(['d']) },
      ],
    })
    const form = fetched.mock.calls[0]?.[1]?.body as FormData
    expect(form.getAll('file').map((file) => (file as File).name)).toEqual(['a.cfg', 'a.dat'])
    expect(form.get('pointKey')).toBe('outage.gap')
  })
})
