import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { reading } from '../../../tests/support/house'
import { pictureEntry, readingEntry } from '../../../tests/support/outboxEntries'
import { httpCarrier } from './httpCarrier'
import type { EntryOf } from './outboxEntry'
import { Unreachable } from './sendOutbox'

const entry = (): EntryOf<'recordReadings'> =>
  readingEntry(reading('outage.told', 'answer', 'yes', { detail: { confirmed: ['stepHeld'] } }))
const fetched = vi.fn<typeof fetch>()
const answering = (status: number, body: unknown) => fetched.mockResolvedValue(Response.json(body, { status }))
beforeEach(() => {
  vi.stubGlobal('fetch', fetched)
})
afterEach(() => fetched.mockReset())

describe('sending readings', () => {
  it('leaves out what the server knows itself, and what is the device’s own', async () => {
    answering(200, [])
    await httpCarrier.entries([entry()])
    const [sent] = (JSON.parse(String(fetched.mock.calls[0]?.[1]?.body)) as { entries: EntryOf<'recordReadings'>[] })
      .entries
    expect(Object.keys(sent ?? {}).sort()).toEqual(['at', 'id', 'input', 'useCase', 'version'])
    const made = sent?.input.readings[0]
    expect(Object.keys(made ?? {})).not.toEqual(expect.arrayContaining(['recordedBy']))
    expect(made).toMatchObject({ pointKey: 'outage.told', valueWord: 'yes', confirmed: ['stepHeld'] })
  })

  it('hands the server’s answers on', async () => {
    const answers = [{ id: 'a', outcome: 'stored', message: null }]
    answering(200, answers)
    expect(await httpCarrier.entries([entry()])).toEqual(answers)
  })

  it.each([401, 429, 502, 503, 504])('keeps everything for later on %i', async (status) => {
    answering(status, { message: 'no' })
    await expect(httpCarrier.entries([entry()])).rejects.toBeInstanceOf(Unreachable)
  })

  it('keeps everything for later without a connection', async () => {
    fetched.mockRejectedValue(new TypeError('Failed to fetch'))
    await expect(httpCarrier.entries([entry()])).rejects.toThrow('no connection')
  })

  it('sends a batch that is refused as a whole one by one, so that only what is at fault stays behind', async () => {
    const [one, two] = [entry(), entry()]
    fetched
      .mockResolvedValueOnce(Response.json({ message: 'failed' }, { status: 500 }))
      .mockResolvedValueOnce(Response.json([{ id: one.id, outcome: 'stored', message: null }]))
      .mockResolvedValueOnce(Response.json({ message: 'failed' }, { status: 500 }))
    expect(await httpCarrier.entries([one, two])).toEqual([
      { id: one.id, outcome: 'stored', message: null },
      { id: two.id, outcome: 'refused', message: 'failed' },
    ])
  })

  it('tells the server what the device’s clock says', async () => {
    answering(200, [])
    await httpCarrier.entries([entry()])
    const { sentAt } = JSON.parse(String(fetched.mock.calls[0]?.[1]?.body)) as { sentAt: string }
    expect(Math.abs(Date.parse(sentAt) - Date.now())).toBeLessThan(60_000)
  })

  it('takes a refusal of the whole batch for one of each, in the server’s words', async () => {
    fetched.mockImplementation(() =>
      Promise.resolve(Response.json({ message: 'This is for a lead or a hand.' }, { status: 403 })),
    )
    const [one, two] = [entry(), entry()]
    expect(await httpCarrier.entries([one, two])).toEqual(
      [one, two].map(({ id }) => ({ id, outcome: 'refused', message: 'This is for a lead or a hand.' })),
    )
  })
})

describe('sending files', () => {
  const picture = () => pictureEntry('inv1')

  it('puts a picture with its id, so that a second try is the same picture', async () => {
    answering(200, {})
    expect(await httpCarrier.withFiles(picture())).toEqual({ id: 'p1', outcome: 'stored', message: null })
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
    expect(await httpCarrier.withFiles(picture())).toEqual({
      id: 'p1',
      outcome: 'refused',
      message: 'The picture was not stored: it is damaged.',
    })
  })

  it('sends both files of a recording together', async () => {
    answering(200, {})
    const made = reading('outage.gap', 'recording', 12)
    await httpCarrier.withFiles({
      id: made.id,
      useCase: 'addRecording',
      input: { reading: made },
      at: made.recordedAt,
      version: 1,
      jobId: 'j1',
      userId: 'u1',
      userName: 'T',
      refusal: null,
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
