import * as yup from 'yup'
import { HOLD_STEP_IDS } from '@/core/evidence/holdSteps'
import { ASK_CODES } from '@/core/evidence/readEntry'
import { MOST_WORD } from '@/core/evidence/reading'
import { REPLACEMENT_CAUSES } from '@/core/installation/fit'
import { MEASURED, PROMISE_KINDS } from '@/core/installation/installation'
import { FIT_KINDS } from '@/core/installation/fit'
import { VISIT_KINDS } from '@/core/installation/visit'
import { SURVEY_KINDS } from '@/core/installation/survey'
import { RIDE_THROUGH_CLASSES } from '@/core/outage/rideThrough'
import { MARK_KINDS } from '@/core/outage/run/outageMark'
import { UNITS } from '@/core/quantity/units'
import { LIMIT_KEYS, RULE_PACK_IDS } from '@/core/rules/rulePack'
import { VERDICTS } from '@/core/rules/verdict'
import { choice, day, figure, flag, instant, required, tag, words } from '@/schemas/fields'
import { graphSchema } from '@/schemas/installationGraph'
import { assumptionsSchema, siteSchema, sourcesSchema, supplySchema } from '@/schemas/job'
import { planChoiceSchema } from '@/schemas/planChoice'

/** Things of one kind in a job file at most; readings ten times as many. */
const MOST_THINGS = 500
const MOST_READINGS = 5000

const list = <T>(label: string, item: yup.ISchema<T>, most = MOST_THINGS) =>
  yup
    .array()
    .strict()
    .typeError(`${label} must be a list`)
    .of(item as yup.ISchema<T> & yup.Schema<T>)
    .max(most, `${label} may hold ${most} at most`)
    .default([])

const ref = (label: string) => words(label, 60)
/** An instant as ISO 8601, or a clock time of the job's day. */
const time = (label: string) =>
  words(label, 40)
    .matches(/^(\d{2}:\d{2}|\d{4}-\d{2}-\d{2}T.*)$/, `${label} is a time such as 08:35 or 2027-03-18T08:35:00Z`)
    .required(required(label))
const bound = choice('Bound', ['above', 'below'] as const)
  .nullable()
  .default(null)

/** A thing of one of several kinds: its own fields are held against the schema of its kind once the kind is known. */
const thing = (kinds: readonly string[]) =>
  yup.object({
    id: ref('id').default(undefined),
    kind: choice('Kind', kinds).required(required('Kind')),
    tag: tag().required(required('Short name')),
    // how long it may be is for its kind to say
    name: words('Name', 200).required(required('Name')),
  })

/** A thing of a list that has one kind only; its own fields are held against the schema of that kind. */
const item = yup.object({ id: ref('id').default(undefined) })

const readingSchema = yup.object({
  at: time('Time'),
  by: words('By', 80).default('not said'),
  /** As on the quick line; or the point and the slot with a value. */
  line: words('Line', 120).default(undefined),
  with: ref('Instrument').default(undefined),
  id: ref('id').default(undefined),
  point: words('Point', 120).default(undefined),
  slot: words('Slot', 60).default(undefined),
  number: figure('Number').nullable().default(null),
  word: words('Word', MOST_WORD).nullable().default(null),
  digits: words('Digits', 40).nullable().default(null),
  unit: choice('Unit', UNITS).default(undefined),
  bound,
  confirmed: list('Confirmed', choice('Confirmed', ASK_CODES).required(), ASK_CODES.length),
  detail: yup.mixed<Record<string, unknown>>().nullable().default(null),
  byId: ref('by (id)').default(undefined),
  receivedAt: words('Received', 40).nullable().default(null),
  supersedes: ref('corrected reading').nullable().default(null),
  supersedeReason: words('Reason', 200).nullable().default(null),
  shownVerdict: choice('Verdict', VERDICTS).default('open'),
})

const functionsSchema = list(
  'Functions',
  yup.object({
    measures: choice('Measures', MEASURED).required(required('Measures')),
    unit: choice('Unit', UNITS).required(),
    min: figure('Least').required(required('Least')),
    max: figure('Most').required(required('Most')),
    accuracy: yup.object({
      percentOfReading: figure('Percent of reading').min(0).required(),
      digits: figure('Digits').min(0).required(),
      resolution: figure('Resolution').min(0).required(),
    }),
  }),
  40,
)

const instrumentSchema = yup.object({
  id: ref('id').default(undefined),
  tag: words('Tag', 20).required(required('Tag')),
  name: words('Name', 60).required(required('Name')),
  serial: words('Serial', 60).nullable().default(null),
  provingUnit: flag('Proving unit').default(false),
  laidAside: flag('Laid aside').default(false),
  calibrationDue: day('Calibration due').nullable().default(null),
  calibrationInDays: figure('Calibration in days').nullable().default(null),
  certificates: list(
    'Certificates',
    yup.object({
      calibratedOn: day('Calibrated on').nullable().default(null),
      dueOn: day('Due on').required(required('Due on')),
      number: words('Number', 60).nullable().default(null),
    }),
    100,
  ),
  lowImpedance: flag('Low impedance').default(false),
  functions: functionsSchema,
  earlier: list(
    'Earlier',
    yup.object({
      until: instant('Until').required(required('Until')),
      lowImpedance: flag('Low impedance').default(false),
      functions: functionsSchema,
    }),
    100,
  ),
})

const revisionSchema = yup
  .object({
    id: ref('id').required(required('id')),
    number: figure('Number').integer().min(1).required(required('Number')),
    note: words('Note', 300).required(required('Note')),
    madeByName: words('By', 80).required(required('By')),
    madeAt: words('At', 40).required(required('At')),
    graph: graphSchema.required(required('Wiring')),
  })
  .nullable()
  .default(null)

/** A whole job as one open file: the form of the demo's jobs, and of the export. */
export const jobFileSchema = yup.object({
  id: ref('id').default(undefined),
  name: words('Name', 80).required(required('Name')),
  place: words('Place', 80).default(''),
  packId: choice('Rule pack', RULE_PACK_IDS).required(required('Rule pack')),
  /** Days from today to the job's day; clock times are of that day. */
  day: figure('Day').integer().default(0),
  /** The day that the job is planned for, as an export has it. */
  scheduledDay: day('Scheduled day').nullable().default(null),
  /** The day that calibration is held against; the day it is read on where it is left out. */
  today: day('Today').nullable().default(null),
  testDepth: choice('Test depth', ['essential', 'full'] as const).default('essential'),
  /** The day whose checks the job answers to, that of its first sealing; all there are where it is left out. */
  checksAsOf: day('Checks as of').nullable().default(null),
  acceptsShedding: flag('Accepts shedding').default(false),
  supply: supplySchema.required(required('Supply')),
  sources: sourcesSchema.required(required('Sources')),
  site: siteSchema,
  assumptions: assumptionsSchema,
  loads: list('Loads', item),
  components: list('Components', item),
  circuits: list('Circuits', item),
  runs: list('Runs', item),
  electrodes: list('Electrodes', item),
  settings: list('Settings', item),
  survey: list('Survey', thing(SURVEY_KINDS)),
  fit: list('Fit', thing(FIT_KINDS), 2000),
  /** Tasks and pick list as the app itself proposes them, behind what stands in `fit`. */
  fitFromPlan: yup
    .object({
      visit: words('Visit', 16).nullable().default(null),
      van: yup.mixed<Record<string, string>>().default({}),
    })
    .nullable()
    .default(null),
  coreColours: yup.mixed<Record<string, string>>().default({}),
  /** The choice of a school; the plan's promises are written with it, unless they stand in `promises`. */
  plan: planChoiceSchema
    .shape({ by: words('By', 80).default('not said') })
    .nullable()
    .default(null),
  chosenSchool: words('School', 40).nullable().default(null),
  schoolReason: words('Reason', 400).nullable().default(null),
  promises: list(
    'Promises',
    yup.object({
      id: ref('id').default(undefined),
      kind: choice('Kind', PROMISE_KINDS).required(required('Kind')),
      sentence: words('Sentence', 1000).required(required('Sentence')),
      gapClass: choice('Class', RIDE_THROUGH_CLASSES).nullable().default(null),
      runtimeH: figure('Runtime').nullable().default(null),
      loadTags: list('Loads', words('Load', 16)),
      changedAt: words('Changed', 40).nullable().default(null),
      changeNote: words('Note', 1000).nullable().default(null),
    }),
    50,
  )
    .nullable()
    .default(null),
  /** Changes of the generated wiring as the crew has it, or whole revisions of a layer. */
  wired: yup
    .object({
      by: words('By', 80).required(required('By')),
      at: time('At'),
      note: words('Note', 300).required(required('Note')),
      edits: list('Edits', yup.mixed<object>().required()),
    })
    .nullable()
    .default(null),
  wiring: yup.object({ planned: revisionSchema, wired: revisionSchema }),
  instruments: list('Instruments', instrumentSchema, 100).nullable().default(null),
  readings: list('Readings', readingSchema, MOST_READINGS),
  /** Tags of things that a picture is on record of. */
  pictures: list('Pictures', words('Picture', 40)),
  attachments: list(
    'Attachments',
    yup.object({
      id: ref('id').required(required('id')),
      kind: choice('Kind', ['picture', 'recording', 'document'] as const).required(required('Kind')),
      subject: words('Subject', 120).required(required('Subject')),
      fileName: words('File name', 120).required(required('File name')),
      sha256: words('SHA-256', 64).default(''),
      byteCount: figure('Bytes').integer().min(0).default(0),
      mediaType: words('Media type', 80).default(''),
      takenAt: words('Taken', 40).nullable().default(null),
      addedByName: words('By', 80).default('not said'),
      receivedAt: words('Received', 40).required(required('Received')),
    }),
    2000,
  ),
  recordings: list(
    'Recordings',
    yup.object({
      at: time('Time'),
      by: words('By', 80).default('not said'),
      point: words('Point', 120).required(required('Point')),
      file: words('File', 120).required(required('File')),
    }),
    50,
  ),
  ownLimits: list(
    'Own limits',
    yup.object({
      id: ref('id').default(undefined),
      key: choice('Limit', LIMIT_KEYS).required(required('Limit')),
      value: figure('Figure').nullable().default(null),
      reason: words('Reason', 300).min(10, 'Write the reason in at least ten characters').required(required('Reason')),
      by: words('By', 80).required(required('By')),
      at: time('At'),
    }),
    200,
  ),
  overrides: list(
    'Overrides',
    yup.object({
      id: ref('id').default(undefined),
      step: choice('Step', HOLD_STEP_IDS).required(required('Step')),
      condition: words('Condition', 40).required(required('Condition')),
      reason: words('Reason', 500).min(10, 'Write the reason in at least ten characters').required(required('Reason')),
      by: words('By', 80).required(required('By')),
      at: time('At'),
    }),
    200,
  ),
  outageMarks: list(
    'Marks of outages',
    yup.object({
      id: ref('id').required(required('id')),
      runId: ref('Run').required(required('Run')),
      kind: choice('Kind', MARK_KINDS).required(required('Kind')),
      subject: words('Of', 40).nullable().default(null),
      value: figure('Figure').nullable().default(null),
      at: instant('At').required(required('At')),
      device: words('Phone', 40).required(required('Phone')),
      clockOffsetMs: figure('Offset of the clock').nullable().default(null),
      clockErrorMs: figure('Error of the clock').nullable().default(null),
      by: words('By', 80).required(required('By')),
    }),
    3000,
  ),
  visits: list(
    'Visits',
    yup.object({
      id: ref('id').default(undefined),
      kind: choice('Kind', VISIT_KINDS).required(required('Kind')),
      reason: words('Reason', 300).required(required('Reason')),
      touched: list('Touched', words('Touched', 40).required(required('Touched')), 60),
      openedAt: time('Opened at'),
      by: words('By', 80).required(required('By')),
    }),
    200,
  ),
  replacements: list(
    'Replacements',
    yup.object({
      id: ref('id').default(undefined),
      componentTag: tag('Component').required(required('Component')),
      oldSerial: words('Old serial', 60).nullable().default(null),
      cause: choice('Cause', REPLACEMENT_CAUSES).required(required('Cause')),
      reason: words('Reason', 200).required(required('Reason')),
      at: time('At'),
      by: words('By', 80).default('not said'),
    }),
    200,
  ),
  serialsElsewhere: list(
    'Serials elsewhere',
    yup.object({
      serial: words('Serial', 60).required(required('Serial')),
      jobName: words('Job', 80).required(required('Job')),
    }),
  ),
})

export type JobFile = yup.InferType<typeof jobFileSchema>
