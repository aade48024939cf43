import { electrodeTarget } from '../../earthing/electrodeTarget'
import { fallOfPotential } from '../../earthing/fallOfPotential'
import { formatNumber, formatQuantity } from '../../quantity/formatQuantity'
import { worstVerdict } from '../../rules/verdict'
import type { PointFamily } from '../point'
import { afterCalibration, slotReadings } from '../slotReadings'

/** E-3 and E-4: each electrode by the three-point rule, behind the clamp reading, against the target the crew picked. */
export const electrodeResistance: PointFamily = {
  id: 'electrodeResistance',
  derive: ({ electrodes }) =>
    electrodes.map((electrode) => {
      const tags =
        electrodes.length === 1
          ? { required: [], optional: [electrode.tag] }
          : { required: [electrode.tag], optional: [] }
      const slot = (id: string, label: string, words: string[]) => ({
        id,
        label,
        path: [words[0] ?? '', ...tags.required, ...words.slice(1)],
        optional: tags.optional,
        input: { kind: 'quantity', unit: 'Ω', measures: 'electrodeResistance' } as const,
      })
      return {
        key: `earth.electrode.${electrode.tag}`,
        family: 'electrodeResistance',
        stage: 'earth',
        subject: electrode.tag,
        label: `Resistance of electrode ${electrode.tag}`,
        why: 'In island mode the local electrode is the house’s only earth.',
        slots: [
          {
            id: 'clamp',
            label: 'Clamp on its conductor first',
            path: ['clamp', ...tags.required],
            optional: tags.optional,
            input: { kind: 'quantity', unit: 'A', measures: 'earthCurrent' },
          },
          slot('r52', 'Probe at 52 %', ['ra', '52']),
          slot('r618', 'Probe at 61.8 %', ['ra', '62']),
          slot('r72', 'Probe at 72 %', ['ra', '72']),
        ],
      }
    }),
  judge: (point, context) => {
    const electrode = context.installation.electrodes.find(({ tag }) => tag === point.subject)
    if (!electrode)
      return {
        verdict: 'open',
        value: null,
        why: 'The electrode is no longer in the plan.',
        limit: null,
        basis: null,
        code: 'E-3',
      }
    const { limits } = context.pack
    const slots = slotReadings(point, context)
    const clampA = slots.number('clamp')
    const measured = fallOfPotential(
      {
        method: '61.8',
        r52Ohm: slots.number('r52'),
        r618Ohm: slots.number('r618'),
        r72Ohm: slots.number('r72'),
        electrodeOpened: true,
        clampA,
      },
      {
        maxDeviationPercent: limits.electrodeDeviationMaxPercent.value,
        clampForbidsOpeningA: limits.clampForbidsOpening.value,
      },
    )
    const resistanceOhm = measured.resistanceOhm ?? null
    const iDeltaNMa = Math.max(0, ...context.installation.circuits.map((circuit) => circuit.iDeltaNMa ?? 0)) || null
    const target = electrodeTarget({
      resistanceOhm,
      targetOhm: electrode.targetOhm,
      seasonalFactor: electrode.seasonalFactor,
      iDeltaNMa,
      instrument: slots.accuracy('r618'),
    })
    const common = {
      code: 'E-3',
      value: resistanceOhm === null ? null : formatQuantity(resistanceOhm, 'Ω'),
      limit: `≤ ${electrode.targetOhm} Ω, also in a dry season (× ${electrode.seasonalFactor})`,
      basis: limits.electrodeResistanceMax.basis,
    }
    if (measured.guard === 'stop')
      return {
        ...common,
        verdict: 'stop',
        why: `${formatQuantity(clampA ?? 0, 'A')} flows in the electrode conductor. Do not open it; keep people off metalwork and find where the current comes from.`,
      }
    if (measured.guard === 'open')
      return {
        ...common,
        verdict: 'open',
        why: 'Clamp the electrode conductor first: at 0.5 A or more it must not be opened.',
      }
    if (measured.maxDeviationPercent === null || measured.maxDeviationPercent === undefined)
      return {
        ...common,
        verdict: measured.verdict,
        why:
          measured.verdict === 'stop'
            ? 'Readings of zero or less are not an electrode.'
            : 'Three readings are needed: probe at 52, 61.8 and 72 % of the distance.',
      }
    const spread = `The three readings lie within ${formatNumber(measured.maxDeviationPercent, 2)} % of their mean`
    const season =
      target.seasonalOhm === null ? '' : `, about ${formatQuantity(target.seasonalOhm, 'Ω', 3)} in a dry season`
    const why =
      measured.verdict === 'watch'
        ? `${spread}: the probe stood inside the resistance area. Move it out and repeat.`
        : target.verdict === 'stop'
          ? `${common.value} is above the target of ${electrode.targetOhm} Ω${season}.`
          : `${spread}${season}.`
    return afterCalibration({ ...common, verdict: worstVerdict([measured.verdict, target.verdict]), why }, slots)
  },
}
