import type { FitKind } from './fit'
import type { Circuit, Electrode, Installation, Load } from './installation'
import { EMPTY_SITE, type SurveyKind } from './survey'
import { NO_WIRING } from './wiring'

/** What was found at a place, asked of an authority, or is a paper about it: of no use at another. */
const OF_ONE_PLACE: ReadonlySet<SurveyKind> = new Set(['permission', 'defect', 'service', 'otherElectrode'])
/** What happened on one wall or one day. */
const OF_ONE_JOB: ReadonlySet<FitKind> = new Set(['snag', 'visit'])

/** Nobody read a plate in the other house: no plan on these figures is better than Tight. */
const typical = (load: Load): Load => ({ ...load, figuresAssumed: true, turnOffFirst: false })

/** What only looking at the board tells is not known of the other one. */
const unseen = (circuit: Circuit): Circuit => ({
  ...circuit,
  residualType: null,
  way: null,
  foundBoardTag: null,
  foundPhase: null,
})

const unplaced = (electrode: Electrode): Electrode => ({ ...electrode, atM: null, asideM: null, depthM: null })

/**
 * The plan of a job as the beginning of another one: what is planned goes along, what was found, read, promised, chosen or agreed does not. Supply and
 * place are blank, loads are typical, and nothing of it is evidence.
 *
 * @param idOf a new id for each old one, always the same
 * @example planForAnother(installation, { jobId, name: 'Lantern Steps 11' }, idOf).promises // []
 */
export function planForAnother(
  installation: Installation,
  { jobId, name }: { jobId: string; name: string },
  idOf: (id: string) => string,
): Installation {
  const anew = <T extends { id: string }>(list: readonly T[]): T[] =>
    list.map((one) => ({ ...one, id: idOf(one.id), ...('jobId' in one && { jobId }) }))
  const { supply, sources, survey, fit } = installation
  return {
    ...installation,
    jobId,
    name,
    checksAsOf: null,
    acceptsShedding: false,
    chosenSchool: null,
    schoolReason: null,
    supply: {
      ratingA: null,
      secondMainA: null,
      backupMain: null,
      powerFactor: supply.powerFactor,
      maximumDemandKva: null,
      meterCombinedWithBoard: null,
    },
    sources: { ...sources, curtailment: { ...sources.curtailment, provenNearFull: null } },
    site: { ...EMPTY_SITE, timeZone: installation.site.timeZone },
    loads: anew(installation.loads).map(typical),
    components: anew(installation.components),
    circuits: anew(installation.circuits).map(unseen),
    runs: anew(installation.runs),
    electrodes: anew(installation.electrodes).map(unplaced),
    settings: anew(installation.settings),
    promises: [],
    survey: anew(survey.filter(({ kind }) => !OF_ONE_PLACE.has(kind))),
    fit: anew(fit.filter(({ kind }) => !OF_ONE_JOB.has(kind))),
    ownLimits: [],
    wiring: NO_WIRING,
  }
}
