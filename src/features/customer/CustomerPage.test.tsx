import { ChakraProvider } from '@chakra-ui/react'
import { renderToStaticMarkup } from 'react-dom/server'
import { describe, expect, it } from 'vitest'
import { system } from '@/look/theme'
import { type PackSummary, packSummary } from '@/server/pack/summary'
import { house, readyForLoads, reading, recordOf } from '../../../tests/support/house'
import { CustomerPage } from './CustomerPage'

const promises = [
  {
    id: 'p1',
    kind: 'staysOn' as const,
    sentence: 'The fridge stays on.',
    gapClass: null,
    runtimeH: null,
    loadTags: ['fridge'],
    changedAt: null,
    changeNote: null,
  },
  {
    id: 'p2',
    kind: 'gapClass' as const,
    sentence: 'A blink at most.',
    gapClass: 'blink' as const,
    runtimeH: null,
    loadTags: [],
    changedAt: null,
    changeNote: null,
  },
  {
    id: 'p3',
    kind: 'runtime' as const,
    sentence: 'Nine hours.',
    gapClass: null,
    runtimeH: 9,
    loadTags: [],
    changedAt: null,
    changeNote: null,
  },
]
const day = [
  ...readyForLoads(),
  reading('outage.stayedOn.fridge', 'seen', 'running'),
  reading('outage.gap', 'recording', 412, { unit: 'ms', detail: { sampleRateHz: 10_000 } }),
]

/** What the household reads, as plain text. */
function textOf(readings = day, own = promises, change: Partial<PackSummary> = {}): string {
  const { summary } = packSummary(recordOf(house({ promises: own }), readings), {
    place: 'Nowhere',
    crewName: 'Test crew',
    sealedAt: '2026-05-01T12:00:00.000Z',
  })
  const markup = renderToStaticMarkup(
    <ChakraProvider value={system}>
      <CustomerPage
        summary={{ ...summary, ...change }}
        token="t"
        fingerprint="aaaa bbbb"
        expiresAt="2026-08-01T00:00:00.000Z"
        month={6}
      />
    </ChakraProvider>,
  )
  return markup
    .replace(/<style[^>]*>.*?<\/style>/gs, '')
    .replace(/<[^>]+>/g, ' ')
    .replaceAll('\u00a0', ' ')
    .replace(/\s+/g, ' ')
}

describe('the customer’s page', () => {
  it('says how many promises were shown, and how long the house was without supply', () => {
    expect(textOf()).toContain(
      '2 of 3 promises were shown on the day; when the street was cut, the house was without supply for 412 ms .',
    )
  })

  it('says of a promise without evidence that it is not proven', () => {
    expect(textOf([])).toContain('The fridge stays on. Open Not proven: there is no measurement behind it yet.')
    expect(textOf()).toContain('Nine hours. Open Worked out, not measured: nobody has run the battery down.')
  })

  it('says plainly what was not kept', () => {
    expect(textOf([...day, reading('outage.stayedOn.fridge', 'seen', 'dead')])).toContain(
      'Stop Not kept. The crew has to come back to this.',
    )
  })

  it('writes figures as the household does, and leaves what is no figure alone', () => {
    const own = [{ ...promises[1], sentence: 'Dark for 12.5\u00a0ms, by version 2.10.' }] as typeof promises
    expect(textOf(day, own, { numbers: 'comma', gapMs: 83.25 })).toMatch(/Dark for 12,5 ms, by version 2\.10\..*/)
    expect(textOf(day, own, { numbers: 'comma', gapMs: 83.25 })).toContain('without supply for 83,3 ms')
    expect(textOf(day, own, { gapMs: 83.25 })).toContain('without supply for 83.3 ms')
  })

  it('shows the wave of the house’s own test in words too, and a gap without an end without a length', () => {
    const channel = { name: 'v1', low: [-325, 0, null], high: [325, 0, null] }
    const wave = { fromS: 0, toS: 0.5, gap: { fromS: 0.1, toS: 0.3 }, peakV: 325, channels: [channel] }
    expect(textOf(day, promises, { wave })).toContain('200 ms without supply')
    const open = { ...wave, gap: { fromS: 0.1, toS: null } }
    expect(textOf(day, promises, { wave: open })).toContain('at least 400 ms without supply')
  })

  it('names each part’s warranty, or that nobody entered it', () => {
    const parts = [
      { name: 'Inverter', model: 'M', serial: 'S1', warrantyUntil: '2036-05-01' },
      { name: 'Gateway', model: 'G', serial: null },
    ]
    const text = textOf(day, promises, { parts })
    expect(text).toMatch(/serial S1 · warranty until 1 May 2036/)
    expect(text).toMatch(/no serial on record · warranty not on record: ask the crew/)
  })

  it('keeps the cautions whatever was shown', () => {
    for (const text of [textOf(), textOf([]), textOf(day, [])]) {
      expect(text).toContain('touch nothing metal')
      expect(text).toContain('Nobody but a licensed person opens the boards')
    }
  })

  it('tells when the link ends and which key sealed it', () => {
    expect(textOf()).toContain('Sealed with the key aaaa bbbb . This link works until 1 Aug 2026.')
  })

  it('has something to say where nothing was promised', () => {
    expect(textOf([], [])).toContain('Nothing was promised in writing.')
  })
})
