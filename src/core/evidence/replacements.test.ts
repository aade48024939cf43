import { describe, expect, it } from 'vitest'
import { aFitUnit, aRun, house, reading, recordOf } from '../../../tests/support/house'
import { aTask } from '../../../tests/support/tasks'
import type { Replacement } from '../installation/fit'
import { benchOf, stageSummaries } from './bench'
import { nextPoint } from './next'
import type { Attachment } from './point'

const picture = (subject: string, receivedAt: string): Attachment => ({
  id: `${subject}${receivedAt}`,
  jobId: house().jobId,
  kind: 'picture',
  subject,
  fileName: 'p.jpg',
  sha256: 'x',
  byteCount: 1,
  mediaType: 'image/jpeg',
  takenAt: null,
  addedByName: 'T',
  receivedAt,
})
const early = { recordedAt: '2026-05-01T09:00:00Z' }
const late = { recordedAt: '2026-05-01T15:00:00Z' }
const replaced = (componentTag: string): Replacement => ({
  id: 'x1',
  componentTag,
  oldSerial: 'OLD1',
  cause: 'deadOnArrival',
  reason: 'no display',
  replacedAt: '2026-05-01T12:00:00Z',
  replacedByName: 'Lead',
})
const verdictOf = (record: Parameters<typeof benchOf>[0], key: string) => benchOf(record).judgements.get(key)

describe('a component that is replaced', () => {
  const readings = [
    reading('fit.component.inv1', 'serial', 'OLD1', early),
    reading('fit.component.inv1', 'firmware', '2.14', early),
    reading('settings.reserveSocPercent', 'read', 40, early),
    reading('wire.identity.w1', 'joined', 'yes', early),
  ]
  const runs = [...house().runs, aRun({ id: 'r3', tag: 'w3', from: 'Inverter', to: 'Gateway' })]
  const record = { ...recordOf(house({ runs }), readings), attachments: [picture('inv1', '2026-05-01T09:10:00Z')] }
  it('opens what was shown with it, and nothing else', () => {
    expect(verdictOf(record, 'fit.component.inv1')?.verdict).toBe('proven')
    const after = { ...record, replacements: [replaced('inv1')] }
    expect(verdictOf(after, 'fit.component.inv1')).toMatchObject({
      verdict: 'open',
      why: expect.stringContaining('inv1 was replaced on 2026-05-01 (dead on arrival)'),
    })
    const context = benchOf(after).context
    expect(context.readings.map(({ pointKey }) => pointKey)).toEqual(['wire.identity.w1'])
    expect(context.attachments).toEqual([])
  })
  it('is proven again by what is recorded afterwards, with the new plate', () => {
    const again = {
      ...record,
      replacements: [replaced('inv1')],
      readings: [
        ...readings,
        reading('fit.component.inv1', 'serial', 'NEW1', late),
        reading('fit.component.inv1', 'firmware', '2.16', late),
      ],
      attachments: [...record.attachments, picture('inv1', '2026-05-01T15:05:00Z')],
    }
    expect(verdictOf(again, 'fit.component.inv1')?.verdict).toBe('proven')
  })
  it('opens the unit it hangs in', () => {
    const installation = house({ fit: [aFitUnit({ componentTag: 'inv1' })] })
    const hung = {
      ...recordOf(installation, [
        reading('fit.unit.u1', 'board', 'yes', early),
        reading('fit.unit.u1', 'clear', 'yes', early),
      ]),
      attachments: [picture('u1', '2026-05-01T09:00:00Z')],
    }
    expect(verdictOf(hung, 'fit.unit.u1')?.verdict).toBe('proven')
    expect(verdictOf({ ...hung, replacements: [replaced('inv1')] }, 'fit.unit.u1')?.verdict).toBe('open')
  })
})

describe('a serial', () => {
  it('that stands on record in another job is stopped, whatever its case', () => {
    const record = {
      ...recordOf(house(), [reading('fit.component.inv1', 'serial', 'ab-1', early)]),
      serialsElsewhere: [{ serial: 'AB-1', jobName: 'Millrace Barn' }],
    }
    expect(verdictOf(record, 'fit.component.inv1')).toMatchObject({
      verdict: 'stop',
      why: expect.stringContaining('Millrace Barn'),
    })
    expect(
      verdictOf({ ...record, serialsElsewhere: [{ serial: 'AB-2', jobName: 'Millrace Barn' }] }, 'fit.component.inv1')
        ?.verdict,
    ).toBe('open')
  })
})

describe('what was mounted', () => {
  const unit = aFitUnit({ torqueNm: 10, carriedBy: 'feet', suppression: true })
  const all = (torque: number, level = 'yes') => [
    reading('fit.unit.u1', 'board', 'yes'),
    reading('fit.unit.u1', 'clear', 'yes'),
    reading('fit.unit.u1', 'torque', torque),
    reading('fit.unit.u1', 'level', level),
    reading('fit.unit.u1', 'suppression', 'yes'),
  ]
  const judged = (readings: ReturnType<typeof all>, pictured = true) =>
    verdictOf(
      {
        ...recordOf(house({ fit: [unit] }), readings),
        attachments: pictured ? [picture('u1', '2026-05-01T09:00:00Z')] : [],
      },
      'fit.unit.u1',
    )
  it('is proven by every answer, the torque within the maker’s, and a picture', () => {
    expect(judged(all(10))?.verdict).toBe('proven')
    expect(judged(all(11))?.verdict).toBe('proven')
    expect(judged(all(11.1))).toMatchObject({
      verdict: 'stop',
      why: expect.stringMatching(/11\.1\sNm: it has to be ≥ 9\sNm and ≤ 11\sNm \(the maker’s 10 Nm ± 10 %\)/),
    })
    expect(judged(all(8.9))?.verdict).toBe('stop')
    expect(judged(all(10), false)).toMatchObject({ verdict: 'open', why: 'Still to record: a picture.' })
    expect(judged(all(10, 'no'))).toMatchObject({ verdict: 'stop', why: 'It is not level; look at the shims.' })
    expect(judged([])?.why).toContain('torque of its fixings')
  })
  it('asks of each kind of thing what belongs to it', () => {
    const component = (tag: string, kind: 'isolator' | 'surge' | 'meter' | 'pv' | 'battery') => ({
      id: tag,
      tag,
      kind,
      name: tag,
      model: 'M',
      minimumFirmware: null,
      warrantyUntil: null,
      libraryRevisionId: null,
      bendingMm: null,
      terminalSize: null,
    })
    const installation = house({
      testDepth: 'full',
      components: [
        component('iso1', 'isolator'),
        component('spd1', 'surge'),
        component('met1', 'meter'),
        component('pv1', 'pv'),
        component('bat1', 'battery'),
      ],
      runs: [aRun({ tag: 'w1', extraM: 2 })],
      survey: [
        {
          id: 's',
          kind: 'arrayFace',
          tag: 'face1',
          name: 'South',
          detail: { peakW: 4000, tiltDeg: 35, azimuthDeg: 180 },
        },
      ],
    })
    const keys = benchOf(recordOf(installation)).points.map(({ key }) => key)
    expect(keys).toEqual(
      expect.arrayContaining([
        'fit.isolator.iso1',
        'fit.surge.spd1',
        'fit.meter.met1',
        'fit.dcRoute',
        'fit.spare.w1',
        'fit.face.face1',
      ]),
    )
    expect(benchOf(recordOf({ ...installation, testDepth: 'essential' })).points.map(({ key }) => key)).not.toContain(
      'fit.dcRoute',
    )
    const face = (facing: number) =>
      verdictOf(
        {
          ...recordOf(installation, [
            reading('fit.face.face1', 'panels', 10),
            reading('fit.face.face1', 'strings', 2),
            reading('fit.face.face1', 'pitch', 36),
            reading('fit.face.face1', 'facing', facing),
            reading('fit.face.face1', 'cover', 'yes'),
          ]),
          attachments: [picture('face1', '2026-05-01T09:00:00Z')],
        },
        'fit.face.face1',
      )
    expect([face(185)?.verdict, face(195)?.verdict]).toEqual(['proven', 'watch'])
    expect(verdictOf(recordOf(installation, [reading('fit.spare.w1', 'spare', 1.5)]), 'fit.spare.w1')).toMatchObject({
      verdict: 'watch',
    })
    expect(
      verdictOf(recordOf(installation, [reading('fit.surge.spd1', 'indicator', 'no')]), 'fit.surge.spd1')?.verdict,
    ).toBe('stop')
  })
  it('counts times of the work neither as points to show nor as next', () => {
    const installation = house({
      components: [],
      fit: [aTask('t1')],
    })
    const bench = benchOf(recordOf(installation))
    expect(bench.points.some(({ key }) => key === 'fit.task.t1')).toBe(true)
    expect(stageSummaries(bench).find(({ stage }) => stage === 'fit')?.total).toBe(0)
    for (let next = nextPoint(bench), k = 0; next && k < 60; k++, next = nextPoint(bench, next.point.key))
      expect(next.point.timing).toBeUndefined()
  })
})
