import sharp from 'sharp'
import { v7 as uuidv7 } from 'uuid'
import { beforeEach, describe, expect, it } from 'vitest'
import { TASK_TEMPLATES } from '@/core/fit/taskTemplates'
import { fileBytes } from '@/db/queries/files'
import { call } from '@/server/useCase'
import { USE_CASES } from '@/server/useCases'
import { type TestCrew, db, makeCrew, makeJob } from '../support/database'
import { refusal } from '../support/refusal'

let crew: TestCrew
beforeEach(async () => {
  crew = await makeCrew()
})
type Role = 'lead' | 'hand' | 'office' | 'checker'
const habits = (of = crew) => call(USE_CASES.viewHabits, db, of.actor('hand'), {})
const price = (change: object = {}) => ({ id: uuidv7(), what: 'Lug', unit: 'pieces', low: 2, high: 3, ...change })
const savePrices = (prices: object[], of = crew, who: Role = 'office') =>
  call(USE_CASES.savePrices, db, of.actor(who), { currency: 'cr', prices } as never)
const saveHabits = (input: object) =>
  call(USE_CASES.saveHabits, db, crew.actor('office'), { usualMinutes: {}, coreColours: {}, ...input } as never)
const letterHead = (input: object, who: Role = 'lead') =>
  call(USE_CASES.changeLetterHead, db, crew.actor(who), input as never)

describe('the price list', () => {
  it('is kept whole: what is left out of it is gone, and names may change places', async () => {
    const [a, b] = [price(), price({ what: 'Gland' })]
    await savePrices([a, b])
    await savePrices([
      { ...a, what: 'Gland' },
      { ...b, what: 'Lug' },
    ])
    expect((await habits()).prices.map(({ id, what }) => [id, what])).toEqual([
      [a.id, 'Gland'],
      [b.id, 'Lug'],
    ])
    await savePrices([b])
    expect((await habits()).prices.length).toBe(1)
    await savePrices([])
    expect(await habits()).toMatchObject({ prices: [], currency: 'cr' })
  })
  it.each([
    ['a range that runs down', [price({ low: 4 })]],
    ['an amount below nothing', [price({ low: -1 })]],
    ['an amount of no number', [price({ low: NaN })]],
    ['the same thing twice', [price(), price({ what: 'LUG' })]],
    ['a thing without a name', [price({ what: '' })]],
    ['too many lines', Array.from({ length: 401 }, (_, k) => price({ what: `Thing ${k}` }))],
  ])('is refused with %s, and the old one stands', async (_name, prices) => {
    await savePrices([price({ what: 'Old' })])
    expect(await refusal(savePrices(prices))).toMatchObject([422, expect.any(String)])
    expect((await habits()).prices.map(({ what }) => what)).toEqual(['Old'])
  })
  it('takes no line of another crew, and no word of a hand', async () => {
    const theirs = price()
    const strangers = await makeCrew()
    await savePrices([theirs], strangers)
    expect(await refusal(savePrices([{ ...theirs, low: 0 }]))).toMatchObject([409, expect.any(String)])
    expect((await habits(strangers)).prices).toMatchObject([{ low: 2 }])
    expect(await refusal(savePrices([price()], crew, 'hand'))).toMatchObject([403, expect.any(String)])
  })
})

describe('usual times and colours', () => {
  it('are what new jobs begin with; jobs that are there keep theirs', async () => {
    const before = await makeJob(crew)
    await saveHabits({ usualMinutes: { isolate: 15 }, coreColours: { 'iec-1ph-230': { N: 'black, sleeved blue' } } })
    const id = uuidv7()
    const input = { id, name: 'New', place: 'Nowhere', packId: 'iec-1ph-230', scheduledDay: null }
    await call(USE_CASES.createJob, db, crew.actor('lead'), input as never)
    const view = async (jobId: string) => call(USE_CASES.viewJob, db, crew.actor('hand'), { jobId })
    expect((await view(id)).record.installation.coreColours).toEqual({ N: 'black, sleeved blue' })
    expect((await view(id)).usualMinutes).toEqual({ isolate: 15 })
    expect((await view(before)).record.installation.coreColours).toEqual({})
  })
  it.each([
    ['two cores of one colour', { coreColours: { 'iec-1ph-230': { L1: 'Blue' } } }],
    ['a time of no work', { usualMinutes: { isolate: 1 } }],
    ['a time beyond a day', { usualMinutes: { isolate: 2000 } }],
    ['words for a time', { usualMinutes: { isolate: 'long' } }],
  ])('are refused with %s', async (_name, change) => {
    expect(await refusal(saveHabits(change))).toMatchObject([422, expect.any(String)])
    expect(await habits()).toMatchObject({ usualMinutes: {}, coreColours: {} })
  })
  it('of a kind of task that nobody knows are dropped', async () => {
    await saveHabits({ usualMinutes: { sweep: 30, [TASK_TEMPLATES[0]?.key ?? '']: 30 } })
    expect(Object.keys((await habits()).usualMinutes)).toEqual([TASK_TEMPLATES[0]?.key])
  })
})

describe('the letter head', () => {
  const logo = () =>
    sharp({ create: { width: 2000, height: 500, channels: 4, background: '#336699' } })
      .png()
      .toBuffer()

  it('keeps its lines, and a logo made small', async () => {
    await letterHead({ letterHead: 'One\nTwo', logo: 'put', bytes: new Uint8Array(await logo()) })
    const own = await habits()
    expect(own.letterHead).toBe('One\nTwo')
    const { sha256 } = await call(USE_CASES.readLogo, db, crew.actor('checker'), {})
    expect(sha256).toBe(own.logo)
    const { width, height, format } = await sharp(await fileBytes(db, sha256)).metadata()
    expect([width, height, format]).toEqual([900, 225, 'png'])
    await letterHead({ letterHead: 'One', logo: 'keep' })
    expect((await habits()).logo).toBe(sha256)
    await letterHead({ letterHead: '', logo: 'remove' })
    expect(await habits()).toMatchObject({ logo: null, letterHead: null })
    const none = call(USE_CASES.readLogo, db, crew.actor('checker'), {})
    expect(await refusal(none)).toMatchObject([404, expect.any(String)])
  })
  it.each([
    ['a page for a logo', { logo: 'put', bytes: new Uint8Array(Buffer.from('<svg></svg>')) }, 415],
    ['no picture where one is put', { logo: 'put' }, 422],
    ['seven lines', { letterHead: 'a\nb\nc\nd\ne\nf\ng' }, 422],
    ['too much text', { letterHead: 'x'.repeat(401) }, 422],
  ])('is refused with %s', async (_name, input, status) => {
    expect(await refusal(letterHead(input))).toMatchObject([status, expect.any(String)])
    expect(await habits()).toMatchObject({ logo: null, letterHead: null })
  })
  it('is a lead’s', async () => {
    expect(await refusal(letterHead({ letterHead: 'x' }, 'office'))).toMatchObject([403, expect.any(String)])
  })
})
