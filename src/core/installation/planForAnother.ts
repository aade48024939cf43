import type { FitItem, FitKind } from './fit'
import type { CableRun, Circuit, Electrode, Installation, Load } from './installation'
import { EMPTY_SITE, type SurveyItem, type SurveyKind } from './survey'
import { NO_WIRING } from './wiring'

/** What goes along of a survey: boards by name, since circuits are on them; strings by their modules; and what makers declared. All else was found there. */
const GOES_ALONG: ReadonlySet<SurveyKind> = new Set(['board', 'pvSystem', 'declared'])
/** What happened, was measured or was agreed for one wall or one day. */
const OF_ONE_JOB: ReadonlySet<FitKind> = new Set(['snag', 'visit', 'foot', 'dayRules'])

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

/** A board is there by its name: what stands on its plate is read anew. */
const unread = (item: SurveyItem): SurveyItem =>
  item.kind === 'board'
    ? {
        ...item,
        detail: {
          ...item.detail,
          mainA: null,
          busbarA: null,
          sourcesAtFarEnd: null,
          metalOutdoors: null,
          ways: null,
          bendingMm: null,
          terminalSize: null,
        },
      }
    : item

/** A unit goes along without its place, a task without its hour, a material as not yet loaded, a delivery without its day. */
function notBegun(item: FitItem): FitItem {
  switch (item.kind) {
    case 'unit':
      return { ...item, detail: { ...item.detail, xMm: null, yMm: null } }
    case 'task':
      return { ...item, detail: { ...item.detail, visitTag: null, earliestMin: null, pinnedMin: null } }
    case 'delivery':
      return { ...item, detail: { ...item.detail, onDay: null, arrived: false } }
    case 'material':
      return { ...item, detail: { ...item.detail, loaded: null, used: null } }
    default:
      return item
  }
}

const unmeasured = (run: CableRun): CableRun => ({ ...run, faultCurrentA: null, derating: null })

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
    runs: anew(installation.runs).map(unmeasured),
    electrodes: anew(installation.electrodes).map(unplaced),
    settings: anew(installation.settings),
    promises: [],
    survey: anew(survey.filter(({ kind }) => GOES_ALONG.has(kind))).map(unread),
    fit: anew(fit.filter(({ kind }) => !OF_ONE_JOB.has(kind))).map(notBegun),
    ownLimits: [],
    wiring: NO_WIRING,
  }
}
