import { sql } from 'drizzle-orm'
import sharp from 'sharp'
import { unzipSync } from 'fflate'
import { v7 as uuidv7 } from 'uuid'
import { beforeAll, describe, expect, it } from 'vitest'
import { benchOf, pointsToShow } from '@/core/evidence/bench'
import { pointAsSeen } from '@/core/handover/review'
import { handoverDigest } from '@/core/handover/signature'
import { publicKeyOf } from '@/core/pack/seal'
import { verifyPack } from '@/core/pack/verifyPack'
import { fileBytes } from '@/db/queries/files'
import { packById } from '@/db/queries/packs'
import { addFaultPicture, requireCustomerLink, takeFaultCall } from '@/server/faultCall'
import { sealPack } from '@/server/pack/sealPack'
import { call } from '@/server/useCase'
import { USE_CASES } from '@/server/useCases'
import { type TestCrew, db, makeCrew, makeJob, sent } from '../support/database'
import { recordFaults } from '../support/recordSchema'

const KEY = '21'.repeat(32)
let crew: TestCrew
let jobId: string
beforeAll(async () => {
  crew = await makeCrew()
  jobId = await makeJob(crew)
  await call(USE_CASES.recordReadings, db, crew.actor('hand'), {
    readings: [sent(jobId, 'outage.told', 'answer', 'yes')],
  })
})

const view = async () => call(USE_CASES.viewJob, db, crew.actor('lead'), { jobId })
const seenNow = async (pointKey: string) => pointAsSeen(benchOf((await view()).record).judgements.get(pointKey))
const say = async (
  pointKey: string,
  word: 'agreed' | 'sentBack',
  more: object = {},
  who: 'checker' | 'lead' | 'hand' = 'checker',
) =>
  call(USE_CASES.reviewPoints, db, crew.actor(who), {
    jobId,
    word,
    note: word === 'sentBack' ? 'Measure it again, please.' : null,
    points: [{ id: uuidv7(), pointKey, saw: await seenNow(pointKey), ...more }],
  })

describe('a checker', () => {
  it('agrees with a point as it stands, or sends it back with a word', async () => {
    await say('outage.told', 'agreed')
    await say('outage.heavyOff', 'sentBack')
    const { reviews } = await view()
    expect(reviews.map(({ pointKey, word, note, byName }) => [pointKey, word, note, byName])).toEqual([
      ['outage.told', 'agreed', null, crew.actor('checker').name],
      ['outage.heavyOff', 'sentBack', 'Measure it again, please.', crew.actor('checker').name],
    ])
  })
  it('says nothing of a point that changed meanwhile, or is not there, and gives a reason for sending back', async () => {
    await expect(say('outage.told', 'agreed', { saw: 'proven 99 Ω' })).rejects.toMatchObject({ status: 409 })
    await expect(
      call(USE_CASES.reviewPoints, db, crew.actor('checker'), {
        jobId,
        word: 'agreed',
        note: null,
        points: [{ id: uuidv7(), pointKey: 'outage.nothing', saw: 'open' }],
      }),
    ).rejects.toMatchObject({ status: 404 })
    await expect(
      call(USE_CASES.reviewPoints, db, crew.actor('checker'), {
        jobId,
        word: 'sentBack',
        note: 'no',
        points: [{ id: uuidv7(), pointKey: 'outage.told', saw: await seenNow('outage.told') }],
      }),
    ).rejects.toMatchObject({ status: 422 })
  })
  it('is nobody else, and the rows stay as they were written', async () => {
    for (const who of ['lead', 'hand'] as const)
      await expect(say('outage.told', 'agreed', {}, who)).rejects.toMatchObject({ status: 403 })
    for (const table of ['point_review', 'handover_signature'])
      for (const statement of [`update ${table} set saw = 'x'`, `delete from ${table}`, `truncate ${table}`])
        await expect(db.execute(sql.raw(statement))).rejects.toThrow()
  })
  it('stores nothing of a list in which one is wrong, and the same thing sent twice once', async () => {
    const before = (await view()).reviews.length
    const good = { id: uuidv7(), pointKey: 'outage.saved', saw: await seenNow('outage.saved') }
    const list = (points: object[]) =>
      call(USE_CASES.reviewPoints, db, crew.actor('checker'), { jobId, word: 'agreed', note: null, points })
    await expect(list([good, { ...good, id: uuidv7(), saw: 'proven' }])).rejects.toMatchObject({ status: 409 })
    expect((await view()).reviews).toHaveLength(before)
    await list([good])
    await list([good])
    expect((await view()).reviews).toHaveLength(before + 1)
    await expect(
      list([{ ...good, pointKey: 'outage.helper', saw: await seenNow('outage.helper') }]),
    ).rejects.toMatchObject({ status: 409 })
  })
})

describe('a signature', () => {
  const sign = async (who: 'lead' | 'hand' | 'checker', more: object = {}) =>
    call(USE_CASES.signHandover, db, crew.actor(who), {
      id: uuidv7(),
      jobId,
      capacity: who === 'hand' ? 'customer' : who,
      name: who === 'hand' ? 'Runa Ostervale' : crew.actor(who).name,
      drawing: null,
      saw: handoverDigest(benchOf((await view()).record)),
      ...more,
    })
  it('is given by each in their own name, the customer’s on the device of whoever hands over', async () => {
    await sign('lead', { drawing: 'M 10 10 L 60 40 L 90 20' })
    await sign('checker')
    await sign('hand')
    const { signatures } = await view()
    expect(signatures.map(({ capacity, name, drawing }) => [capacity, name, drawing])).toEqual([
      ['lead', crew.actor('lead').name, 'M 10 10 L 60 40 L 90 20'],
      ['checker', crew.actor('checker').name, null],
      ['customer', 'Runa Ostervale', null],
    ])
  })
  it.each([
    ['another’s capacity', 'hand', { capacity: 'lead' }, 403],
    ['another’s name', 'lead', { name: 'Somebody Else' }, 422],
    ['what stood before', 'lead', { saw: 'a'.repeat(64) }, 409],
    ['no digest', 'lead', { saw: 'x' }, 422],
    ['a drawing that is a script', 'lead', { drawing: 'M 0 0"/><script>' }, 422],
    ['no name', 'hand', { name: '' }, 422],
  ] as const)('is refused for %s', async (_, who, more, status) => {
    await expect(sign(who, more)).rejects.toMatchObject({ status })
  })
})

describe('the pack', () => {
  it('carries reviews, signatures, tables and the schematic, and verifies', async () => {
    const packId = await sealPack(db, { jobId, sealedBy: crew.actor('lead').userId, secretKeyHex: KEY })
    const zip = await fileBytes(db, (await packById(db, packId))!.sha256)
    expect(verifyPack(zip, publicKeyOf(KEY))).toMatchObject({ intact: true, problems: [] })
    const files = unzipSync(zip)
    const text = (path: string) => new TextDecoder().decode(files[path])
    expect(recordFaults(JSON.parse(text('record.json')))).toEqual([])
    const record = JSON.parse(text('record.json')) as { reviews: unknown[]; signatures: { capacity: string }[] }
    expect(record.reviews.length).toBeGreaterThan(2)
    expect(record.signatures.map(({ capacity }) => capacity)).toEqual(['lead', 'checker', 'customer'])
    expect(text('tables/circuits.csv').split('\n')[0]).toContain('islandVerdict')
    expect(text('schematic.svg')).toContain('Nobody has confirmed this drawing as built')
    const points = pointsToShow(benchOf((await view()).record)).length
    expect(points).toBeGreaterThan(10)
  })
})

describe('a household’s call', () => {
  let token: string
  beforeAll(async () => {
    const packId = await sealPack(db, { jobId, sealedBy: crew.actor('lead').userId, secretKeyHex: KEY })
    ;({ token } = await call(USE_CASES.makeCustomerLink, db, crew.actor('lead'), { jobId, packId, days: 5 }))
  })
  const request = (body: unknown) =>
    new Request('http://house.example/api', {
      method: 'POST',
      body: JSON.stringify(body),
      headers: { 'content-type': 'application/json' },
    })
  const phone = (answers: object, id = uuidv7(), over = token) => takeFaultCall(db, over, request({ id, answers }))
  it('reaches the crew with its answers, once however often it is sent, and is answered in writing', async () => {
    const id = uuidv7()
    await phone({ tingle: 'no', neighboursLit: 'yes', houseLit: 'nothing', words: 'A bang in the garage.' }, id)
    await phone({ tingle: 'no', neighboursLit: 'yes', houseLit: 'nothing', words: 'A bang in the garage.' }, id)
    const { faultCalls } = await view()
    expect(faultCalls).toHaveLength(1)
    expect(faultCalls[0]?.answers).toEqual({
      tingle: 'no',
      neighboursLit: 'yes',
      houseLit: 'nothing',
      words: 'A bang in the garage.',
    })
    const answer = { id: uuidv7(), jobId, callId: id, note: 'Telephoned; coming today.' }
    await call(USE_CASES.answerFaultCall, db, crew.actor('office'), answer)
    expect((await view()).faultCalls[0]?.taken.map(({ note }) => note)).toEqual(['Telephoned; coming today.'])
    const other = await makeJob(crew)
    await expect(
      call(USE_CASES.answerFaultCall, db, crew.actor('lead'), { ...answer, id: uuidv7(), jobId: other }),
    ).rejects.toMatchObject({ status: 404 })
    await expect(call(USE_CASES.answerFaultCall, db, crew.actor('checker'), answer)).rejects.toMatchObject({
      status: 403,
    })
  })
  it.each([
    ['no answer at all', {}, 422],
    ['only blanks', { words: '   ' }, 422],
    ['an answer that is none of the question’s', { tingle: 'perhaps' }, 422],
    ['more words than anybody reads', { words: 'x'.repeat(1001) }, 422],
  ] as const)('with %s is refused', async (_, answers, status) => {
    await expect(phone(answers)).rejects.toMatchObject({ status })
  })
  describe('with pictures', () => {
    const colours = (red: number) =>
      sharp({ create: { width: 40, height: 30, channels: 3, background: { r: red, g: 90, b: 60 } } })
        .jpeg()
        .toBuffer()
    const add = async (callId: string, bytes: Uint8Array, id = uuidv7()) =>
      addFaultPicture(db, await requireCustomerLink(token, new Headers()), { id, callId, bytes })

    it('shows them with the call, each once however often it is sent', async () => {
      const [callId, id, jpeg] = [uuidv7(), uuidv7(), await colours(200)]
      await phone({ tingle: 'no' }, callId)
      await add(callId, jpeg, id)
      await add(callId, jpeg, id)
      const own = (await view()).record.attachments.filter(({ subject }) => subject === `faultCall.${callId}`)
      expect(own.map(({ kind, addedByName }) => [kind, addedByName])).toEqual([['picture', 'The household']])
      await expect(add(callId, await colours(20), id)).rejects.toMatchObject({ status: 409 })
    })
    it('takes none for a call that did not come over this link, nor a file that is no picture', async () => {
      await expect(add(uuidv7(), await colours(1))).rejects.toMatchObject({ status: 404 })
      await expect(add('x', await colours(1))).rejects.toMatchObject({ status: 422 })
      const callId = uuidv7()
      await phone({ tingle: 'no', words: 'once more' }, callId)
      await expect(add(callId, new TextEncoder().encode('<html>no picture</html>'))).rejects.toMatchObject({
        status: 415,
      })
      await expect(requireCustomerLink('A'.repeat(32), new Headers())).rejects.toMatchObject({ status: 404 })
    })
    it('takes so many over one link and no more, what was no picture counted too', async () => {
      const callId = uuidv7()
      await phone({ tingle: 'no', words: 'very many' }, callId)
      const nothing = new TextEncoder().encode('nothing')
      const refused = new Set<number>()
      for (let k = 0; k < 60; k++)
        await add(callId, nothing).catch(({ status }: { status: number }) => refused.add(status))
      expect(refused).toEqual(new Set([415, 429]))
      await expect(add(callId, await colours(7))).rejects.toMatchObject({ status: 429 })
    })
  })
  it('over a link that opens nothing is refused, and too many in a day are', async () => {
    await expect(phone({ tingle: 'no' }, uuidv7(), 'A'.repeat(32))).rejects.toMatchObject({ status: 404 })
    await expect(phone({ tingle: 'no' }, uuidv7(), '../../x')).rejects.toMatchObject({ status: 404 })
    let refused = 0
    for (let k = 0; k < 14; k++) await phone({ tingle: 'no', words: `call ${k}` }).catch(() => refused++)
    expect(refused).toBeGreaterThan(0)
    expect((await view()).faultCalls.length).toBeLessThanOrEqual(12)
  })
})
