import { fitOf } from '../installation/fit'
import type { Installation } from '../installation/installation'
import { rulesOf } from '../installation/rulesOf'
import { type LiftItem, type Lifts, lifts, parseMasses } from './lifts'

/** What is to be lifted on a job, as F-3 takes it: a thing by its mass, or a crate by what is in it. */
const liftItemsOf = ({ fit }: Pick<Installation, 'fit'>): LiftItem[] =>
  fitOf(fit, 'lift').map(({ tag, detail: { massKg, minutes, crateEmptyKg, modulesKg, openMinutes } }) => {
    const modules = modulesKg === null ? null : parseMasses(modulesKg)
    return {
      id: tag,
      massKg,
      minutesPerLift: minutes,
      crate: modules === null ? null : { emptyMassKg: crateEmptyKg, modulesKg: modules, openMinutes },
    }
  })

/** F-3 for a job, with what its rule pack lets one person lift. Without a crew size the verdict is Open and the rest is given. */
export const liftsOfInstallation = (
  installation: Pick<Installation, 'fit' | 'packId' | 'ownLimits'>,
  crewSize: number | null,
): Lifts =>
  lifts({
    items: liftItemsOf(installation),
    limitKg: rulesOf(installation).limits.liftPerPersonMax.value,
    crewSize,
  })
