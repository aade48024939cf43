import { counted } from '@/core/quantity/counted'
import type { Step } from '@/commands/step'
import { sameValue } from '@/core/pack/sameValue'
import type { Sources } from '@/core/installation/installation'
import { SCHOOL_WORDS } from '@/core/plan/planOfInstallation'
import type { choiceSaid } from '@/core/plan/planRevision'
import { LIMIT_PURPOSES } from '@/core/rules/ownLimitWords'
import type { LimitKey, RulePack } from '@/core/rules/rulePack'
import { type FieldSpec, fieldsIn } from '@/schemas/fieldSpec'
import { FIT_FIELDS } from '@/schemas/fitFields'
import { type ItemKind, formFieldsOf } from '@/schemas/itemFields'
import { SURVEY_FIELDS } from '@/schemas/surveyFields'
import { date, number, text } from '@/schemas/specs'
import { fieldText } from '../../forms/fieldText'
import { sourcesTold } from '../../library/sourcesTold'
import { ASSUMPTION_FIELDS } from '../../plan/assumptionFields'
import { SITE_FIELDS } from '../../survey/siteFields'
import { BANK_FIELDS, BATTERY_FIELDS, CURTAILMENT_FIELDS, supplyFields } from '../../survey/supplyFields'

/** A step in words: what was done, and line by line what it would be again. */
export interface StepWords {
  done: string
  lines: string[]
  /** What taking it back comes to. */
  then: string
}

/** A thing as it is stored; what its kind has stands in `detail` where it has one. */
type Thing = { kind?: string; name?: string; label?: string; tag?: string; detail?: object } & Record<string, unknown>

const NAME = text('name', 'Name', 60)
const TAG = text('tag', 'Short name', 16)
const flat = ({ detail, ...rest }: Thing): Record<string, unknown> => ({ ...rest, ...detail })
const nameOf = (thing: Thing) => thing.name ?? thing.label ?? thing.tag ?? 'It'
const at = (value: unknown, path: string): unknown =>
  path.split('.').reduce<unknown>((here, part) => (here as Record<string, unknown> | null)?.[part], value)

const differing = (specs: readonly FieldSpec[], was: unknown, left: unknown): string[] =>
  specs.flatMap((spec) => {
    const [before, after] = [at(was, spec.name), at(left, spec.name)]
    return sameValue(before ?? null, after ?? null)
      ? []
      : [`${spec.label}: ${fieldText(spec, before)} (now ${fieldText(spec, after)})`]
  })

function thingWords(specs: readonly FieldSpec[], was: Thing | null, left: Thing | null): StepWords {
  if (was === null) return { done: `${nameOf(left ?? {})} was added.`, lines: [], then: 'It is taken out again.' }
  if (left === null) return { done: `${nameOf(was)} was taken out.`, lines: [], then: 'It is put back as it was.' }
  const lines = differing([TAG, NAME, ...specs], flat(was), flat(left))
  const then = lines.length > 0 ? 'Taken back, it has again:' : 'Its place in the list is as it was.'
  return { done: `${nameOf(was)} was changed.`, lines: [...new Set(lines)], then }
}

/** Several things at once: each with its own lines. */
function thingsWords(
  fieldsOf: (thing: Thing | null) => readonly FieldSpec[],
  were: readonly (Thing | null)[],
  left: readonly (Thing | null)[],
): StepWords {
  const each = were.map((was, k) => {
    const now = left[k] ?? null
    return thingWords(fieldsOf(was ?? now), was, now)
  })
  const [only] = each
  if (each.length === 1 && only) return only
  return {
    done: `${counted(each.length, ['thing was', 'things were'])} changed together.`,
    lines: each.flatMap(({ done, lines }) => [done, ...lines]),
    then: 'They are all as they were:',
  }
}

interface Taken {
  sources: Sources | null
  components: (Thing | null)[]
}

/** Equipment that was taken into the job: what it changed in the sources, and each piece on the list. */
function takenWords(pack: RulePack, was: Taken, left: Taken): StepWords {
  const pieces = thingsWords(() => formFieldsOf('component', pack), was.components, left.components)
  if (was.sources === null || left.sources === null) return pieces
  return {
    done: 'Equipment was taken into the job.',
    lines: [...sourcesTold(was.sources, left.sources), pieces.done, ...pieces.lines],
    then: 'Sources and list are as they were:',
  }
}

const JOB_FIELDS = (pack: RulePack): FieldSpec[] => [
  text('name', 'Name of the job', 80),
  text('place', 'Place', 80),
  date('scheduledDay', 'Day'),
  text('gatewayHost', 'Address of the gateway', 40),
  number('gatewayPort', 'Port of the gateway'),
  ...supplyFields(pack),
  ...BATTERY_FIELDS,
  ...BANK_FIELDS,
  ...CURTAILMENT_FIELDS,
  ...SITE_FIELDS,
  ...ASSUMPTION_FIELDS,
]

/** What of a job is changed as a list, and has no field of its own. */
const JOB_LISTS = { 'sources.units': 'Inverters and their modules', 'sources.pvAc': 'PV on the AC side' } as const

function jobWords(was: unknown, left: unknown, pack: RulePack): StepWords {
  const lists = Object.entries(JOB_LISTS).flatMap(([path, label]) =>
    sameValue(at(was, path) ?? null, at(left, path) ?? null) ? [] : [`${label}: as they were`],
  )
  return {
    done: 'Facts of the job were changed.',
    lines: [...differing(JOB_FIELDS(pack), was, left), ...lists],
    then: 'Taken back, it has again:',
  }
}

type Choice = ReturnType<typeof choiceSaid>

/** What was chosen, and what was chosen and promised before. */
function choiceWords(was: Choice, left: Choice): StepWords {
  const named = ({ chosenSchool }: Choice) => (chosenSchool === null ? 'nothing chosen' : SCHOOL_WORDS[chosenSchool])
  const promises = was.promises
    .filter((promise) => !left.promises.some((now) => sameValue(now, promise)))
    .map(({ sentence }) => `Promised: ${sentence}`)
  const dropped = left.promises.filter(({ kind }) => !was.promises.some((before) => before.kind === kind))
  return {
    done: `The plan was chosen: ${named(left)}.`,
    lines: [
      `Changeover: ${named(was)} (now ${named(left)})`,
      ...promises,
      ...dropped.map(({ sentence }) => `Not promised any more: ${sentence}`),
    ],
    then: 'Taken back, what stood before stands again; both stay on record:',
  }
}

/**
 * What a step did, and what it would be again.
 *
 * @example stepWords(step, pack) // { done: 'Kettle was changed.', lines: ['Power: 2 kW (now 3 kW)'], then: … }
 */
export function stepWords({ entry, was, left }: Step, pack: RulePack): StepWords {
  switch (entry.useCase) {
    case 'saveItem':
    case 'removeItem':
      return thingWords(formFieldsOf(entry.input.kind as ItemKind, pack), was as Thing | null, left as Thing | null)
    case 'saveLoads':
      return thingsWords(() => formFieldsOf('load', pack), was as (Thing | null)[], left as (Thing | null)[])
    case 'takeComponents':
      return takenWords(pack, was as Taken, left as Taken)
    case 'saveSurveyItem':
    case 'removeSurveyItem': {
      const kind = ((was ?? left) as { kind: keyof typeof SURVEY_FIELDS }).kind
      return thingWords(fieldsIn(SURVEY_FIELDS[kind], pack), was as Thing | null, left as Thing | null)
    }
    case 'saveFitItems':
    case 'removeFitItem':
      return thingsWords(
        (thing) => fieldsIn(FIT_FIELDS[thing?.kind as keyof typeof FIT_FIELDS] ?? [], pack),
        was as (Thing | null)[],
        left as (Thing | null)[],
      )
    case 'changeJob':
      return jobWords(was, left, pack)
    case 'saveWiring':
      return { done: entry.input.note, lines: [], then: 'The wiring as it was before is written on top; both stay.' }
    case 'setCoreColours':
      return { done: 'Colours of the cores were changed.', lines: [], then: 'They are as they were.' }
    case 'setJobLimit': {
      const purpose = LIMIT_PURPOSES[entry.input.key as LimitKey]
      const then = was === null ? 'The pack’s own figure holds again.' : `${String(was)} holds again.`
      return { done: `${purpose}: a limit of this job was set.`, lines: [], then }
    }
    case 'choosePlan':
      return choiceWords(was as Choice, left as Choice)
    default:
      return { done: 'Something was done.', lines: [], then: '' }
  }
}
