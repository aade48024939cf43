import { type AutomaticDisconnection, automaticDisconnection } from '../../earthing/automaticDisconnection'
import type { BandedOhm } from '../../earthing/joinedElectrodes'
import { noticedSource } from '../../earthing/noticedSource'
import type { Circuit, Installation } from '../../installation/installation'
import { declaredOfUnits } from '../../plan/declaredOf'
import { outputCurrentA } from '../../plan/devicesOfInstallation'
import { formatNumber, formatQuantity } from '../../quantity/formatQuantity'
import { worstVerdict } from '../../rules/verdict'
import type { RulePack } from '../../rules/rulePack'
import { errorBand } from '../../quantity/accuracy'
import type { PointFamily } from '../family'
import type { Judgement, Slot } from '../point'
import { type SlotReadings, afterCalibration, slotReadings } from '../slotReadings'

const sum = (figures: readonly number[]) => figures.reduce((all, one) => all + one, 0)

/** What the house's own source gives into a fault, as far as its makers declare it. */
function sourceOf(installation: Installation, { limits }: RulePack) {
  const { units } = installation.sources
  const declared = declaredOfUnits(installation, 'faultCurrent', 'A')
  const shutdowns = declaredOfUnits(installation, 'faultDuration', 's')
  const rated = units.map(({ inverterAcW, phase }) => outputCurrentA(inverterAcW, phase, installation.packId))
  return {
    declaredFaultA: declared && sum(declared),
    ratedSourceA: rated.length === 0 || rated.includes(null) ? null : sum(rated as number[]),
    shutdownS: shutdowns && Math.max(...shutdowns),
    shutdownLimitS: limits.sourceShutdownMaxS.value,
  }
}

const loop = (tag: string, mode: 'grid' | 'island', label: string): Slot => ({
  id: mode,
  label,
  path: ['zs', tag],
  optional: [mode],
  mode,
  input: { kind: 'quantity', unit: 'Ω', measures: 'loopResistance' },
})

/** Why a circuit stands as it does, before and after its loop is measured. */
function whyOf(result: AutomaticDisconnection, zsGridOhm: number | null): string {
  const { tripCurrentA, zsMaxOhm, gridVerdict, faultA, breakerTrips } = result
  if (tripCurrentA === null || zsMaxOhm === null)
    return 'At which current its breaker trips is not known: enter its rating and its curve, or its own multiple.'
  const trips = `Its breaker trips at ${formatNumber(tripCurrentA, 4)} A`
  if (faultA === null)
    return `${trips}; what the source gives into a fault is neither declared nor to be worked out. Ask the maker.`
  const gives = `${trips}, and in island mode the source gives ${formatNumber(faultA, 3)} A`
  if (breakerTrips === false)
    return `${gives}: it never trips, and no residual-current device protects this circuit. Fit one, or leave the circuit out of the backup.`
  if (zsGridOhm === null) return `${gives}. Measure the loop on the street’s supply.`
  if (gridVerdict === 'stop')
    return `${trips}; the loop of ${formatQuantity(zsGridOhm, 'Ω')} is above the ${formatQuantity(zsMaxOhm, 'Ω', 3)} that it needs.`
  return `${gives}; the loop of ${formatQuantity(zsGridOhm, 'Ω')} lets it trip on the street’s supply too.`
}

/** A loop with the band of its instrument; `null` while it was not measured. */
function bandedLoop(slots: SlotReadings, slot: 'grid' | 'island'): BandedOhm | null {
  const ohm = slots.number(slot)
  return ohm === null ? null : { ohm, bandOhm: errorBand(ohm, slots.accuracy(slot)) }
}

/** A reading that did not notice the change of source shows nothing of the island: at most Watch. */
function unlessUnnoticed(judgement: Judgement, slots: SlotReadings): Judgement {
  if (noticedSource(bandedLoop(slots, 'grid'), bandedLoop(slots, 'island')) !== false) return judgement
  const why = `The loop in island mode reads as on the street’s supply: the reading did not notice the change of source. Measure it again while the house is on its own. ${judgement.why}`
  return { ...judgement, verdict: worstVerdict([judgement.verdict, 'watch']), why }
}

/** E-8: each backed-up circuit that no residual-current device protects: its breaker alone has to cut a fault off, in both modes. */
export const disconnection: PointFamily<Circuit> = {
  id: 'disconnection',
  since: '2026-11-27',
  place: 'residualCurrentIsland',
  view: 'earth.modes',
  precedes: ['loadedIsland.islandRcd'],
  waitsFor: null,
  restsOn: ['inverter', 'gateway', 'battery'],
  proves: ['protection'],
  things: ({ circuits }) => circuits.filter(({ iDeltaNMa, backedUp }) => backedUp && iDeltaNMa === null),
  key: ({ tag }) => `earth.disconnection.${tag}`,
  point: ({ tag, name }) => ({
    subject: tag,
    label: `${tag} ${name}: a fault is cut off by its breaker alone`,
    why: 'It has no residual-current device. A battery gives little more than its rated current, and the breaker may never trip on it.',
    slots: [
      loop(tag, 'grid', 'Loop impedance on the street’s supply'),
      loop(tag, 'island', 'Loop impedance in island mode'),
    ],
  }),
  judge: (point, context): Judgement => {
    const { curve, breakerA, instantaneousMultiple } = point.thing
    const slots = slotReadings(point, context)
    const zsGridOhm = slots.number('grid')
    const result = automaticDisconnection({
      pack: context.pack.id,
      system: 'TN',
      circuit: 'final',
      curve,
      ratedA: breakerA,
      zsGridOhm,
      raOhm: null,
      coldConductors: true,
      instantaneousMultiple,
      instrument: slots.accuracy('grid'),
      rcd: null,
      island: {
        ...sourceOf(context.installation, context.pack),
        measuredFaultA: null,
        zsIslandOhm: slots.number('island'),
      },
    })
    const known = result.tripCurrentA !== null
    const judged = afterCalibration(
      {
        code: 'E-8',
        verdict: known ? result.verdict : 'open',
        value: zsGridOhm === null ? null : formatQuantity(zsGridOhm, 'Ω'),
        why: whyOf(result, zsGridOhm),
        limit: result.zsMaxOhm === null ? null : `loop ≤ ${formatQuantity(result.zsMaxOhm, 'Ω', 3)} on cold conductors`,
        basis: context.pack.limits.coldLoopShare.basis,
      },
      slots,
    )
    return unlessUnnoticed(judged, slots)
  },
}
