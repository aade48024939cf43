import type { CableRun, Circuit } from '../../installation/installation'
import { formatNumber } from '../../quantity/formatQuantity'
import type { RulePack } from '../../rules/rulePack'
import { type Check, checksFamily } from '../checks'
import type { Judgement } from '../point'

/** W-4: terminals tightened to the maker's figure. */
const TORQUE = {
  place: 'torque',
  view: 'wire.dead',
  precedes: ['firstLive.torque'],
  waitsFor: null,
  restsOn: [],
  proves: [],
  code: 'W-4',
} as const
const WHY = 'A loose terminal burns years later; an overtight one is already broken.'

function torqueCheck(
  id: string,
  label: string,
  path: readonly string[],
  torqueNm: number | null,
  { limits: { terminalTorqueShare } }: RulePack,
): Check {
  const quoted = (value: number) => ({ value, basis: terminalTorqueShare.basis })
  const share = terminalTorqueShare.value
  return {
    id,
    label,
    path,
    asks: {
      kind: 'figure',
      unit: 'Nm',
      measures: 'torque',
      from:
        torqueNm === null ? 'the maker’s figure, which is not entered' : `the maker’s ${formatNumber(torqueNm, 6)} Nm`,
      ...(torqueNm !== null && { least: quoted(torqueNm * (1 - share)), most: quoted(torqueNm * (1 + share)) }),
    },
  }
}

/** Without the maker's figure a reading is kept and stays Watch, because nothing says that it is right. */
const watchWithoutFigure = (judgement: Judgement, { torqueNm }: { torqueNm: number | null }): Judgement =>
  judgement.verdict !== 'proven' || torqueNm !== null
    ? judgement
    : {
        ...judgement,
        verdict: 'watch',
        why: `${judgement.why} The maker’s figure is not entered, so nothing says that this is right.`,
      }

/** Terminals of every run, at both ends. */
export const runTorque = checksFamily<CableRun>({
  ...TORQUE,
  id: 'runTorque',
  things: ({ runs }) => runs,
  key: ({ tag }) => `wire.torque.${tag}`,
  text: ({ tag }) => ({ subject: tag, label: `${tag}: terminals at both ends`, why: WHY }),
  checks: ({ tag, from, to, torqueNm }, pack) => [
    torqueCheck('near', `At ${from}`, ['torque', tag, 'near'], torqueNm, pack),
    torqueCheck('far', `At ${to}`, ['torque', tag, 'far'], torqueNm, pack),
  ],
  after: watchWithoutFigure,
})

/** Terminals of every circuit's device whose maker's figure is known. A circuit may bear a run's tag, so its key says what it is. */
export const circuitTorque = checksFamily<Circuit>({
  ...TORQUE,
  id: 'circuitTorque',
  things: ({ circuits }) => circuits.filter(({ torqueNm }) => torqueNm !== null),
  key: ({ tag }) => `wire.torque.circuit.${tag}`,
  text: ({ tag, name }) => ({
    subject: tag,
    label: `${tag} ${name}: terminals of its device`,
    why: WHY,
    fullOnly: true,
  }),
  checks: ({ tag, torqueNm }, pack) => [torqueCheck('device', 'At its device', ['torque', tag], torqueNm, pack)],
  after: watchWithoutFigure,
})
