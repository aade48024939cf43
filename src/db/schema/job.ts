import { sql } from 'drizzle-orm'
import { boolean, check, date, index, integer, jsonb, pgTable, text, unique, uuid } from 'drizzle-orm/pg-core'
import { ELECTRODE_KINDS, ELECTRODE_METHODS, type Sources, type Supply } from '@/core/installation/installation'
import { WIRING_LAYERS, type WiringLayer } from '@/core/installation/wiring'
import type { InstallationGraph } from '@/core/wiring/installationGraph'
import { FIT_KINDS, type FitKind, REPLACEMENT_CAUSES } from '@/core/installation/fit'
import type { PlanAssumptions, Site, SurveyKind } from '@/core/installation/survey'
import { SURVEY_KINDS } from '@/core/installation/survey'
import type { PlanChoice, PlanLine } from '@/core/plan/planRevision'
import { FIRST_WORDS } from '@/core/plan/household'
import { STARTERS } from '@/core/plan/motorStart'
import { APPLIANCE_KINDS, type Appliance } from '@/core/plan/appliances'
import { LOAD_PATTERNS } from '@/core/plan/syntheticProfiles'
import { COMPONENT_KINDS, PROMISE_KINDS } from '@/core/installation/installation'
import { RIDE_THROUGH_CLASSES } from '@/core/outage/rideThrough'
import { RESIDUAL_TYPES } from '@/core/plan/sourceSideDevice'
import { RCD_DEVICES } from '@/core/earthing/residualCurrentTrip'
import { RULE_PACK_IDS } from '@/core/rules/rulePack'
import { figure, finite, instant, oneOf, signedColumns } from './columns'
import { user } from './auth'
import { crew } from './crew'
import { madeColumns } from './made'

const SCHOOLS = ['automaticWholeHome', 'automaticWithShedding', 'manualChangeover', 'emergencySocket'] as const

/** One site and its work. What is looked up across jobs has columns; what is the plan's own is jsonb, checked by its Yup schema. */
export const job = pgTable(
  'job',
  {
    id: uuid().primaryKey(),
    crewId: uuid()
      .notNull()
      .references(() => crew.id),
    name: text().notNull(),
    place: text().notNull(),
    packId: text({ enum: RULE_PACK_IDS }).notNull(),
    testDepth: text({ enum: ['essential', 'full'] })
      .notNull()
      .default('essential'),
    scheduledDay: date({ mode: 'string' }),
    acceptsShedding: boolean().notNull().default(false),
    chosenSchool: text({ enum: SCHOOLS }),
    schoolReason: text(),
    supply: jsonb().$type<Supply>().notNull(),
    sources: jsonb().$type<Sources>().notNull(),
    site: jsonb().$type<Partial<Site>>().notNull().default({}),
    assumptions: jsonb().$type<Partial<PlanAssumptions>>().notNull().default({}),
    coreColours: jsonb().$type<Record<string, string>>().notNull().default({}),
    /** The first word to the household; `null` until the office has confirmed one. */
    firstWord: text({ enum: FIRST_WORDS }),
    firstWordBecause: text(),
    firstWordAt: instant(),
    gatewayHost: text(),
    gatewayPort: integer(),
    /** Counts up with every change of descriptive fields, so that two people changing the same thing are told. */
    version: integer().notNull().default(1),
    /** Since when it is put away: out of the lists, and open to whoever looks for it. */
    archivedAt: instant(),
    createdAt: instant().notNull().defaultNow(),
  },
  (t) => [
    index('job_crew').on(t.crewId),
    oneOf('job_pack_known', t.packId, RULE_PACK_IDS),
    check('job_name_given', sql`length(trim(${t.name})) between 1 and 120`),
  ],
)

const ofJob = () => ({
  id: uuid().primaryKey(),
  jobId: uuid()
    .notNull()
    .references(() => job.id, { onDelete: 'cascade' }),
  sort: integer().notNull().default(0),
})

export const load = pgTable(
  'load',
  {
    ...ofJob(),
    tag: text().notNull(),
    name: text().notNull(),
    appliance: text({ enum: APPLIANCE_KINDS as [Appliance, ...Appliance[]] }),
    figuresAssumed: boolean().notNull().default(false),
    powerW: figure().notNull(),
    powerFactor: figure().notNull(),
    duty: figure().notNull(),
    lockedRotorA: figure(),
    phase: text({ enum: ['L1', 'L2', 'L3', 'all'] }).notNull(),
    priority: integer().notNull(),
    backedUp: boolean().notNull(),
    mustStayOn: boolean().notNull(),
    turnOffFirst: boolean().notNull().default(false),
    pattern: text({ enum: LOAD_PATTERNS }).notNull().default('steady'),
    circuitTag: text(),
    room: text(),
    runningA: figure(),
    codeLetter: text(),
    hp: figure(),
    starter: text({ enum: STARTERS }),
    startFactor: figure(),
    startS: figure(),
    makerMaxLraA: figure(),
    makerMaxDeviceA: figure(),
  },
  (t) => [
    oneOf('load_pattern_known', t.pattern, LOAD_PATTERNS),
    oneOf('load_appliance_known', t.appliance, APPLIANCE_KINDS),
    unique('load_tag').on(t.jobId, t.tag),
    check('load_power_finite', sql`${t.powerW} >= 0 and ${t.powerW} < 'Infinity'`),
    check('load_factor_share', sql`${t.powerFactor} > 0 and ${t.powerFactor} <= 1`),
    check('load_duty_share', sql`${t.duty} >= 0 and ${t.duty} <= 1`),
    check('load_room_bounded', sql`length(${t.room}) <= 40`),
    check('load_priority_known', sql`${t.priority} between 1 and 9`),
    finite('load_locked_rotor_finite', t.lockedRotorA),
  ],
)

export const component = pgTable(
  'component',
  {
    ...ofJob(),
    tag: text().notNull(),
    kind: text({ enum: COMPONENT_KINDS }).notNull(),
    name: text().notNull(),
    model: text().notNull(),
    minimumFirmware: text(),
    /** Day until which its maker's warranty runs. */
    warrantyUntil: date({ mode: 'string' }),
    /** Revision of the crew's library that it was taken from. */
    libraryRevisionId: uuid(),
    bendingMm: figure(),
    terminalSize: text(),
  },
  (t) => [
    unique('component_tag').on(t.jobId, t.tag),
    oneOf('component_kind_known', t.kind, COMPONENT_KINDS),
    check('component_terminal_size_bounded', sql`length(${t.terminalSize}) <= 8`),
  ],
)

export const circuit = pgTable(
  'circuit',
  {
    ...ofJob(),
    tag: text().notNull(),
    name: text().notNull(),
    device: text({ enum: RCD_DEVICES }).notNull(),
    iDeltaNMa: figure(),
    backedUp: boolean().notNull(),
    boardTag: text(),
    way: figure(),
    breakerA: figure(),
    curve: text(),
    instantaneousMultiple: figure(),
    residualType: text({ enum: RESIDUAL_TYPES }),
    residualTag: text(),
    safety: boolean(),
    phase: text({ enum: ['L1', 'L2', 'L3', 'all'] })
      .notNull()
      .default('all'),
    foundBoardTag: text(),
    foundPhase: text({ enum: ['L1', 'L2', 'L3', 'all'] }),
    torqueNm: figure(),
  },
  (t) => [
    unique('circuit_tag').on(t.jobId, t.tag),
    oneOf('circuit_device_known', t.device, RCD_DEVICES),
    oneOf('circuit_residual_type_known', t.residualType, RESIDUAL_TYPES),
    finite('circuit_rating_finite', t.iDeltaNMa),
  ],
)

export const cableRun = pgTable(
  'cable_run',
  {
    ...ofJob(),
    tag: text().notNull(),
    from: text('from_place').notNull(),
    to: text('to_place').notNull(),
    size: text().notNull(),
    lengthM: figure().notNull(),
    conductorTempC: figure().notNull(),
    phase: text({ enum: ['L1', 'L2', 'L3', 'all'] }),
    terminals75: boolean(),
    designCurrentA: figure(),
    deviceA: figure(),
    derating: figure(),
    faultCurrentA: figure(),
    faultS: figure(),
    extraM: figure().notNull().default(0),
    torqueNm: figure(),
  },
  (t) => [
    unique('cable_run_tag').on(t.jobId, t.tag),
    check('cable_run_length_finite', sql`${t.lengthM} > 0 and ${t.lengthM} < 10000`),
    check('cable_run_temperature_finite', sql`${t.conductorTempC} between -40 and 90`),
  ],
)

export const electrode = pgTable(
  'electrode',
  {
    ...ofJob(),
    tag: text().notNull(),
    kind: text({ enum: ELECTRODE_KINDS }).notNull(),
    method: text({ enum: ELECTRODE_METHODS }).notNull().default('threePoint'),
    targetOhm: figure().notNull(),
    seasonalFactor: figure().notNull(),
    lengthM: figure(),
    diameterMm: figure(),
    acrossM: figure(),
    depthM: figure(),
    atM: figure(),
    asideM: figure(),
    rodCount: integer(),
    spacingM: figure(),
  },
  (t) => [
    unique('electrode_tag').on(t.jobId, t.tag),
    oneOf('electrode_method_known', t.method, ELECTRODE_METHODS),
    check('electrode_target_known', sql`${t.targetOhm} in (20, 50, 100, 200)`),
    check('electrode_season_sound', sql`${t.seasonalFactor} >= 1 and ${t.seasonalFactor} <= 5`),
  ],
)

export const plannedSetting = pgTable(
  'planned_setting',
  {
    ...ofJob(),
    key: text().notNull(),
    label: text().notNull(),
    value: figure().notNull(),
    unit: text().notNull(),
    tolerance: figure().notNull(),
    why: text(),
    origin: text(),
  },
  (t) => [
    unique('planned_setting_key').on(t.jobId, t.key),
    finite('planned_setting_finite', t.value),
    check('planned_setting_tolerance', sql`${t.tolerance} >= 0 and ${t.tolerance} < 'Infinity'`),
  ],
)

export const customerPromise = pgTable(
  'customer_promise',
  {
    ...ofJob(),
    kind: text({ enum: PROMISE_KINDS }).notNull(),
    sentence: text().notNull(),
    gapClass: text({ enum: RIDE_THROUGH_CLASSES }),
    runtimeH: figure(),
    loadTags: jsonb().$type<string[]>().notNull(),
    changedAt: instant(),
    changeNote: text(),
  },
  (t) => [
    index('customer_promise_job').on(t.jobId),
    oneOf('customer_promise_kind_known', t.kind, PROMISE_KINDS),
    finite('customer_promise_runtime_finite', t.runtimeH),
  ],
)

/** A thing found on the survey, or a paper that goes with the job; what is particular to its kind is checked by the kind's schema. */
export const surveyItem = pgTable(
  'survey_item',
  {
    ...ofJob(),
    kind: text({ enum: SURVEY_KINDS }).$type<SurveyKind>().notNull(),
    tag: text().notNull(),
    name: text().notNull(),
    detail: jsonb().$type<Record<string, unknown>>().notNull(),
  },
  (t) => [unique('survey_item_tag').on(t.jobId, t.kind, t.tag), oneOf('survey_item_kind_known', t.kind, SURVEY_KINDS)],
)

/** A thing of the wall, the crew's day or the van; what is particular to its kind is checked by the kind's schema. */
export const fitItem = pgTable(
  'fit_item',
  {
    ...ofJob(),
    kind: text({ enum: FIT_KINDS }).$type<FitKind>().notNull(),
    tag: text().notNull(),
    name: text().notNull(),
    detail: jsonb().$type<Record<string, unknown>>().notNull(),
  },
  (t) => [unique('fit_item_tag').on(t.jobId, t.kind, t.tag), oneOf('fit_item_kind_known', t.kind, FIT_KINDS)],
)

/** A component that was taken out and replaced under the same short name; append-only. */
export const componentReplacement = pgTable(
  'component_replacement',
  {
    id: uuid().primaryKey(),
    jobId: uuid()
      .notNull()
      .references(() => job.id, { onDelete: 'restrict' }),
    componentTag: text().notNull(),
    oldSerial: text(),
    cause: text({ enum: REPLACEMENT_CAUSES }).notNull(),
    reason: text().notNull(),
    replacedBy: text()
      .notNull()
      .references(() => user.id),
    ...signedColumns(),
    replacedAt: instant()
      .notNull()
      .default(sql`clock_timestamp()`),
  },
  (t) => [
    index('component_replacement_job').on(t.jobId),
    oneOf('component_replacement_cause_known', t.cause, REPLACEMENT_CAUSES),
    check('component_replacement_reason_given', sql`length(trim(${t.reason})) >= 5`),
  ],
)

/** A plan as it stood when it was chosen: written out line by line, append-only. */
export const planRevision = pgTable(
  'plan_revision',
  {
    id: uuid().primaryKey(),
    jobId: uuid()
      .notNull()
      .references(() => job.id, { onDelete: 'restrict' }),
    number: integer().notNull(),
    note: text().notNull(),
    lines: jsonb().$type<PlanLine[]>().notNull(),
    /** What was chosen and promised before it, so that choosing can be taken back; `null` for what was chosen before that was kept. */
    before: jsonb().$type<PlanChoice>(),
    ...madeColumns(),
  },
  (t) => [unique('plan_revision_number').on(t.jobId, t.number)],
)

/** The wiring as somebody left it: a whole graph with what they changed; append-only. */
export const wiringRevision = pgTable(
  'wiring_revision',
  {
    id: uuid().primaryKey(),
    jobId: uuid()
      .notNull()
      .references(() => job.id, { onDelete: 'restrict' }),
    layer: text({ enum: WIRING_LAYERS }).$type<WiringLayer>().notNull(),
    number: integer().notNull(),
    note: text().notNull(),
    graph: jsonb().$type<InstallationGraph>().notNull(),
    madeBy: text()
      .notNull()
      .references(() => user.id),
    ...signedColumns(),
    /** Clock of the device; `receivedAt` is the server's. */
    madeAt: instant().notNull(),
    receivedAt: instant()
      .notNull()
      .default(sql`clock_timestamp()`),
  },
  (t) => [
    unique('wiring_revision_number').on(t.jobId, t.layer, t.number),
    oneOf('wiring_revision_layer_known', t.layer, WIRING_LAYERS),
    check('wiring_revision_number_counts', sql`${t.number} >= 1`),
  ],
)
