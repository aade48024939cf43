import { atMost } from '../quantity/tolerance'

/** Temperature that a module's plate is stated for. */
const STATED_CELL_C = 25

/** What the plates and the survey say of one string; a blank is `null`. */
export interface PvStringPlate {
  modulesInString: number | null
  moduleVocV: number | null
  betaPercentPerC: number | null
  /** `null` while nobody has looked. */
  optimisers: boolean | null
  /** What the maker of the optimisers says each gives while it is held back. */
  optimiserSafeV: number | null
}

/** Voltage that a string must show, with what it rests on. */
export interface ExpectedVoc {
  expectedV: number | null
  /** What one module more or less makes. */
  perModuleV: number | null
  /** Facts that are missing, in words. */
  missing: string[]
}

/**
 * W-4: the open-circuit voltage a string must show: its modules' voltage at their temperature, or with optimisers the maker's safe voltage of each.
 *
 * @returns `null` figures with what is missing, where anything is: nothing is skipped
 * @example
 * expectedVoc({ modulesInString: 10, moduleVocV: 40, betaPercentPerC: -0.3, optimisers: false, optimiserSafeV: null }, 45).expectedV // => 376
 */
export function expectedVoc(plate: PvStringPlate, moduleTempC: number | null): ExpectedVoc {
  const { modulesInString: count, moduleVocV, betaPercentPerC, optimisers, optimiserSafeV } = plate
  const missing = [
    count === null && 'how many modules it has',
    optimisers === null && 'whether its modules have optimisers',
    optimisers === true && optimiserSafeV === null && 'the optimisers’ safe voltage, from their maker',
    optimisers === false && moduleVocV === null && 'the modules’ open-circuit voltage',
    optimisers === false && betaPercentPerC === null && 'how their voltage falls with temperature',
    optimisers === false && moduleTempC === null && 'the modules’ temperature',
  ].filter((word) => word !== false)
  const perModuleV = optimisers
    ? optimiserSafeV
    : optimisers === null || moduleVocV === null || betaPercentPerC === null || moduleTempC === null
      ? null
      : moduleVocV * (1 + (betaPercentPerC / 100) * (moduleTempC - STATED_CELL_C))
  return { expectedV: perModuleV === null || count === null ? null : count * perModuleV, perModuleV, missing }
}

/** A voltage against what was expected of it. */
export interface VocFinding {
  inside: boolean
  /** Whole modules that seem to be missing (below zero: too many); 0 where the voltage tells of none. */
  modulesShort: number
}

/** Whether a voltage lies within the share of the expected one, and how many whole modules it is short of. */
export function judgeVoc(vocV: number, { expectedV, perModuleV }: ExpectedVoc, share: number): VocFinding | null {
  if (expectedV === null || perModuleV === null) return null
  const short = Math.round((expectedV - vocV) / perModuleV)
  return { inside: atMost(Math.abs(vocV - expectedV), share * expectedV), modulesShort: short }
}
