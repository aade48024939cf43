import type { CableRun, Circuit } from '../../installation/installation'
import { formatNumber } from '../../quantity/formatQuantity'
import type { RulePack } from '../../rules/rulePack'
import { type Check, checksFamily } from '../checks'
import { RUN_ENDS, runAtComponent } from './runAtComponent'

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
      ...(torqueNm === null
        ? { from: 'the maker’s figure', unlimited: 'The maker’s figure is not entered' }
        : {
            from: `the maker’s ${formatNumber(torqueNm, 6)} Nm`,
            least: quoted(torqueNm * (1 - share)),
            most: quoted(torqueNm * (1 + share)),
          }),
    },
  }
}

/** Terminals of every run, at both ends. */
export const runTorque = checksFamily<CableRun>({
  ...TORQUE,
  id: 'runTorque',
  restsOn: RUN_ENDS,
  touches: runAtComponent,
  things: ({ runs }) => runs,
  key: ({ tag }) => `wire.torque.${tag}`,
  text: ({ tag }) => ({ subject: tag, label: `${tag}: terminals at both ends`, why: WHY }),
  checks: ({ tag, from, to, torqueNm }, pack) => [
    torqueCheck('near', `At ${from}`, ['torque', tag, 'near'], torqueNm, pack),
    torqueCheck('far', `At ${to}`, ['torque', tag, 'far'], torqueNm, pack),
  ],
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
})
