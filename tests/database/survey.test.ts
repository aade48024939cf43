import sharp from 'sharp'
import { v7 as uuidv7 } from 'uuid'
import { beforeAll, describe, expect, it } from 'vitest'
import { benchOf } from '@/core/evidence/bench'
import { SURVEY_KINDS, itemsOf } from '@/core/installation/survey'
import { householdAnswersOf } from '@/db/queries/household'
import { planRevisionsOf } from '@/db/queries/planRevisions'
import { profileSamples, profilesOf } from '@/db/queries/profiles'
import { addHouseholdPicture, answerHousehold, householdView } from '@/server/household'
import { call } from '@/server/useCase'
import { USE_CASES } from '@/server/useCases'
import { type TestCrew, db, makeCrew, makeJob, owner, sent } from '../support/database'

let crew: TestCrew
let jobId: string
beforeAll(async () => {
  crew = await makeCrew()
  jobId = await makeJob(crew)
})
const office = () => crew.actor('office')
const view = (id = jobId) => call(USE_CASES.viewJob, db, office(), { jobId: id })
const save = (kind: string, fields: object, itemId = uuidv7(), by = office()) =>
  call(USE_CASES.saveSurveyItem, db, by, { jobId, kind, itemId, fields })
const board = {
  tag: 'board1',
  name: 'Main board',
  mainA: 60,
  busbarA: 100,
  sourcesAtFarEnd: null,
  fedFrom: 'main1',
  metalOutdoors: null,
}

describe('things found on the survey', () => {
  it('are stored with what is particular to their kind, changed and taken out', async () => {
    const { itemId } = await save('board', board)
    await save('board', { ...board, busbarA: 125 }, itemId)
    expect(itemsOf((await view()).record.installation.survey, 'board')).toMatchObject([
      { tag: 'board1', detail: { mainA: 60, busbarA: 125, fedFrom: 'main1' } },
    ])
    await call(USE_CASES.removeSurveyItem, db, office(), { jobId, itemId })
    expect((await view()).record.installation.survey.filter(({ kind }) => kind !== 'declared')).toEqual([])
    await expect(call(USE_CASES.removeSurveyItem, db, office(), { jobId, itemId })).rejects.toThrow(
      'no longer on the survey',
    )
  })
  it('are refused with every field that is wrong, and nothing is half-stored', async () => {
    await expect(save('board', { ...board, tag: 'b9', mainA: -1, fedFrom: 'moon' })).rejects.toMatchObject({
      status: 422,
      issues: [expect.objectContaining({ path: 'mainA' }), expect.objectContaining({ path: 'fedFrom' })],
    })
    await expect(
      save('vehicleCharger', {
        tag: 'ev1',
        name: 'Charger',
        ratingW: 7000,
        phase: 'L2',
        side: 'grid',
        detects6mADc: null,
      }),
    ).rejects.toMatchObject({ issues: [{ path: 'phase', message: 'This supply has no L2.' }] })
    await expect(
      save('permission', {
        tag: 'p1',
        name: 'Paper',
        authority: 'building',
        state: 'asked',
        leadDays: 3,
        askedOn: '2026-02-31',
        decidedOn: null,
        reference: null,
      }),
    ).rejects.toMatchObject({ issues: [expect.objectContaining({ path: 'askedOn' })] })
    await expect(save('spaceship', board)).rejects.toMatchObject({ status: 422 })
    expect((await view()).record.installation.survey.filter(({ kind }) => kind !== 'declared')).toEqual([])
  })
  it('keep short names apart within their kind, and other jobs’ things out of reach', async () => {
    const { itemId } = await save('board', board)
    await expect(save('board', board)).rejects.toMatchObject({
      status: 409,
      issues: [expect.objectContaining({ path: 'tag' })],
    })
    const stranger = await makeCrew()
    await expect(save('board', { ...board, tag: 'x1' }, itemId, stranger.actor('office'))).rejects.toMatchObject({
      status: 404,
    })
    const other = await makeJob(crew)
    await expect(
      call(USE_CASES.saveSurveyItem, db, office(), { jobId: other, kind: 'board', itemId, fields: board }),
    ).rejects.toMatchObject({ status: 409 })
    await expect(save('board', { ...board, tag: 'y1' }, uuidv7(), crew.actor('hand'))).rejects.toMatchObject({
      status: 403,
    })
  })
  it('have a kind that the database knows, each of them', async () => {
    const { rows } = await owner.pool.query<{ def: string }>(
      `select pg_get_constraintdef(oid) as def from pg_constraint where conname = 'survey_item_kind_known'`,
    )
    for (const kind of SURVEY_KINDS) expect(rows[0]?.def).toContain(`'${kind}'`)
  })
})

describe('the place and the assumptions', () => {
  it('are checked and come back; an order that cannot be is refused', async () => {
    const { version } = await view()
    await call(USE_CASES.changeJob, db, office(), {
      jobId,
      version,
      site: { latitudeDeg: 51, minTempC: -10, maxTempC: 30, soil: 'clay' },
      assumptions: { tariffKind: 'flat', importPrice: 0.3 },
    })
    const { record, version: next } = await view()
    expect([
      record.installation.site.soil,
      record.installation.site.routerPlace,
      record.installation.assumptions.importPrice,
      record.installation.assumptions.performanceRatio,
    ]).toEqual(['clay', null, 0.3, 0.8])
    await expect(
      call(USE_CASES.changeJob, db, office(), { jobId, version: next, site: { minTempC: 20, maxTempC: -5 } }),
    ).rejects.toThrow('The lowest temperature is above the highest')
    await expect(
      call(USE_CASES.changeJob, db, office(), { jobId, version: next, assumptions: { importPrice: '0.3' } }),
    ).rejects.toMatchObject({ status: 422 })
  })
})

describe('imports', () => {
  it('store a list of loads as a whole, over what is there, and take it back as a whole', async () => {
    const own = await makeJob(crew)
    const { loads } = (await view(own)).record.installation
    const [known] = loads
    if (!known) throw new Error('the test house has loads')
    const { id: itemId, ...fields } = known
    const added = uuidv7()
    const list = [
      { itemId, fields: { ...fields, powerW: 777 } },
      { itemId: added, fields: { ...fields, tag: 'iron', name: 'Iron', sort: 9 } },
    ]
    const lead = crew.actor('lead')
    await call(USE_CASES.saveLoads, db, office(), { jobId: own, loads: list, gone: [] })
    const now = (await view(own)).record.installation.loads
    expect(now).toHaveLength(loads.length + 1)
    expect(now.find(({ id }) => id === itemId)).toEqual({ ...known, powerW: 777 })
    // one bad row, one name twice, or another job's thing: nothing of the list is stored
    const third = { itemId: uuidv7(), fields: { ...fields, tag: 'third', name: 'Third', sort: 9 } }
    const bad = [third, { itemId: uuidv7(), fields: { ...fields, tag: 'bad', powerW: -1 } }]
    const twice = [third, { itemId: uuidv7(), fields: { ...fields, tag: 'iron', name: 'Again' } }]
    const theirs = [{ itemId, fields: { ...fields, tag: 'mine' } }]
    const other = await makeJob(crew)
    for (const [jobId, wrong, status] of [
      [own, bad, 422],
      [own, twice, 409],
      [other, theirs, 409],
    ] as const)
      await expect(call(USE_CASES.saveLoads, db, lead, { jobId, loads: wrong, gone: [] })).rejects.toMatchObject({
        status,
      })
    expect((await view(own)).record.installation.loads).toEqual(now)
    await call(USE_CASES.saveLoads, db, lead, { jobId: own, loads: [{ itemId, fields }], gone: [added] })
    expect((await view(own)).record.installation.loads).toEqual(loads)
  })
  it('take equipment as a whole, into sources and list, and nothing of it where somebody was there before', async () => {
    const own = await makeJob(crew)
    const { sources, components } = (await view(own)).record.installation
    const itemId = uuidv7()
    const piece = {
      itemId,
      fields: { tag: 'gw9', name: 'Gateway', kind: 'gateway', model: 'Made-up', minimumFirmware: null, sort: 1 },
    }
    const after = { ...sources, standbyW: 55 }
    const taken = { jobId: own, sources: { before: { ...sources }, after }, components: [piece], gone: [] }
    const take = (input: object, by = office()) => call(USE_CASES.takeComponents, db, by, input as never)
    await take(taken)
    await take(taken)
    const now = (await view(own)).record.installation
    expect([now.sources.standbyW, now.components.map(({ tag }) => tag)]).toEqual([
      55,
      [...components.map(({ tag }) => tag), 'gw9'],
    ])
    // somebody changed the sources meanwhile: no piece is on the list without its figures
    const other = { itemId: uuidv7(), fields: { ...piece.fields, tag: 'gw8' } }
    const stale = { before: { ...sources }, after: { ...sources, standbyW: 70 } }
    const below = { before: { ...after }, after: { ...after, reserveSoc: 0.02, floorSoc: 0.1 } }
    const same = { ...other, fields: piece.fields }
    for (const [wrong, status] of [
      [{ ...taken, sources: stale, components: [other] }, 409],
      [{ ...taken, sources: below, components: [other] }, 422],
      [{ ...taken, sources: null, components: [other, { ...same, itemId: uuidv7() }] }, 409],
      [{ ...taken, sources: null, components: [{ ...other, fields: { ...other.fields, kind: 'teapot' } }] }, 422],
    ] as const)
      await expect(take(wrong)).rejects.toMatchObject({ status })
    await expect(take(taken, crew.actor('hand'))).rejects.toMatchObject({ status: 403 })
    expect((await view(own)).record.installation).toEqual(now)
    await take({ jobId: own, sources: { before: after, after: sources }, components: [], gone: [itemId] })
    const back = (await view(own)).record.installation
    expect([back.sources, back.components]).toEqual([sources, components])
  })
  it('store a year as it will be fetched, one of each kind, and refuse one with a hole', async () => {
    const own = await makeJob(crew)
    const csv = (rows: number, value: string) =>
      `start,kWh\n${Array.from({ length: rows }, () => `,${value}`).join('\n')}\n`
    const put = (rows: number, value = '0.25', kind = 'load', mapping: object | null = null) =>
      call(USE_CASES.importProfile, db, office(), {
        jobId: own,
        kind,
        name: 'meter.csv',
        csv: csv(rows, value),
        mapping,
      })
    await expect(put(8783)).rejects.toThrow('8\u202f783 rows')
    expect(await put(17_520)).toMatchObject({ rows: 17_520, stepH: 0.5, asideCount: 0 })
    const [first] = await profilesOf(db, own)
    const samples = await profileSamples(db, own, first?.id ?? '')
    expect([samples?.length, samples?.readFloatLE(4 * 77)]).toEqual([70_080, 500])
    expect(await profileSamples(db, jobId, first?.id ?? '')).toBeNull()
    await put(8760, '1')
    const [second, ...others] = await profilesOf(db, own)
    expect([second?.rowCount, second?.id === first?.id, others]).toEqual([8760, false, []])
    await expect(put(8760, '1', 'price', { timeColumn: -1, valueColumn: 1, unit: 'kWh' })).rejects.toThrow(
      'Prices are read as prices',
    )
    await call(USE_CASES.removeProfile, db, office(), { jobId: own, profileId: second?.id })
    expect(await profilesOf(db, own)).toEqual([])
  })
})

describe('the household', () => {
  const link = async (days = 30) => call(USE_CASES.makeHouseholdLink, db, office(), { jobId, days })
  const jpeg = async () =>
    new Uint8Array(
      await sharp({ create: { width: 40, height: 30, channels: 3, background: '#887766' } })
        .jpeg()
        .toBuffer(),
    )

  it('sees the job’s name and its own answers, and no first word before the office has confirmed one', async () => {
    const { token } = await link()
    const open = await householdView(db, token)
    expect(open).toMatchObject({
      state: 'open',
      view: { jobName: 'Test house', answers: {}, pictures: 0, firstWord: null },
    })
    expect(JSON.stringify(open)).not.toMatch(/Fridge|sources|usableWh/)
    expect(
      await answerHousehold(db, token, { answers: { keep: 'The aquarium', medical: 'unsure', pool: '' } }),
    ).toEqual({ stored: 2 })
    expect(await answerHousehold(db, token, { answers: { keep: 'The aquarium', medical: 'no' } })).toEqual({
      stored: 1,
    })
    expect((await householdAnswersOf(db, jobId)).map(({ question, answer }) => [question, answer])).toEqual(
      expect.arrayContaining([
        ['keep', 'The aquarium'],
        ['medical', 'no'],
      ]),
    )
    await call(USE_CASES.confirmFirstWord, db, office(), { jobId, word: 'essentials', because: 'The oven stays off.' })
    expect(await householdView(db, token)).toMatchObject({
      view: { firstWord: { text: 'What matters most can stay on.', because: 'The oven stays off.' } },
    })
  })
  it('sends pictures that are kept under what they show; what is no picture is refused', async () => {
    const { token } = await link()
    const id = uuidv7()
    expect(await addHouseholdPicture(db, token, { id, subject: 'board', bytes: await jpeg() })).toEqual({ pictures: 1 })
    expect(await addHouseholdPicture(db, token, { id, subject: 'board', bytes: await jpeg() })).toEqual({ pictures: 1 })
    await expect(
      addHouseholdPicture(db, token, { id: uuidv7(), subject: 'board', bytes: new Uint8Array([1, 2, 3]) }),
    ).rejects.toMatchObject({ status: 415 })
    await expect(
      addHouseholdPicture(db, token, { id: uuidv7(), subject: 'earth.islandBond', bytes: await jpeg() }),
    ).rejects.toMatchObject({ status: 422 })
    expect((await view()).record.attachments.map(({ subject }) => subject)).toContain('household.board')
  })
  it('is kept to the questions there are, and to so many', async () => {
    const { token } = await link()
    await expect(answerHousehold(db, token, { answers: { medical: 'perhaps' } })).rejects.toMatchObject({ status: 422 })
    expect(await answerHousehold(db, token, { answers: { password: 'x' } })).toEqual({ stored: 0 })
    await expect(answerHousehold(db, token, { answers: { keep: 'x'.repeat(601) } })).rejects.toMatchObject({
      status: 422,
    })
    for (let k = 0; k < 200; k++) await answerHousehold(db, token, { answers: { keep: `answer ${k}` } })
    await expect(answerHousehold(db, token, { answers: { keep: 'one more' } })).rejects.toMatchObject({ status: 429 })
  })
  it('is shut out once the link is withdrawn or has run out; a made-up token opens nothing', async () => {
    const { token, linkId } = await link()
    await call(USE_CASES.withdrawHouseholdLink, db, office(), { jobId, linkId })
    expect(await householdView(db, token)).toMatchObject({ state: 'withdrawn' })
    await expect(answerHousehold(db, token, { answers: {} })).rejects.toMatchObject({ status: 410 })
    await expect(call(USE_CASES.withdrawHouseholdLink, db, office(), { jobId, linkId })).rejects.toThrow(
      'does not work any more',
    )
    const late = await link(1)
    await owner.pool.query(`update household_link set expires_at = now() - interval '1 minute' where id = $1`, [
      late.linkId,
    ])
    expect(await householdView(db, late.token)).toMatchObject({ state: 'expired' })
    expect(await householdView(db, 'x'.repeat(32))).toMatchObject({ state: 'unknown' })
    expect(await householdView(db, '../../etc')).toMatchObject({ state: 'unknown' })
    const { rows } = await owner.pool.query(`select 1 from household_link where token_hash = $1`, [token])
    expect(rows).toEqual([])
  })
  it('cannot be made to have said something else', async () => {
    await expect(db.execute(`update household_answer set answer = 'x'`)).rejects.toThrow()
    await expect(owner.db.execute(`delete from household_answer`)).rejects.toMatchObject({
      cause: expect.objectContaining({ message: expect.stringContaining('evidence') }),
    })
  })
})

describe('revisions of the plan', () => {
  const choose = (id: string, change: object = {}) =>
    call(USE_CASES.choosePlan, db, crew.actor('lead'), {
      jobId: id,
      school: 'automaticWholeHome',
      reason: 'It fits.',
      gapClass: 'blink',
      ...change,
    })
  it('are counted up, keep what stands, and open what changed again', async () => {
    const own = await makeJob(crew)
    expect(await choose(own)).toMatchObject({ revision: 1, changed: 0 })
    const before = (await view(own)).record.installation.promises
    await call(USE_CASES.recordReadings, db, crew.actor('lead'), {
      readings: [sent(own, 'outage.stayedOn.fridge', 'seen', 'running', { confirmed: ['stepHeld'] })],
    })
    expect(await choose(own, { gapClass: 'flicker', note: 'The maker declared less.' })).toMatchObject({
      revision: 2,
      changed: 1,
      unchanged: before.length - 1,
    })
    const after = (await view(own)).record
    expect(after.installation.promises.map(({ id }) => id)).toEqual(before.map(({ id }) => id))
    expect(after.installation.promises.find(({ kind }) => kind === 'gapClass')).toMatchObject({
      gapClass: 'flicker',
      changeNote: expect.stringContaining('Before: '),
      changedAt: expect.any(String),
    })
    expect(benchOf(after).promises.find(({ promise }) => promise.kind === 'staysOn')?.verdict).toBe('proven')

    const oven = after.installation.loads.find(({ tag }) => tag === 'oven')
    await call(USE_CASES.saveItem, db, office(), {
      jobId: own,
      kind: 'load',
      itemId: oven?.id,
      fields: { ...oven, mustStayOn: true },
    })
    expect(await choose(own, { gapClass: 'flicker' })).toMatchObject({ revision: 3 })
    const opened = benchOf((await view(own)).record).promises.find(({ promise }) => promise.kind === 'staysOn')
    expect(opened).toMatchObject({ verdict: 'open', says: expect.stringContaining('Open again') })
    await call(USE_CASES.recordReadings, db, crew.actor('lead'), {
      readings: [
        sent(own, 'outage.stayedOn.fridge', 'seen', 'running', {
          confirmed: ['stepHeld'],
          recordedAt: new Date(Date.now() + 1000).toISOString(),
        }),
        sent(own, 'outage.stayedOn.oven', 'seen', 'running', {
          confirmed: ['stepHeld'],
          recordedAt: new Date(Date.now() + 1000).toISOString(),
        }),
      ],
    })
    expect(benchOf((await view(own)).record).promises.find(({ promise }) => promise.kind === 'staysOn')?.verdict).toBe(
      'proven',
    )
    const revisions = await planRevisionsOf(db, own)
    expect(revisions.map(({ number, note }) => [number, note])).toEqual([
      [3, 'It fits.'],
      [2, 'The maker declared less.'],
      [1, 'It fits.'],
    ])
    expect(revisions[0]?.lines.find(({ key }) => key === 'load.oven')?.value).toContain('stays on')
  })
  it('made at once by several people take turns', async () => {
    const own = await makeJob(crew)
    const made = await Promise.all([
      choose(own),
      choose(own, { gapClass: 'pause' }),
      choose(own, { gapClass: 'flicker' }),
    ])
    expect(made.map(({ revision }) => revision).sort()).toEqual([1, 2, 3])
    expect((await view(own)).record.installation.promises.filter(({ kind }) => kind === 'gapClass')).toHaveLength(1)
  })
  it('are taken back step by step: what stood before stands again, and both stay on record', async () => {
    const own = await makeJob(crew)
    const back = (revision: number, role: 'lead' | 'hand' = 'lead') =>
      call(USE_CASES.takeBackPlan, db, crew.actor(role), { jobId: own, revision })
    const standing = async () => {
      const { installation } = (await view(own)).record
      return { school: installation.chosenSchool, reason: installation.schoolReason, promises: installation.promises }
    }
    const never = await standing()
    const first = await choose(own)
    const chosen = await standing()
    expect(first.chosen.promises.map(({ sentence }) => sentence).sort()).toEqual(
      chosen.promises.map(({ sentence }) => sentence).sort(),
    )
    const second = await choose(own, { gapClass: 'pause' })
    expect(await standing()).not.toEqual(chosen)
    await expect(back(second.revision, 'hand')).rejects.toMatchObject({ status: 403 })
    await expect(back(first.revision)).rejects.toMatchObject({ status: 409 })
    expect(await back(second.revision)).toEqual({ revision: 3 })
    // with the promises' own ids and times: what was shown for them then counts as it did
    expect(await standing()).toEqual(chosen)
    await expect(back(second.revision)).rejects.toMatchObject({ status: 409 })
    expect(await back(3)).toEqual({ revision: 4 })
    expect((await standing()).promises.find(({ kind }) => kind === 'gapClass')?.gapClass).toBe('pause')
    await back(4)
    const revisions = await planRevisionsOf(db, own)
    expect(revisions).toHaveLength(5)
    expect(revisions[2]?.note).toMatch(/^Taken back: /)
    const other = await makeJob(crew)
    await choose(other)
    await call(USE_CASES.takeBackPlan, db, crew.actor('lead'), { jobId: other, revision: 1 })
    expect((await view(other)).record.installation).toMatchObject({
      chosenSchool: never.school,
      schoolReason: never.reason,
      promises: never.promises.map(({ kind }) => ({ kind })),
    })
  })
  it('stay as they were written', async () => {
    await expect(owner.db.execute(`update plan_revision set note = 'x'`)).rejects.toMatchObject({
      cause: expect.objectContaining({ message: expect.stringContaining('evidence') }),
    })
  })
})
