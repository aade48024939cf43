import type { LeadAcidBank, Sources } from '../installation/installation'
import { atLeast } from '../quantity/tolerance'
import type { PlanMark } from '../rules/verdict'
import { usableEnergyWh } from './usableEnergy'

/** Whether the battery of a plan is lead–acid. */
export const hasBank = ({ bank }: Pick<Sources, 'bank'>): boolean => (bank?.kind ?? null) !== null

/**
 * P-7, Peukert: hours in which a steady current empties a lead–acid bank, `t = H·(C/(I·H))^k`, C being its capacity at H hours.
 *
 * @param currentA drawn from the bank, above 0
 * @returns `null` while a figure of its maker's is missing
 * @example peukertHours({ …, ratedAh: 100, ratedH: 20, peukertExponent: 1.25 }, 20) // 3.54, not 5
 */
export function peukertHours(
  { ratedAh, ratedH, peukertExponent }: Pick<LeadAcidBank, 'ratedAh' | 'ratedH' | 'peukertExponent'>,
  currentA: number,
): number | null {
  if (ratedAh === null || ratedH === null || peukertExponent === null || ratedH <= 0 || currentA <= 0) return null
  return ratedH * (ratedAh / (currentA * ratedH)) ** peukertExponent
}

/**
 * Share of its declared energy that a bank gives at a load: 1 at its rated current and below, less above (P-7, Peukert).
 *
 * @returns 1 for a battery that is not lead–acid; `null` while a figure of the bank's is missing
 * @example givenShare({ bank: { …, ratedAh: 100, ratedH: 20, peukertExponent: 1.25, nominalV: 48 }, dischargeEfficiency: 1 }, 960) // 0.71
 */
export function givenShare(
  { bank, dischargeEfficiency }: Pick<Sources, 'bank' | 'dischargeEfficiency'>,
  loadW: number,
): number | null {
  if (!bank || bank.kind === null) return 1
  if (bank.nominalV === null || bank.nominalV <= 0 || dischargeEfficiency === null || dischargeEfficiency <= 0)
    return null
  const currentA = loadW / dischargeEfficiency / bank.nominalV
  const hours = currentA <= 0 ? null : peukertHours(bank, currentA)
  if (hours === null || bank.ratedAh === null) return null
  return Math.min(1, (hours * currentA) / bank.ratedAh)
}

/**
 * Energy from full at a load, in Wh: what is declared, less what a lead–acid bank does not give so fast.
 *
 * @returns `null` while energy, load or a figure of the bank's is not known
 * @example energyAtLoadWh({ usableWh: 10_000, …, bank: null }, 900) // 10000
 */
export function energyAtLoadWh(sources: Sources, loadW: number | null): number | null {
  const fullWh = usableEnergyWh(sources)
  if (fullWh === null || !hasBank(sources)) return fullWh
  const share = loadW === null ? null : givenShare(sources, loadW)
  return share === null ? null : fullWh * share
}

/** Gas at the end of charge, in mA per Ah of the 10-hour capacity, its safety factors taken in (IEC 62485-2, table 1). */
const GASSING_MA_PER_AH = {
  flooded: { float: 5, boost: 20 },
  sealed: { float: 1, boost: 8 },
} as const
/** Fresh air in m³/h for each cell and ampere of gassing current: hydrogen stays below 4 %, five times over (IEC 62485-2, 7.2). */
const AIR_PER_AMPERE_CELL = 0.05
/** cm² of each of two openings for an air flow in m³/h, at 0.1 m/s (IEC 62485-2, 7.3). */
const OPENING_CM2_PER_AIR = 28

/** What the room of a bank needs, and whether it has it. */
export interface BankVentilation {
  /** `null` while cells, capacity or the way it is charged are not known. */
  airM3PerH: number | null
  /** Free area of each of two openings, one low and one high. */
  openingCm2: number | null
  verdict: PlanMark
}

/**
 * P-7, ventilation of a lead–acid bank: `Q = 0.05·n·I·C·10⁻³` m³/h, and `A = 28·Q` cm² for each of two openings.
 *
 * @returns all `null` and Open while a figure is missing; `null` where there is no such bank
 * @example bankVentilation({ …, kind: 'flooded', cellCount: 24, ratedAh: 200, boostCharged: true, ventCm2: 150 }) // 4.8 m³/h, 134.4 cm², fits
 */
export function bankVentilation(bank: LeadAcidBank | null | undefined): BankVentilation | null {
  if (!bank || bank.kind === null) return null
  const { kind, cellCount, ratedAh, boostCharged, ventCm2 } = bank
  if (cellCount === null || ratedAh === null || boostCharged === null)
    return { airM3PerH: null, openingCm2: null, verdict: 'open' }
  const gassing = GASSING_MA_PER_AH[kind][boostCharged ? 'boost' : 'float']
  const airM3PerH = (AIR_PER_AMPERE_CELL * cellCount * gassing * ratedAh) / 1000
  const openingCm2 = OPENING_CM2_PER_AIR * airM3PerH
  return {
    airM3PerH,
    openingCm2,
    verdict: ventCm2 === null ? 'open' : atLeast(ventCm2, openingCm2) ? 'fits' : 'exceeds',
  }
}
