import type { Limits } from '../rules/rulePack'
import { ROUND_UP_M, orderedRunM } from './cableMaterials'

/** Length of one run to order: its way, the slack, both ends and a marked extra, up to the next half metre (F-6). */
export function orderedLengthM(
  lengthM: number,
  { cableSlackShare, cableSlackEnd }: Pick<Limits, 'cableSlackShare' | 'cableSlackEnd'>,
  extraM = 0,
): number {
  const slack = { slackShare: cableSlackShare.value, slackEndM: cableSlackEnd.value, roundUpM: ROUND_UP_M }
  return orderedRunM({ lengthM, extraM }, slack) ?? NaN
}
