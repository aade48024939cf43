import { describe, expect, it } from 'vitest'
import { RULE_PACKS } from '../rules/packs'
import { analyseLog } from './analyseLog'
import type { LogMap } from './logMap'
import { type LogMarks, NO_MARKS } from './logMarks'
import { proposeLogMap } from './proposeLogMap'
import { logText, readPowerLog } from './readPowerLog'
import { timePattern } from './timePattern'

const pack = RULE_PACKS['iec-1ph-230']

const MAP: LogMap = {
  separator: ',',
  decimal: '.',
  skipLines: 0,
  time: { column: 'time', format: 'yyyy-MM-dd HH:mm:ss', zone: 'Europe/Paris' },
  columns: { load: { column: 'load', unit: 'W', sign: 1 } },
}
const read = (text: string, change: Partial<LogMap> = {}) => readPowerLog(text, { ...MAP, ...change })
function timesOf(stamps: readonly string[], time: Partial<LogMap['time']> = {}): number[] {
  const log = read(`time,load\n${stamps.map((stamp) => `${stamp},100`).join('\n')}\n`, {
    time: { ...MAP.time, ...time },
  })
  return log.ok ? [...log.value.timeS] : []
}

describe('the time of a row', () => {
  it('goes on where the clocks are set back: the hour that comes twice is no step back', () => {
    const stamps = ['02:59:58', '02:59:59', '02:00:00', '02:00:01'].map((time) => `2026-10-25 ${time}`)
    expect(timesOf(stamps)).toEqual([0, 1, 2, 3])
  })

  it('goes on where the clocks are set forward: the hour that is left out is no gap', () => {
    const stamps = ['01:59:58', '01:59:59', '03:00:00', '03:00:01'].map((time) => `2026-03-29 ${time}`)
    expect(timesOf(stamps)).toEqual([0, 1, 2, 3])
  })

  it('has an hour missing on any other day', () => {
    const stamps = ['01:59:59', '03:00:00', '03:00:01'].map((time) => `2026-05-12 ${time}`)
    expect(timesOf(stamps)).toEqual([0, 3601, 3602])
  })

  it('of a day alone passes midnight', () => {
    expect(timesOf(['23:59:59', '00:00:00', '00:00:01'], { format: 'HH:mm:ss', zone: null })).toEqual([0, 1, 2])
  })

  it.each([
    ['dd.MM.yyyy HH:mm:ss', '12.05.2026 10:20:00'],
    ['MM/dd/yyyy hh:mm:ss a', '05/12/2026 10:20:00 AM'],
    ['yyyy-MM-dd HH:mm:ss.S', '2026-05-12T10:20:00.000'],
    ['d/M/yy HH:mm', '12/5/26 10:20'],
  ])('as %s reads %s', (format, text) => {
    expect(timePattern(format)(text)?.localMs).toBe(Date.UTC(2026, 4, 12, 10, 20))
  })

  it.each(['31.02.2026 10:00:00', '12.05.2026 25:00:00', '12.05.2026', '', 'yesterday'])('is not “%s”', (text) => {
    expect(timePattern('dd.MM.yyyy HH:mm:ss')(text)).toBeNull()
  })
})

describe('a power log', () => {
  it('names rows that are not there, and counts no energy for them', () => {
    const rows = [0, 1, 2, 6, 7].map((s) => `2026-05-12 10:00:0${s},3600`).join('\n')
    const log = read(`time,load\n${rows}\n`)
    if (!log.ok) throw new Error(log.error.message)
    const found = analyseLog(log.value, NO_MARKS, pack)
    expect(found.logGaps).toEqual([{ fromS: 2, toS: 6, missingRows: 3 }])
    expect(found.energy.loadKWh).toBeCloseTo(0.005, 9)
  })

  it('keeps a bad row aside with its line, and a cell without a figure is never 0', () => {
    const log = read(
      'time,load\n2026-05-12 10:00:00,1\nlunch,2\n2026-05-12 10:00:01,\n2026-05-12 10:00:01,4\n2026-05-12 10:00:02,5\n',
    )
    if (!log.ok) throw new Error(log.error.message)
    expect(log.value.aside.map(({ line, value, why }) => [line, value, why.slice(0, 15)])).toEqual([
      [3, 'lunch', 'This is no time'],
      [5, '2026-05-12 10:00:01', 'Time does not g'],
    ])
    expect([...(log.value.columns.load ?? [])]).toEqual([1, NaN, 5])
  })

  it.each([
    ['no such column', { columns: { load: { column: 'lod', unit: 'W', sign: 1 } } }, 'There is no column “lod”'],
    ['no such time', { time: { ...MAP.time, column: 'when' } }, 'no column “when” for the time'],
    ['no such zone', { time: { ...MAP.time, zone: 'Europe/Atlantis' } }, 'no zone “Europe/Atlantis”'],
    ['another form of time', { time: { ...MAP.time, format: 'HH:mm' } }, 'Fewer than two rows'],
    ['nothing mapped', { columns: {} }, 'No column says what it holds'],
  ] as const)('with %s is refused with the reason', (_, change, message) => {
    const log = read('time,load\n2026-05-12 10:00:00,1\n2026-05-12 10:00:01,2\n', change as Partial<LogMap>)
    expect(log.ok ? '' : log.error.message).toContain(message)
  })

  it.each(['', 'time,load', '\n\n\n', 'time,load\n"unclosed', '\u0000\u0000', 'a'.repeat(10_000)])(
    'never falls over %j',
    (text) => {
      expect(read(text).ok).toBe(false)
      expect(() => proposeLogMap(text)).not.toThrow()
    },
  )

  it('is read in either encoding, with or without a mark at its head', () => {
    const utf8 = new TextEncoder().encode('\ufeffRéseau')
    expect([logText(utf8), logText(Uint8Array.from([0x52, 0xe9]))]).toEqual(['Réseau', 'Ré'])
  })

  it('shows no outage where no street was logged, and no reserve without a charge', () => {
    const log = read('time,load\n2026-05-12 10:00:00,1\n2026-05-12 10:00:01,2\n')
    if (!log.ok) throw new Error(log.error.message)
    expect(analyseLog(log.value, NO_MARKS, pack)).toMatchObject({
      gridLostS: null,
      gapS: null,
      reconnectS: null,
      secondGapS: null,
      rideThroughClass: null,
      reserve: null,
      trips: [],
      steps: [],
      energy: { dischargedKWh: null, importKWh: null, apparentCapacityKWh: null },
    })
  })
})

/** A house of 600 W that is on the street, dead for `gapS` and then on its own. */
function outageLog(gapS: number, extra: (s: number) => { load?: number; v?: number } = () => ({})) {
  const rows = Array.from({ length: 300 }, (_, s) => {
    const dead = s >= 100 && s < 100 + gapS
    const { load = dead ? 0 : 600, v = dead ? 0 : 230 } = extra(s)
    return [s, v, s < 100 ? 230 : 0, load, s < 100 || dead ? 0 : load].join(',')
  })
  const log = readPowerLog(`s,v,vg,load,battery\n${rows.join('\n')}\n`, {
    ...MAP,
    time: { column: 's', format: 'seconds', zone: null },
    columns: {
      v: { column: 'v', unit: 'V', sign: 1 },
      vGrid: { column: 'vg', unit: 'V', sign: 1 },
      load: { column: 'load', unit: 'W', sign: 1 },
      battery: { column: 'battery', unit: 'W', sign: 1 },
    },
  })
  if (!log.ok) throw new Error(log.error.message)
  return analyseLog(log.value, { ...NO_MARKS, declared: { overloadLimitW: 5000 } }, pack)
}

/**
 * A house of 600 W with PV of 400 W: the street goes at 100 s and is back at 150 s; the house joins it at 210 s, dead for 3 s before. PV and the street are
 * logged where they are asked for.
 */
function pvLog(logged: readonly ('pv' | 'grid')[], planned: LogMarks['planned']) {
  const rows = Array.from({ length: 300 }, (_, s) => {
    const dead = s >= 207 && s < 210
    const onStreet = s < 100 || s >= 210
    const [load, pv] = dead ? [0, 0] : [600, 400]
    return [
      s,
      dead ? 0 : 230,
      s < 100 || s >= 150 ? 230 : 0,
      load,
      onStreet ? 0 : load - pv,
      pv,
      onStreet ? load - pv : 0,
    ]
  })
  const column = (name: string) => [name, { column: name, unit: name.startsWith('v') ? 'V' : 'W', sign: 1 }] as const
  const columns = ['v', 'vGrid', 'load', 'battery', ...logged].map(column)
  const log = readPowerLog(`s,v,vGrid,load,battery,pv,grid\n${rows.map((row) => row.join(',')).join('\n')}\n`, {
    ...MAP,
    time: { column: 's', format: 'seconds', zone: null },
    columns: Object.fromEntries(columns) as LogMap['columns'],
  })
  if (!log.ok) throw new Error(log.error.message)
  return analyseLog(log.value, { ...NO_MARKS, planned }, pack)
}

describe('the return in the log of a house with PV', () => {
  const seen = { gridLostS: 100, gridBackS: 150, reconnectS: 210, waitS: 60, secondGapS: 3, streetUnseen: false }
  const joinedOpen = { gridLostS: 100, gridBackS: 150, reconnectS: null, waitS: null, secondGapS: null }

  it('is seen where PV was logged, or a meter of the street', () => {
    expect(pvLog(['pv'], { pv: true })).toMatchObject({ ...seen, pvExpected: true })
    expect(pvLog(['grid'], { pv: true })).toMatchObject({ ...seen, energy: { pvKWh: null } })
    expect(pvLog(['pv', 'grid'], { pv: true })).toMatchObject(seen)
  })

  it('is open where neither was: what PV gives would be taken for the street, the wait for none and the second gap for none', () => {
    expect(pvLog([], { pv: true })).toMatchObject({
      ...joinedOpen,
      streetUnseen: true,
      pvExpected: true,
      energy: { pvKWh: null, importKWh: null, exportKWh: null },
    })
    expect(pvLog([], {})).toMatchObject({ waitS: 0, secondGapS: 0, pvExpected: false, energy: { pvKWh: 0 } })
  })
})

describe('an outage in a log', () => {
  it('has a gap that is known to a row, and none that is shorter than one', () => {
    expect(outageLog(4)).toMatchObject({ gapS: 4, rideThroughClass: 'pause', gridBackS: null, waitS: null })
    expect(outageLog(1).rideThroughClass).toBe('notResolved')
    expect(outageLog(0)).toMatchObject({ gapS: 0, rideThroughClass: 'notResolved' })
  })

  it('has a trip that did not come back, with what drove it there', () => {
    const tripped = outageLog(4, (s) => (s >= 200 && s < 212 ? { load: 6300 } : s >= 212 ? { load: 0, v: 0 } : {}))
    expect(tripped.trips).toMatchObject([
      { timeS: 212, loadW: 6300, overLimitS: 12, restartS: null, downS: null, automatic: null },
    ])
  })

  it('has steps of the load, and none where it was lost', () => {
    const { steps } = outageLog(4, (s) => (s >= 200 ? { load: 1800 } : {}))
    expect(steps.map(({ timeS, deltaW }) => [timeS, deltaW])).toEqual([[200, 1200]])
  })
})
