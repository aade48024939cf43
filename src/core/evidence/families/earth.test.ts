import { describe, expect, it } from 'vitest'
import { aCircuit, house, readyForFirstLive, reading, recordOf } from '../../../../tests/support/house'
import type { Installation } from '../../installation/installation'
import { benchOf } from '../bench'
import type { Reading } from '../reading'

const judged = (key: string, readings: readonly Reading[], installation: Installation = house()) =>
  benchOf(recordOf(installation, [...readings])).judgements.get(key)
const at = (minute: number) => `2026-11-20T10:${String(minute).padStart(2, '0')}:00.000Z`

describe('current in the earth conductor', () => {
  const now = (value: number, minute = 0) => reading('earth.current', 'now', value, { recordedAt: at(minute) })
  const off = (value: number, minute: number) => reading('earth.current', 'off', value, { recordedAt: at(minute) })
  const verdict = (...readings: Reading[]) => judged('earth.current', readings)?.verdict

  it('is Open until it is clamped, and until one that was found is traced', () => {
    expect([verdict(), verdict(now(0.1)), verdict(now(1.7)), verdict(now(4))]).toEqual([
      'open',
      'proven',
      'open',
      'stop',
    ])
  })

  it('stops the job when it stays with everything off, however small', () => {
    const found = judged('earth.current', [now(0.6), off(0.55, 1)])
    expect(found?.verdict).toBe('stop')
    expect(found?.why).toMatch(/^Touch no metal\..*Do not open this conductor.*call the network operator/)
  })

  it('takes a reading with everything off only for the current that was found before it', () => {
    // found again after the repair: the old “everything off” decides nothing
    expect(judged('earth.current', [now(1.7, 0), off(0.02, 1), now(1.9, 2)])?.why).toMatch(
      /Switch the whole installation off/,
    )
    expect(judged('earth.current', [now(1.7, 0), off(0.02, 1)])?.why).toMatch(/from inside/)
  })

  it('is read off the electrode’s own clamp too, the newest of them', () => {
    const clamp = (value: number, minute: number) =>
      reading('earth.electrode.e1', 'clamp', value, { recordedAt: at(minute) })
    expect(judged('earth.current', [clamp(2, 0)])?.value).toMatch(/^2.A$/)
    expect(judged('earth.current', [clamp(2, 0), now(0.1, 5)])?.value).toMatch(/^0\.1.A$/)
    expect(judged('earth.current', [now(0.1, 0), clamp(2, 5)])?.value).toMatch(/^2.A$/)
  })

  it('reckons what stands on metal with the electrode that was read last', () => {
    expect(judged('earth.current', [now(0.9), reading('earth.electrode.e1', 'r618', 60)])?.verdict).toBe('stop')
  })
})

describe('the earthing system in island mode', () => {
  const answers = (words: Record<string, string>) =>
    Object.entries(words).map(([slot, word]) => reading('earth.system', slot, word))
  const KEPT = { system: 'TN-C-S', supplier: 'kept', metal: 'bonded' }

  it('rests on a wiring that somebody has confirmed as built', () => {
    expect(judged('earth.system', answers(KEPT))?.why).toMatch(/the wiring confirmed as built/)
    expect(judged('earth.system', [...readyForFirstLive(), ...answers(KEPT)])).toMatchObject({
      verdict: 'proven',
      value: 'TN-S',
    })
  })

  it.each(Object.keys(KEPT))('is Open without %s', (slot) => {
    const { [slot as keyof typeof KEPT]: _left, ...rest } = KEPT
    expect(judged('earth.system', [...readyForFirstLive(), ...answers(rest)])?.verdict).toBe('open')
  })

  it('parted, wants the maker’s word and leave to do it', () => {
    const parted = (more: Record<string, string>) =>
      judged('earth.system', [...readyForFirstLive(), ...answers({ ...KEPT, supplier: 'parted', ...more })])?.verdict
    expect([parted({}), parted({ rated: 'yes', permitted: 'yes' }), parted({ rated: 'yes', permitted: 'no' })]).toEqual(
      ['open', 'proven', 'stop'],
    )
  })
})

describe('the conductor of an electrode', () => {
  const said = (change: Record<string, string | number> = {}) =>
    Object.entries({ size: '16', way: 'protected', neutral: '25', fault: 900, time: 0.4, ...change }).map(
      ([slot, value]) => reading('earth.conductor.e1', slot, value),
    )
  const around = [
    reading('earth.electrode.e1', 'clamp', 0.1),
    reading('earth.system', 'system', 'TN-C-S'),
    reading('earth.system', 'supplier', 'kept'),
  ]

  it('is Proven with everything said, and Open without any of it', () => {
    expect(judged('earth.conductor.e1', [...around, ...said()])?.verdict).toBe('proven')
    for (const left of said())
      expect(
        judged('earth.conductor.e1', [...around, ...said().filter(({ slot }) => slot !== left.slot)])?.verdict,
      ).toBe('open')
    expect(judged('earth.conductor.e1', [...around.slice(1), ...said()])?.verdict).toBe('open')
  })

  it('names a least size while something is still to be said, and the smallest that does only when nothing is', () => {
    const some = said().filter(({ slot }) => slot !== 'time')
    expect(judged('earth.conductor.e1', [...around, ...some])?.why).toMatch(
      /^Still to say: .* It will be \d+\u00a0mm² at least\.$/,
    )
    expect(judged('earth.conductor.e1', [...around, ...said()])?.why).toMatch(/\u00a0mm² is the smallest that does\.$/)
  })

  it('asks how the supply comes in only where the size would not do in any case', () => {
    const [clamp] = around
    expect(judged('earth.conductor.e1', [clamp!, ...said()])?.verdict).toBe('proven')
    expect(judged('earth.conductor.e1', [clamp!, ...said({ size: '6', fault: 500 })])).toMatchObject({
      verdict: 'open',
      why: expect.stringMatching(/how the supply comes in/) as string,
    })
  })

  it('takes an earth that is parted only while islanded for one that is joined the rest of the time', () => {
    const parted = [around[0]!, around[1]!, reading('earth.system', 'supplier', 'parted')]
    expect(judged('earth.conductor.e1', [...parted, ...said({ size: '6', fault: 500 })])?.verdict).toBe('stop')
  })

  it('does not reckon with a clamp reading that is open to one side', () => {
    const above = reading('earth.electrode.e1', 'clamp', 40, { detail: { bound: 'above' } })
    expect(judged('earth.conductor.e1', [above, ...around.slice(1), ...said()])?.verdict).toBe('open')
  })

  it('names the smallest that would do where it is too thin', () => {
    expect(judged('earth.conductor.e1', [...around, ...said({ size: '6' })])).toMatchObject({
      verdict: 'stop',
      why: expect.stringMatching(/10\u00a0mm² is the smallest that does/) as string,
    })
  })
})

describe('a residual-current device with several circuits', () => {
  const shared = house({
    testDepth: 'full',
    circuits: [
      aCircuit({ id: 'a', tag: 'c1', residualTag: 'r1' }),
      aCircuit({ id: 'b', tag: 'c2', name: 'Lights', residualTag: 'r1' }),
      aCircuit({ id: 'c', tag: 'c3', name: 'Freezer' }),
    ],
  })
  const tests = (mode: string) =>
    Object.entries({ half: 'held', x1: 24, x5: 12, ramp: 22 }).map(([slot, value]) =>
      reading(`earth.rcd.shared.r1.${mode}`, slot, value),
    )

  it('is tested once in each mode, with its circuits named', () => {
    const points = benchOf(recordOf(shared)).points.filter(({ key }) => key.startsWith('earth.rcd'))
    expect(points.map(({ key }) => key).sort()).toEqual([
      'earth.rcd.c3.grid',
      'earth.rcd.c3.island',
      'earth.rcd.shared.r1.grid',
      'earth.rcd.shared.r1.island',
    ])
    expect(points.find(({ key }) => key === 'earth.rcd.shared.r1.grid')?.label).toMatch(/r1 \(c1, c2\)/)
    expect(judged('earth.rcd.shared.r1.island', tests('island'), shared)?.verdict).toBe('proven')
  })

  it('is Open while its circuits say different things of it', () => {
    const [first, second, third] = shared.circuits
    const twisted = { ...shared, circuits: [first!, { ...second!, iDeltaNMa: 100 }, third!] }
    expect(judged('earth.rcd.shared.r1.grid', tests('grid'), twisted)).toMatchObject({
      verdict: 'open',
      why: expect.stringMatching(/^Its circuits say different things/) as string,
    })
  })

  it('carries the leakage of all of them', () => {
    const leak = (c1: number, c2?: number) =>
      judged(
        'earth.leakage.shared.r1',
        [
          reading('earth.leakage.shared.r1', 'c1', c1),
          ...(c2 === undefined ? [] : [reading('earth.leakage.shared.r1', 'c2', c2)]),
        ],
        shared,
      )?.verdict
    expect([leak(3), leak(3, 3), leak(3, 6), leak(8)]).toEqual(['open', 'watch', 'stop', 'stop'])
  })

  it('is at least what was clamped, while a circuit is still to be clamped', () => {
    const first = [reading('earth.leakage.shared.r1', 'c1', 3)]
    const half = judged('earth.leakage.shared.r1', first, shared)
    expect(half?.value).toBe('≥ 3 mA')
    expect(half?.why).toMatch(/^≥ 3 mA of .*Still to clamp: c2/)
    const both = judged('earth.leakage.shared.r1', [...first, reading('earth.leakage.shared.r1', 'c2', 3)], shared)
    expect(both?.value).toBe('6 mA')
  })
})

describe('electrodes joined', () => {
  const [first] = house().electrodes
  const two = house({ electrodes: [first!, { ...first!, id: 'e-2', tag: 'e2' }] })
  const read = (e1: number, e2: number | null, joined: number) =>
    judged(
      'earth.joined',
      [
        reading('earth.electrode.e1', 'r618', e1),
        ...(e2 === null ? [] : [reading('earth.electrode.e2', 'r618', e2)]),
        reading('earth.joined', 'joined', joined),
      ],
      two,
    )

  it('are asked for only where there are two', () => {
    expect(judged('earth.joined', [])).toBeUndefined()
    expect(judged('earth.joined', [], two)?.verdict).toBe('open')
  })

  it('lie between all in parallel and the best alone, or name what else may be connected', () => {
    expect([read(60, 60, 34)?.verdict, read(60, null, 34)?.verdict, read(60, 60, 12)?.verdict]).toEqual([
      'proven',
      'open',
      'open',
    ])
    expect(read(60, 60, 12)?.why).toMatch(/something else is connected\. Look for the supplier’s earth/)
  })
})

describe('buried services', () => {
  const services = (word: string | null, minute = 0, measured: number | null = null) =>
    judged('earth.services', [
      ...(word === null ? [] : [reading('earth.services', 'how', word, { recordedAt: at(minute) })]),
      ...(measured === null ? [] : [reading('earth.electrode.e1', 'r618', 30, { recordedAt: at(measured) })]),
    ])?.verdict

  it.each([
    [null, 'open'],
    ['detector', 'proven'],
    ['dug', 'proven'],
    ['existing', 'proven'],
    ['plans', 'watch'],
    ['no', 'stop'],
  ] as const)('located by %s: %s', (word, verdict) => {
    expect(services(word)).toBe(verdict)
  })

  it('put down after the electrode was measured say little, unless it was there from the start', () => {
    expect([services('detector', 5, 1), services('detector', 1, 5), services('existing', 5, 1)]).toEqual([
      'watch',
      'proven',
      'proven',
    ])
  })

  it('are asked about where there is an electrode', () => {
    const keys = (electrodes: ReturnType<typeof house>['electrodes']) =>
      benchOf(recordOf(house({ electrodes }))).points.map(({ key }) => key)
    expect([keys(house().electrodes), keys([])].map((list) => list.includes('earth.services'))).toEqual([true, false])
  })
})

describe('a loop in island mode', () => {
  const bare = house({
    circuits: [aCircuit({ id: 'c9', tag: 'c9', iDeltaNMa: null, backedUp: true, breakerA: 16, curve: 'B' })],
  })
  const why = (island: number | null) =>
    judged(
      'earth.disconnection.c9',
      [
        reading('earth.disconnection.c9', 'grid', 0.42),
        ...(island === null ? [] : [reading('earth.disconnection.c9', 'island', island)]),
      ],
      bare,
    )

  it('that reads as on the street did not notice the change of source, and is never Proven', () => {
    expect(why(0.42)?.why).toContain('did not notice the change of source')
    expect(why(0.42)?.verdict).not.toBe('proven')
    expect([why(1.4)?.why, why(null)?.why].join()).not.toContain('did not notice')
  })
})
