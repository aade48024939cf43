import type { CrewChange } from '@/core/crew/crewChange'

type Detail = Readonly<Record<string, unknown>>
const text = (detail: Detail, key: string): string => (typeof detail[key] === 'string' ? detail[key] : '')
const fields = (detail: Detail, key: string): Detail =>
  typeof detail[key] === 'object' && detail[key] !== null ? (detail[key] as Detail) : {}

/** Fields that differ between before and after: “role: hand → lead”. */
function differences(detail: Detail): string {
  const before = fields(detail, 'before')
  const after = fields(detail, 'after')
  const shown = (value: unknown) => (value === null || value === undefined || value === '' ? 'nothing' : String(value))
  const told = Object.keys(after).filter((key) => typeof after[key] !== 'object' || after[key] === null)
  const changed = told.filter((key) => shown(before[key]) !== shown(after[key]))
  const names: Readonly<Record<string, string>> = {
    licenceValidUntil: 'licence valid until',
    usualPackId: 'usual supply',
    lowImpedance: 'low impedance',
    provingUnit: 'proving unit',
  }
  return changed.map((key) => `${names[key] ?? key}: ${shown(before[key])} → ${shown(after[key])}`).join(', ')
}

const WORDS: Readonly<Record<CrewChange, (detail: Detail) => string>> = {
  crewMade: (detail) => `The crew was made: ${text(detail, 'name')}`,
  crewChanged: (detail) => `The crew was changed. ${differences(detail)}`,
  invited: (detail) => `${text(detail, 'name')} was invited as ${text(detail, 'role')}`,
  invitationWithdrawn: (detail) => `The link of ${text(detail, 'name')} was withdrawn`,
  joined: (detail) => `${text(detail, 'name')} joined as ${text(detail, 'role')}`,
  memberChanged: (detail) =>
    `${text(fields(detail, 'after'), 'name')} was changed. ${differences(detail) || 'Nothing differs'}`,
  left: (detail) => `${text(detail, 'name')} left`,
  cameBack: (detail) => `${text(detail, 'name')} came back as ${text(detail, 'role')}`,
  passwordLinkMade: (detail) => `A link for a new password was made for ${text(detail, 'name')}`,
  passwordChosen: (detail) =>
    text(detail, 'by') === 'self' ? 'A password was changed by its owner' : 'A new password was chosen by a link',
  sessionsEnded: (detail) => `${text(detail, 'name')} was signed out, devices: ${String(detail.ended ?? 0)}`,
  secondFactorOn: (detail) => `${text(detail, 'name')} signs in with a second factor`,
  secondFactorOff: (detail) => `The second factor of ${text(detail, 'name')} was taken away`,
  instrumentAdded: (detail) => `Instrument ${text(detail, 'tag')} was added: ${text(detail, 'name')}`,
  instrumentChanged: (detail) =>
    `Instrument ${text(detail, 'tag')} was changed. ${differences(detail) || 'Its ranges differ'}`,
  instrumentCertified: (detail) =>
    `Certificate ${text(detail, 'number')} of instrument ${text(detail, 'tag')}, due ${text(detail, 'dueOn')}`,
  instrumentTaken: (detail) =>
    text(detail, 'holder') === ''
      ? `Instrument ${text(detail, 'tag')} went back to the store`
      : `${text(detail, 'holder')} took instrument ${text(detail, 'tag')}`,
  equipmentAdded: (detail) => `${text(detail, 'name')} was added to the library`,
  equipmentRevised: (detail) =>
    `${text(detail, 'name')} is in revision ${String(detail.revision)} of the library${detail.figuresDiffer === true ? ', with other figures' : ''}`,
  equipmentFileAdded: (detail) => `A document came to the library: ${text(detail, 'label')}`,
  equipmentLaidAside: (detail) => `${text(detail, 'name')} was laid aside in the library`,
  pricesChanged: (detail) => `The price list was changed, lines: ${String(detail.lines)}`,
  habitsChanged: (detail) => `Usual times or colours were changed: ${text(detail, 'what')}`,
  letterHeadChanged: (detail) => `The letter head was changed${detail.logo === true ? ', with its logo' : ''}`,
  personForgotten: (detail) =>
    `What was known of a customer was taken out of a job on request: ${text(detail, 'reason')}`,
  jobBroughtIn: (detail) =>
    `${text(detail, 'name')} was brought in from a file: readings ${String(detail.readings ?? 0)}, files ${String(detail.attachments ?? 0)}`,
  jobArchived: (detail) => `${text(detail, 'name')} was put into the archive`,
  jobRestored: (detail) => `${text(detail, 'name')} was taken out of the archive`,
  retentionChanged: (detail) => `How long customers’ data are kept was changed. ${differences(detail)}`,
  instrumentLaidAside: (detail) => `Instrument ${text(detail, 'tag')} was laid aside`,
}

/** One change of a crew in words. */
export const changeWords = ({ what, detail }: { what: CrewChange; detail: Detail }): string => WORDS[what](detail)
