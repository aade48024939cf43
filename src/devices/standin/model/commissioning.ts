import { COMMISSIONING_STEPS, type CommissioningStep } from '@/core/settings/commissioning'
import type { House } from './house'

export { COMMISSIONING_STEPS, type CommissioningStep }

export const STEP_STATES = ['waiting', 'running', 'done', 'failed'] as const
export type StepState = (typeof STEP_STATES)[number]

/** Why a step failed; the words are the interface's. */
export const STEP_FAULTS = [
  'none',
  'previousMissing',
  'firmwareTooOld',
  'unitSilent',
  'unitMissing',
  'noConnection',
] as const
export type StepFault = (typeof STEP_FAULTS)[number]

export interface StepProgress {
  state: StepState
  fault: StepFault
  /** Seconds it has run. */
  elapsedS: number
  tries: number
}

/** How long the gateway waits for its router before it gives an association up. */
const CONNECTION_WAIT_S = 90

/** Begins a step, anew where it failed or was done; what comes after it must be done again. */
export function beginStep(house: House, step: CommissioningStep): void {
  const at = COMMISSIONING_STEPS.indexOf(step)
  COMMISSIONING_STEPS.slice(at).forEach((later) => {
    const progress = house.steps[later]
    progress.state = 'waiting'
    progress.fault = 'none'
    progress.elapsedS = 0
  })
  const progress = house.steps[step]
  progress.tries++
  progress.state = 'running'
  const before = COMMISSIONING_STEPS[at - 1]
  if (before !== undefined && house.steps[before].state !== 'done') fail(progress, 'previousMissing')
}

function fail(progress: StepProgress, fault: StepFault): void {
  progress.state = 'failed'
  progress.fault = fault
}

/** Figures of a firmware's name as one number that grows with it. */
const ordinal = (firmware: string) =>
  firmware.split('.').reduce((sum, part, k) => sum + Number(part) * 1000 ** (2 - k), 0)

/** What keeps a step from ending well, found when its time is over. */
const FAULT_OF: Readonly<Record<CommissioningStep, (house: House) => StepFault>> = {
  firmware: () => 'none',
  pairing: ({ spec, firmware, modules }) => {
    if (ordinal(firmware) < ordinal(spec.neededFirmware)) return 'firmwareTooOld'
    if (modules.some(({ alive }) => !alive)) return 'unitSilent'
    return modules.some(({ counted }) => !counted) ? 'unitMissing' : 'none'
  },
  association: () => 'none',
  profile: () => 'none',
  limits: () => 'none',
  transformers: () => 'none',
}

/** What a step changes once it is done. */
function finish(house: House, step: CommissioningStep): void {
  if (step === 'firmware' && ordinal(house.firmware) < ordinal(house.spec.neededFirmware))
    house.firmware = house.spec.neededFirmware
}

/** Lets the running steps go on by `dtS`. */
export function stepCommissioning(house: House, dtS: number): void {
  for (const step of COMMISSIONING_STEPS) {
    const progress = house.steps[step]
    if (progress.state !== 'running') continue
    progress.elapsedS += dtS
    const needed = house.spec.stepS[step]
    if (step === 'association' && !house.routerUp) {
      if (progress.elapsedS > needed + CONNECTION_WAIT_S) fail(progress, 'noConnection')
      continue
    }
    if (progress.elapsedS < needed) continue
    const fault = FAULT_OF[step](house)
    if (fault !== 'none') {
      fail(progress, fault)
      continue
    }
    progress.state = 'done'
    finish(house, step)
  }
}
