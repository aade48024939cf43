import type { Load } from '../installation/installation'
import type { ChangeoverLoad, School } from './changeoverLoad'
import type { PlannedMotorStart } from './motorStarts'

/** What P-5 says of the motors, as far as a school depends on it. */
export interface MotorsSay {
  /** Starts that the source cannot give. */
  refused: PlannedMotorStart[]
  /** Starts that nobody can judge yet. */
  open: PlannedMotorStart[]
}

export const motorsSay = (motors: readonly PlannedMotorStart[]): MotorsSay => ({
  refused: motors.filter(({ asIs }) => asIs.verdict === 'exceeds'),
  open: motors.filter(({ asIs }) => asIs.verdict === 'open'),
})

/**
 * The school of P-6 with P-5 taken in: the whole house changes over by itself only if every motor in it can start. A motor that cannot has to be
 * left off, and while nobody knows of one, nothing is recommended.
 */
export function recommendedSchool(
  { school }: Pick<ChangeoverLoad, 'school'>,
  { refused, open }: MotorsSay,
  acceptsShedding: boolean,
): School | null {
  if (school !== 'automaticWholeHome') return school
  if (refused.length > 0) return acceptsShedding ? 'manualChangeover' : 'automaticWithShedding'
  return open.length > 0 ? null : school
}

/**
 * Loads that part the house: never backed up although the rest could change over as a whole. With any of them what is recommended is not the whole
 * house but a part of it that hangs apart.
 */
export const partingLoads = (loads: readonly Load[], { school }: Pick<ChangeoverLoad, 'school'>): Load[] =>
  school === 'automaticWholeHome' ? loads.filter(({ backedUp }) => !backedUp) : []
