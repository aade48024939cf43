import { type StandingLeakage, leakageLimitMa, standingLeakage as leakageAgainst } from '../../earthing/standingLeakage'
import { type ResidualDevice, residualDeviceName, residualDevicesInIsland } from '../../installation/residualDevices'
import { formatNumber } from '../../quantity/formatQuantity'
import { type PointFamily, THE_JOB } from '../family'
import type { EvidenceContext, Judgement, Point, Slot } from '../point'
import { afterCalibration, slotReadings } from '../slotReadings'
import { latestBySlot } from '../reading'
import { cleanReturns } from './cleanReturns'
import { listed } from '../../listed'

const slotOf = ({ tag, name }: { tag: string; name: string }): Slot => ({
  id: tag,
  label: `Leakage of ${tag} ${name}`,
  path: ['leak', tag],
  input: { kind: 'quantity', unit: 'mA', measures: null },
})

/** Returns of the supply that were seen to be clean: they are the house's, and count for every device. */
function cleanReturnsSeen({ readings }: EvidenceContext): number {
  const seen = [...latestBySlot(readings, cleanReturns.key(THE_JOB)).values()]
  return seen.some(({ valueWord }) => valueWord === 'tripped')
    ? 0
    : seen.filter(({ valueWord }) => valueWord === 'clean').length
}

/** E-10 of one device, from what was clamped on its circuits. */
export function leakageOf(point: Point<ResidualDevice>, context: EvidenceContext): StandingLeakage {
  const slots = slotReadings(point, context)
  const { limits } = context.pack
  const { iDeltaNMa, circuits } = point.thing
  return leakageAgainst(
    {
      groups: [{ iDeltaNMa, cleanReturns: cleanReturnsSeen(context) }],
      circuits: circuits.map(({ tag }) => ({ id: tag, leakageMa: slots.number(tag), group: 0 })),
      transientFactor: limits.leakageReturnFactor.value,
      newGroupMa: iDeltaNMa,
    },
    limits,
  )
}

const milliamps = (value: number) => `${formatNumber(value, 4)} mA`

/** What was clamped together: the least it can be, while a circuit is still to be clamped. */
const sumWords = ({ sumMa: [sumMa = 0] }: StandingLeakage, missing: readonly string[]): string =>
  missing.length > 0 ? `≥ ${milliamps(sumMa)}` : milliamps(sumMa)

function whyOf(found: StandingLeakage, missing: readonly string[], returns: number): string {
  const [limitMa = 0] = found.limitMa
  const so = `${sumWords(found, missing)} of ${milliamps(limitMa)} leak standing`
  if (found.verdict === 'stop')
    return found.ownFeed.length > 0
      ? `${so}. ${found.ownFeed.join(', ')} alone is too much for a device that is shared: give it a feed of its own. Never put a capacitor or a bridge in its way.`
      : `${so}: share the circuits out over more devices. It will trip when the supply returns.`
  if (missing.length > 0) return `${so}. Still to clamp: ${listed(missing)}.`
  return found.verdict === 'proven'
    ? `${so}, and ${returns} returns of the supply were clean.`
    : `${so}. Watch until the supply has come back three times without a trip.`
}

/** E-10: what leaks standing through each residual-current device, circuit by circuit. */
export const standingLeakage: PointFamily<ResidualDevice> = {
  id: 'standingLeakage',
  periodic: true,
  since: '2026-11-27',
  place: 'residualCurrentGrid',
  view: 'earth.leakage',
  precedes: [],
  waitsFor: null,
  restsOn: [],
  proves: [],
  things: residualDevicesInIsland,
  key: ({ tag, shared }) => `earth.leakage.${shared ? 'shared.' : ''}${tag}`,
  point: (device, _installation, { words }) => ({
    subject: device.tag,
    label: `Standing leakage through the ${words.residualCurrentDeviceShort} of ${residualDeviceName(device)}`,
    why: 'What leaks standing flows several times over when the supply returns, and trips the device.',
    slots: device.circuits.map(slotOf),
    fullOnly: true,
  }),
  judge: (point, context): Judgement => {
    const { limits } = context.pack
    const slots = slotReadings(point, context)
    const found = leakageOf(point, context)
    const missing = point.thing.circuits.filter(({ tag }) => slots.number(tag) === null).map(({ tag }) => tag)
    const limitMa = leakageLimitMa(point.thing.iDeltaNMa, limits.leakageReturnFactor.value, limits)
    return afterCalibration(
      {
        code: 'E-10',
        verdict: found.verdict,
        value: slots.any ? sumWords(found, missing) : null,
        why: whyOf(found, missing, cleanReturnsSeen(context)),
        limit: `≤ ${milliamps(limitMa)}`,
        basis: `${limits.leakageShare.basis} ${limits.leakageReturnShare.basis}`,
      },
      slots,
    )
  },
}
