import { COMMISSIONING_STEPS } from '../../settings/commissioning'
import { describe, expect, it } from 'vitest'
import { aCircuit, aLoad, aRun, house, reading, recordOf } from '../../../../tests/support/house'
import { everything } from '../../../../tests/support/everything'
import { COMPONENT_KINDS, type ComponentKind, PROMISE_KINDS } from '../../installation/installation'
import { benchOf } from '../bench'
import { HOLD_STEPS, HOLD_STEP_IDS, holdConditionRef } from '../holdSteps'
import { stepBefore } from '../next'
import { derivePoints, pointsOf } from '../points'
import { WORKING_PLACES } from '../workingPlaces'
import { POINT_FAMILIES, familyOf } from '.'
import { deadRun } from './deadTests'

const points = pointsOf(everything())
/** A job that has none of the things; what is asked of it then are declarations. */
const nothing = house({ circuits: [], runs: [], loads: [], components: [], electrodes: [], settings: [] })

/** What wakes again after the cut. */
const AWAKE = ['alarm', 'app', 'doorbell', 'internet', 'router'].map((kind) => `outage.awake.${kind}`)

/** Steps of the energising order hang on the generated wiring; their keys are told by their stem. */
const stem = (key: string) => key.replace(/^wire\.live\..*$/, 'wire.live.…')
const stems = (keys: readonly string[]) => [...new Set(keys.map(stem))].sort()

describe('every family', () => {
  it('has an id of its own, and is derived from something', () => {
    const ids = POINT_FAMILIES.map(({ id }) => id)
    expect(ids).toEqual([...new Set(ids)])
    const derived = [...points, ...pointsOf(nothing)]
    expect(ids.filter((id) => !derived.some(({ family }) => family === id))).toEqual([])
  })
  it('is called what it is without a full stop: what is said of it follows in the same line', () => {
    const called = points.flatMap(({ label, slots }) => [label, ...slots.map((slot) => slot.label)])
    expect(called.filter((label) => /[.:;,]$/.test(label))).toEqual([])
  })
  it('stands in the working order, and no place is empty', () => {
    const places = new Set(POINT_FAMILIES.map(({ place }) => place))
    expect(WORKING_PLACES.filter((place) => !places.has(place))).toEqual([])
  })
  it('has the keys that readings on record are tied to', () => {
    expect(stems(points.map(({ key }) => key))).toEqual([
      'earth.conductor.e1',
      'earth.conductor.e2',
      'earth.conductor.e3',
      'earth.current',
      'earth.disconnection.c2',
      'earth.electrode.e1',
      'earth.electrode.e2',
      'earth.electrode.e3',
      'earth.islandBond',
      'earth.joined',
      'earth.leakage.c1',
      'earth.rcd.c1.grid',
      'earth.rcd.c1.island',
      'earth.services',
      'earth.system',
      'earth.waveforms.c1.grid',
      'earth.waveforms.c1.island',
      'fit.component.battery',
      'fit.component.bridge',
      'fit.component.charger',
      'fit.component.gateway',
      'fit.component.inverter',
      'fit.component.isolator',
      'fit.component.meter',
      'fit.component.pv',
      'fit.component.surge',
      'fit.dcRoute',
      'fit.face.face1',
      'fit.isolator.isolator',
      'fit.meter.meter',
      'fit.parked',
      'fit.spare.w1',
      'fit.surge.surge',
      'fit.task.t1',
      'fit.unit.u1',
      'handover.appAccess',
      'handover.cardExplained',
      'handover.cleaned',
      'handover.covers',
      'handover.labels',
      'handover.permission',
      'handover.pocket',
      'handover.registered',
      'handover.talk',
      'handover.warranty',
      'outage.asLeft.switches',
      'outage.asLeftBypass',
      'outage.asLeftMain',
      ...AWAKE,
      'outage.bypass',
      'outage.callout',
      'outage.capacity',
      'outage.circuitsOpen',
      'outage.cleanReturns',
      'outage.data.d1',
      'outage.demand',
      'outage.gap',
      'outage.heavyOff',
      'outage.helper',
      'outage.islandSource',
      'outage.licensed',
      'outage.medical',
      'outage.overload',
      'outage.returnGap',
      'outage.rung.fridge',
      'outage.saved',
      'outage.stayedOn.fridge',
      'outage.told',
      'outage.toldOfIsland',
      'settings.blackStart',
      'settings.old.old1',
      'settings.reserveMoves',
      'settings.reserveSocPercent',
      'settings.source.away',
      'settings.source.ev2.away',
      'settings.source.ev2.floor',
      'settings.source.ev2.late',
      'settings.source.floor',
      'settings.source.late',
      'settings.source.night',
      'settings.step.association',
      'settings.step.firmware',
      'settings.step.limits',
      'settings.step.pairing',
      'settings.step.profile',
      'settings.step.transformers',
      'settings.test.cover',
      'settings.test.forcedCharge',
      'settings.test.forcedDischarge',
      'settings.test.surplus',
      'survey.supplyRating',
      'wire.cores.w1',
      'wire.ct.L1',
      'wire.data.d1',
      'wire.dead.battery.battery',
      'wire.dead.circuit.c1',
      'wire.dead.circuit.c2',
      'wire.dead.prepared',
      'wire.dead.run.w1',
      'wire.dead.string.pv1.1',
      'wire.farEnd',
      'wire.identity.w1',
      'wire.live.…',
      'wire.loop.w1',
      'wire.positions',
      'wire.torque.circuit.c1',
      'wire.torque.w1',
    ])
  })
})

describe('every hold condition', () => {
  const conditions = HOLD_STEPS.flatMap(({ id, conditions: own }) => own.map((one) => holdConditionRef(id, one.id)))
  const satisfiedBy = (ref: string) =>
    stems(points.filter((point) => familyOf(point).precedes.some((one) => one === ref)).map(({ key }) => key))

  it('is satisfied by the points it is named for', () => {
    expect(HOLD_STEPS.map(({ id }) => id)).toEqual(HOLD_STEP_IDS)
    expect(Object.fromEntries(conditions.map((ref) => [ref, satisfiedBy(ref)]))).toEqual({
      'firstLive.positions': ['wire.positions'],
      'firstLive.identity': ['wire.identity.w1'],
      'firstLive.cores': ['wire.cores.w1'],
      'firstLive.dead': [
        'wire.dead.battery.battery',
        'wire.dead.circuit.c1',
        'wire.dead.circuit.c2',
        'wire.dead.prepared',
        'wire.dead.run.w1',
        'wire.dead.string.pv1.1',
      ],
      'firstLive.torque': ['wire.torque.circuit.c1', 'wire.torque.w1'],
      'firstIsland.medical': ['outage.medical'],
      'firstIsland.bypass': ['outage.bypass'],
      'firstIsland.identity': ['wire.identity.w1'],
      'firstIsland.clamp': ['earth.current'],
      'firstIsland.electrode': [
        'earth.electrode.e1',
        'earth.electrode.e2',
        'earth.electrode.e3',
        'earth.joined',
        'earth.services',
      ],
      'firstIsland.licensed': ['outage.licensed'],
      'firstIsland.circuits': ['outage.circuitsOpen'],
      'firstIsland.told': ['outage.told'],
      'loadedIsland.bond': ['earth.islandBond'],
      'loadedIsland.earthing': ['earth.system'],
      'loadedIsland.islandRcd': ['earth.disconnection.c2', 'earth.rcd.c1.island'],
      'loadedIsland.source': ['outage.islandSource'],
      'loadedIsland.medical': ['outage.medical'],
      'loadedIsland.loop': ['wire.loop.w1'],
      'loadedIsland.gridRcd': ['earth.rcd.c1.grid'],
      'loadedIsland.settings': ['settings.reserveSocPercent'],
      'loadedIsland.saved': ['outage.saved'],
      'loadedIsland.heavy': ['outage.demand', 'outage.heavyOff'],
      'loadedIsland.helper': ['outage.helper'],
      'loadedIsland.callout': ['outage.callout'],
      'handover.gap': ['outage.gap'],
      'handover.returns': ['outage.cleanReturns'],
      'handover.asLeft': ['outage.asLeft.switches', 'outage.asLeftBypass', 'outage.asLeftMain'],
      'handover.permission': ['handover.permission'],
    })
  })
})

/** Working tests, with the street there. */
const WORKING = [
  'settings.old.old1',
  'settings.reserveMoves',
  ...['cover', 'forcedCharge', 'forcedDischarge', 'surplus'].map((test) => `settings.test.${test}`),
]

describe('live work', () => {
  it('waits for the step that it is part of', () => {
    const waiting = (step: string) => stems(points.filter((one) => stepBefore(one) === step).map(({ key }) => key))
    expect([waiting('firstLive'), waiting('firstIsland'), waiting('loadedIsland')]).toEqual([
      [...WORKING, 'wire.ct.L1', 'wire.live.…'],
      [
        'earth.islandBond',
        'earth.rcd.c1.island',
        'earth.waveforms.c1.island',
        'outage.islandSource',
        'settings.source.away',
        'settings.source.ev2.away',
        'settings.source.ev2.floor',
        'settings.source.ev2.late',
        'settings.source.floor',
        'settings.source.late',
        'settings.source.night',
      ],
      [
        ...AWAKE,
        'outage.capacity',
        'outage.cleanReturns',
        'outage.data.d1',
        'outage.gap',
        'outage.overload',
        'outage.returnGap',
        'outage.rung.fridge',
        'outage.stayedOn.fridge',
      ],
    ])
    expect(points.filter((one) => stepBefore(one) === null).map(({ key }) => key)).toContain('wire.live.dead')
  })
})

describe('what evidence rests on', () => {
  /** Shown with the whole source: inverter, gateway and battery alike. */
  const SOURCE = [
    'earth.disconnection.c2',
    'earth.rcd.c1.island',
    'earth.waveforms.c1.island',
    ...AWAKE,
    'outage.cleanReturns',
    'outage.demand',
    'outage.gap',
    'outage.islandSource',
    'outage.returnGap',
    'outage.rung.fridge',
    'outage.stayedOn.fridge',
    'settings.blackStart',
    'settings.reserveSocPercent',
    'settings.source.away',
    'settings.source.ev2.away',
    'settings.source.ev2.floor',
    'settings.source.ev2.late',
    'settings.source.floor',
    'settings.source.late',
    'settings.source.night',
    ...COMMISSIONING_STEPS.map((step) => `settings.step.${step}`),
    ...WORKING,
    'wire.dead.prepared',
  ]
  /** Said or seen of one cut of the supply. */
  const TEST_DAY = [
    'earth.islandBond',
    'earth.system',
    'outage.asLeftBypass',
    'outage.asLeftMain',
    'outage.bypass',
    'outage.callout',
    'outage.circuitsOpen',
    'outage.heavyOff',
    'outage.helper',
    'outage.licensed',
    'outage.saved',
    'outage.told',
    'outage.toldOfIsland',
  ]
  /** What the battery and its inverter were seen to give. */
  const GIVEN = ['outage.capacity', 'outage.overload']
  /** The wiring between the switches, and the way from dead to live. */
  const SWITCHED = [
    'outage.asLeft.switches',
    'wire.positions',
    ...points.map(({ key }) => key).filter((key) => key.startsWith('wire.live.')),
  ]
  /** What is shown of a run that lands on it. */
  const RUN = ['wire.cores.w1', 'wire.dead.run.w1', 'wire.identity.w1', 'wire.loop.w1', 'wire.torque.w1']
  const DATA = ['outage.data.d1', 'wire.data.d1']
  const REOPENED: Readonly<Record<ComponentKind, readonly string[]>> = {
    inverter: [
      'fit.component.inverter',
      ...DATA,
      'fit.unit.u1',
      'wire.ct.L1',
      'wire.dead.string.pv1.1',
      ...SOURCE,
      ...GIVEN,
      ...TEST_DAY,
      ...SWITCHED,
      ...RUN,
    ],
    gateway: ['fit.component.gateway', ...DATA, 'wire.ct.L1', ...SOURCE, ...TEST_DAY, ...SWITCHED, ...RUN],
    battery: ['fit.component.battery', ...DATA, 'wire.dead.battery.battery', ...SOURCE, ...GIVEN, ...SWITCHED, ...RUN],
    isolator: ['fit.component.isolator', 'fit.isolator.isolator', 'wire.dead.string.pv1.1', ...SWITCHED, ...RUN],
    surge: ['fit.component.surge', 'fit.surge.surge', 'wire.dead.prepared', ...RUN],
    meter: [
      'fit.component.meter',
      ...DATA,
      'fit.meter.meter',
      'settings.reserveSocPercent',
      ...WORKING,
      'wire.ct.L1',
      ...SWITCHED,
      ...RUN,
    ],
    pv: ['fit.component.pv', 'wire.dead.string.pv1.1'],
    charger: ['fit.component.charger', ...RUN, ...DATA],
    bridge: ['fit.component.bridge', ...DATA],
  }
  it.each(COMPONENT_KINDS)('is set aside when a component of kind %s is replaced', (kind) => {
    const readings = points.map(({ key, slots }) => reading(key, slots[0]?.id ?? 'none', 1))
    const left = new Set(
      benchOf({
        ...recordOf(everything(), readings),
        replacements: [
          {
            id: 'x',
            componentTag: kind,
            oldSerial: 'OLD',
            cause: 'damaged',
            reason: 'fell',
            replacedAt: '2030-01-01T00:00:00Z',
            replacedByName: 'Lead',
          },
        ],
      }).context.readings.map(({ pointKey }) => pointKey),
    )
    expect(
      points
        .map(({ key }) => key)
        .filter((key) => !left.has(key))
        .sort(),
    ).toEqual([...REOPENED[kind]].sort())
  })
})

describe('a run', () => {
  it('is shown again only where it lands on what was replaced, told by the names of its ends', () => {
    const two = house({ runs: [aRun({ tag: 'w1' }), aRun({ id: 'r9', tag: 'w9', from: 'inv1', to: 'Gateway' })] })
    const readings = ['w1', 'w9'].map((tag) => reading(`wire.identity.${tag}`, `joined:${tag}`, 'continuity'))
    const { context } = benchOf({
      ...recordOf(two, readings),
      replacements: [
        {
          id: 'x',
          componentTag: 'inv1',
          oldSerial: 'OLD',
          cause: 'damaged',
          reason: 'fell',
          replacedAt: '2030-01-01T00:00:00Z',
          replacedByName: 'Lead',
        },
      ],
    })
    expect(context.readings.map(({ pointKey }) => pointKey)).toEqual(['wire.identity.w1'])
  })
})

describe('every kind of promise', () => {
  it('is proven by the points it speaks of; a runtime by what the battery was seen to give, in a full test alone', () => {
    const proving = (kind: (typeof PROMISE_KINDS)[number]) =>
      points.filter((point) => familyOf(point).proves.includes(kind)).map(({ key }) => key)
    expect(Object.fromEntries(PROMISE_KINDS.map((kind) => [kind, proving(kind)]))).toEqual({
      staysOn: ['outage.stayedOn.fridge'],
      gapClass: ['outage.gap'],
      runtime: ['outage.capacity'],
      protection: ['earth.islandBond', 'earth.rcd.c1.island', 'earth.disconnection.c2'],
    })
  })
  it('is proven for a load only where it names that load', () => {
    const twoLoads = house({
      loads: [aLoad({ tag: 'fridge', mustStayOn: true }), aLoad({ tag: 'pump', mustStayOn: true })],
      promises: [
        {
          id: 'p',
          kind: 'staysOn',
          sentence: 'The fridge stays on.',
          gapClass: null,
          runtimeH: null,
          loadTags: ['fridge'],
          changedAt: null,
          changeNote: null,
        },
      ],
    })
    const promise = (tag: string) =>
      benchOf(recordOf(twoLoads, [reading(`outage.stayedOn.${tag}`, 'seen', 'running')])).promises[0]?.verdict
    expect([promise('fridge'), promise('pump')]).toEqual(['proven', 'open'])
  })
})

describe('a check that came in later', () => {
  const sealed = (checksAsOf: string | null) =>
    pointsOf({ ...everything(), checksAsOf }).some(({ key }) => key === 'wire.dead.battery.battery')
  it('is asked of every job that is not sealed, and of none that was sealed before it', () => {
    expect([sealed(null), sealed('2026-11-25'), sealed('2026-11-26'), sealed('2027-01-01')]).toEqual([
      true,
      false,
      true,
      true,
    ])
  })
  it('does not hold anew what was sealed before it', () => {
    const live = (checksAsOf: string | null) =>
      benchOf(recordOf({ ...everything(), checksAsOf })).holds[0]?.conditions.find(
        ({ condition }) => condition.id === 'dead',
      )?.waiting
    // a condition that came in later has no points in it then, and holds nothing
    const conditions = (checksAsOf: string | null) =>
      benchOf(recordOf({ ...everything(), checksAsOf })).holds.flatMap(({ conditions: own }) =>
        own.map(({ condition }) => condition.id),
      )
    expect(conditions(null)).toEqual(expect.arrayContaining(['clamp', 'earthing']))
    expect(conditions('2026-11-26').filter((id) => id === 'clamp' || id === 'earthing')).toEqual([])
    expect(live(null)).toContain('wire.dead.battery.battery')
    expect(live('2026-11-25')).not.toContain('wire.dead.battery.battery')
  })
})

describe('a battery’s insulation', () => {
  const battery = {
    id: 'b',
    tag: 'pack1',
    kind: 'battery',
    name: 'Module',
    model: 'M',
    minimumFirmware: null,
    warrantyUntil: null,
    libraryRevisionId: null,
    bendingMm: null,
    terminalSize: null,
  } as const
  const read = (packId: 'iec-1ph-230' | 'na-split-240', mohm: number, bound: 'above' | null = null) =>
    benchOf(
      recordOf(house({ packId, circuits: [], runs: [], components: [battery] }), [
        reading('wire.dead.battery.pack1', 'insulation', mohm, { detail: bound && { bound } }),
      ]),
    ).judgements.get('wire.dead.battery.pack1')?.verdict
  it('is held against its region’s own limit', () => {
    expect([read('iec-1ph-230', 0.7), read('na-split-240', 0.7), read('na-split-240', 0.4)]).toEqual([
      'stop',
      'proven',
      'stop',
    ])
    expect(read('iec-1ph-230', 200, 'above')).toBe('proven')
  })
})

describe('keys', () => {
  it('keep a run and a circuit of the same tag apart', () => {
    const twins = house({
      testDepth: 'full',
      runs: [aRun({ tag: 'x1' })],
      circuits: [aCircuit({ tag: 'x1', torqueNm: 2 })],
    })
    const keys = pointsOf(twins).map(({ key }) => key)
    expect(new Set(keys).size).toBe(keys.length)
    const bench = benchOf(
      recordOf({ ...twins, runs: [aRun({ tag: 'x1', torqueNm: 2 })] }, [
        reading('wire.torque.x1', 'near', 2),
        reading('wire.torque.x1', 'far', 2),
      ]),
    )
    expect([
      bench.judgements.get('wire.torque.x1')?.verdict,
      bench.judgements.get('wire.torque.circuit.x1')?.verdict,
    ]).toEqual(['proven', 'open'])
  })
  it('that two points share are refused, with both named', () => {
    expect(() => derivePoints([deadRun, { ...deadRun, id: 'other' }] as never, house())).toThrow(
      'two points share the key wire.dead.run.w1: deadRun and other',
    )
    expect(() => pointsOf(house({ runs: [aRun({ tag: 'w1' }), aRun({ tag: 'w1' })] }))).toThrow('two points share')
  })
})
