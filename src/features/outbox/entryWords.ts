import { LIMIT_PURPOSES } from '@/core/rules/ownLimitWords'
import { recordReadings } from '@/commands/recordReadings'
import { HOLD_STEPS } from '@/core/evidence/holdSteps'
import { MARK_WORDS, type MarkKind } from '@/core/outage/run/outageMark'
import type { Point } from '@/core/evidence/point'
import type { Reading } from '@/core/evidence/reading'
import { REPLACEMENT_WORDS } from '@/core/installation/fit'
import { LAYER_WORDS } from '@/core/installation/wiring'
import { slotLabel, valueText } from '../job/readingText'
import type { OutboxEntry } from './outboxEntry'
import { withinSentence } from '@/core/withinSentence'

const nameIn = (fields: Readonly<Record<string, unknown>>): string =>
  String(fields.name ?? fields.label ?? fields.tag ?? '')

function readingWords(
  reading: Pick<Reading, 'pointKey' | 'slot'> & Parameters<typeof valueText>[0],
  points: readonly Point[],
) {
  const point = points.find(({ key }) => key === reading.pointKey)
  return `${point?.label ?? reading.pointKey}: ${slotLabel(point, reading.slot)} ${valueText(reading)}`
}

/** What an entry is, in words. */
export function entryWords(entry: OutboxEntry, points: readonly Point[]): string {
  switch (entry.useCase) {
    case 'recordReadings':
      return readingsOf(entry.input.readings, points)
    case 'addPicture':
      return `Picture of ${entry.input.attachment.subject}`
    case 'addRecording':
      return readingWords(entry.input.reading, points)
    case 'overrideHold': {
      const { step, condition } = entry.input
      const own = HOLD_STEPS.find(({ id }) => id === step)
      return `${own?.label}: past “${own?.conditions.find(({ id }) => id === condition)?.label ?? condition}” in writing`
    }
    case 'setJobLimit':
      return `A limit of this job: ${withinSentence(LIMIT_PURPOSES[entry.input.key])}`
    case 'markOutage':
      return markedWords(entry.input)
    case 'openVisit':
      return `A visit: ${entry.input.reason}`
    case 'changeJob':
      return 'Facts of the job, changed'
    case 'saveItem':
    case 'saveSurveyItem':
      return `${nameIn(entry.input.fields)}, written down`
    case 'saveLoads':
      return `A list of loads: ${entry.input.loads
        .map(({ fields }) => nameIn(fields))
        .slice(0, 5)
        .join(', ')}`
    case 'takeComponents':
      return `Onto the list of components: ${entry.input.components
        .map(({ fields }) => nameIn(fields))
        .slice(0, 5)
        .join(', ')}`
    case 'saveFitItems':
      return `${entry.input.items.map(({ fields }) => nameIn(fields)).join(', ')}, written down`
    case 'removeItem':
    case 'removeSurveyItem':
    case 'removeFitItem':
      return 'A thing taken out'
    case 'replaceComponent':
      return `${entry.input.componentTag} replaced, ${REPLACEMENT_WORDS[entry.input.cause]}`
    case 'saveWiring':
      return `Wiring ${LAYER_WORDS[entry.input.layer]}: ${entry.input.note}`
    case 'setCoreColours':
      return 'Colours of the cores'
  }
}

const markedWords = ({ kind, subject }: { kind: MarkKind; subject: string | null }): string =>
  `Marked in the outage: ${kind === 'takenBack' || subject === null ? '' : `${subject} `}${MARK_WORDS[kind]}`

/** The readings of an entry as they will stand in the ledger. */
function readingsOf(
  readings: Parameters<typeof recordReadings.apply>[1]['input']['readings'],
  points: readonly Point[],
) {
  return readings
    .flatMap((reading) =>
      reading === null ? [] : readingWords({ ...reading, detail: { bound: reading.bound } }, points),
    )
    .join('; ')
}
