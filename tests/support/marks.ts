import type { MarkKind, OutageMark } from '@/core/outage/run/outageMark'

const CUT_MS = Date.UTC(2026, 2, 1, 10)
let made = 0

/** A mark so many seconds after ten in the morning, on one phone whose clock was compared. */
export function aMark(kind: MarkKind, atS: number, change: Partial<OutageMark> = {}): OutageMark {
  made++
  return {
    id: `018f0000-0000-7000-9000-${String(made).padStart(12, '0')}`,
    runId: '018f0000-0000-7000-9000-0000000000aa',
    kind,
    subject: null,
    value: null,
    at: new Date(CUT_MS + atS * 1000).toISOString(),
    device: 'a',
    clockOffsetMs: 0,
    clockErrorMs: 0,
    byName: 'Maud',
    ...change,
  }
}
