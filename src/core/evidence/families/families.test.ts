import { describe, expect, it } from 'vitest'
import { aLoad, anElectrode, house, reading, recordOf, tester } from '../../../../tests/support/house'
import type { Installation } from '../../installation/installation'
import type { Phase } from '../../rules/rulePack'
import { benchOf } from '../bench'
import type { Reading } from '../reading'
import { compareFirmware } from './componentRecord'
import { identityObservations } from './runIdentity'

const judged = (pointKey: string, readings: readonly Reading[], installation: Installation = house()) => {
  const judgement = benchOf(recordOf(installation, readings)).judgements.get(pointKey)
  if (!judgement) throw new Error(`no point ${pointKey}`)
  return judgement
}
const plain = (text: string | null) => text?.replaceAll('\u00a0', ' ') ?? null

describe('every judgement', () => {
  const bench = benchOf(recordOf(house()))

  it('gives its reason, and the code it stands under', () => {
    for (const [key, { why, code }] of bench.judgements) {
      expect(why, key).not.toBe('')
      expect(code, key).toMatch(/^[PFWESTH](-\d+)?$/)
    }
  })

  it('has a value only when something was measured', () => {
    for (const [key, { value }] of bench.judgements) expect(value, key).toBeNull()
  })
})

describe('the quick line’s words', () => {
  const slots = benchOf(recordOf(house())).points.flatMap(({ key, slots: own }) => own.map((slot) => ({ key, slot })))

  it('call one slot each', () => {
    const calls = slots
      .filter(({ slot }) => slot.path.length > 0)
      .map(({ slot }) => [...slot.path, slot.mode ?? ''].join(' '))
    expect(new Set(calls).size).toBe(calls.length)
  })

  it('are small letters and digits without spaces', () => {
    for (const { key, slot } of slots) for (const word of slot.path) expect(word, key).toMatch(/^[a-z0-9]+$/)
  })
})

describe('the supply’s rating', () => {
  const of = (ratingA: number, planned: number | null = 60) =>
    judged(
      'survey.supplyRating',
      [reading('survey.supplyRating', 'rating', ratingA, { unit: 'A' })],
      house({ supply: { ...house().supply, ratingA: planned } }),
    )

  it.each([
    [60, 'proven'],
    [63, 'watch'],
    // the gateway behind it carries 63 A
    [80, 'stop'],
    [50, 'stop'],
  ] as const)('%s A read against 60 A planned', (ratingA, verdict) => {
    expect(of(ratingA).verdict).toBe(verdict)
  })

  it('has nothing to stand against where the plan has no figure', () => {
    expect(of(60, null)).toMatchObject({
      verdict: 'open',
      why: expect.stringContaining('no rating to hold this against'),
    })
  })
})

describe('a component', () => {
  const key = 'fit.component.inv1'
  const picture = {
    id: 'a',
    jobId: house().jobId,
    kind: 'picture' as const,
    subject: 'inv1',
    fileName: 'p.jpg',
    sha256: '',
    byteCount: 1,
    mediaType: 'image/jpeg',
    takenAt: null,
    addedByName: 'T',
    receivedAt: '2026-01-01T00:00:00Z',
  }
  const of = (readings: Reading[], withPicture: boolean) =>
    benchOf({ ...recordOf(house(), readings), attachments: withPicture ? [picture] : [] }).judgements.get(key)

  it('wants serial, firmware and picture, and says which is missing', () => {
    expect(of([], false)?.why).toBe('Still to record: serial, firmware, picture.')
    expect(of([reading(key, 'serial', 'X1')], true)?.why).toBe('Still to record: firmware.')
    expect(of([reading(key, 'serial', 'X1'), reading(key, 'firmware', '2.10')], true)).toMatchObject({
      verdict: 'proven',
      value: 'X1',
    })
  })

  it.each([
    ['2.9', '2.10', -1],
    ['2.10', '2.10', 0],
    ['2.10.1', '2.10', 1],
    ['3', '2.99', 1],
    ['1.8b', '1.8a', 1],
    ['1.8-2', '1.8-10', -1],
  ] as const)('firmware %s against %s', (a, b, sign) => {
    expect(Math.sign(compareFirmware(a, b))).toBe(sign)
  })
})

describe('runs', () => {
  it('turn readings into observations, the latest of each look', () => {
    const looks = identityObservations(house().runs, [
      reading('wire.identity.w1', 'joined:w1', 'open'),
      reading('wire.identity.w1', 'joined:w1', 'continuity'),
      reading('wire.identity.w2', 'joined:none', 'open'),
      reading('outage.told', 'answer', 'yes'),
    ])
    expect(looks).toEqual([
      { joined: 'w1', readings: { w1: 'continuity' } },
      { joined: null, readings: { w2: 'open' } },
    ])
  })

  it('that are crossed are stopped on both labels', () => {
    const crossed = [reading('wire.identity.w2', 'joined:w1', 'continuity')]
    expect([judged('wire.identity.w1', crossed).verdict, judged('wire.identity.w2', crossed).verdict]).toEqual([
      'stop',
      'stop',
    ])
  })

  it('say how far a loop is off, and from what', () => {
    const { verdict, why, value, limit } = judged('wire.loop.w1', [reading('wire.loop.w1', 'loop', 0.2, { unit: 'Ω' })])
    expect([verdict, plain(value), plain(limit)]).toEqual(['stop', '0.2 Ω', '0.046 Ω ± 0.0092 Ω'])
    expect(plain(why)).toBe('0.15 Ω above the 0.046 Ω that 20 m of 16 mm² give. Wrong cable, bad joint or wrong size.')
  })
})

describe('an electrode', () => {
  const key = 'earth.electrode.e1'
  const three = (a: number, b: number, c: number) => [
    reading(key, 'clamp', 0.1),
    reading(key, 'r52', a),
    reading(key, 'r618', b),
    reading(key, 'r72', c),
  ]

  it('asks for the clamp first', () => {
    expect(judged(key, [reading(key, 'r618', 30)])).toMatchObject({
      verdict: 'open',
      why: expect.stringContaining('Clamp the electrode conductor first'),
    })
  })

  it('asks to move a probe that stood too close', () => {
    expect(judged(key, three(20, 30, 45))).toMatchObject({
      verdict: 'watch',
      why: expect.stringContaining('Move it out and repeat'),
    })
  })

  it('says what it may read in a dry season', () => {
    expect(plain(judged(key, three(30, 31, 32)).why)).toContain('about 46.5 Ω in a dry season')
  })

  it('is named by its tag where there are two', () => {
    const two = house({
      electrodes: [
        ...house().electrodes,
        anElectrode({ id: 'e2', tag: 'e2', kind: 'plate', targetOhm: 50, seasonalFactor: 1.2 }),
      ],
    })
    const paths = benchOf(recordOf(two))
      .points.filter(({ key: own }) => own.startsWith('earth.electrode'))
      .map(({ slots }) => slots[2]?.path.join(' '))
    expect(paths).toEqual(['ra e1 62', 'ra e2 62'])
  })
})

describe('residual-current devices', () => {
  const key = 'earth.rcd.c1.island'
  const all = (change: Record<string, number | string> = {}) =>
    Object.entries({ half: 'held', x1: 24, x5: 12, ramp: 22, ...change }).map(([slot, value]) =>
      reading(key, slot, value),
    )

  it('name what is still to test', () => {
    expect(judged(key, all().slice(0, 2)).why).toBe('Still to test: 5 ×, ramp.')
    expect(judged(key, all()).verdict).toBe('proven')
  })

  it('say in island mode what a failure means', () => {
    expect(judged(key, all({ x5: 'none' }))).toMatchObject({
      verdict: 'stop',
      value: '5 × no trip',
      why: 'Outside its limit: 5 ×. On the battery this circuit is not protected: do not go on.',
    })
  })

  it('show the figure that is outside its limit, and none that is not', () => {
    expect(judged(key, all({ x1: 310 })).value).toBe('1 × 310\u00a0ms')
    expect(judged(key, all({ half: 'tripped' })).value).toBe('½ × tripped')
    expect(judged(key, all({ ramp: 31 })).value).toBe('ramp 31\u00a0mA')
    expect(judged(key, all({})).value).toBe('12\u00a0ms')
  })

  it('are asked for only on circuits that are backed up and have one', () => {
    const circuits = [
      { ...house().circuits[0]!, tag: 'c2', backedUp: false },
      { ...house().circuits[0]!, tag: 'c3', iDeltaNMa: null },
    ]
    expect(benchOf(recordOf(house({ circuits }))).points.filter(({ key: own }) => own.startsWith('earth.rcd'))).toEqual(
      [],
    )
  })

  it('of class A are tested at their own currents', () => {
    const split = house({
      packId: 'na-split-240',
      runs: [],
      circuits: [{ ...house().circuits[0]!, device: 'gfciA', iDeltaNMa: 6 }],
    })
    const times = (ms: number) => [reading(key, 'ramp', 5), reading(key, 't20', ms), reading(key, 't264', 20)]
    expect([judged(key, times(900), split).verdict, judged(key, times(1001), split).verdict]).toEqual([
      'proven',
      'stop',
    ])
    expect(judged(key, times(900), split).limit).toContain('(20/I)^1.43')
    expect([judged(key, times(900), split).value, judged(key, times(1001), split).value]).toEqual([
      '900\u00a0ms',
      '20\u00a0mA 1001\u00a0ms',
    ])
    const slow = [...times(900).slice(0, 2), reading(key, 't264', 60)]
    expect(judged(key, slow, split)).toMatchObject({ verdict: 'stop', value: '264\u00a0mA 60\u00a0ms' })
  })
})

describe('the island’s source', () => {
  const of = (voltage: number | null, frequency: number | null) =>
    judged('outage.islandSource', [
      ...(voltage === null
        ? []
        : [reading('outage.islandSource', 'voltage', voltage, { unit: 'V', instrumentId: tester.id })]),
      ...(frequency === null ? [] : [reading('outage.islandSource', 'frequency', frequency, { unit: 'Hz' })]),
    ]).verdict

  it.each([
    [231, 50, 'proven'],
    [231, null, 'open'],
    [252, 50, 'watch'],
    [254, 50, 'stop'],
    [231, 48.9, 'stop'],
    [231, 52, 'proven'],
  ] as const)('%s V, %s Hz', (voltage, frequency, verdict) => {
    expect(of(voltage, frequency)).toBe(verdict)
  })
})

describe('the island’s source on several phases', () => {
  const made = '2026-12-03T10:00:00.000Z'
  const volts = (slot: string, value: number, recordedAt = made) =>
    reading('outage.islandSource', slot, value, { unit: 'V', instrumentId: tester.id, recordedAt })
  const hz = reading('outage.islandSource', 'frequency', 60, { unit: 'Hz', recordedAt: made })
  const bare = { circuits: [], runs: [], electrodes: [] }
  const split = house({ packId: 'na-split-240', ...bare })

  it('asks for each: a leg that nobody measured may be high where the neutral is lost', () => {
    const of = (...readings: Reading[]) => judged('outage.islandSource', [...readings, hz], split)
    expect(of(volts('voltage', 120))).toMatchObject({ verdict: 'open', why: expect.stringContaining('each phase') })
    expect(plain(of(volts('voltage', 120), volts('voltage2', 121)).value)).toBe('120 V, 121 V, 60 Hz')
    expect(of(volts('voltage', 120), volts('voltage2', 121)).verdict).toBe('proven')
    expect(of(volts('voltage', 120), volts('voltage2', 145)).verdict).toBe('stop')
  })

  it('asks for no more of what was recorded before that, and counts what is there', () => {
    const before = '2026-11-20T10:00:00.000Z'
    const of = (...readings: Reading[]) => judged('outage.islandSource', [...readings, hz], split).verdict
    expect(of(volts('voltage', 120, before))).toBe('proven')
    expect(of(volts('voltage', 120, before), volts('voltage2', 145))).toBe('stop')
  })

  it('asks for the phases that are fed alone', () => {
    const { sources } = house()
    const slotsWith = (phase: Phase | 'all') =>
      benchOf(
        recordOf(
          house({
            packId: 'iec-3ph-400',
            ...bare,
            sources: { ...sources, units: sources.units.map((unit) => ({ ...unit, phase })) },
          }),
        ),
      )
        .points.find(({ key }) => key === 'outage.islandSource')
        ?.slots.map(({ label }) => label)
    expect(slotsWith('L2')).toEqual(['Voltage', 'Frequency'])
    expect(slotsWith('all')).toEqual(['Voltage of L1', 'Voltage of L2', 'Voltage of L3', 'Frequency'])
  })
})

describe('what people say and see', () => {
  it.each([
    ['outage.medical', 'none', 'proven'],
    ['outage.medical', 'arranged', 'watch'],
    ['outage.medical', 'present', 'stop'],
    ['outage.bypass', 'closed', 'stop'],
    ['outage.asLeftMain', 'open', 'stop'],
    ['handover.labels', 'yes', 'proven'],
    ['handover.labels', 'no', 'stop'],
  ] as const)('%s: %s', (key, word, verdict) => {
    expect(judged(key, [reading(key, 'answer', word)]).verdict).toBe(verdict)
  })

  it('counts clean returns to three, and stops at one that tripped', () => {
    const returns = (...words: string[]) =>
      judged(
        'outage.cleanReturns',
        words.map((word, k) => reading('outage.cleanReturns', `return${k + 1}`, word)),
      )
    expect([
      returns().verdict,
      returns('clean', 'clean').why,
      returns('clean', 'clean', 'clean').verdict,
      returns('clean', 'tripped').verdict,
    ]).toEqual(['open', '1 more to see.', 'proven', 'stop'])
    expect(returns('tripped').why).toContain('never defeat the device')
  })

  it('asks after each load that was promised, and no other', () => {
    expect(
      benchOf(recordOf(house()))
        .points.filter(({ family }) => family === 'stayedOn')
        .map(({ key }) => key),
    ).toEqual(['outage.stayedOn.fridge'])
    expect(judged('outage.stayedOn.fridge', [reading('outage.stayedOn.fridge', 'seen', 'dead')]).verdict).toBe('stop')
  })
})

describe('a gap on several phases', () => {
  const recordingOf = (ids: readonly string[], ms = 40) =>
    reading('outage.gap', 'recording', ms, {
      unit: 'ms',
      detail: { sampleRateHz: 10_000, events: Object.fromEntries(ids.map((id) => [id, []])) },
    })
  const on = (packId: Installation['packId'], phases: readonly (Phase | 'all')[], detail: Reading) =>
    judged(
      'outage.gap',
      [detail],
      house({
        packId,
        circuits: [],
        runs: [],
        electrodes: [],
        loads: phases.map((phase, k) => aLoad({ tag: `l${k}`, phase })),
      }),
    )

  it('is open while one of those that are backed up was not recorded', () => {
    expect(on('iec-3ph-400', ['all'], recordingOf(['v1']))).toMatchObject({
      verdict: 'open',
      why: 'Recorded on 1 of the 3 phases that are backed up; on another the gap may have been longer. Record the voltage of each.',
    })
    expect(plain(on('iec-3ph-400', ['all'], recordingOf(['v1'])).value)).toBe('≥ 40 ms')
    expect(on('iec-3ph-400', ['L1', 'L3'], recordingOf(['v1'])).verdict).toBe('open')
    expect(on('na-split-240', ['L1', 'L2'], recordingOf(['v1'])).why).toContain('1 of the 2 legs')
    expect(on('na-split-240', [], recordingOf(['v1'])).verdict).toBe('open')
  })

  it('is proven with all of them, and with the one that is backed up', () => {
    expect(on('iec-3ph-400', ['all'], recordingOf(['v1', 'v2', 'v3'])).verdict).toBe('proven')
    expect(on('iec-3ph-400', ['L2', 'L2'], recordingOf(['v2'])).verdict).toBe('proven')
    expect(on('na-split-240', ['L1', 'all'], recordingOf(['v1', 'v2'])).verdict).toBe('proven')
  })

  it('that is longer than promised on one is Stop, whatever the others did', () => {
    expect(on('iec-3ph-400', ['all'], recordingOf(['v1'], 3000)).verdict).toBe('stop')
  })
})

describe('a gap', () => {
  const of = (value: number | null, gapClass: 'blink' | 'byHand' | null, rate = 10_000) => {
    const promises = gapClass === null ? [] : [{ ...house().promises[0]!, gapClass }]
    return judged(
      'outage.gap',
      [reading('outage.gap', 'recording', value ?? 'no gap', { unit: 'ms', detail: { sampleRateHz: rate } })],
      house({ promises }),
    )
  }

  it('better than promised says so', () => {
    expect(of(12, 'blink')).toMatchObject({
      verdict: 'proven',
      why: 'Unnoticed (grade A, 10 kS/s), better than promised.',
    })
  })

  it('is a Watch where nothing was promised, and proves nothing where the recording holds none', () => {
    expect([of(12, null).verdict, of(null, 'blink').verdict]).toEqual(['watch', 'open'])
  })

  const withDetail = (value: number | 'open gap', detail: object) =>
    judged('outage.gap', [
      reading('outage.gap', 'recording', value, { unit: 'ms', detail: { sampleRateHz: 10_000, ...detail } }),
    ])

  it('that the recording does not hold whole is Open, and Stop where even what it holds is too long', () => {
    const open = (classAtBest: string) => withDetail('open gap', { gap: { atLeastMs: 640, classAtBest } })
    expect([open('blink').verdict, open('longPause').verdict]).toEqual(['open', 'stop'])
    expect(open('blink').why).toContain('no class can be claimed')
    expect(withDetail('open gap', { gap: { atLeastMs: 'x', classAtBest: 7 } }).verdict).toBe('open')
  })

  it('after which the phases turn the other way is no promise kept', () => {
    const turned = withDetail(12, { rotationBefore: '123', rotationAfter: '132' })
    expect([turned.verdict, turned.why]).toEqual(['watch', expect.stringContaining('the other way round')])
    expect(withDetail(12, { rotationBefore: '123', rotationAfter: '123' }).verdict).toBe('proven')
  })

  const seen = (leastMs: number | null, mostMs: number, gapClass: 'blink' | 'pause' | null = 'blink') =>
    judged(
      'outage.gap',
      [
        reading('outage.gap', 'most', mostMs, { unit: 'ms' }),
        ...(leastMs === null ? [] : [reading('outage.gap', 'least', leastMs, { unit: 'ms' })]),
      ],
      house({ promises: gapClass === null ? [] : [{ ...house().promises[0]!, gapClass }] }),
    ).verdict

  it('that was only seen keeps a promise as Watch at best, and breaks one', () => {
    expect([seen(360, 440), seen(null, 440), seen(1200, 1300), seen(960, 1040), seen(null, 4000)]).toEqual([
      'watch',
      'watch',
      'stop',
      'open',
      'open',
    ])
    expect([seen(360, 440, null), seen(500, 440)]).toEqual(['watch', 'open'])
  })

  it('by hand was promised no duration', () => {
    expect(of(60_000, 'byHand')).toMatchObject({ verdict: 'proven', limit: 'by hand: no duration was promised' })
  })
})

describe('promises', () => {
  const promises = [
    {
      id: 'p1',
      kind: 'staysOn' as const,
      sentence: 's',
      gapClass: null,
      runtimeH: null,
      loadTags: ['fridge'],
      changedAt: null,
      changeNote: null,
    },
    {
      id: 'p2',
      kind: 'protection' as const,
      sentence: 's',
      gapClass: null,
      runtimeH: null,
      loadTags: [],
      changedAt: null,
      changeNote: null,
    },
    {
      id: 'p3',
      kind: 'runtime' as const,
      sentence: 's',
      gapClass: null,
      runtimeH: 9,
      loadTags: [],
      changedAt: null,
      changeNote: null,
    },
  ]
  const of = (readings: Reading[]) =>
    benchOf(recordOf(house({ promises }), readings)).promises.map(({ verdict, points }) => [verdict, points.length])

  it('rest on their own points; a runtime nobody has run down stays open', () => {
    expect(of([])).toEqual([
      ['open', 1],
      ['open', 2],
      ['open', 0],
    ])
    expect(of([reading('outage.stayedOn.fridge', 'seen', 'running')])).toEqual([
      ['proven', 1],
      ['open', 2],
      ['open', 0],
    ])
  })

  it('are not kept when one of their points is stopped', () => {
    expect(of([reading('earth.rcd.c1.island', 'x5', 'none')])[1]?.[0]).toBe('stop')
  })
})
