import type { Load } from '../installation/installation'

/** A load that starts as a motor does. */
export const isMotor = ({ starter, lockedRotorA, codeLetter, hp }: Load): boolean =>
  starter !== null || lockedRotorA !== null || (codeLetter !== null && hp !== null)

/**
 * Whether a load stands with figures that nobody read from a plate: said to be typical, or a motor with the power factor of a heater, as every
 * new load begins. A drive's rectifier may well have a factor of 1.
 *
 * @example figuresInDoubt({ ...pump, starter: 'direct', powerFactor: 1, figuresAssumed: false }) // true
 */
export const figuresInDoubt = (load: Load): boolean =>
  load.figuresAssumed || (load.powerFactor === 1 && load.starter !== 'vsd' && isMotor(load))
