import { knowsAcRating } from './limitsOfInstallation'
import type { CableRun, Installation } from '../installation/installation'
import { type SurveyItem, itemsOf } from '../installation/survey'
import { RULE_PACKS } from '../rules/packs'
import { rulesOf } from '../installation/rulesOf'
import type { RulePackId } from '../rules/rulePack'
import { type BoardRating, boardRating } from './boardRating'
import { type CableCheck, type CableWay, cable } from './cable'
import { type DeviceSize, deviceSize } from './deviceSize'
import { type DeviceFinding, type SourceSideDevice, sourceSideDevice, worstOfFindings } from './sourceSideDevice'

const PVC_COPPER_K = 115

/** Continuous output current of a unit, in amps, on the phases it feeds; `null` while its rating is not declared. */
export function outputCurrentA(
  watts: number | null,
  phase: string | undefined,
  packId: Installation['packId'],
): number | null {
  if (watts === null) return null
  const { nominalV, supplyV, phases } = RULE_PACKS[packId]
  const across = phase === undefined || phase === 'all'
  if (packId === 'iec-3ph-400') return across ? watts / (phases.length * nominalV) : watts / nominalV
  return watts / (across ? supplyV : nominalV)
}

/** P-2 for each unit that is planned: its continuous output current and the next standard device. */
export const sourceDevices = ({
  sources,
  packId,
}: Installation): { name: string; outputA: number | null; size: DeviceSize }[] =>
  sources.units.map((unit) => {
    const { name, phase } = unit
    const outputW = knowsAcRating(unit) ? (unit.inverterAcW ?? unit.inverterBatteryW) : null
    const outputA = outputCurrentA(outputW, phase, packId)
    return { name, outputA, size: deviceSize({ pack: packId, currentA: outputA }) }
  })

/** A source that is to come, or of which nobody has said whether it is one: the board stays Open. */
const UNKNOWN_SOURCE = { deviceA: null, outputA: null }

/** P-3 for each board found: main, sources with devices on it or still to come, and its rating. */
export const boardRatings = ({
  survey,
  circuits,
  packId,
  sources: { units },
}: Installation): { board: SurveyItem<'board'>; rating: BoardRating }[] =>
  itemsOf(survey, 'board').map((board) => {
    const devices = itemsOf(survey, 'sourceDevice')
    const all = devices.filter(({ detail }) => detail.sourceBehind)
    const onBoard = devices.filter(({ detail }) => detail.boardTag === board.tag)
    const sources = onBoard.filter(({ detail }) => detail.sourceBehind)
    const unsaid = onBoard.some(({ detail }) => detail.sourceBehind === null) ? [UNKNOWN_SOURCE] : []
    // a planned inverter that hangs on no device yet may come onto any board
    const toCome = units.slice(all.length).map(() => UNKNOWN_SOURCE)
    return {
      board,
      rating: boardRating({
        pack: packId,
        mainA: board.detail.mainA,
        busbarA: board.detail.busbarA,
        sourcesAtFarEnd: board.detail.sourcesAtFarEnd,
        sources: [
          ...sources.map(({ detail }) => ({ deviceA: detail.ratingA, outputA: detail.outputA })),
          ...unsaid,
          ...toCome,
        ],
        loadDevicesA: circuits.flatMap(({ boardTag, breakerA }) => (boardTag === board.tag ? [breakerA] : [])),
      }),
    }
  })

type SourceDevice = SurveyItem<'sourceDevice'>['detail']

/** What the survey itself leaves open, before the device is looked at. */
function openInSurvey({
  device,
  sourceBehind,
  feeds,
  drivePhases,
  bothWays,
  makerStatesType,
  makerStatesIn,
}: SourceDevice) {
  const open: DeviceFinding[] = []
  const ask = (check: DeviceFinding['check'], why: string) => open.push({ check, mark: 'open', why })
  const residual = device === 'rcd' || device === 'rcbo'
  if (device === 'dcDevice' && (bothWays ?? null) === null)
    ask('direction', 'Say whether the current reverses through it, as on a battery.')
  if (residual && sourceBehind && feeds === 'ordinary')
    ask(
      'type',
      'A source is behind it: say which. What it can put into a fault decides the type, and an ordinary load is no source.',
    )
  if (residual && feeds === 'variableSpeedDrive' && (drivePhases ?? null) === null)
    ask('type', 'Say on how many phases the drive runs: one on three puts smooth direct current into a fault.')
  if (residual && makerStatesType !== null && !makerStatesIn?.trim())
    ask('type', `“Type ${makerStatesType} is enough” counts only in writing: name the document and its date.`)
  return open
}

/** P-12 for one device of the survey: a maker's statement counts only with the document it stands in. */
export function deviceOfSurvey(detail: SourceDevice, packId: RulePackId): SourceSideDevice {
  const { drivePhases, bothWays, makerStatesType, makerStatesIn } = detail
  const { findings, neededType } = sourceSideDevice({
    ...detail,
    kind: detail.device,
    drivePhases: drivePhases ? Number(drivePhases) : null,
    bothWays: bothWays ?? null,
    makerStatesType: makerStatesIn?.trim() ? makerStatesType : null,
  })
  // where devices have no types of residual current, none is asked for
  if (!RULE_PACKS[packId].residualTypes)
    return worstOfFindings(
      [...findings, ...openInSurvey(detail)].filter(({ check }) => check !== 'type'),
      null,
    )
  return worstOfFindings([...findings, ...openInSurvey(detail)], neededType)
}

/** P-12 for every device between a source and a busbar, or before something that asks for a type of its own. */
export const sourceSideDevices = ({
  survey,
  packId,
}: Installation): { item: SurveyItem<'sourceDevice'>; result: SourceSideDevice }[] =>
  itemsOf(survey, 'sourceDevice').map((item) => ({ item, result: deviceOfSurvey(item.detail, packId) }))

/** On which conductors a run carries its current; `null` in a house of several phases while nobody has said. */
function wayOfRun({ phase }: CableRun, packId: Installation['packId']): CableWay | null {
  if (RULE_PACKS[packId].phases.length === 1) return 'phase'
  if (phase === null) return null
  return phase !== 'all' ? 'phase' : packId === 'iec-3ph-400' ? 'three' : 'lines'
}

/** P-11 for every planned run: the check of the size it has, and the size that the figures alone would choose. */
export function cableChecks(installation: Installation): { run: CableRun; check: CableCheck; chosen: CableCheck }[] {
  const { runs, packId } = installation
  const { limits } = rulesOf(installation)
  return runs.map((run) => {
    const input = {
      pack: packId,
      way: wayOfRun(run, packId),
      terminals75: run.terminals75,
      designCurrentA: run.designCurrentA,
      deviceA: run.deviceA,
      lengthM: run.lengthM,
      conductorTempC: 70,
      factors: run.derating === null ? null : [run.derating],
      dropLimitPercent: limits.voltageDropMaxPercent.value,
      faultCurrentA: run.faultCurrentA,
      faultS: run.faultS,
      kFactor: run.faultCurrentA === null ? null : PVC_COPPER_K,
    }
    return {
      run,
      check: cable({ ...input, size: run.size }),
      chosen:
        run.designCurrentA === null || run.deviceA === null || run.derating === null
          ? { size: null, verdict: 'open' }
          : cable({ ...input, size: null }),
    }
  })
}
