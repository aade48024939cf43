import type { Installation } from '../../installation/installation'
import { itemsOf } from '../../installation/survey'
import type { RulePack } from '../../rules/rulePack'
import type { PointFamily } from '../point'
import { type Check, judgeChecks, slotOfCheck } from './checks'

/** Something that is tested before anything is live. */
interface DeadThing {
  key: string
  subject: string
  label: string
  why: string
  checks: Check[]
  fullOnly?: boolean
}

const POLARITY = {
  right: { typed: ['right', 'yes', 'ok'], verdict: 'proven', says: 'Polarity right.' },
  reversed: {
    typed: ['reversed', 'wrong', 'no'],
    verdict: 'stop',
    says: 'Polarity reversed. Nothing goes live on it.',
  },
} as const
/** Coldest and hottest that a module is on a working day; the voltage of a string is told for both. */
const MODULE_C = { coldest: -5, hottest: 65, stated: 25 } as const

/** What is tested dead, by kind of thing (W-4). */
const DEAD_THINGS: readonly ((installation: Installation, pack: RulePack) => DeadThing[])[] = [
  ({ runs, circuits }) =>
    runs.length + circuits.length === 0
      ? []
      : [
          {
            key: 'wire.dead.prepared',
            subject: 'dead',
            label: 'Electronics and surge devices out before 500 V',
            why: '500 V destroys what is left connected, and what is left connected spoils the reading.',
            checks: [
              {
                id: 'out',
                label: 'Disconnected',
                path: ['electronics'],
                asks: {
                  kind: 'word',
                  answers: {
                    out: { typed: ['out', 'yes'], verdict: 'proven', says: 'Out: tested at 500 V.' },
                    low: { typed: ['low', '250'], verdict: 'proven', says: 'Surge devices stay in: tested at 250 V.' },
                    in: {
                      typed: ['in', 'no'],
                      verdict: 'stop',
                      says: 'Still connected. Take them out, or the test destroys them.',
                    },
                  },
                },
              },
            ],
          },
        ],
  ({ runs }, { limits }) =>
    runs.map(({ tag, from, to }) => ({
      key: `wire.dead.run.${tag}`,
      subject: tag,
      label: `${tag}: insulation and earth, ${from} → ${to}`,
      why: 'A nicked core or an earth left off shows here, or later in somebody’s hand.',
      checks: [
        {
          id: 'insulation',
          label: 'Insulation, all live cores to earth',
          path: ['ir', tag],
          asks: {
            kind: 'figure',
            unit: 'MΩ',
            measures: 'insulation',
            least: limits.insulationMin.value,
            from: 'the rule pack',
          },
        },
        {
          id: 'earth',
          label: 'Its protective conductor, end to end',
          path: ['pe', tag],
          asks: {
            kind: 'figure',
            unit: 'Ω',
            measures: 'continuity',
            most: limits.continuityMax.value,
            outside: 'watch',
            from: 'the working figure',
          },
        },
      ],
    })),
  ({ circuits }, { limits }) =>
    circuits.map(({ tag, name }) => ({
      key: `wire.dead.circuit.${tag}`,
      subject: tag,
      label: `${tag} ${name}: continuity, insulation, polarity`,
      why: 'What is not tested dead is found out live.',
      checks: [
        {
          id: 'earth',
          label: 'Protective conductor at its far end',
          path: ['pe', tag],
          asks: {
            kind: 'figure',
            unit: 'Ω',
            measures: 'continuity',
            most: limits.continuityMax.value,
            outside: 'watch',
            from: 'the working figure',
          },
        },
        {
          id: 'insulation',
          label: 'Insulation',
          path: ['ir', tag],
          asks: {
            kind: 'figure',
            unit: 'MΩ',
            measures: 'insulation',
            least: limits.insulationMin.value,
            from: 'the rule pack',
          },
        },
        { id: 'polarity', label: 'Polarity', path: ['pol', tag], asks: { kind: 'word', answers: POLARITY } },
      ],
    })),
  ({ survey }, { limits }) =>
    itemsOf(survey, 'pvSystem').flatMap(({ tag, name, detail }) => {
      const { coupling, modulesInString, moduleVocV, moduleIscA, betaPercentPerC, stringsInParallel, backGain } = detail
      if (coupling !== 'dc' || modulesInString === null || moduleVocV === null) return []
      const vocAt = (cellC: number) =>
        modulesInString * moduleVocV * (1 + ((betaPercentPerC ?? 0) / 100) * (cellC - MODULE_C.stated))
      const share = limits.stringVoltageShare.value
      return Array.from({ length: stringsInParallel ?? 1 }, (_, k) => k + 1).map((n): DeadThing => ({
        key: `wire.dead.string.${tag}.${n}`,
        subject: tag,
        label: `${name}, string ${n}`,
        why: 'A string is live in daylight whatever is switched off: it is tested before it meets the inverter.',
        checks: [
          {
            id: 'voc',
            label: 'Open-circuit voltage',
            path: ['voc', tag, `s${n}`],
            asks: {
              kind: 'figure',
              unit: 'V',
              measures: 'dcVoltage',
              least: vocAt(MODULE_C.hottest) * (1 - share),
              most: vocAt(MODULE_C.coldest) * (1 + share),
              from: `${modulesInString} modules of ${moduleVocV} V`,
            },
          },
          {
            id: 'isc',
            label: 'Short-circuit current',
            path: ['isc', tag, `s${n}`],
            asks: {
              kind: 'figure',
              unit: 'A',
              measures: 'dcCurrent',
              least: 0,
              ...(moduleIscA !== null && { most: moduleIscA * limits.stringCurrentFactor.value * (1 + backGain) }),
              outside: 'watch',
              from: 'the module’s plate',
            },
          },
          { id: 'polarity', label: 'Polarity', path: ['pol', tag, `s${n}`], asks: { kind: 'word', answers: POLARITY } },
          {
            id: 'insulation',
            label: 'Insulation',
            path: ['ir', tag, `s${n}`],
            asks: {
              kind: 'figure',
              unit: 'MΩ',
              measures: 'insulation',
              least: limits.insulationMin.value,
              from: 'the rule pack',
            },
          },
        ],
      }))
    }),
]

const thingsOf = (installation: Installation, pack: RulePack) => DEAD_THINGS.flatMap((of) => of(installation, pack))

/** W-4: everything that is tested before anything is live, derived from runs, circuits and strings. */
export const deadTests: PointFamily = {
  id: 'deadTests',
  derive: (installation, pack) =>
    thingsOf(installation, pack).map(({ key, subject, label, why, checks, fullOnly }) => ({
      key,
      family: 'deadTests',
      stage: 'wire',
      subject,
      label,
      why,
      slots: checks.map(slotOfCheck),
      ...(fullOnly && { fullOnly }),
    })),
  judge: (point, context) =>
    judgeChecks(
      thingsOf(context.installation, context.pack).find(({ key }) => key === point.key)?.checks ?? [],
      point,
      context,
      { code: 'W-4', basis: context.pack.limits.insulationMin.basis },
    ),
}
