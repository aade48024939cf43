import { describe, expect, it } from 'vitest'
import {
  house,
  readyForFirstIsland,
  readyForFirstLive,
  readyForLoads,
  reading,
  recordOf,
  tester,
} from '../../../tests/support/house'
import { benchOf, stageSummaries } from './bench'
import { nextPoint } from './next'
import { startingTopology } from '../wiring/topology/startingTopology'
import type { HoldOverride } from './holdPoints'
import { WITHDRAWN, lastOwnReading, standingReadings } from './reading'

const verdictOf = (pointKey: string, readings: Parameters<typeof recordOf>[1], installation = house()) =>
  benchOf(recordOf(installation, readings)).judgements.get(pointKey)

describe('points', () => {
  it('are derived from the installation: nothing in the plan, nothing asked', () => {
    const bare = benchOf(
      recordOf(house({ components: [], circuits: [], runs: [], electrodes: [], settings: [], loads: [] })),
    )
    const asked = bare.points.filter(({ key }) => /^(fit|wire|settings|earth\.(electrode|rcd))\./.test(key))
    expect(asked.map(({ key }) => key)).toEqual(['wire.positions'])
    expect(
      benchOf(recordOf(house()))
        .points.filter(({ key }) => key.startsWith('earth.rcd.'))
        .map(({ key }) => key),
    ).toEqual(['earth.rcd.c1.grid', 'earth.rcd.c1.island'])
  })
  it('are all open without evidence', () => {
    expect(new Set([...benchOf(recordOf(house())).judgements.values()].map(({ verdict }) => verdict))).toEqual(
      new Set(['open']),
    )
  })
  it('turn to the pack’s words', () => {
    const ground = benchOf(recordOf(house({ packId: 'na-split-240', circuits: [], runs: [] }))).points.find(
      ({ key }) => key === 'earth.islandBond',
    )
    expect(ground?.label).toBe('Neutral–ground bond in island mode')
    const left = (packId: 'na-split-240' | 'iec-1ph-230') =>
      benchOf(recordOf(house({ packId, circuits: [], runs: [] }))).points.find(({ key }) => key === 'outage.asLeftMain')
    expect([left('na-split-240')?.label, left('iec-1ph-230')?.label]).toEqual([
      'Main breaker as left',
      'Main switch as left',
    ])
    for (const { label, why } of benchOf(recordOf(house())).points) expect(label + why).not.toMatch(/[{}]/)
  })
})

describe('judging', () => {
  it('keeps Watch for an electrode whose band touches the target', () => {
    const at = (ohm: number) =>
      ['clamp', 'r52', 'r618', 'r72'].map((slot) =>
        reading('earth.electrode.e1', slot, slot === 'clamp' ? 0.1 : ohm, { instrumentId: tester.id }),
      )
    expect([
      verdictOf('earth.electrode.e1', at(60))?.verdict,
      verdictOf('earth.electrode.e1', at(66.5))?.verdict,
      verdictOf('earth.electrode.e1', at(120))?.verdict,
    ]).toEqual(['proven', 'watch', 'stop'])
  })
  it('forbids opening a conductor that carries current, whatever was read after', () => {
    const judged = verdictOf('earth.electrode.e1', [
      reading('earth.electrode.e1', 'clamp', 0.5),
      ...['r52', 'r618', 'r72'].map((slot) => reading('earth.electrode.e1', slot, 20)),
    ])
    expect(judged?.verdict).toBe('stop')
    expect(judged?.why).toMatch(/Do not open it/)
  })
  it('takes evidence from an instrument past its calibration for weak', () => {
    const record = recordOf(
      house(),
      readyForLoads().map((one) => (one.pointKey === 'earth.islandBond' ? { ...one, instrumentId: tester.id } : one)),
    )
    expect(benchOf(record).judgements.get('earth.islandBond')?.verdict).toBe('proven')
    const certified = (dueOn: string | null) => (dueOn === null ? [] : [{ calibratedOn: null, dueOn, number: null }])
    const due = (dueOn: string | null) =>
      benchOf({ ...record, instruments: [{ ...tester, certificates: certified(dueOn) }] }).judgements.get(
        'earth.islandBond',
      )
    // the readings are of 1 January 2026: what counts is the day they were read, not today
    expect([due('2026-01-01')?.verdict, due('2025-12-31')?.verdict, due(null)?.verdict]).toEqual([
      'proven',
      'watch',
      'watch',
    ])
    expect(due('2025-12-31')?.why).toContain('due for calibration on 2025-12-31, before this was read')
    expect(due(null)?.why).toContain('has no certificate on file')
    const nobodys = readyForLoads().map((one) =>
      one.pointKey === 'earth.islandBond' ? { ...one, instrumentId: null } : one,
    )
    expect(verdictOf('earth.islandBond', nobodys)?.verdict).not.toBe('proven')
    expect(verdictOf('wire.loop.w1', [reading('wire.loop.w1', 'loop', 0.046, { instrumentId: null })])).toMatchObject({
      verdict: 'watch',
      why: expect.stringContaining('not said with which instrument'),
    })
  })
  it('counts the day of a certificate by the house’s clock, and by every clock where its zone is not known', () => {
    const readAt = (recordedAt: string, timeZone: string | null) => {
      const readings = readyForLoads().map((one) =>
        one.pointKey === 'earth.islandBond'
          ? { ...one, instrumentId: tester.id, recordedAt, receivedAt: recordedAt }
          : one,
      )
      const certificates = [{ calibratedOn: '2026-02-10', dueOn: '2027-02-10', number: null }]
      const instruments = [{ ...tester, certificates }]
      const record = recordOf(house({ site: { ...house().site, timeZone } }), readings)
      return benchOf({ ...record, instruments }).judgements.get('earth.islandBond')
    }
    // in the morning of the day after its last one, which in UTC is still the last
    const [over, still] = ['2027-02-10T22:00:00.000Z', '2027-02-11T02:00:00.000Z']
    expect(readAt(over, 'Australia/Brisbane')).toMatchObject({
      verdict: 'watch',
      why: expect.stringContaining('was due for calibration on 2027-02-10, before this was read'),
    })
    expect(readAt(over, 'UTC')?.verdict).toBe('proven')
    // in the evening of its last day, which in UTC is over
    expect(readAt(still, 'America/Los_Angeles')?.verdict).toBe('proven')
    expect(readAt(still, 'UTC')?.verdict).toBe('watch')
    expect(readAt('2026-02-09T22:00:00.000Z', 'Australia/Brisbane')?.verdict).toBe('proven')
    expect(readAt('2026-02-09T22:00:00.000Z', 'UTC')?.verdict).toBe('watch')
    for (const at of [over, still, '2026-02-09T22:00:00.000Z'])
      expect(readAt(at, null)).toMatchObject({
        verdict: 'watch',
        why: expect.stringContaining('the house has no time zone on record, and by the clocks of some'),
      })
    expect(readAt('2026-08-01T22:00:00.000Z', null)?.verdict).toBe('proven')
    expect(readAt('2028-08-01T22:00:00.000Z', null)?.why).not.toContain('time zone')
  })
  it('does not prove a bond before a residual-current device has tripped on it', () => {
    const volts = [
      reading('earth.islandBond', 'ln', 230),
      reading('earth.islandBond', 'le', 229),
      reading('earth.islandBond', 'ne', 0.5, { instrumentId: tester.id }),
    ]
    expect(verdictOf('earth.islandBond', volts)?.verdict).toBe('watch')
    expect(verdictOf('earth.islandBond', [...volts, reading('earth.rcd.c1.island', 'x1', 24)])?.verdict).toBe('proven')
    expect(verdictOf('earth.islandBond', [...volts, reading('earth.rcd.c1.island', 'x1', 'none')])?.verdict).toBe(
      'stop',
    )
  })
  it('finds one serial on two components, and firmware that is too old', () => {
    const two = house({
      components: [
        ...house().components,
        {
          id: 'c2',
          tag: 'gw1',
          kind: 'gateway',
          name: 'Gateway',
          model: 'Made-up G',
          minimumFirmware: null,
          warrantyUntil: null,
          libraryRevisionId: null,
          bendingMm: null,
          terminalSize: null,
        },
      ],
    })
    expect(
      verdictOf(
        'fit.component.gw1',
        [reading('fit.component.inv1', 'serial', 'AB1'), reading('fit.component.gw1', 'serial', 'ab1')],
        two,
      )?.verdict,
    ).toBe('stop')
    expect(verdictOf('fit.component.inv1', [reading('fit.component.inv1', 'firmware', '2.9')])?.verdict).toBe('stop')
    expect(verdictOf('fit.component.inv1', [reading('fit.component.inv1', 'firmware', '2.14')])?.verdict).toBe('open')
  })
  it('holds a gap against the promised class', () => {
    const gap = (ms: number, rate = 10_000) =>
      verdictOf('outage.gap', [reading('outage.gap', 'recording', ms, { unit: 'ms', detail: { sampleRateHz: rate } })])
        ?.verdict
    expect([gap(1000), gap(1001), gap(40), gap(40, 1000)]).toEqual(['proven', 'stop', 'proven', 'watch'])
    expect(gap(40, NaN)).toBe('watch')
  })
})

describe('corrections', () => {
  it('stand in for what they name, and a withdrawal leaves nothing', () => {
    const first = reading('outage.told', 'answer', 'no')
    const second = reading('outage.told', 'answer', 'yes', { supersedes: first.id, supersedeReason: 'wrong key' })
    const taken = reading('outage.told', 'answer', WITHDRAWN, {
      supersedes: second.id,
      supersedeReason: 'asked the wrong person',
    })
    expect(verdictOf('outage.told', [first])?.verdict).toBe('stop')
    expect(verdictOf('outage.told', [first, second])?.verdict).toBe('proven')
    expect(verdictOf('outage.told', [first, second, taken])?.verdict).toBe('open')
    expect(standingReadings([first, second, taken])).toEqual([])
  })
})

describe('undo', () => {
  it('takes back the person’s own last standing entry, and no recording', () => {
    const mine = reading('outage.told', 'answer', 'yes')
    const theirs = reading('outage.saved', 'answer', 'yes', { recordedBy: 'u2' })
    const recording = reading('outage.gap', 'recording', 12)
    expect(lastOwnReading([mine, theirs, recording], 'u1')?.id).toBe(mine.id)
    const taken = reading('outage.told', 'answer', WITHDRAWN, { supersedes: mine.id, supersedeReason: 'twice' })
    expect(lastOwnReading([mine, theirs, recording, taken], 'u1')).toBeNull()
  })
})

describe('hold points', () => {
  const states = (readings: Parameters<typeof recordOf>[1], overrides: HoldOverride[] = []) =>
    benchOf({ ...recordOf(house(), readings), overrides })
  const released = (...args: Parameters<typeof states>) => states(...args).holds.map(({ released: own }) => own)
  const override = (step: HoldOverride['step'], condition: string): HoldOverride => ({
    id: 'o',
    step,
    condition,
    reason: 'known from the day before',
    byName: 'Lead',
    at: '2026-01-02T00:00:00Z',
  })

  it('release one step after the other', () => {
    expect([
      released([]),
      released(readyForFirstLive()),
      released(readyForFirstIsland()),
      released(readyForLoads()),
    ]).toEqual([
      [false, false, false, false],
      [true, false, false, false],
      [true, true, false, false],
      [true, true, true, false],
    ])
  })
  it('let nothing go live before the dead tests hold, nor on a wiring that can kill', () => {
    const without = (key: string) => readyForFirstLive().filter(({ pointKey }) => !pointKey.startsWith(key))
    expect(released(without('wire.dead.run.w2'))[0]).toBe(false)
    expect(released(without('wire.dead.run.w2'), [override('firstLive', 'dead')])[0]).toBe(true)
    expect(
      released(
        [...readyForFirstLive(), reading('wire.dead.run.w1', 'insulation', 0.4)],
        [override('firstLive', 'dead')],
      )[0],
    ).toBe(false)
    const graph = startingTopology(house())
    const wired = {
      planned: null,
      wired: {
        id: 'r',
        jobId: 'x',
        layer: 'wired' as const,
        number: 1,
        note: '',
        madeByName: '',
        madeAt: '',
        graph: { ...graph, interlocks: [] },
      },
    }
    const unlocked = house({ wiring: wired })
    expect(
      benchOf({
        ...recordOf(unlocked, readyForFirstLive(unlocked)),
        overrides: [override('firstLive', 'positions')],
      }).holds[0]?.released,
    ).toBe(false)
  })
  it('let a lead go past a missing electrode in writing, but never past the medical question', () => {
    const without = (key: string) => readyForFirstIsland().filter(({ pointKey }) => !pointKey.startsWith(key))
    const notProbed = readyForFirstIsland().filter(({ slot }) => slot !== 'r618')
    expect(released(notProbed, [override('firstIsland', 'electrode')])[1]).toBe(true)
    // nobody has clamped its conductor: that is never gone past
    expect(
      released(without('earth.electrode'), [override('firstIsland', 'electrode'), override('firstIsland', 'clamp')])[1],
    ).toBe(false)
    expect(released(without('outage.medical'), [override('firstIsland', 'medical')])[1]).toBe(false)
  })
  it('never go past a failed island residual-current test', () => {
    const failed = [
      ...readyForLoads().filter(({ pointKey, slot }) => !(pointKey === 'earth.rcd.c1.island' && slot === 'x5')),
      reading('earth.rcd.c1.island', 'x5', 'none'),
    ]
    expect(released(failed, [override('loadedIsland', 'islandRcd'), override('loadedIsland', 'bond')])[2]).toBe(false)
    const missing = readyForLoads().filter(
      ({ pointKey, slot }) => !(pointKey === 'earth.rcd.c1.island' && slot === 'ramp'),
    )
    expect(released(missing, [override('loadedIsland', 'islandRcd')])[2]).toBe(true)
  })
  it('say in one sentence what stands in the way, the stopped thing first', () => {
    const { holdLine } = states([...readyForFirstLive(), reading('outage.bypass', 'answer', 'closed')])
    expect(holdLine.sentence).toMatch(/^First island is held: bypass open – stopped/)
    expect(holdLine.pointKey).toBe('outage.bypass')
    const holdingUp = (readings: Parameters<typeof recordOf>[1]) =>
      stageSummaries(states(readings))
        .filter(({ holdsJobUp }) => holdsJobUp)
        .map(({ stage }) => stage)
    expect([holdingUp([]), holdingUp(readyForFirstLive())]).toEqual([['wire'], ['earth', 'outage']])
  })
})

describe('next', () => {
  it('follows the working order and leaves live points until their hold is released', () => {
    expect(nextPoint(benchOf(recordOf(house())))?.point.key).toBe('survey.supplyRating')
    const almost = benchOf(recordOf(house(), [...readyForFirstIsland(), reading('survey.supplyRating', 'rating', 60)]))
    const order: string[] = []
    for (let at: string | undefined, k = 0; k < 200; k++) {
      const next = nextPoint(almost, at)
      if (!next || order.includes(next.point.key)) break
      order.push(next.point.key)
      at = next.point.key
    }
    expect(order).toContain('earth.islandBond')
    expect(order).not.toContain('outage.gap')
    expect(nextPoint(benchOf(recordOf(house())))?.because).not.toBe('')
  })
  it('goes to what is stopped first', () => {
    expect(nextPoint(benchOf(recordOf(house(), [reading('outage.bypass', 'answer', 'closed')])))?.point.key).toBe(
      'outage.bypass',
    )
  })
  it('goes before all else to a current in the earth conductor that nobody has traced', () => {
    const stopped = reading('outage.bypass', 'answer', 'closed')
    const clamp = (slot: string, amps: number, minute: number) =>
      reading('earth.current', slot, amps, { recordedAt: `2026-05-04T08:${minute}:00.000Z` })
    const next = (...readings: ReturnType<typeof reading>[]) =>
      nextPoint(benchOf(recordOf(house(), [stopped, ...readings])), 'wire.any')
    const untraced = next(clamp('now', 2.2, 10))
    expect(untraced?.point.key).toBe('earth.current')
    expect(untraced?.because).toContain('Touch no metal')
    // with everything off it stays: it comes from the network, and the job stops there
    expect(next(clamp('now', 2.2, 10), clamp('off', 2.1, 11))?.point.key).toBe('earth.current')
    // nothing read yet, or as little as filters leave: the order of work holds
    expect(next()?.point.key).not.toBe('earth.current')
    expect(next(clamp('now', 0.02, 10))?.point.key).not.toBe('earth.current')
  })
  it('says what a stopped point holds up, and nothing of one that holds nothing up', () => {
    const because = (...readings: Parameters<typeof reading>[]) =>
      nextPoint(
        benchOf(
          recordOf(
            house(),
            readings.map((one) => reading(...one)),
          ),
        ),
      )?.because
    expect(because(['outage.bypass', 'answer', 'closed'])).toBe('It is stopped, and live steps wait for it.')
    expect(because(['survey.supplyRating', 'rating', 100])).toBe('It is stopped: put right what it shows.')
  })
})

describe('promises', () => {
  it('are proven by their evidence only', () => {
    const says = (readings: Parameters<typeof recordOf>[1]) =>
      benchOf(recordOf(house(), readings)).promises.map(({ verdict }) => verdict)
    expect([
      says([]),
      says([reading('outage.gap', 'recording', 40, { unit: 'ms', detail: { sampleRateHz: 10_000 } })]),
    ]).toEqual([['open'], ['proven']])
  })
})
