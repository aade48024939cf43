import { startingTopology } from '../wiring/topology/startingTopology'
import { choicesOfPlan } from '../wiring/topology/topologyChoices'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { aCircuit, aLoad, house, readyForLoads, reading, recordOf } from '../../../tests/support/house'
import { benchOf, pointsToShow } from '../evidence/bench'
import type { Judgement } from '../evidence/point'
import { beforeSealing } from './beforeSealing'
import { circuitResults } from './circuitResults'
import { instrumentsUsed } from './instrumentsUsed'
import { limitsUsed } from './limitsUsed'
import { outageCard } from './outageCard'
import { type Review, latestReviews, pointAsSeen, reviewState, reviewSummary } from './review'
import { drawingOf, handoverDigest, isDrawing, signaturesNow } from './signature'

const ready = recordOf(house(), readyForLoads())
const bench = benchOf(ready)
const review = (pointKey: string, word: Review['word'], saw: string, at = '2031-05-01T10:00:00.000Z'): Review => ({
  id: `${pointKey} ${at}`,
  pointKey,
  word,
  note: word === 'sentBack' ? 'Look again.' : null,
  saw,
  byName: 'Oskar',
  at,
})
const agreed = pointsToShow(bench).map(({ key }) => review(key, 'agreed', pointAsSeen(bench.judgements.get(key))))

describe('a checker’s review', () => {
  it('is whole only when every point is agreed with as it stands; taking any one away, or changing any one, opens it', () => {
    const points = pointsToShow(bench)
    expect(reviewSummary(points, bench.judgements, agreed).whole).toBe(true)
    for (const one of agreed) {
      expect(
        reviewSummary(
          points,
          bench.judgements,
          agreed.filter((other) => other !== one),
        ).whole,
      ).toBe(false)
      const changed = new Map(bench.judgements)
      changed.set(one.pointKey, { ...(bench.judgements.get(one.pointKey) as Judgement), value: 'other' })
      const after = reviewSummary(points, changed, agreed)
      expect([after.whole, after.states.get(one.pointKey)]).toEqual([false, 'changedSince'])
    }
    expect(reviewSummary([], new Map(), []).whole).toBe(false)
  })
  it('goes by the latest word, in whatever order the words come', () => {
    fc.assert(
      fc.property(fc.shuffledSubarray([0, 1, 2, 3], { minLength: 1 }), (order) => {
        const words = order.map((k) =>
          review('p', k % 2 === 0 ? 'agreed' : 'sentBack', 'open', `2031-05-0${k + 1}T10:00:00.000Z`),
        )
        expect(latestReviews(words).get('p')?.at).toBe(`2031-05-0${Math.max(...order) + 1}T10:00:00.000Z`)
      }),
    )
  })
  it('of a point that was sent back stays so until the point changed', () => {
    const sent = review('p', 'sentBack', 'proven 38.2 Ω')
    expect([
      reviewState(sent, 'proven 38.2 Ω'),
      reviewState(sent, 'proven 39 Ω'),
      reviewState(undefined, 'open'),
    ]).toEqual(['sentBack', 'changedSince', 'notSeen'])
  })
})

describe('a signature', () => {
  it('is given to what stands, and no longer stands when a verdict or a figure changed', () => {
    const digest = handoverDigest(bench)
    const given = {
      id: 's',
      capacity: 'lead' as const,
      name: 'Ines',
      drawing: null,
      saw: digest,
      byName: 'Ines',
      at: '2031-05-01T10:00:00.000Z',
    }
    expect(signaturesNow([given], digest).lead?.stands).toBe(true)
    const less = benchOf({ ...ready, readings: ready.readings.slice(0, -1) })
    expect(signaturesNow([given], handoverDigest(less)).lead?.stands).toBe(false)
    expect(signaturesNow([], digest)).toEqual({})
    const older = { ...given, id: 'old', saw: '0'.repeat(64), at: '2031-04-01T10:00:00.000Z' }
    expect(signaturesNow([given, older], digest).lead?.id).toBe('s')
  })
  it('keeps every stroke that is drawn inside its field, and takes nothing else for one', () => {
    const point = fc.record({
      x: fc.double({ min: -50, max: 900, noNaN: true }),
      y: fc.double({ min: -50, max: 400, noNaN: true }),
    })
    fc.assert(
      fc.property(fc.array(fc.array(point, { minLength: 1, maxLength: 20 }), { maxLength: 6 }), (strokes) => {
        const drawing = drawingOf(strokes, 640, 200)
        const dots = strokes.flat().length
        if (dots < 2) expect(drawing).toBeNull()
        else {
          expect(isDrawing(drawing ?? '')).toBe(true)
          expect((drawing ?? '').match(/M/g)).toHaveLength(strokes.length)
        }
      }),
    )
  })
  it.each([
    '',
    'M 0 0" onload="x',
    'M 0 0 L 301 5',
    'M 0 0 L 5 101',
    'L 0 0',
    'M 0 0 C 1 1 2 2 3 3',
    'M -1 0',
    `M 0 0${' L 1 1'.repeat(4000)}`,
  ])('is not %j', (text) => expect(isDrawing(text)).toBe(false))
})

describe('what is said before sealing', () => {
  const of = (record = ready, reviews: readonly Review[] = [], own = benchOf(record)) =>
    Object.fromEntries(
      beforeSealing(own, record, { reviews, signatures: [] }).map(({ concern, count }) => [concern, count]),
    )
  it('names every kind of thing that a pack would carry openly', () => {
    const empty = of(recordOf(house(), []))
    expect(empty.open).toBe(pointsToShow(benchOf(recordOf(house(), []))).length)
    expect(empty).toMatchObject({ notSigned: 3 })
    expect(of(ready, agreed)).not.toHaveProperty('notReviewed')
    const first = ready.readings[0]
    const corrected = recordOf(house(), [
      ...readyForLoads(),
      {
        ...reading('outage.told', 'answer', 'yes'),
        id: 'again',
        supersedes: first?.id ?? '',
        supersedeReason: 'typed wrongly',
      },
    ])
    expect(of(corrected).corrected).toBe(1)
  })
  it('is nothing once everything is Proven, agreed with and signed for', () => {
    const digest = handoverDigest(bench)
    const signatures = (['lead', 'checker', 'customer'] as const).map((capacity) => ({
      id: capacity,
      capacity,
      name: 'N N',
      drawing: null,
      saw: digest,
      byName: 'N N',
      at: '2031-05-01T10:00:00.000Z',
    }))
    const lines = beforeSealing(bench, ready, { reviews: agreed, signatures })
    expect(lines.filter(({ concern }) => !['open', 'watch', 'stopped'].includes(concern))).toEqual([])
  })
})

describe('what a report lists', () => {
  it('has a row for every circuit, with what was shown and what was not', () => {
    const installation = house({
      circuits: [
        aCircuit({ tag: 'c1' }),
        aCircuit({ tag: 'c9', id: 'c9', iDeltaNMa: null, breakerA: null, backedUp: false }),
      ],
    })
    const rows = circuitResults(benchOf(recordOf(installation, readyForLoads())))
    expect(rows.map(({ tag }) => tag)).toEqual(['c1', 'c9'])
    expect(rows[0]?.results.street).toMatchObject({ verdict: expect.stringMatching(/proven|watch|open/) as string })
    expect(rows[1]).toMatchObject({ protection: 'not stated', results: { street: null, island: null } })
  })
  it('names instruments by the certificate of the last day they were used on, and those without one', () => {
    const used = instrumentsUsed(bench, ready)
    expect(used.length).toBeGreaterThan(0)
    for (const { instrument, readings: count } of used) {
      expect(count).toBe(bench.context.readings.filter(({ instrumentId }) => instrumentId === instrument.id).length)
    }
    const bare = { ...ready, instruments: ready.instruments.map((one) => ({ ...one, certificates: [] })) }
    expect(instrumentsUsed(bench, bare).every(({ certificate }) => certificate === null)).toBe(true)
  })
  it('says the days by the house’s clock, and names no certificate that may have been over', () => {
    const used = (recordedAt: string, timeZone: string | null) => {
      const at = { ...ready.installation, site: { ...ready.installation.site, timeZone } }
      const readings = ready.readings.map((one) => ({ ...one, recordedAt, receivedAt: recordedAt }))
      const certificates = [{ calibratedOn: '2026-02-10', dueOn: '2027-02-10', number: 'K-1' }]
      const record = {
        ...ready,
        installation: at,
        readings,
        instruments: ready.instruments.map((one) => ({ ...one, certificates })),
      }
      return instrumentsUsed(benchOf(record), record)[0]
    }
    const late = '2027-02-10T22:00:00.000Z'
    expect(used(late, 'Australia/Brisbane')).toMatchObject({ from: '2027-02-11', to: '2027-02-11', certificate: null })
    expect(used(late, 'UTC')).toMatchObject({ to: '2027-02-10', certificate: { number: 'K-1' } })
    expect(used(late, null)).toMatchObject({ to: '2027-02-10', certificate: null })
  })
  it('quotes every limit once, with its basis, and counts the points it judged', () => {
    const limits = limitsUsed(bench)
    const quoted = pointsToShow(bench).filter(({ key }) => bench.judgements.get(key)?.limit)
    expect(limits.reduce((sum, { points }) => sum + points, 0)).toBe(quoted.length)
    expect(new Set(limits.map(({ code, basis }) => `${code} ${basis}`)).size).toBe(limits.length)
    expect(
      limits.every(({ basis, limits: own }) => basis.length > 0 && new Set(own).size === own.length && own.length > 0),
    ).toBe(true)
  })
})

describe('the what-to-do card', () => {
  const linesOf = (record = ready) =>
    Object.fromEntries(
      outageCard(benchOf(record), { crewName: 'Test crew' }).sections.map(({ id, lines }) => [id, lines.join(' ')]),
    )
  it('tells what was seen running from what was only planned', () => {
    const planned = linesOf()
    expect(planned.staysOn).toMatch(/Planned, and not seen in a test: .*[Ff]ridge/)
    const seen = linesOf(recordOf(house(), [...readyForLoads(), reading('outage.stayedOn.fridge', 'seen', 'running')]))
    expect(seen.staysOn).toMatch(/Seen running in the test: .*[Ff]ridge/)
  })
  it('keeps people safe whatever is known, and says nothing of what is not', () => {
    const bare = house({ loads: [], settings: [] })
    const lines = linesOf(recordOf({ ...bare, sources: { ...bare.sources, usableWh: null, nominalWh: null } }, []))
    expect(lines.shocks).toContain('Touch nothing metal')
    expect(lines.never).toContain('licensed')
    expect(lines).not.toHaveProperty('staysOn')
    expect(lines).not.toHaveProperty('howLong')
    expect(lines.call).toContain('Test crew')
  })
  it('speaks of a vehicle only where one gives, with its own hours and what it cannot carry', () => {
    expect(linesOf()).not.toHaveProperty('vehicle')
    const hob = aLoad({ id: 'h', tag: 'hob', name: 'Hob', powerW: 600, duty: 1, backedUp: true })
    const withVehicle = (givesW: number) =>
      linesOf(
        recordOf(
          house({
            loads: [...house().loads, hob],
            survey: [
              {
                id: 'v',
                kind: 'vehicleCharger',
                tag: 'ev1',
                name: 'Drive charger',
                detail: {
                  ratingW: 7000,
                  phase: 'all',
                  side: 'island',
                  detects6mADc: true,
                  givesW,
                  givesWhen: 'afterBattery',
                  vehicleWh: 40_000,
                  vehicleSoc: 0.8,
                  agreedFloorSoc: 0.3,
                },
              },
            ],
          }),
          [],
        ),
      ).vehicle
    expect(withVehicle(3000)).toMatch(
      /Drive charger gives up to 3.kW once the battery is empty, only while .*From its usual charge/,
    )
    expect(withVehicle(3000)).not.toContain('turn off')
    expect(withVehicle(60)).toContain('with the battery empty the house goes dark')
    expect(withVehicle(60)).not.toContain('From its usual charge')
    expect(withVehicle(500)).toMatch(/weaker than the battery.*first turn off: .*Hob/)
  })
  it('says how a switch by hand is turned, and only where there is one', () => {
    expect(linesOf()).not.toHaveProperty('byHand')
    const byHand = linesOf(recordOf(house({ chosenSchool: 'manualChangeover' }), []))
    expect(byHand.byHand).toContain('0, wait')
    expect(byHand.return).toContain('then to I.')
    expect(byHand.notice).not.toContain('own supply')
    const manual = house({
      chosenSchool: 'manualChangeover',
      circuits: [aCircuit({ tag: 'c1' }), aCircuit({ id: 'k2', tag: 'c2' })],
    })
    const graph = startingTopology(manual, { ...choicesOfPlan(manual), scheme: 'perCircuit' })
    const planned = {
      id: 'r',
      jobId: 'x',
      layer: 'planned' as const,
      number: 1,
      note: '',
      madeByName: '',
      madeAt: '',
      graph,
    }
    const each = linesOf(recordOf({ ...manual, wiring: { planned, wired: null } }, []))
    expect(each.byHand).toContain('every transfer switch to 0')
    expect(each.return).toContain('one after the other to I.')
  })
})
