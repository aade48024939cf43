import * as yup from 'yup'
import { cableMaterials } from '@/core/plan/cableMaterials'
import { CONTAINMENTS } from '@/core/plan/containmentFill'
import { clearances } from '@/core/fit/clearances'
import { WALL_PLACES, exposure } from '@/core/fit/exposure'
import { level } from '@/core/fit/level'
import { lifts } from '@/core/fit/lifts'
import {
  pack,
  type CalcCode,
  blank,
  calc,
  choiceOrNull,
  known,
  least0,
  listOf,
  number,
  required,
  text,
} from './inputFields'

const above0 = () => number().moreThan(0, '${path} must be above 0').required(required)
const clear = () =>
  yup
    .object({
      left: least0().required(required),
      right: least0().required(required),
      top: least0().required(required),
      bottom: least0().required(required),
    })
    .required(required)
const box = {
  xMm: number().required(required),
  yMm: number().required(required),
  widthMm: above0(),
  heightMm: above0(),
}

const f1 = yup.object({
  wall: yup.object({ widthMm: above0(), ceilingMm: above0() }).required(required),
  unit: yup
    .object({ ...box, id: text().required(required), xMm: blank(), yMm: blank(), clearMm: clear() })
    .required(required),
  obstacles: listOf(
    yup.object({ ...box, id: text().required(required), kind: text().required(required) }),
    200,
  ).default([]),
  kindClearMm: yup.lazy((value: unknown) =>
    yup
      .object(
        Object.fromEntries(
          Object.keys((value as object | null) ?? {}).map((kind) => [kind, least0().required(required)]),
        ),
      )
      .default({}),
  ),
  otherUnits: listOf(yup.object({ ...box, id: text().required(required), clearMm: clear() }), 50).default([]),
  board: yup
    .object({ ...box, nonCombustible: known(), marginMm: least0().required(required) })
    .nullable()
    .default(null),
  controls: listOf(yup.object({ id: text().required(required), heightMm: number().required(required) }), 50).default(
    [],
  ),
  reachMm: yup
    .object({ min: number().required(required), max: number().required(required) })
    .default({ min: 450, max: 1800 }),
})
const f2 = yup.object({
  feet: listOf(
    yup.object({
      id: text().required(required),
      xMm: number().required(required),
      yMm: number().required(required),
      heightMm: blank(),
    }),
    100,
  ).required(required),
})
const mass = () => least0().nullable().default(null)
const f3 = yup.object({
  items: listOf(
    yup.object({
      id: text().required(required),
      massKg: mass(),
      minutesPerLift: least0().required(required),
      crate: yup
        .object({
          emptyMassKg: mass(),
          modulesKg: listOf(mass(), 50).required(required),
          openMinutes: least0().required(required),
        })
        .nullable()
        .default(null),
    }),
    500,
  ).required(required),
  limitKg: above0(),
  crewSize: least0().integer('${path} must be a whole number').nullable().default(null),
})
const f4 = yup.object({
  place: choiceOrNull(WALL_PLACES),
  shoreKm: mass(),
  minTempC: blank(),
  maxTempC: blank(),
  floodMm: mass(),
  terminalMm: blank(),
  declared: listOf(
    yup.object({ minShoreKm: mass(), ipCode: text().nullable().default(null), minTempC: blank(), maxTempC: blank() }),
    10,
  ).required(required),
})

const f6 = yup.object({
  pack: pack(),
  runs: listOf(
    yup.object({
      tag: text().required(required),
      size: text().required(required),
      cores: least0().integer('${path} must be a whole number').required(required),
      lengthM: mass(),
      extraM: least0().default(0),
    }),
    1000,
  ).default([]),
  containments: listOf(
    yup.object({
      tag: text().required(required),
      kind: text()
        .oneOf(CONTAINMENTS, `\${path} must be one of ${CONTAINMENTS.join(', ')}`)
        .required(required),
      innerAreaMm2: mass(),
      cableDiametersMm: listOf(mass(), 200).default([]),
    }),
    500,
  ).default([]),
  slackShare: mass(),
  slackEndM: mass(),
  roundUpM: mass(),
  lugsFromMm2: mass(),
})

/** The calculations of the physical work. */
export const FIT_CODES: Readonly<Record<string, CalcCode>> = {
  'F-1': calc('clearances on a wall', f1, (input) => clearances(input as Parameters<typeof clearances>[0])),
  'F-2': calc('level and shims', f2, ({ feet }) => level(feet as Parameters<typeof level>[0])),
  'F-3': calc('lifts by team', f3, (input) => lifts(input as Parameters<typeof lifts>[0])),
  'F-6': calc('cable, terminations, labels, fill', f6, (input) =>
    cableMaterials(input as Parameters<typeof cableMaterials>[0]),
  ),
  'F-4': calc('exposure', f4, (input) => exposure(input as Parameters<typeof exposure>[0])),
}
