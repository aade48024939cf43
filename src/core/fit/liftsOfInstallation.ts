import { fitOf } from '../installation/fit'
import type { Installation } from '../installation/installation'
import { type LiftItem, parseMasses } from './lifts'

/** What is to be lifted on a job, as F-3 takes it: a thing by its mass, or a crate by what is in it. */
export const liftItemsOf = ({ fit }: Pick<Installation, 'fit'>): LiftItem[] =>
  fitOf(fit, 'lift').map(({ tag, detail: { massKg, minutes, crateEmptyKg, modulesKg, openMinutes } }) => {
    const modules = modulesKg === null ? null : parseMasses(modulesKg)
    return { id: tag, massKg, minutesPerLift: minutes, crate: modules === null ? null : { emptyMassKg: crateEmptyKg, modulesKg: modules, openMinutes } }
  })
