import { describe, expect, it } from 'vitest'
import { complaint } from '../../../../tests/support/complaint'
import { RULE_PACKS } from '../../rules/packs'
import { analyseRecording } from '../analyseRecording'
import { excerptComtrade } from '../excerpt/excerptComtrade'
import { excerptCsv } from '../excerpt/excerptCsv'
import { localTimeLater } from '../localTimeLater'
import { readRecording } from '../readRecording'
import { timesOfRates } from '../rowTimes'
import { analyseLong } from './analyseLong'
import { LONG_BOUNDS } from './longRecording'
import { openLong } from './openLong'
import { pieceFileOf } from './pieceFile'
import { mainPart } from './recordingParts'
import { timeOfRowS } from './rowClock'
import { scanRecording } from './scanRecording'

const RATE = 2000
const pack = RULE_PACKS['iec-3ph-400']
const utf8 = (text: string) => new TextEncoder().encode(text)

interface Outage {
  fromS: number
  toS: number
  /** Phases it takes; all without. */
  phases?: number[]
}

/** Voltages of a house over many minutes, whose outages are known; values as a file of 32-bit numbers has them. */
function house(seconds: number, outages: readonly Outage[], phases = 2) {
  return Array.from({ length: phases }, (_, phase) => ({
    id: `v${phase + 1}`,
    unit: 'V' as const,
    phase: 'ABC'[phase] ?? null,
    skewS: 0,
    samples: Float64Array.from({ length: seconds * RATE }, (_unused, k) => {
      const t = k / RATE
      const isOut = outages.some(
        ({ fromS, toS, phases: of }) => t >= fromS && t < toS && (of === undefined || of.includes(phase)),
      )
      return isOut ? 0 : Math.fround(230 * Math.SQRT2 * Math.sin(2 * Math.PI * 50 * t - (phase * 2 * Math.PI) / 3))
    }),
  }))
}
const excerptOf = (channels: ReturnType<typeof house>) => ({
  channels,
  sampleRateHz: RATE,
  timesS: null,
  nominalHz: 50,
  startedAt: '2026-05-02T23:50:00.000000',
})

/** The same voltages in text, as a recorder of 1999 writes them. */
function asciiOf(channels: ReturnType<typeof house>) {
  const rows = channels[0]?.samples.length ?? 0
  const configuration = [
    'House,TEST,1999',
    `${channels.length},${channels.length}A,0D`,
    ...channels.map(({ id, phase }, k) => `${k + 1},${id},${phase},,V,0.01,0,0,-99999,99999,1,1,P`),
    '50',
    '1',
    `${RATE},${rows}`,
    '02/05/2026,23:50:00.000000',
    '02/05/2026,23:50:00.000000',
    'ASCII',
    '1',
  ]
  const lines = Array.from({ length: rows }, (_, row) =>
    [row + 1, row * 500, ...channels.map(({ samples }) => Math.round((samples[row] as number) * 100))].join(','),
  )
  return [
    pieceFileOf('house.cfg', utf8(configuration.join('\r\n'))),
    pieceFileOf('house.dat', utf8(`${lines.join('\r\n')}\r\n`)),
  ]
}
const forms = {
  'a single file': (channels: ReturnType<typeof house>) => [
    pieceFileOf('house.cff', excerptComtrade(excerptOf(channels), 'House')),
  ],
  CSV: (channels: ReturnType<typeof house>) => [pieceFileOf('house.csv', utf8(excerptCsv(excerptOf(channels))))],
  'text in two files': asciiOf,
}
const analysed = (channels: ReturnType<typeof house>, form: keyof typeof forms = 'a single file') =>
  analyseLong(openLong(forms[form](channels)), pack)

describe.each(Object.keys(forms) as (keyof typeof forms)[])('a long recording as %s', (form) => {
  it('has each of its outages found, wherever its pieces end', () => {
    const outages = [
      { fromS: 61.003, toS: 61.083 },
      { fromS: 190.5, toS: 191.9 },
      { fromS: 300.25, toS: 300.31, phases: [1] },
    ]
    const { analysis, parts, scan } = analysed(house(380, outages), form)
    expect(scan.rows).toBe(380 * RATE)
    expect(parts).toHaveLength(3)
    expect(scan.parts.map(({ lostS }) => lostS > 0)).toEqual([true, true, true])
    expect(mainPart(scan.parts)).toBe(1)
    expect(analysis.durationS).toBeCloseTo(380 - 1 / RATE, 6)
    expect(analysis.gap?.longestPhaseMs).toBeCloseTo(1400, -1)
    for (const [phase, id] of ['v1', 'v2'].entries()) {
      const own = outages.filter(({ phases }) => phases === undefined || phases.includes(phase))
      expect(analysis.events[id]).toHaveLength(own.length)
      for (const [k, { fromS, toS }] of own.entries()) {
        expect(analysis.events[id]?.[k]?.startS).toBeCloseTo(fromS, 2)
        expect(analysis.events[id]?.[k]?.endS).toBeCloseTo(toS, 2)
      }
    }
  })

  it('hands out a part that reads as a recording of its own, in its own form', () => {
    const long = openLong(forms[form](house(200, [{ fromS: 100, toS: 100.4 }])))
    const [part] = scanRecording(long, pack).parts
    const files = part ? long.part(part) : []
    const extensions = files.map(({ name }) => name.replace(/.*\./, ''))
    expect(extensions).toEqual(
      { 'a single file': ['cfg', 'dat'], CSV: ['csv'], 'text in two files': ['cfg', 'dat'] }[form],
    )
    expect(files[0]?.name).toMatch(/^house-01m(29|30)s\./)
    const again = scanRecording(openLong(files.map(({ name, bytes }) => pieceFileOf(name, bytes))), pack)
    expect(again.rows).toBe((part?.to ?? 0) - (part?.from ?? 0))
    if (form !== 'CSV') expect(again.startedAt).toMatch(/^2026-05-02T23:51:(29|30)/)
  })
})

describe('a long recording', () => {
  it('has an outage that is longer than a part from one part into the next', () => {
    // 22 MB a part: with rows of 16 bytes at 2 kHz some 12 minutes
    const { analysis, parts } = analysed(house(1000, [{ fromS: 60, toS: 930 }], 2))
    expect(parts).toHaveLength(2)
    expect(analysis.gap).toMatchObject({ open: null, rideThroughClass: 'longPause' })
    expect(analysis.gap?.longestPhaseMs).toBeCloseTo(870_000, -2)
  })

  it('never takes a phase that stays dead for a lead that hangs free', () => {
    const { analysis, scan } = analysed(
      house(1000, [
        { fromS: 60, toS: 1001, phases: [1] },
        { fromS: 900, toS: 900.02 },
      ]),
    )
    expect(scan.parts.at(-1)?.lostThroughout).toEqual(['v2'])
    expect(analysis.gap?.open).toBe('end')
    expect(analysis.gap?.longestPhaseMs).toBeNull()
  })

  it('claims no voltage before it where it begins dead, nor after it where it ends dead', () => {
    const dead = analysed(
      house(400, [
        { fromS: -1, toS: 60 },
        { fromS: 200, toS: 200.1 },
        { fromS: 340, toS: 401 },
      ]),
    ).analysis
    expect([dead.rmsBeforeV, dead.rmsAfterV]).toEqual([
      { v1: null, v2: null },
      { v1: null, v2: null },
    ])
    expect(dead.gap).toMatchObject({ longestPhaseMs: null, rideThroughClass: null })
    const whole = analysed(
      house(400, [
        { fromS: 60, toS: 60.1 },
        { fromS: 200, toS: 200.1 },
      ]),
    ).analysis
    expect(whole.rmsBeforeV.v1).toBeCloseTo(230, 0)
    expect(whole.rmsAfterV.v1).toBeCloseTo(230, 0)
  })

  it('leaves out a lead that shows nothing from beginning to end', () => {
    const { analysis } = analysed(
      house(200, [
        { fromS: -1, toS: 300, phases: [1] },
        { fromS: 100, toS: 100.1, phases: [0] },
      ]),
    )
    expect(analysis.voltageIds).toEqual(['v1'])
    expect(analysis.gap?.longestPhaseMs).toBeCloseTo(100, -1)
  })

  it('in which nothing happens says so, from its first minute', () => {
    const { analysis, parts, scan } = analysed(house(200, []))
    expect(scan.parts).toEqual([])
    expect(parts).toMatchObject([{ from: 0, to: 60 * RATE }])
    expect(analysis.gap).toBeNull()
    expect(analysis.durationS).toBeCloseTo(200 - 1 / RATE, 6)
  })

  it('says how far it has come', () => {
    const shares: number[] = []
    scanRecording(openLong(forms.CSV(house(120, []))), pack, { progress: (share) => shares.push(share) })
    expect(shares.length).toBeGreaterThan(1)
    expect(shares.at(-1)).toBe(1)
    expect(shares).toEqual([...shares].sort((a, b) => a - b))
  })
})

/** No multiple of a cycle's samples at the other rate: a cycle of the wrong length would show. */
const SLOW_HZ = 1300
/** So many seconds at one rate, then at another, and at the first again. */
const AT_EACH_RATE_S = 40

/** One voltage of a house at two rates, in text; its rates as the configuration says them, or none where the stamps are to be read. */
function atTwoRates(outages: readonly Outage[], says: 'rates' | 'stamps') {
  const rates = [RATE, SLOW_HZ, RATE].map((rateHz, k, all) => ({
    rateHz,
    lastRow: all.slice(0, k + 1).reduce((sum, hz) => sum + hz * AT_EACH_RATE_S, 0),
  }))
  const rows = rates.at(-1)?.lastRow ?? 0
  const timesS = timesOfRates(rates, rows)
  const volts = (t: number) =>
    outages.some(({ fromS, toS }) => t >= fromS && t < toS) ? 0 : 230 * Math.SQRT2 * Math.sin(2 * Math.PI * 50 * t)
  const lines = Array.from(timesS, (t, row) => `${row + 1},${Math.round(t * 1e6)},${Math.round(100 * volts(t))}`)
  const configuration = [
    'House,TEST,1999',
    '1,1A,0D',
    '1,v1,A,,V,0.01,0,0,-99999,99999,1,1,P',
    '50',
    ...(says === 'rates'
      ? [String(rates.length), ...rates.map(({ rateHz, lastRow }) => `${rateHz},${lastRow}`)]
      : ['0', `0,${rows}`]),
    '02/05/2026,23:50:00.000000',
    '02/05/2026,23:50:00.000000',
    'ASCII',
    '1',
  ]
  return [
    { name: 'house.cfg', bytes: utf8(configuration.join('\r\n')) },
    { name: 'house.dat', bytes: utf8(`${lines.join('\r\n')}\r\n`) },
  ]
}

describe.each(['rates', 'stamps'] as const)('a long recording at two rates, told by its %s', (says) => {
  const outages = [
    { fromS: 20.003, toS: 20.083 },
    // from the fast rows into the slow ones
    { fromS: 39.95, toS: 40.25 },
    { fromS: 60.001, toS: 60.071 },
    { fromS: 110.5, toS: 111.7 },
  ]
  const files = atTwoRates(outages, says)
  const pieces = () => files.map(({ name, bytes }) => pieceFileOf(name, bytes))

  it('has each outage where the reading of it as one has it', () => {
    const { analysis, scan } = analyseLong(openLong(pieces()), pack)
    const whole = analyseRecording(readRecording(files), pack).analysis
    expect(
      scan.clock.map(({ rateHz }) => Math.round(rateHz)).filter((hz, k, all) => hz !== all[k - 1]).length,
    ).toBeGreaterThanOrEqual(3)
    expect(analysis.durationS).toBeCloseTo(whole.durationS, 3)
    expect(analysis.events.v1).toHaveLength(outages.length)
    for (const [k, event] of (analysis.events.v1 ?? []).entries()) {
      expect(Math.abs((event.startS ?? NaN) - (whole.events.v1?.[k]?.startS ?? NaN))).toBeLessThan(2 / SLOW_HZ)
      expect(Math.abs((event.endS ?? NaN) - (whole.events.v1?.[k]?.endS ?? NaN))).toBeLessThan(2 / SLOW_HZ)
    }
    expect(analysis.gap?.longestPhaseMs).toBeCloseTo(1200, -1)
  })

  it('shows nothing where nothing happened, also where the rate changes', () => {
    const quiet = atTwoRates([], says).map(({ name, bytes }) => pieceFileOf(name, bytes))
    const scan = scanRecording(openLong(quiet), pack)
    expect(scan.parts).toEqual([])
    const [overview] = scan.overview
    expect(Math.min(...(overview?.low ?? []))).toBeGreaterThan(says === 'rates' ? 229 : 215)
  })

  it('hands out parts that say their own rates and when they began', () => {
    const long = openLong(pieces())
    const scan = scanRecording(long, pack)
    expect(scanRecording(long, pack)).toEqual(scan)
    for (const part of scan.parts) {
      const recording = readRecording(long.part(part))
      expect(recording.analog[0]?.samples).toHaveLength(part.to - part.from)
      const lastsS = timeOfRowS(scan.clock, part.to - 1) - timeOfRowS(scan.clock, part.from)
      const rows = part.to - part.from
      expect(recording.timesS?.at(-1) ?? (rows - 1) / recording.sampleRateHz).toBeCloseTo(lastsS, 2)
      const seconds = timeOfRowS(scan.clock, part.from)
      expect(recording.startedAt).toBe(localTimeLater('2026-05-02T23:50:00.000000', seconds))
    }
  })
})

describe('a long recording that is not what it should be', () => {
  const text = (file: { size: number; read: (from: number, to: number) => Uint8Array } | undefined) =>
    new TextDecoder().decode(file?.read(0, file.size))

  it('names the line, however many pieces lie before it', () => {
    const [csv] = forms.CSV(house(120, []))
    const lines = text(csv).split('\n')
    lines[99_999] = '49.999,x,1'
    const broken = pieceFileOf('house.csv', utf8(lines.join('\n')))
    expect(complaint(() => scanRecording(openLong([broken]), pack))).toMatch(
      /house\.csv, line 100000, field 2: not a number/,
    )
    const [configuration, data] = asciiOf(house(120, []))
    const rows = text(data).split('\r\n')
    rows[99_999] = '100000,1,x,1'
    const files = [configuration, pieceFileOf('house.dat', utf8(rows.join('\r\n')))].flatMap((one) => one ?? [])
    expect(complaint(() => scanRecording(openLong(files), pack))).toMatch(
      /house\.dat, line 100000, field 3: not a number/,
    )
  })

  it('is refused where it ends early, has no partner, a rate too low for a wave or no voltage', () => {
    const [configuration, data] = asciiOf(house(60, []))
    const half = pieceFileOf('house.dat', utf8(text(data).split('\r\n').slice(0, 20_000).join('\r\n')))
    const of = (...files: (typeof configuration)[]) =>
      complaint(() => scanRecording(openLong(files.flatMap((one) => one ?? [])), pack))
    expect(of(configuration, half)).toMatch(/the data ends after 20000 of 120000/)
    expect(of(configuration)).toMatch(/this kind of file is not read|\.dat file is missing/)
    expect(of(data)).toMatch(/its \.cfg file is missing/)
    const two = pieceFileOf(
      'house.cfg',
      utf8(text(configuration).replace('\r\n1\r\n2000,120000', '\r\n2\r\n2000,30000\r\n500,120000')),
    )
    expect(of(two, data)).toMatch(/500 samples a second are too few for a wave/)
    const none = pieceFileOf('house.cfg', utf8(text(configuration).replaceAll(',,V,', ',,degC,')))
    expect(of(none, data)).toMatch(/no voltage channel of the house/)
    const whole = forms['a single file'](house(60, []))[0]
    const cut = pieceFileOf('house.cff', whole?.read(0, 500_000) ?? new Uint8Array())
    expect(of(cut)).toMatch(/the data section holds \d+ of 1920000 bytes/)
  })

  it('whose stamps alone say the time, and go back, is refused', () => {
    const [configuration, data] = atTwoRates([], 'stamps')
    const lines = new TextDecoder().decode(data?.bytes).split('\r\n')
    lines[150_000] = '150001,5,0'
    const files = [
      pieceFileOf('house.cfg', configuration?.bytes ?? new Uint8Array()),
      pieceFileOf('house.dat', utf8(lines.join('\r\n'))),
    ]
    expect(complaint(() => scanRecording(openLong(files), pack))).toMatch(
      /no sampling rate, and the stamps do not go on/,
    )
  })

  it('may pause: what was taken after the pause is at its own time, and the rate is what it was', () => {
    const [configuration, data] = atTwoRates([], 'stamps')
    const PAUSED_ROW = 30_000
    const lines = new TextDecoder()
      .decode(data?.bytes)
      .trimEnd()
      .split('\r\n')
      .slice(0, AT_EACH_RATE_S * RATE)
    const paused = lines.map((line, row) => {
      const [number, stamp, value] = line.split(',')
      return row < PAUSED_ROW ? line : [number, Number(stamp) + 600e6, value].join(',')
    })
    const head = new TextDecoder().decode(configuration?.bytes).replace(/0,\d+\r\n02/, `0,${paused.length}\r\n02`)
    const files = [pieceFileOf('house.cfg', utf8(head)), pieceFileOf('house.dat', utf8(`${paused.join('\r\n')}\r\n`))]
    const { clock, rows } = scanRecording(openLong(files), pack)
    for (const { rateHz } of clock) expect(rateHz).toBeCloseTo(RATE, 0)
    expect(timeOfRowS(clock, rows - 1)).toBeCloseTo(600 + AT_EACH_RATE_S - 1 / RATE, 1)
  })

  it('may end with a piece of a single row', () => {
    const [csv] = forms.CSV(house(60, []))
    const lines = text(csv).trimEnd().split('\n')
    // as many rows as the first piece holds, and one more
    const head = `${lines[0]}\n`
    let length = 0
    let rows = 1
    while (length + (lines[rows]?.length ?? 0) + 1 <= LONG_BOUNDS.pieceBytes) length += (lines[rows++]?.length ?? 0) + 1
    const body = `${lines.slice(1, rows + 1).join('\n')}\n`
    const scan = scanRecording(openLong([pieceFileOf('house.csv', utf8(head + body))]), pack)
    expect(scan.rows).toBe(rows)
  })

  it('whose time goes back between two pieces is refused', () => {
    const [csv] = forms.CSV(house(60, []))
    const body = text(csv)
    const twice = pieceFileOf('house.csv', utf8(body + body.slice(body.indexOf('\n') + 1)))
    expect(complaint(() => scanRecording(openLong([twice]), pack))).toMatch(/the time does not go forward/)
  })
})
