import type { Installation } from '../../installation/installation'
import type { RulePack } from '../../rules/rulePack'
import type { PointFamily } from '../point'
import { type Check, judgeChecks, slotOfCheck } from './checks'

interface Terminals {
  key: string
  subject: string
  label: string
  torqueNm: number | null
  ends: readonly { id: string; label: string; path: readonly string[] }[]
  fullOnly?: boolean
}

/** Terminals of every run, at both ends; of every circuit's device where its maker's figure is known. */
const terminalsOf = ({ runs, circuits }: Installation): Terminals[] => [
  ...runs.map(({ tag, from, to, torqueNm }): Terminals => ({
    key: `wire.torque.${tag}`,
    subject: tag,
    label: `${tag}: terminals at both ends`,
    torqueNm,
    ends: [
      { id: 'near', label: `At ${from}`, path: ['torque', tag, 'near'] },
      { id: 'far', label: `At ${to}`, path: ['torque', tag, 'far'] },
    ],
  })),
  ...circuits
    .filter(({ torqueNm }) => torqueNm !== null)
    .map(({ tag, name, torqueNm }): Terminals => ({
      key: `wire.torque.${tag}`,
      subject: tag,
      label: `${tag} ${name}: terminals of its device`,
      torqueNm,
      ends: [{ id: 'device', label: 'At its device', path: ['torque', tag] }],
      fullOnly: true,
    })),
]

const checksOf = ({ torqueNm, ends }: Terminals, { limits }: RulePack): Check[] =>
  ends.map(({ id, label, path }) => ({
    id,
    label,
    path,
    asks: {
      kind: 'figure',
      unit: 'Nm',
      measures: 'torque',
      from: torqueNm === null ? 'the maker’s figure, which is not entered' : `the maker’s ${torqueNm} Nm`,
      ...(torqueNm !== null && {
        least: torqueNm * (1 - limits.terminalTorqueShare.value),
        most: torqueNm * (1 + limits.terminalTorqueShare.value),
      }),
    },
  }))

/** W-4: terminals tightened to the maker's figure; without one a reading is kept and stays Watch, because nothing says that it is right. */
export const terminalTorque: PointFamily = {
  id: 'terminalTorque',
  derive: (installation, pack) =>
    terminalsOf(installation).map((terminals) => ({
      key: terminals.key,
      family: 'terminalTorque',
      stage: 'wire',
      subject: terminals.subject,
      label: terminals.label,
      why: 'A loose terminal burns years later; an overtight one is already broken.',
      slots: checksOf(terminals, pack).map(slotOfCheck),
      ...(terminals.fullOnly && { fullOnly: true }),
    })),
  judge: (point, context) => {
    const terminals = terminalsOf(context.installation).find(({ key }) => key === point.key)
    const judged = judgeChecks(terminals ? checksOf(terminals, context.pack) : [], point, context, {
      code: 'W-4',
      basis: context.pack.limits.terminalTorqueShare.basis,
    })
    if (judged.verdict !== 'proven' || terminals?.torqueNm !== null) return judged
    return {
      ...judged,
      verdict: 'watch',
      why: `${judged.why} The maker’s figure is not entered, so nothing says that this is right.`,
    }
  },
}
