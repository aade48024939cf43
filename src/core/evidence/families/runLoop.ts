import type { CableRun } from '../../installation/installation'
import { formatQuantity } from '../../quantity/formatQuantity'
import { type LoopResistance, loopResistance } from '../../wiring/loopResistance'
import type { PointFamily } from '../family'
import type { EvidenceContext } from '../point'
import { pointOf } from '../pointOf'
import { afterCalibration, slotReadings } from '../slotReadings'
import { RUN_ENDS, runAtComponent } from './runAtComponent'
import { sizeText } from '../../rules/conductors'

/** W-3 of a run as it stands: what is expected, what may be off, and what was measured with which instrument. */
export function loopOfRun(run: CableRun, context: EvidenceContext): LoopResistance & { measuredOhm: number | null } {
  const slots = slotReadings(pointOf(runLoop, run, context), context)
  const measuredOhm = slots.number('loop')
  const found = loopResistance({
    pack: context.pack.id,
    size: run.size,
    lengthM: run.lengthM,
    conductorTempC: run.conductorTempC,
    measuredOhm,
    resolutionOhm: slots.accuracy('loop')?.resolution ?? null,
  })
  return { ...found, measuredOhm }
}

/** W-3: loop resistance of a run against its length and size. */
export const runLoop: PointFamily<CableRun> = {
  id: 'runLoop',
  place: 'loop',
  view: 'wire.runs',
  precedes: ['loadedIsland.loop'],
  waitsFor: null,
  restsOn: RUN_ENDS,
  touches: runAtComponent,
  proves: [],
  things: ({ runs }) => runs,
  key: ({ tag }) => `wire.loop.${tag}`,
  point: ({ tag }) => ({
    subject: tag,
    label: `Loop resistance of ${tag}`,
    why: 'The right resistance shows the right size, the right length and sound joints.',
    slots: [
      {
        id: 'loop',
        label: 'Loop, leads nulled',
        path: ['loop', tag],
        input: { kind: 'quantity', unit: 'Ω', measures: 'loopResistance' },
      },
    ],
  }),
  judge: (point, context) => {
    const run = point.thing
    const slots = slotReadings(point, context)
    const { expectedOhm, allowedOhm, deviationOhm, loopVerdict, measuredOhm } = loopOfRun(run, context)
    const expected = formatQuantity(expectedOhm, 'Ω', 3)
    const common = {
      verdict: loopVerdict,
      code: 'W-3',
      value: measuredOhm === null ? null : formatQuantity(measuredOhm, 'Ω'),
      limit: `${expected} ± ${formatQuantity(allowedOhm, 'Ω', 2)}`,
      basis: context.pack.limits.loopAllowedShare.basis,
    }
    if (deviationOhm === null) return { ...common, why: `Expected ${expected} for ${run.lengthM} m there and back.` }
    const away = `${formatQuantity(Math.abs(deviationOhm), 'Ω', 2)} ${deviationOhm < 0 ? 'below' : 'above'}`
    const cause = loopVerdict === 'stop' ? ' Wrong cable, bad joint or wrong size.' : ''
    return afterCalibration(
      {
        ...common,
        why: `${away} the ${expected} that ${run.lengthM} m of ${sizeText(context.pack.id, run.size)} give.${cause}`,
      },
      slots,
    )
  },
}
