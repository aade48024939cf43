import { expect, it } from 'vitest'
import { recorderClockMs } from './recorderClock'

it.each([
  ['2026-05-02T12:00:00', 'Europe/Lisbon', '2026-05-02T11:00:00.000Z'],
  ['2026-05-02T12:00:00', 'Nowhere/Atall', '2026-05-02T12:00:00.000Z'],
  ['2026-01-02T12:00:00.1234567', 'Europe/Lisbon', '2026-01-02T12:00:00.123Z'],
  ['2026-05-02T12:00:00', null, '2026-05-02T12:00:00.000Z'],
  ['2026-05-02T12:00:00+02:00', 'Europe/Lisbon', '2026-05-02T10:00:00.000Z'],
  ['2026-05-02T12:00:00Z', null, '2026-05-02T12:00:00.000Z'],
])('%s in %s', (written, zone, instant) => {
  expect(new Date(recorderClockMs(written, zone) ?? NaN).toISOString()).toBe(instant)
})

it.each([null, '2000-01-01T00:00:00', '1970-01-01T00:00:00Z', 'yesterday', ''])('%s is no clock', (written) => {
  expect(recorderClockMs(written, 'Europe/Lisbon')).toBeNull()
})
