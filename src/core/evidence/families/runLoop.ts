import { formatQuantity } from '../../quantity/formatQuantity'
import { loopResistance } from '../../wiring/loopResistance'
import type { PointFamily } from '../point'
import { afterCalibration, slotReadings } from '../slotReadings'

/** W-3: loop resistance of a run against its length and size. */
export const runLoop: PointFamily = {
  id: 'runLoop',
  derive: ({ runs }) =>
    runs.map((run) => ({
      key: `wire.loop.${run.tag}`,
      family: 'runLoop',
      stage: 'wire',
      subject: run.tag,
      label: `Loop resistance of ${run.tag}`,
      why: 'The right resistance shows the right size, the right length and sound joints.',
      slots: [
        {
          id: 'loop',
          label: 'Loop, leads nulled',
          path: ['loop', run.tag],
          input: { kind: 'quantity', unit: 'Ω', measures: 'loopResistance' },
        },
      ],
    })),
  judge: (point, context) => {
    const run = context.installation.runs.find(({ tag }) => tag === point.subject)
    if (!run)
      return {
        verdict: 'open',
        value: null,
        why: 'The run is no longer in the plan.',
        limit: null,
        basis: null,
        code: 'W-3',
      }
    const slots = slotReadings(point, context)
    const measuredOhm = slots.number('loop')
    const accuracy = slots.accuracy('loop')
    const { expectedOhm, allowedOhm, deviationOhm, loopVerdict } = loopResistance({
      pack: context.pack.id,
      size: run.size,
      lengthM: run.lengthM,
      conductorTempC: run.conductorTempC,
      measuredOhm,
      resolutionOhm: accuracy?.resolution ?? 0,
    })
    const expected = formatQuantity(expectedOhm, 'Ω', 3)
    return afterCalibration(
      {
        verdict: loopVerdict,
        code: 'W-3',
        value: measuredOhm === null ? null : formatQuantity(measuredOhm, 'Ω'),
        why:
          deviationOhm === null
            ? `Expected ${expected} for ${run.lengthM} m there and back.`
            : `${formatQuantity(Math.abs(deviationOhm), 'Ω', 2)} ${deviationOhm < 0 ? 'below' : 'above'} the ${expected} that ${run.lengthM} m of ${run.size} give.${loopVerdict === 'stop' ? ' Wrong cable, bad joint or wrong size.' : ''}`,
        limit: `${expected} ± ${formatQuantity(allowedOhm, 'Ω', 2)}`,
        basis: context.pack.limits.loopAllowedShare.basis,
      },
      slots,
    )
  },
}
