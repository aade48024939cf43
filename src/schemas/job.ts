import * as yup from 'yup'
import { figure, flag, optionalFigure, choice, required, share, words } from './fields'

/** What the supply's form takes. */
export const supplySchema = yup.object({
  ratingA: optionalFigure('Supply rating').max(1000, 'Supply rating above 1,000 A is not a household supply'), powerFactor: share('Power factor').nullable().default(null),
  maximumDemandKva: optionalFigure('Maximum demand'), meterCombinedWithBoard: flag('Meter combined with board').nullable().default(null),
})

const PHASES = ['L1', 'L2', 'L3', 'all'] as const

/** One battery inverter with its modules; every declared figure may be blank. */
export const unitSchema = yup.object({
  name: words('Name', 60).required(required('Name')), moduleCount: optionalFigure('Number of modules').integer('Number of modules is a whole number').max(200, 'More than 200 modules are not in a house'), moduleW: optionalFigure('Module power'),
  inverterBatteryW: optionalFigure('Inverter battery side'), inverterAcW: optionalFigure('Inverter AC rating'), inverterSurgeVa: optionalFigure('Inverter surge'),
  moduleSurgeVa: optionalFigure('Module surge'), surgeS: optionalFigure('Surge time'), pvDcW: optionalFigure('PV on DC'), coldFactor: share('Cold factor').nullable().default(1),
  phase: choice('Phase', PHASES).default('all'), legW: optionalFigure('Leg limit'),
})

/** PV on the AC side: what it is expected to give, and where it is connected. */
export const pvSchema = yup.object({ name: words('Name', 60).required(required('Name')), expectedW: optionalFigure('Expected PV'), side: choice('Side', ['island', 'grid']).required(required('Side')), onBackedPhase: flag('On a backed-up phase').default(true), phase: choice('Phase', PHASES).default('all') })

/** What the makers declare and the plan sets for the sources. */
export const sourcesSchema = yup.object({
  units: yup.array().strict().of(unitSchema).max(8, 'Eight units at most').required(),
  pvAc: yup.array().strict().of(pvSchema).max(8, 'Eight PV systems at most').default([]),
  gatewayA: optionalFigure('Gateway rating'), feederA: optionalFigure('Feeder rating'), usableWh: optionalFigure('Usable energy'), nominalWh: optionalFigure('Nominal energy'),
  depthOfDischarge: share('Depth of discharge').nullable().default(null), dischargeEfficiency: share('Discharge efficiency').default(0.95), reserveSoc: share('Backup reserve').nullable().default(null),
  usualSoc: share('Usual state of charge').nullable().default(null), floorSoc: share('Floor').default(0.05), standbyW: figure('Standby').min(0, 'Standby must be 0 W or more').default(0),
})
