import * as yup from 'yup'
import { RCD_DEVICES } from '@/core/earthing/residualCurrentTrip'
import { COMPONENT_KINDS } from '@/core/installation/installation'
import { CODE_LETTERS, STARTERS } from '@/core/plan/motorStart'
import { LOAD_PATTERNS } from '@/core/plan/syntheticProfiles'
import { UNITS } from '@/core/quantity/units'
import { COPPER_OHM_PER_KM, sizeSystemOf } from '@/core/rules/conductors'
import { RULE_PACKS } from '@/core/rules/packs'
import type { RulePackId } from '@/core/rules/rulePack'
import type { FieldIssue } from '@/core/result'
import { choice, figure, flag, oneOrNone, optionalFigure, required, share, tag, words } from './fields'

/** What each kind of thing in a plan takes: the same on the form and on the server. */
export const ITEM_SCHEMAS = {
  load: yup.object({
    tag: tag().required(required('Tag')),
    name: words('Name', 60).required(required('Name')),
    powerW: figure('Power')
      .min(0, 'Power must be 0 W or more')
      .max(100_000, 'Power above 100 kW is not a household load')
      .required(required('Power')),
    powerFactor: figure('Power factor')
      .moreThan(0, 'Power factor must be above 0')
      .max(1, 'Power factor is 1 at most')
      .required(required('Power factor')),
    duty: share('Duty').required(required('Duty')),
    lockedRotorA: optionalFigure('Locked-rotor current'),
    phase: choice('Phase', ['L1', 'L2', 'L3', 'all']).required(required('Phase')),
    priority: figure('Priority')
      .integer('Priority is a whole number')
      .min(1, 'Priority is 1 to 9')
      .max(9, 'Priority is 1 to 9')
      .required(required('Priority')),
    backedUp: flag('Backed up').required(),
    mustStayOn: flag('Must stay on').required(),
    turnOffFirst: flag('Turn off first').default(false),
    pattern: choice('When it runs', LOAD_PATTERNS).default('steady'),
    circuitTag: tag('Circuit').nullable().default(null),
    runningA: optionalFigure('Running current'),
    codeLetter: oneOrNone('Code letter', CODE_LETTERS),
    hp: optionalFigure('Motor power, hp'),
    starter: oneOrNone('Starter', STARTERS),
    startFactor: share('Share of the locked-rotor current').nullable().default(null),
    startS: optionalFigure('Start time'),
    makerMaxLraA: optionalFigure('Maker’s highest locked-rotor current'),
    makerMaxDeviceA: optionalFigure('Maker’s highest device'),
    sort: figure('Order').integer().default(0),
  }),
  component: yup.object({
    tag: tag().required(required('Tag')),
    kind: choice('Kind', COMPONENT_KINDS).required(required('Kind')),
    name: words('Name', 60).required(required('Name')),
    model: words('Model', 60).required(required('Model')),
    minimumFirmware: words('Lowest firmware', 20).nullable().default(null),
    sort: figure('Order').integer().default(0),
  }),
  circuit: yup.object({
    tag: tag().required(required('Tag')),
    name: words('Name', 60).required(required('Name')),
    device: choice('Device', RCD_DEVICES).required(required('Device')),
    iDeltaNMa: figure('Rated residual current')
      .moreThan(0, 'Rated residual current must be above 0 mA')
      .max(3000, 'Rated residual current is 3 A at most')
      .nullable()
      .default(null),
    backedUp: flag('Backed up').required(),
    boardTag: tag('Board').nullable().default(null),
    breakerA: optionalFigure('Rating of its device'),
    curve: words('Curve', 2).nullable().default(null),
    phase: choice('Phase', ['L1', 'L2', 'L3', 'all']).default('all'),
    foundBoardTag: tag('Board it was found on').nullable().default(null),
    foundPhase: oneOrNone('Phase it was found on', ['L1', 'L2', 'L3', 'all']),
    torqueNm: optionalFigure('Torque of its terminals'),
    sort: figure('Order').integer().default(0),
  }),
  run: yup.object({
    tag: tag().required(required('Tag')),
    from: words('From', 60).required(required('From')),
    to: words('To', 60).required(required('To')),
    size: words('Size', 8).required(required('Size')),
    lengthM: figure('Length')
      .moreThan(0, 'Length must be above 0 m')
      .max(2000, 'Length above 2 km is not in a house')
      .required(required('Length')),
    conductorTempC: figure('Conductor temperature')
      .min(-40, 'Conductor temperature must be −40 °C or more')
      .max(90, 'Conductor temperature is 90 °C at most')
      .default(20),
    designCurrentA: optionalFigure('Design current'),
    deviceA: optionalFigure('Device'),
    derating: share('Derating').moreThan(0, 'Derating must be above 0').default(1),
    faultCurrentA: optionalFigure('Fault current'),
    faultS: optionalFigure('Fault lasts'),
    extraM: figure('Extra length')
      .min(0, 'Extra length must be 0 m or more')
      .max(200, 'Extra length above 200 m is not in a house')
      .default(0),
    torqueNm: optionalFigure('Torque of its terminals'),
    sort: figure('Order').integer().default(0),
  }),
  electrode: yup.object({
    tag: tag().required(required('Tag')),
    kind: choice('Kind', ['rod', 'plate', 'array']).required(required('Kind')),
    targetOhm: figure('Target')
      .oneOf([20, 50, 100, 200], 'Target is 20, 50, 100 or 200 Ω')
      .required(required('Target')),
    seasonalFactor: figure('Seasonal factor')
      .min(1, 'Seasonal factor must be 1 or more')
      .max(5, 'Seasonal factor is 5 at most')
      .default(1.5),
    sort: figure('Order').integer().default(0),
  }),
  setting: yup.object({
    key: words('Key', 40)
      .matches(/^[A-Za-z][A-Za-z0-9.]*$/, 'Key is a name of the register map')
      .required(required('Key')),
    label: words('Label', 60).required(required('Label')),
    value: figure('Value').required(required('Value')),
    unit: choice('Unit', UNITS).default(''),
    tolerance: figure('Tolerance').min(0, 'Tolerance must be 0 or more').default(0),
    sort: figure('Order').integer().default(0),
  }),
} as const

export type ItemKind = keyof typeof ITEM_SCHEMAS
export const ITEM_KINDS = Object.keys(ITEM_SCHEMAS) as ItemKind[]

/** What contradicts the job's own family: a phase it lacks, a cable size of the other system. */
export function contradiction(kind: ItemKind, fields: Record<string, unknown>, packId: RulePackId): FieldIssue | null {
  const pack = RULE_PACKS[packId]
  if (kind === 'load' && fields.phase !== 'all' && !pack.phases.includes(fields.phase as never))
    return { path: 'phase', message: `This supply has no ${String(fields.phase)}.` }
  if (kind === 'load' && fields.mustStayOn === true && fields.backedUp === false)
    return { path: 'mustStayOn', message: 'A load that must stay on has to be backed up.' }
  if (kind === 'load' && fields.turnOffFirst === true && (fields.mustStayOn === true || fields.backedUp === false))
    return {
      path: 'turnOffFirst',
      message: 'Only a load that is backed up and need not stay on can be turned off first.',
    }
  if (
    kind === 'circuit' &&
    fields.phase !== undefined &&
    fields.phase !== 'all' &&
    !pack.phases.includes(fields.phase as never)
  )
    return { path: 'phase', message: `This supply has no ${String(fields.phase)}.` }
  if (kind === 'circuit' && fields.curve != null && !pack.breakerCurves.includes(String(fields.curve)))
    return {
      path: 'curve',
      message:
        pack.breakerCurves.length > 0
          ? `Curve is ${pack.breakerCurves.join(', ')}.`
          : 'Devices of this region have no curve letter.',
    }
  if (kind === 'run' && !(String(fields.size) in COPPER_OHM_PER_KM[sizeSystemOf(packId)]))
    return {
      path: 'size',
      message: `Size “${String(fields.size)}” is not in the table; it takes ${Object.keys(COPPER_OHM_PER_KM[sizeSystemOf(packId)]).join(', ')}.`,
    }
  return null
}
